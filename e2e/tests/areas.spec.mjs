// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { clickPhoto, colourAt, onPhoto, openPhoto, pixels, recipe, settled } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

/** Three areas by colour on the felt balls. @param {import('@playwright/test').Page} page */
async function threeAreas(page) {
  await openPhoto(page, app.url, 'felt-string');
  await page.evaluate(() => {
    const part = (/** @type {number} */ x, /** @type {number} */ y) => ({ kind: 'patch', seeds: [{ x, y, reach: 60 }] });
    return /** @type {any} */ (window).yarnwheel.take.commit('Three', [{ op: 'replace', path: '/areas', value: [
      { name: 'Red', mask: { parts: [part(0.61, 0.4)] } }, { name: 'Yellow', mask: { parts: [part(0.83, 0.33), { kind: 'hue', from: 80, to: 120, op: 'intersect' }] } },
      { name: 'Lower', mask: { parts: [part(0.71, 0.75)] } },
    ] }]);
  });
  await settled(page);
}

/** @param {import('@playwright/test').Page} page */
const names = async page => (await recipe(page)).areas.map((/** @type {any} */ a) => a.name);

test('areas and parts are moved by keys and by dragging, each undone by one step', async ({ page }) => {
  await threeAreas(page);
  await page.getByRole('button', { name: 'Lower', exact: true }).focus();
  await page.keyboard.press('Alt+ArrowUp');
  await settled(page);
  expect(await names(page)).toEqual(['Red', 'Lower', 'Yellow']);
  await expect(page.getByRole('button', { name: 'Lower', exact: true })).toBeFocused();
  await page.keyboard.press('Alt+ArrowUp');
  await settled(page);
  expect(await names(page)).toEqual(['Lower', 'Red', 'Yellow']);
  await page.locator('.area').nth(2).dragTo(page.locator('.area').nth(0), { targetPosition: { x: 100, y: 4 } });
  await settled(page);
  expect(await names(page)).toEqual(['Yellow', 'Lower', 'Red']);
  await page.keyboard.press('Control+z');
  await settled(page);
  expect(await names(page)).toEqual(['Lower', 'Red', 'Yellow']);

  const kinds = async (/** @type {number} */ area) => (await recipe(page)).areas[area].mask.parts.map((/** @type {any} */ p) => p.kind);
  await page.locator('.area').nth(2).getByRole('button', { name: 'By hue' }).focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await settled(page);
  expect(await kinds(2)).toEqual(['hue', 'patch']);
  await page.locator('.area').nth(2).locator('.bead[data-part="0"]').dragTo(page.locator('.area').nth(1).locator('.bead[data-part="0"]'), { targetPosition: { x: 23, y: 12 } });
  await settled(page);
  expect([await kinds(1), await kinds(2)]).toEqual([['patch', 'hue'], ['patch']]);
  // A part is duplicated, turned inside out, switched off.
  for (const name of ['copy', 'inside out', 'on']) {
    await page.locator('#panel .settings').getByRole('button', { name, exact: true }).click();
    await settled(page);
  }
  expect((await recipe(page)).areas[1].mask.parts.slice(1)).toMatchObject([{ kind: 'hue', on: true, invert: false }, { kind: 'hue', on: false, invert: true }]);
});

test('an area is copied, copied as its opposite, renamed in place, switched off, removed', async ({ page }) => {
  await threeAreas(page);
  await page.getByRole('button', { name: 'Red', exact: true }).click();
  await page.getByRole('button', { name: 'opposite' }).click();
  await settled(page);
  expect(await names(page)).toEqual(['Red', 'All but Red', 'Yellow', 'Lower']);
  expect((await recipe(page)).areas[1].mask.invert).toBe(true);
  const [r, g, b] = await colourAt(page, 0.2, 0.9);
  expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeGreaterThan(15);
  await page.getByRole('button', { name: 'copy', exact: true }).click();
  await settled(page);
  expect(await names(page)).toEqual(['Red', 'All but Red', 'All but Red 2', 'Yellow', 'Lower']);
  await page.keyboard.press('F2');
  await page.keyboard.type('The rest');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await names(page))[2]).toBe('The rest');
  await page.getByRole('button', { name: 'The rest on' }).click();
  await settled(page);
  expect((await recipe(page)).areas[2].on).toBe(false);
  await page.getByRole('button', { name: 'Remove The rest' }).click();
  await settled(page);
  expect(await names(page)).toEqual(['Red', 'All but Red', 'Yellow', 'Lower']);
});

