// @ts-check
// Measures what the browser paints, on the real page, beside a ready-made picture in the same run: node speed.mjs
// Prints rows of the table in docs/performance.md.
import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { createServer } from 'node:http';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Application, root } from './support/application.mjs';
import { settled } from './support/bench.mjs';

const folder = mkdtempSync(join(tmpdir(), 'yarnwheel-speed-'));
const app = new Application();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });

/** @param {number[]} times @param {number} share */
const quantile = (times, share) => [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))];
/** @param {string} work @param {number[]} times @param {number} unit @param {number | null} goal times P, of the 95th percentile */
function row(work, times, unit, goal) {
  const [median, p95] = [quantile(times, 0.5), quantile(times, 0.95)];
  const verdict = goal === null ? '–' : p95 <= goal * unit ? '✓' : `${(p95 / (goal * unit)).toFixed(1)} × the goal`;
  console.log(`| ${work} | P ${unit.toFixed(0)} ms | median ${median.toFixed(0)}, p95 ${p95.toFixed(0)} ms | ${goal === null ? '–' : `p95 at most ${goal.toFixed(1)} P`} | ${verdict} |`);
}

/** Resident memory of the application, MB. */
const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${app.pid}/status`, 'utf8'))?.[1]) / 1000;

try {
  await app.start();
  const page = await (await browser.newContext({ viewport: { width: 1920, height: 1120 }, bypassCSP: true })).newPage();
  // Three photos of 24 MP from the demo pictures.
  const files = ['a', 'b', 'c'].map(name => join(folder, `large ${name}.jpg`));
  execFileSync('dotnet', [join(root, 'measure/bin/Release/net10.0/measure.dll'), 'photos', '24', ...files], { cwd: root });
  await page.goto(app.url);
  await page.locator('#files').setInputFiles(files);
  await page.waitForFunction(() => document.querySelectorAll('.photo-card').length === 11, null, { timeout: 120_000 });
  await page.waitForTimeout(6000);
  await app.stop();
  await app.start();   // nothing is in memory
  await page.goto(app.url);
  await page.waitForTimeout(3000);
  const idle = memory();
  /** @type {number[]} */
  const opened = [];
  /** @type {number[]} */
  const held = [memory()];
  for (const name of ['large a', 'large b', 'large c', 'large a']) {
    await page.goto(app.url);
    const began = Date.now();
    await page.getByRole('link', { name: `Open ${name}, Take` }).click();
    await page.waitForFunction(() => document.getElementById('opening')?.hidden);
    opened.push(Date.now() - began);
    await settled(page);
    held.push(memory());
  }

  await page.evaluate(() => {
    const { take, view } = /** @type {any} */ (window).yarnwheel;
    // The frame of the table.
    const stage = /** @type {HTMLElement} */ (document.getElementById('stage'));
    Object.assign(stage.style, { position: 'absolute', left: '250px', top: '44px', width: '1400px', height: '900px' });
    return take.commit('Areas', [{ op: 'replace', path: '/areas', value: [
      { name: 'Reach', mask: { parts: [{ kind: 'colour', reach: 6, fade: 6,
        picks: Array.from({ length: 10 }, (_, i) => ({ x: 0.45 + 0.005 * i, y: 0.4 + 0.02 * i })), leaveOut: Array.from({ length: 5 }, (_, i) => ({ x: 0.1 + 0.15 * i, y: 0.85 })) }] } },
      { name: 'Hue', colour: 70, mask: { parts: [{ kind: 'hue', from: 180, to: 260 }] }, treat: { saturation: 20 } },
      { name: 'Ramp', colour: 0, strength: 50, mask: { parts: [{ kind: 'ramp' }] }, treat: { exposure: -0.4 } },
    ] }]).then(() => view.zoomTo(1400 / view.photo.width));
  });
  await page.waitForTimeout(1500);
  await settled(page);

  /** Asks for a frame and waits until it is on the screen. @param {string} kind @param {number} count @returns {Promise<number[]>} */
  const frames = (kind, count) => page.evaluate(async ([what, runs]) => {
    const { view, take } = /** @type {any} */ (window).yarnwheel;
    const painted = () => new Promise(done => { view.addEventListener('painted', () => requestAnimationFrame(() => setTimeout(done, 0)), { once: true }); });
    const times = [];
    // As the pen moves on, the stroke has more points.
    const stroke = (/** @type {number} */ long) => ({ onMask: 'all', radius: 0.02, hardness: 60, points: Array.from({ length: 4 + long }, (_, k) => ({ x: 0.2 + 0.008 * k, y: 0.5 + 0.05 * Math.sin(k / 4), pressure: 1 })) });
    const { width, height } = view.photo;
    for (let i = 0; i < Number(runs) + 3; i++) {
      const began = performance.now();
      if (what === 'ready') {
        const bitmap = await createImageBitmap(await (await fetch(/** @type {any} */ (window).ready)).blob());
        view.context.drawImage(bitmap, 0, 0);
        await new Promise(done => { requestAnimationFrame(() => setTimeout(done, 0)); });
      } else {
        const value = i % 40;
        /** @type {Record<string, object[]>} */
        const drafts = {
          spoke: [{ op: 'replace', path: '/grey/spokes', value: [{ hue: 29, lift: value }, { hue: 142, lift: -20 }, { hue: 250, lift: 30 }] }],
          reach: [{ op: 'replace', path: '/areas/0/mask/parts/0/reach', value: 5 + value / 8 }],
          patch: [{ op: 'replace', path: '/areas/0/mask/parts', value: [{ kind: 'patch', seeds: [{ x: 0.47, y: 0.45, reach: 20 + value }] }] }],
          hue: [{ op: 'replace', path: '/areas/1/mask/parts/0/to', value: 240 + value }],
          light: [{ op: 'replace', path: '/areas/0/mask/parts', value: [{ kind: 'light', from: 40 + value, to: 100 }] }],
          ramp: [{ op: 'replace', path: '/areas/2/mask/parts/0/y1', value: 0.4 + value / 200 }],
          outline: [{ op: 'replace', path: '/areas/0/mask/parts', value: [{ kind: 'outline', nodes: [{ x: 0.2, y: 0.2 }, { x: 0.7, y: 0.3, in: [-0.1, 0], out: [0.1, 0] }, { x: 0.4, y: 0.6 + value / 200 }], softness: 0.005 }] }],
          stroke: [{ op: 'add', path: '/areas/0/mask/parts/-', value: { kind: 'brush', strokes: [stroke(value)] } }],
          'stroke among 2000': [{ op: 'add', path: '/areas/0/mask/parts/0/strokes/-', value: stroke(value) }],
          feather: [{ op: 'replace', path: '/areas/0/edge/feather', value: 2 + value }],
          follow: [{ op: 'replace', path: '/areas/0/edge', value: { follow: 20 + value, fringe: 60 } }],
          fringe: [{ op: 'replace', path: '/areas/0/edge', value: { follow: 60, fringe: 20 + value } }],
          grow: [{ op: 'replace', path: '/areas/0/edge', value: { follow: 60, fringe: 60, grow: -2 + value / 10 } }],
          'reach behind follow': [{ op: 'replace', path: '/areas/0/edge', value: { follow: 60, fringe: 60 } }, { op: 'replace', path: '/areas/0/mask/parts/0/reach', value: 5 + value / 8 }],
        };
        take.draft = drafts[String(what).replace('exact ', '')];
        view.ask(!String(what).startsWith('exact'));
        // The hand goes on: no exact frame is asked for between.
        clearTimeout(view.timer);
        await painted();
        while (!view.loop.idle) await new Promise(done => setTimeout(done, 1));
      }
      if (i > 2) times.push(performance.now() - began);
      await new Promise(done => setTimeout(done, 60));
    }
    take.draft = null;
    return { times, width, height };
  }, [kind, count]).then(answer => answer.times);

  const ready = await page.evaluate(async () => {
    const { view, take } = /** @type {any} */ (window).yarnwheel;
    const query = new URLSearchParams({ x: '0', y: '0', width: '1400', height: '900', scale: String(view.zoom), show: 'result' });
    const bytes = new Uint8Array(await (await fetch(`${take.url}/frame?${query}`)).arrayBuffer());
    return [...bytes];
  });
  // A ready-made picture comes from a server that does nothing else.
  const server = createServer((_, response) => {
    response.writeHead(200, { 'Content-Type': 'image/jpeg', 'Access-Control-Allow-Origin': '*', 'Cache-Control': 'no-store' });
    response.end(Buffer.from(ready));
  });
  await new Promise(done => server.listen(0, '127.0.0.1', () => done(undefined)));
  const address = server.address();
  await page.evaluate(url => { Object.assign(window, { ready: url }); }, `http://127.0.0.1:${address && typeof address === 'object' ? address.port : 0}/ready.jpg`);

  console.log('| work | peer | measured | goal | reached |\n|---|---|---|---|---|');
  const unitTimes = await frames('ready', 60);
  const unit = quantile(unitTimes, 0.5);
  console.log(`| a ready-made JPEG of the frame, request to painted | Chromium | median ${unit.toFixed(0)}, p95 ${quantile(unitTimes, 0.95).toFixed(0)} ms | the unit, P | – |`);
  for (const [kind, work, goal] of /** @type {[string, string, number | null][]} */ ([
    ['spoke', 'a spoke dragged', 1], ['exact spoke', 'the exact frame after release', 2], ['reach', 'reach dragged, ten picks, five leave-outs', 1.2], ['patch', 'patch dragged', 1],
    ['hue', 'an arc of hues dragged', null], ['light', 'a range of tones dragged', null], ['ramp', 'a ramp dragged', null], ['outline', 'an outline dragged', null], ['feather', 'a feather dragged', null],
  ])) row(`${work}, request to painted`, await frames(kind, 60), unit, goal);
  // Of a mask that has half of the wall: as much edge as there can be.
  for (const [kind, work] of [['follow', 'follow dragged, fringe on'], ['fringe', 'fringe dragged behind follow'], ['grow', 'grow dragged behind follow and fringe'], ['reach behind follow', 'reach dragged, follow and fringe on']])
    row(`${work}, request to painted`, await frames(kind, 12), unit, null);

  row('a brush stroke, pen to computed pixels', await frames('stroke', 60), unit, 1);
  /** Keeps strokes one after the other. */
  const kept = () => page.evaluate(async () => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    const times = [];
    for (let i = 0; i < 15; i++) {
      const began = performance.now();
      await take.commit('Stroke', [{ op: 'add', path: '/areas/0/mask/parts/0/strokes/-', value: { radius: 0.01, points: [{ x: 0.1 + 0.05 * i, y: 0.3 }] } }]);
      times.push(performance.now() - began);
      await new Promise(done => setTimeout(done, 300));
    }
    return times;
  });
  for (const count of [10, 2000]) {
    await page.evaluate(many => {
      const { take } = /** @type {any} */ (window).yarnwheel;
      const place = (/** @type {number} */ k, /** @type {number} */ i) => ({ x: (k * 0.618) % 1 + 0.002 * i, y: (k * 0.414) % 1, pressure: 1 });
      const strokes = Array.from({ length: many }, (_, k) => ({ radius: 0.004 + 0.004 * (k % 3), points: Array.from({ length: 12 }, (_point, i) => place(k, i)) }));
      return take.commit('Strokes', [{ op: 'replace', path: '/areas/0/mask/parts', value: [{ kind: 'brush', strokes }] }]);
    }, count);
    await settled(page);
    row(`a brush stroke among ${count} others in the area`, await frames('stroke among 2000', 60), unit, 1);
    const times = await kept();
    console.log(`| the stroke kept, among ${count} | – | median ${quantile(times, 0.5).toFixed(0)} ms | – | – |`);
    await settled(page);
  }

  const first = opened[0];
  server.close();
  console.log(`| open a 24 MP photo to a usable Bench, first after a start | – | ${first} ms (then ${opened[1]}, ${opened[2]}) | 1.5 s | ${first <= 1500 ? '✓' : `${(first / 1500).toFixed(1)} × the goal`} |`);
  console.log(`| the same again | – | ${opened[3]} ms | 0.4 s | ${opened[3] <= 400 ? '✓' : `${(opened[3] / 400).toFixed(1)} × the goal`} |`);
  console.log(`| idle memory | – | ${idle.toFixed(0)} MB | 250 MB | ${idle <= 250 ? '✓' : `${(idle / 250).toFixed(1)} × the goal`} |`);
  const each = (held[3] - held[1]) / 2;
  console.log(`| each further open 24 MP photo | – | ${each.toFixed(0)} MB | 300 MB | ${each <= 300 ? '✓' : `${(each / 300).toFixed(1)} × the goal`} |`);
} finally {
  await browser.close();
  await app.remove();
  rmSync(folder, { recursive: true, force: true });
}
