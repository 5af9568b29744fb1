// @ts-check
// Measures a Shelf of a thousand photos in Chromium: first paint, and frames while it is scrolled: node shelf-speed.mjs
import { chromium } from '@playwright/test';
import { Application } from './support/application.mjs';
import { addPhotos } from './support/many-photos.mjs';

const app = new Application({ empty: true });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
/** @param {number[]} times @param {number} share */
const quantile = (times, share) => [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))];
try {
  await app.start();
  await addPhotos(app.url, 1000, { width: 720, height: 480 });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  /** @type {number[]} */
  const paints = [];
  for (let k = 0; k < 5; k++) {
    await page.goto(app.url, { waitUntil: 'domcontentloaded' });
    paints.push(await page.evaluate(() => new Promise(resolve => {
      const known = () => performance.getEntriesByName('first-contentful-paint')[0]?.startTime;
      const wait = () => (known() ? resolve(known()) : requestAnimationFrame(wait));
      wait();
    })));
  }
  console.log(`| first paint of a Shelf of 1,000 photos | median ${quantile(paints, 0.5).toFixed(0)}, at most ${Math.max(...paints).toFixed(0)} ms | 1000 ms |`);
  // Down and up again: at first small pictures are drawn as they come into sight, then all of these are there.
  for (const pass of ['for the first time', 'again']) {
    await page.evaluate(() => scrollTo(0, 0));
    await page.waitForTimeout(2000);
    const times = await page.evaluate(() => new Promise(resolve => {
      /** @type {number[]} */
      const frames = [];
      let last = performance.now();
      let at = 0;
      const step = (/** @type {number} */ now) => {
        frames.push(now - last);
        last = now;
        at += 25;
        scrollTo(0, at);
        if (at < 15_000) requestAnimationFrame(step);
        else resolve(frames.slice(1));
      };
      requestAnimationFrame(step);
    }));
    console.log(`| a frame while it is scrolled ${pass}, 25 px each, ${times.length} frames | median ${quantile(times, 0.5).toFixed(1)}, p95 ${quantile(times, 0.95).toFixed(1)}, at most ${Math.max(...times).toFixed(0)} ms | p95 20 ms |`);
  }
} finally {
  await browser.close();
  await app.remove();
}
