// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { colourAt, openPhoto, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

/** @param {import('@playwright/test').Locator} place @param {string} label @param {string} value */
async function type(place, label, value) {
  const field = place.getByRole('spinbutton', { name: label, exact: true });
  await field.fill(value);
  await field.press('Enter');
}

test('the light of the photo: brighter, warmer, each undone by name; the original stays as it came', async ({ page }) => {
  await openPhoto(page, app.url, 'madder-basket');
  const wood = [0.1, 0.85];
  const before = await colourAt(page, wood[0], wood[1]);
  await page.getByRole('tab', { name: 'Light' }).click();
  const light = page.locator('#light-numbers');
  await type(light, 'Exposure', '0.75');
  await settled(page);
  expect((await colourAt(page, wood[0], wood[1]))[0]).toBeGreaterThan(before[0] + 15);
  await expect(page.locator('#undo')).toHaveAttribute('title', /Undo: Exposure 0 → 0.75/);
  await light.getByRole('spinbutton', { name: 'Exposure' }).press('ArrowUp');
  await settled(page);
  expect((await recipe(page)).light.exposure).toBe(0.8);
  await page.locator('#stage').focus();
  await page.keyboard.down('u');
  await settled(page);
  const original = await colourAt(page, wood[0], wood[1]);
  await page.keyboard.up('u');
  await undoAll(page);
  await page.locator('#stage').focus();
  await page.keyboard.down('u');
  await settled(page);
  expect(await colourAt(page, wood[0], wood[1])).toEqual(original);
  await page.keyboard.up('u');
  await settled(page);
  expect(await colourAt(page, wood[0], wood[1])).toEqual(before);
});

test('an area is treated: its hue turned, its tones moved; the ground stays', async ({ page }) => {
  await openPhoto(page, app.url, 'madder-basket');
  const hank = [0.44, 0.33];
  const wood = [0.1, 0.85];
  const ground = await colourAt(page, wood[0], wood[1]);
  await page.locator('.area-name').click();
  await settled(page);
  await page.getByText('Treatment of the area').click();
  const panel = page.locator('#panel .settings').first();
  await type(panel, 'Hue shift', '180');
  await settled(page);
  const turned = await colourAt(page, hank[0], hank[1]);
  expect(turned[1] + turned[2]).toBeGreaterThan(2 * turned[0]);
  // The fold stays open when the panel is drawn anew.
  await expect(panel.getByRole('spinbutton', { name: 'Exposure' })).toBeVisible();
  await type(panel, 'Exposure', '-2');
  await settled(page);
  const dark = await colourAt(page, hank[0], hank[1]);
  expect(dark[1] + dark[2]).toBeLessThan(0.8 * (turned[1] + turned[2]));
  expect(await colourAt(page, wood[0], wood[1])).toEqual(ground);
  await undoAll(page);
});

test('a vignette darkens the corners and leaves the middle', async ({ page }) => {
  await openPhoto(page, app.url, 'madder-basket');
  const corner = await colourAt(page, 0.01, 0.98);
  const middle = await colourAt(page, 0.5, 0.5);
  await page.getByRole('tab', { name: 'Finish' }).click();
  await type(page.locator('#finish-numbers [data-path="/finish/vignette/amount"]'), 'Amount', '-80');
  await settled(page);
  expect((await colourAt(page, 0.01, 0.98))[0]).toBeLessThan(corner[0] - 15);
  expect(await colourAt(page, 0.5, 0.5)).toEqual(middle);
  await undoAll(page);
});

test('settings stay in sight however many areas there are', async ({ page }) => {
  await openPhoto(page, app.url, 'madder-basket');
  await page.evaluate(async () => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    for (let i = 0; i < 20; i++) await take.commit('area', [{ op: 'add', path: '/areas/-', value: { name: `Area ${i}`, on: i % 2 === 0, mask: { parts: [{ kind: 'hue', from: i, to: i + 20 }] } } }]);
  });
  await settled(page);
  await page.locator('.area[data-area="12"] .bead').first().click();
  await settled(page);
  await expect(page.getByRole('spinbutton', { name: 'Lowest chroma' })).toBeInViewport();
  await page.locator('.area[data-area="20"] .area-name').scrollIntoViewIfNeeded();
  await expect(page.locator('.area[data-area="20"] .area-name')).toBeInViewport();
  await undoAll(page);
});
