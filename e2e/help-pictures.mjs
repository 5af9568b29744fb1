// @ts-check
// Makes the pictures of the help page from the demo photos, by the application itself: node help-pictures.mjs
import { chromium } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Application, root } from './support/application.mjs';
import { openPhoto, settled } from './support/bench.mjs';

const into = join(root, 'src/Yarnwheel.Web/wwwroot/img/help');

/** @typedef {{ x: number, y: number, scale: number }} Crop left and top of 420 × 280 pixels at the scale */
const WHOLE = { x: 0, y: 0, scale: 0.14 };
const area = (/** @type {object[]} */ parts, /** @type {object} */ more = {}) => [{ name: 'Kept', mask: { parts }, ...more }];
const skein = { kind: 'colour', picks: [{ x0: 0.538, y0: 0.3, x1: 0.58, y1: 0.4 }], reach: 6, fade: 4, lightness: 20 };
const narrow = { ...skein, reach: 3, fade: 2.5, lightness: 15 };
const ball = { kind: 'colour', picks: [{ x0: 0.585, y0: 0.36, x1: 0.64, y1: 0.45 }], reach: 7, fade: 4, lightness: 25 };

/** What the take is before a job and after it: recipes, on a photo, and what of it is seen. @type {{ code: string, photo: string, before?: any, after: any, crop?: Crop, show?: string }[]} */
const JOBS = [
  { code: 'reds', photo: 'hoop-wall', after: { areas: area([{ kind: 'hue', from: 20, to: 36, fade: 6, minChroma: 8 }]) } },
  { code: 'one', photo: 'felt-string', after: { areas: area([{ kind: 'subject', box: { x0: 0.54, y0: 0.3, x1: 0.685, y1: 0.51 }, inside: [[{ x: 0.6, y: 0.4 }, { x: 0.625, y: 0.43 }]] }]) } },
  { code: 'limit', photo: 'hoop-wall', before: { areas: area([{ kind: 'hue', from: 20, to: 36, fade: 6, minChroma: 8 }]) },
    after: { areas: area([{ kind: 'hue', from: 20, to: 36, fade: 6, minChroma: 8 }, { kind: 'outline', op: 'intersect', nodes: [{ x: 0.09, y: 0.14 }, { x: 0.37, y: 0.14 }, { x: 0.37, y: 0.56 }, { x: 0.09, y: 0.56 }] }]) } },
  { code: 'strands', photo: 'drying-rail', crop: { x: 1580, y: 1300, scale: 1 }, before: { areas: area([narrow]) }, after: { areas: area([narrow], { edge: { follow: 80, fringe: 100 } }) } },
  { code: 'rim', photo: 'felt-string', crop: { x: 1650, y: 620, scale: 1 }, before: { areas: area([ball], { edge: { grow: 3 } }) }, after: { areas: area([ball], { edge: { grow: 0, follow: 60, fringe: 100 } }) } },
  { code: 'specks', photo: 'hoop-wall', crop: { x: 280, y: 130, scale: 0.4 }, before: { areas: area([{ kind: 'hue', from: 18, to: 58, fade: 6, minChroma: 4 }]) }, after: { areas: area([{ kind: 'hue', from: 18, to: 58, fade: 6, minChroma: 4 }], { edge: { islands: 6000, pinholes: 300 } }) } },
  { code: 'greys', photo: 'felt-string', before: { grey: { spokes: [] }, areas: area([ball]) }, after: { grey: { spokes: [{ hue: 95, lift: 30 }, { hue: 140, lift: -55 }, { hue: 265, lift: 45 }, { hue: 330, lift: 40 }] }, areas: area([ball]) } },
  { code: 'drained', photo: 'madder-basket', after: { ground: { colour: 18 } } },
  { code: 'toned', photo: 'spool-stand', before: { ground: {} }, after: { ground: { tint: { hue: 75, amount: 40 }, tintDarks: { hue: 270, amount: 25 } } } },
  { code: 'recolour', photo: 'drying-rail', before: { areas: area([narrow]) }, after: { areas: area([narrow], { treat: { recolour: { hue: 40, amount: 90 } } }) } },
];

const app = new Application();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
try {
  await app.start();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  for (const { code, photo, before, after, crop = WHOLE } of JOBS) {
    await openPhoto(page, app.url, photo);
    const take = async (/** @type {string} */ name, /** @type {any} */ recipe, /** @type {string} */ show) => {
      const change = Object.entries(recipe ?? {}).map(([field, value]) => ({ op: 'replace', path: `/${field}`, value }));
      if (change.length > 0 && !await page.evaluate(ops => /** @type {any} */ (window).yarnwheel.take.commit('Help', ops), change)) throw new Error(`${code}: the recipe was refused`);
      await settled(page);
      const picture = await page.request.get(`${page.url()}/frame?x=${crop.x}&y=${crop.y}&width=420&height=280&scale=${crop.scale}&show=${show}`);
      if (!picture.ok()) throw new Error(`${code}: ${await picture.text()}`);
      writeFileSync(join(into, `${code}-${name}.jpg`), await picture.body());
    };
    await take('before', before, before || code === 'drained' ? 'result' : 'original');
    await take('after', after, 'result');
  }
} finally {
  await browser.close();
  await app.remove();
}
