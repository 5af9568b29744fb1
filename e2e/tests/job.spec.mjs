// @ts-check
import { expect, test } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { root, yarnwheel, shared as app } from '../support/application.mjs';
import { clickPhoto, colourAt, dragNumber, onPhoto, openPhoto, recipe, saveCopy, settled } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

test('the whole job: pick, reach, greys, compare, undo, save; the same through the command line', async ({ page }, info) => {
  await openPhoto(page, app.url, 'drying-rail');
  // A take of our own, from nothing.
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Empty', [{ op: 'replace', path: '/areas', value: [] }, { op: 'replace', path: '/grey/spokes', value: [] }]));
  await settled(page);
  await expect(page.locator('#panel').getByText('all else turns grey')).toBeVisible();
  const teal = [0.56, 0.62];
  // The colours that are to be chosen are in sight.
  const [r, g, b] = await colourAt(page, teal[0], teal[1]);
  expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeGreaterThan(30);

  await clickPhoto(page, teal[0], teal[1]);
  await expect(page.locator('.area-name')).toHaveText(/Teal|Green|Sky blue/);
  const box = [await onPhoto(page, 0.545, 0.35), await onPhoto(page, 0.575, 0.44)];
  await page.mouse.move(box[0].x, box[0].y);
  await page.mouse.down();
  await page.mouse.move(box[1].x, box[1].y, { steps: 5 });
  await page.mouse.up();
  await settled(page);
  await clickPhoto(page, 0.3, 0.6, { modifiers: ['Alt'] });
  let part = (await recipe(page)).areas[0].mask.parts[0];
  expect([part.picks.length, part.leaveOut.length]).toEqual([2, 1]);
  await expect(page.locator('.pick')).toHaveCount(3);

  const before = part.reach;
  await dragNumber(page, 'Reach', -8);
  part = (await recipe(page)).areas[0].mask.parts[0];
  expect(part.reach).toBeLessThan(before);
  await expect(page.locator('#undo')).toHaveAttribute('title', new RegExp(`Undo: Reach ${before} → ${part.reach}`));

  // A spoke pulled inwards darkens its hue: the yellow skein.
  const bright = await colourAt(page, 0.645, 0.55);
  const wheel = await page.locator('#wheel').boundingBox();
  if (!wheel) throw new Error('no wheel');
  const middle = { x: wheel.x + wheel.width / 2, y: wheel.y + wheel.height / 2 };
  const unit = wheel.width / 260;
  await page.mouse.move(middle.x, middle.y - 54 * unit);
  await page.mouse.down();
  await page.mouse.move(middle.x, middle.y - 28 * unit, { steps: 6 });
  await page.mouse.up();
  await settled(page);
  const spokes = (await recipe(page)).grey.spokes;
  expect(spokes).toHaveLength(12);
  expect(spokes[3].lift).toBeLessThan(-60);
  const dark = await colourAt(page, 0.645, 0.55);
  expect(dark[0]).toBeLessThan(bright[0] - 30);

  // Before, veil, mask alone.
  const grey = await colourAt(page, 0.645, 0.55);
  await page.keyboard.down('u');
  await settled(page);
  const original = await colourAt(page, 0.645, 0.55);
  expect(original[0] - original[2]).toBeGreaterThan(60);
  await page.keyboard.up('u');
  await settled(page);
  expect(await colourAt(page, 0.645, 0.55)).toEqual(grey);
  await page.keyboard.press('m');
  await settled(page);
  expect((await colourAt(page, teal[0], teal[1]))[0]).toBeGreaterThan(200);
  expect((await colourAt(page, 0.3, 0.6))[0]).toBeLessThan(10);
  await page.keyboard.press('m');

  // Undo to the start and forward again, the same pixels.
  const shown = await recipe(page);
  for (let k = 0; k < 6; k++) await page.keyboard.press('Control+z');
  await settled(page);
  await page.waitForFunction(() => /** @type {any} */ (window).yarnwheel.take.state.undo === null);
  expect((await recipe(page)).areas).toHaveLength(1);   // the demo's own
  for (let k = 0; k < 6; k++) await page.keyboard.press('Control+Shift+z');
  await settled(page);
  await page.waitForFunction(() => /** @type {any} */ (window).yarnwheel.take.state.redo === null);
  expect(await recipe(page)).toEqual(shown);

  // Saved: outside the mask R = G = B exactly, inside the colour as it was; the command line gives the same.
  const saved = PNG.sync.read(readFileSync(await saveCopy(page, 'PNG')));
  const mask = PNG.sync.read(readFileSync(await saveCopy(page, /the mask, 16-bit PNG/)), { skipRescale: true });
  const recipeFile = info.outputPath('recipe.json');
  writeFileSync(recipeFile, readFileSync(await saveCopy(page, 'the recipe alone, JSON')));
  const photo = join(root, 'demo/drying-rail.jpg');
  yarnwheel('check', recipeFile);
  yarnwheel('render', photo, '--recipe', recipeFile, '--out', info.outputPath('cli.png'));
  yarnwheel('render', photo, '--recipe', neutral(info), '--out', info.outputPath('neutral.png'));
  const cli = PNG.sync.read(readFileSync(info.outputPath('cli.png')));
  const untouched = PNG.sync.read(readFileSync(info.outputPath('neutral.png')));
  expect([saved.width, saved.height, mask.width, mask.height]).toEqual([3000, 2000, 3000, 2000]);
  expect(saved.data.equals(cli.data)).toBe(true);
  let inside = 0, outside = 0, wrong = 0;
  for (let i = 0; i < saved.width * saved.height; i++) {
    const at = 4 * i;
    const value = mask.data[at];
    if (value === 65535) {
      inside++;
      if (saved.data[at] !== untouched.data[at] || saved.data[at + 1] !== untouched.data[at + 1] || saved.data[at + 2] !== untouched.data[at + 2]) wrong++;
    } else if (value === 0) {
      outside++;
      if (saved.data[at] !== saved.data[at + 1] || saved.data[at] !== saved.data[at + 2]) wrong++;
    }
  }
  expect(wrong).toBe(0);
  expect(inside).toBeGreaterThan(50_000);
  expect(outside).toBeGreaterThan(1_000_000);
});