test('pointing at an area lights it up on the photo, pointing at the photo lights up its row', async ({ page }) => {
  await threeAreas(page);
  await page.mouse.move(640, 60);
  await settled(page);
  const rest = await pixels(page);
  await page.getByRole('button', { name: 'Lower', exact: true }).hover();
  await page.waitForTimeout(500);
  await settled(page);
  const lit = await pixels(page);
  expect(lit).not.toBe(rest);
  await page.locator('.area').nth(1).getByRole('button', { name: 'By hue' }).hover();
  await page.waitForTimeout(500);
  await settled(page);
  expect(await pixels(page)).not.toBe(lit);
  await page.mouse.move(640, 60);
  await page.waitForTimeout(200);
  await settled(page);
  expect(await pixels(page)).toBe(rest);
  const at = await onPhoto(page, 0.61, 0.4);
  await page.mouse.move(at.x, at.y);
  await expect(page.locator('.area.is-under .area-name')).toHaveText(['Red']);
});

test('the veil has an ink and a strength, the stitch line its key, all of one area or of all; gone while a value is dragged', async ({ page }) => {
  await threeAreas(page);
  await page.getByRole('button', { name: 'Red', exact: true }).click();
  await page.mouse.move(640, 60);
  await settled(page);
  const seen = new Set([await pixels(page)]);
  const fresh = async () => {
    await page.mouse.move(640, 60);
    await settled(page);
    const now = await pixels(page);
    expect(seen.has(now)).toBe(false);
    seen.add(now);
  };
  await page.keyboard.press('v');
  await fresh();
  await page.keyboard.press('q');
  await fresh();
  await page.keyboard.press('j');
  await fresh();
  await page.getByRole('button', { name: /Show:/ }).click();
  await page.getByRole('radio', { name: 'dark' }).click();
  await fresh();
  await page.getByRole('slider', { name: 'Strength' }).fill('90');
  await fresh();
  await page.keyboard.press('Escape');
  // Remembered after a reload; the result itself has none of it.
  await page.reload();
  await settled(page);
  await page.mouse.move(640, 60);
  expect(await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.overlay)).toEqual({ ink: 'dark', strength: 0.9, stitch: true, all: true });
  await page.keyboard.press('v');
  await settled(page);
  const setting = page.locator('#panel .number[data-label="Press 1"], #panel .number[data-label="Colour"]').first();
  await setting.scrollIntoViewIfNeeded();
  const number = await setting.boundingBox();
  if (!number) throw new Error('no number');
  await page.mouse.move(number.x + 20, number.y + 8);
  await page.mouse.down();
  await page.mouse.move(number.x + 28, number.y + 8, { steps: 3 });
  await page.waitForTimeout(200);
  const wish = await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.last);
  expect([wish.show, wish.stitch, wish.fast]).toEqual(['result', false, true]);
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await settled(page);
});

test('each area has a thumbnail of its mask, and twenty of them still leave the settings in sight', async ({ page }) => {
  await threeAreas(page);
  await page.evaluate(() => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    const [, , area] = take.state.recipe.areas;
    return take.commit('Many', Array.from({ length: 17 }, (_, i) => ({ op: 'add', path: '/areas/-', value: { ...area, name: `Area ${i}` } })));
  });
  await settled(page);
  await expect(page.locator('.area')).toHaveCount(20);
  await page.waitForFunction(() => [...document.querySelectorAll('.area-thumb')].slice(0, 3).every(i => /** @type {HTMLImageElement} */ (i).naturalWidth === 96));
  await expect(page.locator('#panel .settings .number').first()).toBeInViewport();
  const key = await page.locator('.area-thumb').nth(1).getAttribute('src');
  await clickPhoto(page, 0.3, 0.3);
  expect(await page.locator('.area-thumb').nth(1).getAttribute('src')).toBe(key);
});

test('an edge is tidied in one press, and one undo takes it back', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await clickPhoto(page, 0.56, 0.5);
  await page.locator('.area .knot').first().click();
  const edge = async () => (await recipe(page)).areas.at(-1).edge;
  const before = await edge();
  await page.getByRole('button', { name: 'tidy', exact: true }).click();
  await expect.poll(async () => (await edge()).fringe).toBe(100);
  await settled(page);
  expect((await edge()).follow).toBeGreaterThan(0);
  // The edge stays chosen, and its controls show what was set.
  await expect(page.locator('#panel')).toContainText('Edge of');
  if (process.env.LOOK) await page.screenshot({ path: process.env.LOOK });
  await page.keyboard.press('Control+z');
  await settled(page);
  expect(await edge()).toEqual(before);
});
