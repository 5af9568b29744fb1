// @ts-check
// Takes the pictures in docs/screenshots from the demo data: node shots.mjs
import { chromium } from '@playwright/test';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Application } from './support/application.mjs';
import { drag, onPhoto, openPhoto, settled } from './support/bench.mjs';

const into = join(dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');
const app = new Application();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
try {
  await app.start();
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' })).newPage();
  const shot = (/** @type {string} */ name) => page.screenshot({ path: join(into, `${name}.png`) });

  await page.goto(`${app.url}/help`);
  await page.waitForFunction(() => [...document.images].slice(0, 5).every(i => i.complete && i.naturalWidth > 0));
  await shot('help');

  await openPhoto(page, app.url, 'drying-rail');
  const red = await onPhoto(page, 0.48, 0.55);
  await page.mouse.move(red.x, red.y);
  await page.waitForTimeout(400);
  await shot('bench');

  await page.getByRole('button', { name: 'Auto', exact: true }).click();
  await page.getByRole('tab', { name: 'Greys' }).click();
  await settled(page);
  await page.waitForFunction(() => [...document.querySelectorAll('.mix img')].length === 10);
  await page.locator('.mix').last().scrollIntoViewIfNeeded();
  await page.waitForFunction(() => [...document.querySelectorAll('.mix img')].every(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 0));
  await page.mouse.move(640, 500);
  await settled(page);
  await shot('greys');

  // A take of nothing yet.
  await openPhoto(page, app.url, 'hoop-wall');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Empty', [{ op: 'replace', path: '/areas', value: [] }]));
  await page.mouse.move(640, 70);
  await settled(page);
  await shot('begin');

  await openPhoto(page, app.url, 'felt-string');
  await page.keyboard.press('t');
  const leaf = await onPhoto(page, 0.378, 0.42);
  await page.mouse.move(leaf.x, leaf.y);
  await page.mouse.down();
  await page.waitForTimeout(500);
  await page.mouse.move(leaf.x, leaf.y - 90, { steps: 8 });
  await page.waitForTimeout(900);
  await shot('pull');
  await page.mouse.up();
  await settled(page);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  await page.keyboard.press('v');
  await page.mouse.move(640, 300);
  await settled(page);
  await shot('veil');

  // A rough box, a stroke on the thing, and what is in doubt.
  await openPhoto(page, app.url, 'drying-rail');
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await drag(page, [[0.245, 0.2], [0.355, 0.86]]);
  await drag(page, [[0.3, 0.36], [0.3, 0.62]]);
  await page.keyboard.press('v');
  await page.mouse.move(700, 60);
  await settled(page);
  await page.waitForTimeout(900);
  await shot('subject');
  await page.keyboard.press('v');

  // A thing of several colours by a box alone, and the other readings of it.
  await openPhoto(page, app.url, 'mordant-jar');
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await drag(page, [[0.27, 0.15], [0.4, 0.5], [0.51, 0.83]]);
  await settled(page);
  await page.mouse.move(700, 60);
  await page.locator('.reading-row img').first().waitFor();
  await page.waitForTimeout(1200);
  await shot('readings');

  // Local work: a corner darkened by brush.
  await openPhoto(page, app.url, 'steaming-vat');
  await page.getByRole('button', { name: 'darken', exact: true }).click();
  await drag(page, [[0.06, 0.1], [0.12, 0.5], [0.06, 0.9], [0.16, 0.9], [0.2, 0.6]]);
  await settled(page);
  await page.waitForTimeout(600);
  await shot('local-work');

  // A mask of many parts while one of them is at hand.
  await openPhoto(page, app.url, 'madder-basket');
  await page.evaluate(() => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    const path = '/areas/0/mask/parts/-';
    return take.commit('Parts', [
      { op: 'add', path, value: { kind: 'hue', op: 'intersect', from: 5, to: 45, fade: 12 } },
      { op: 'add', path, value: { kind: 'outline', op: 'intersect', softness: 0.004, nodes: [{ x: 0.24, y: 0.3, out: [0.08, -0.12] }, { x: 0.62, y: 0.22, in: [-0.1, -0.06], out: [0.08, 0.06] }, { x: 0.66, y: 0.5, in: [0.05, -0.1], out: [-0.1, 0.1] }, { x: 0.26, y: 0.52, in: [0.1, 0.08], out: [-0.04, -0.06] }] } },
      { op: 'add', path, value: { kind: 'patch', seeds: [{ x: 0.47, y: 0.62, reach: 26 }, { x: 0.55, y: 0.66, reach: 18 }] } },
      { op: 'add', path, value: { kind: 'ramp', shape: 'radial', op: 'subtract', cx: 0.3, cy: 0.42, rx: 0.1, ry: 0.08, angle: -20, feather: 60 } },
    ]);
  });
  await page.locator('.bead[data-part="2"]').click();
  await page.mouse.move(640, 60);
  await settled(page);
  const node = await onPhoto(page, 0.62, 0.22);
  await page.mouse.click(node.x, node.y);
  await settled(page);
  await shot('parts');

  // Two takes compared by a line, then the history of the first; a look on the photo.
  await openPhoto(page, app.url, 'hoop-wall');
  await page.evaluate(async () => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    while (take.state.undo) await take.undo();
  });
  await page.keyboard.press('e');
  await page.keyboard.press('t');
  await page.waitForFunction(() => document.querySelector('.take-menu-button')?.textContent === 'Take 2 ▾');
  await settled(page);
  await page.evaluate(async () => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    const put = (/** @type {string} */ label, /** @type {string} */ path, /** @type {any} */ value) => take.commit(label, [{ op: 'add', path, value }]);
    await put('Contrast 0 → 30', '/light/contrast', 30);
    await put('Toning of the lights', '/ground/tint', { hue: 70, amount: 10 });
    await put('Toning of the darks', '/ground/tintDarks', { hue: 45, amount: 26 });
    await put('Vignette 0 → -30', '/finish/vignette/amount', -30);
    await take.undo();
    await take.undo();
    await put('Darks blue', '/ground/tintDarks', { hue: 260, amount: 26 });
    await put('Exposure 0 → -0.4', '/light/exposure', -0.4);
    await put('Sharpening 0 → 40', '/finish/sharpen/amount', 40);
    await take.undo();
  });
  await page.locator('#compare-button').click();
  await page.locator('.compare-menu').getByRole('radio', { name: 'Take 1' }).click();
  await page.keyboard.press('Escape');
  await page.mouse.move(640, 60);
  await settled(page);
  await shot('compare');
  await page.keyboard.press('/');
  await page.keyboard.press('e');
  await page.keyboard.press('b');
  await page.locator('.history-step').nth(4).hover();
  await page.locator('.history-step').nth(4).locator('[data-step-name]').click();
  await page.keyboard.type('quiet wall');
  await page.keyboard.press('Enter');
  await page.locator('.history b').filter({ hasText: 'quiet wall' }).hover();
  await page.waitForTimeout(900);
  await shot('history');
  await openPhoto(page, app.url, 'drying-rail');
  await page.keyboard.press('e');
  await page.keyboard.press('k');
  await page.waitForFunction(() => [...document.querySelectorAll('.look-list img')].slice(0, 12).every(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 0));
  await page.locator('[data-look="weld-noon"]').click();
  await page.locator('.look-answers').waitFor();
  await page.mouse.move(640, 60);
  await page.waitForTimeout(1500);
  await shot('looks');
  await page.keyboard.press('Escape');

  // The clinging brush, in the middle of a stroke along a rim.
  await openPhoto(page, app.url, 'felt-string');
  await page.keyboard.press('n');
  await page.keyboard.press('b');
  await page.getByRole('radio', { name: 'to what is under it' }).click();
  await page.getByRole('radio', { name: 'most edges' }).click();
  await page.keyboard.press('1');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.centre(0.2, 0.4));
  for (let k = 0; k < 4; k++) await page.keyboard.press(']');
  await settled(page);
  const rim = /** @type {[number, number][]} */ ([[0.165, 0.41], [0.158, 0.385], [0.16, 0.36], [0.17, 0.335], [0.185, 0.335], [0.19, 0.37], [0.178, 0.4]]);
  for (const [index, [x, y]] of rim.entries()) {
    const at = await onPhoto(page, x, y);
    await page.mouse.move(at.x, at.y, { steps: 4 });
    if (index === 0) await page.mouse.down();
  }
  await page.waitForTimeout(900);
  await shot('brush');
  await page.mouse.up();
  await settled(page);

  // What is left over, and the edge walk.
  await openPhoto(page, app.url, 'madder-basket');
  await page.evaluate(async () => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    while (take.state.undo) await take.undo();
  });
  await settled(page);
  await page.locator('#left-over-count').click();
  await page.locator('.specks button').first().waitFor({ timeout: 20_000 });
  await page.keyboard.press('>');
  await settled(page);
  await page.keyboard.press('>');
  await settled(page);
  await shot('left-over');

  // An edge that follows the photo, its fringe cleaned.
  await page.emulateMedia({ colorScheme: 'dark' });
  await openPhoto(page, app.url, 'felt-string');
  await page.evaluate(async () => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    while (take.state.undo) await take.undo();
    await take.commit('Edge', [{ op: 'replace', path: '/areas/0/edge', value: { follow: 40, fringe: 100 } }]);
  });
  await settled(page);
  await page.locator('.knot').first().click();
  await page.evaluate(() => {
    const { view } = /** @type {any} */ (window).yarnwheel;
    view.zoomTo(1);
    view.centre(0.62, 0.42);
  });
  await settled(page);
  await page.getByText('Left over: 0').waitFor();
  await shot('close');

  // The Shelf with a set, a like mark, a chosen take, and some photos selected.
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto(app.url);
  for (const name of ['drying-rail', 'hoop-wall', 'spool-stand', 'felt-string', 'yarn-ends']) await page.getByRole('checkbox', { name: `Select ${name}` }).click();
  await page.locator('.set-new input').fill('Rail and wall');
  await page.getByRole('button', { name: 'put in' }).click();
  await page.locator('.sets label').filter({ hasText: 'Rail and wall' }).click();
  await page.getByRole('button', { name: 'Like spool-stand' }).click();
  await page.getByRole('button', { name: 'Like hoop-wall' }).click();
  await page.getByRole('checkbox', { name: 'Select yarn-ends' }).click();
  await page.getByRole('checkbox', { name: 'Select felt-string' }).click();
  await page.waitForFunction(() => [...document.querySelectorAll('.photo-sheet img')].every(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 0));
  await page.waitForTimeout(600);
  await page.locator('.note').waitFor({ state: 'detached' });
  await shot('sets');

  // What is selected, saved: the question, and the page of copies while they are made.
  await page.locator('.photo-sheet').first().focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+s');
  await page.locator('#set-form [name="pattern"]').fill('{number} {photo}, {take}');
  await page.locator('#set-form [name="size"]').selectOption('side');
  await page.locator('#set-form [name="sharpness"]').selectOption('light');
  await page.locator('#set-form [name="target"][value="folder"]').check();
  await page.locator('#set-form [name="folder"]').fill('/tmp/catalogue');
  await page.waitForFunction(() => document.querySelector('#plan')?.textContent?.startsWith('1 '));
  await page.waitForTimeout(500);
  await shot('save-set');
  // The order is to have come before the page is left.
  const ordered = page.waitForResponse(r => r.request().method() === 'POST');
  await page.locator('#set-start').click();
  await ordered;
  await page.goto(`${app.url}/copies`);
  await page.locator('.order-pictures li').first().waitFor();
  await page.waitForFunction(() => /^[1-4] of/.test(document.querySelector('.order-whole span')?.textContent ?? ''));
  await shot('copies');
} finally {
  await browser.close();
  await app.remove();
}
