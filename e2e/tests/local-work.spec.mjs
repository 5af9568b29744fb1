// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { colourAt, drag, dragNumber, openPhoto, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

const PLACE = /** @type {[number, number]} */ ([0.12, 0.2]);

/** Paints to and fro over a place. @param {import('@playwright/test').Page} page @param {[number, number]} place */
const paint = async (page, [x, y]) => drag(page, [[x - 0.01, y], [x + 0.01, y], [x - 0.01, y], [x + 0.01, y]]);

const grey = async (/** @type {import('@playwright/test').Page} */ page) => (await colourAt(page, ...PLACE))[1];

test('lightened by one press and a stroke, gone on with, eased back, taken back', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const before = await grey(page);
  await page.getByRole('button', { name: 'lighten', exact: true }).click();
  await expect(page.locator('#panel')).toContainText('Paint what is to become lighter');
  await paint(page, PLACE);
  await settled(page);
  const lighter = await grey(page);
  expect(lighter).toBeGreaterThan(before + 8);
  let areas = (await recipe(page)).areas;
  expect(areas.at(-1)).toMatchObject({ name: 'Lightened', over: true, strength: 50 });
  // It stays grey, and nothing more is kept.
  const [red, green, blue] = await colourAt(page, ...PLACE);
  expect(Math.max(red, green, blue) - Math.min(red, green, blue)).toBeLessThan(3);
  // Another area is chosen; the press goes on with the same one, by keys.
  await page.locator('.area-name').first().click();
  await page.locator('#stage').focus();
  await page.keyboard.press('e');
  await page.keyboard.press('h');
  await expect(page.locator('.area.is-chosen .area-name')).toHaveText('Lightened');
  await paint(page, [0.3, 0.15]);
  await settled(page);
  areas = (await recipe(page)).areas;
  expect(areas.filter((/** @type {any} */ a) => a.over)).toHaveLength(1);
  expect(areas.at(-1).mask.parts[0].strokes).toHaveLength(2);
  await dragNumber(page, 'Strength', -1000);
  await settled(page);
  expect(Math.abs(await grey(page) - before)).toBeLessThan(3);
  await undoAll(page);
  expect(Math.abs(await grey(page) - before)).toBeLessThan(3);
});

test('before anything is kept, local work shows in the colours', async ({ page }) => {
  await openPhoto(page, app.url, 'hoop-wall');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Empty', [{ op: 'replace', path: '/areas', value: [] }, { op: 'replace', path: '/ground', value: {} }]));
  await settled(page);
  const before = await colourAt(page, ...PLACE);
  await page.getByRole('button', { name: 'darken', exact: true }).click();
  await paint(page, PLACE);
  await settled(page);
  await expect(page.locator('#show-button')).toHaveText(/all colours/);
  const after = await colourAt(page, ...PLACE);
  expect(after[1]).toBeLessThan(before[1] - 8);
  expect(Math.max(...after) - Math.min(...after)).toBeGreaterThan(Math.max(...before) - Math.min(...before) - 20);
  await undoAll(page);
});