test('JPEG and 16-bit TIFF come whole, under the name that was asked for', async ({ page }) => {
  await openPhoto(page, app.url, 'felt-string');
  for (const [what, name] of [['JPEG', 'felt at dusk.jpg'], ['TIFF', 'felt at dusk.tif']]) {
    await page.getByRole('button', { name: 'Save a copy' }).click();
    await page.getByLabel(what).check();
    if (what === 'TIFF') await page.getByLabel('Bits a channel').selectOption('16');
    await page.getByLabel('Name').fill('felt at dusk');
    const download = page.waitForEvent('download');
    await page.locator('#save-start').click();
    const done = await download;
    expect(done.suggestedFilename()).toBe(name);
    expect(readFileSync(await done.path()).length).toBeGreaterThan(500_000);
  }
});

test('a recipe that is wrong is refused with its path, and nothing is lost', async ({ page }, info) => {
  await openPhoto(page, app.url, 'felt-string');
  const before = await recipe(page);
  const file = info.outputPath('wrong.json');
  writeFileSync(file, '{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "reach": 900 } ] } } ] }');
  await page.locator('#recipe-file').setInputFiles(file);
  await expect(page.locator('.note.is-fault')).toContainText('areas[0].mask.parts[0].reach: 900 is outside 0 … 100');
  expect(await recipe(page)).toEqual(before);
});

/** @param {import('@playwright/test').TestInfo} info */
function neutral(info) {
  const file = info.outputPath('neutral.json');
  writeFileSync(file, '{ "yarnwheel": 1, "ground": { "colour": 100 } }');
  return file;
}
