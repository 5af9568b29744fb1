// @ts-check
// Measures what a hand on a Bench feels of a set being saved: frames of a dragged spoke before, while and after, in one run: node set-speed.mjs
import { chromium } from '@playwright/test';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Application } from './support/application.mjs';
import { openPhoto } from './support/bench.mjs';

const folder = mkdtempSync(join(tmpdir(), 'yarnwheel-set-'));
const app = new Application();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });

/** @param {number[]} times @param {number} share */
const quantile = (times, share) => [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))];

try {
  await app.start();
  const page = await (await browser.newContext({ viewport: { width: 1920, height: 1120 } })).newPage();
  await openPhoto(page, app.url, 'drying-rail');
  const drag = (/** @type {number} */ runs) => page.evaluate(async count => {
    const { view, take } = /** @type {any} */ (window).yarnwheel;
    const times = [];
    for (let i = 0; i < count + 3; i++) {
      const began = performance.now();
      take.draft = [{ op: 'replace', path: '/grey/spokes', value: [{ hue: 29, lift: i % 40 }, { hue: 142, lift: -20 }, { hue: 250, lift: 30 }] }];
      view.ask(true);
      await new Promise(done => { view.addEventListener('painted', () => requestAnimationFrame(() => setTimeout(done, 0)), { once: true }); });
      clearTimeout(view.timer);
      while (!view.loop.idle) await new Promise(done => setTimeout(done, 1));
      if (i > 2) times.push(performance.now() - began);
      await new Promise(done => setTimeout(done, 30));
    }
    take.draft = null;
    return times;
  }, runs);
  const begin = () => page.evaluate(async into => {
    const token = /** @type {HTMLMetaElement} */ (document.querySelector('meta[name="yarnwheel-token"]')).content;
    const response = await fetch('/copies', { method: 'POST', headers: { 'Content-Type': 'application/json', 'X-Yarnwheel-Token': token }, body: JSON.stringify({ photos: [1, 2, 3, 4, 5, 6, 7, 8], pattern: '{photo}', target: 'folder', folder: into }) });
    return (await response.json()).id;
  }, folder);
  await drag(20);
  console.log('| | median | p95 | copies made meanwhile |\n|---|---|---|---|');
  for (const round of [1, 2]) {
    const alone = await drag(90);
    console.log(`| round ${round}, alone | ${quantile(alone, 0.5).toFixed(0)} ms | ${quantile(alone, 0.95).toFixed(0)} ms | – |`);
    const id = await begin();
    await page.waitForTimeout(2500);
    const before = readdirSync(folder).length;
    const busy = await drag(90);
    console.log(`| round ${round}, a set being saved | ${quantile(busy, 0.5).toFixed(0)} ms | ${quantile(busy, 0.95).toFixed(0)} ms | ${readdirSync(folder).length - before} |`);
    while ((await (await page.request.get(`${app.url}/copies/${id}`)).json()).state === 'working') await page.waitForTimeout(500);
  }
} finally {
  await browser.close();
  await app.remove();
  rmSync(folder, { recursive: true, force: true });
}
