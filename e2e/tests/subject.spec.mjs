// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { colourAt, drag, onPhoto, openPhoto, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());
test.beforeEach(async ({ page }) => {
  await openPhoto(page, app.url, 'madder-basket');
  await undoAll(page);
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await expect(page.getByRole('radio', { name: 'box', exact: true })).toHaveAttribute('aria-checked', 'true');
});

const isGrey = (/** @type {number[]} */ [r, g, b]) => Math.max(r, g, b) - Math.min(r, g, b) <= 6;
const part = async (/** @type {import('@playwright/test').Page} */ page) => (await recipe(page)).areas.at(-1).mask.parts.at(-1);

/** How much of a place of the photo the selected area keeps, percent. @param {import('@playwright/test').Page} page @param {number} x @param {number} y @returns {Promise<number>} */
const keptAt = (page, x, y) => page.evaluate(async ([u, v]) => {
  const { take, panel } = /** @type {any} */ (window).yarnwheel;
  const token = /** @type {HTMLMetaElement} */ (document.querySelector('meta[name="yarnwheel-token"]')).content;
  return (await (await fetch(`${take.url}/read`, { method: 'POST', headers: { 'Content-Type': 'application/json', 'X-Yarnwheel-Token': token }, body: JSON.stringify({ x: u, y: v, area: panel.area }) })).json()).kept;
}, [x, y]);

test('a box, a stroke on the thing and one with Alt beside it cut out the madder hank; each is a step of undo', async ({ page }) => {
  await drag(page, [[0.22, 0.22], [0.66, 0.55]]);
  expect((await part(page)).box.x0).toBeCloseTo(0.22, 2);
  await expect(page.getByRole('radio', { name: 'strokes', exact: true })).toHaveAttribute('aria-checked', 'true');
  await drag(page, [[0.3, 0.4], [0.45, 0.35], [0.57, 0.3]]);
  await page.keyboard.down('Alt');
  await drag(page, [[0.3, 0.52], [0.45, 0.5], [0.6, 0.52], [0.63, 0.36]]);
  await page.keyboard.up('Alt');
  const { inside, outside } = await part(page);
  expect([inside.length, outside.length]).toEqual([1, 1]);
  expect([inside[0][0].turn, outside[0][0].turn]).toEqual([1, 2]);
  await expect(page.getByText('1 inside')).toBeVisible();
  // The madder hank keeps its colour; the ochre one below it, the rust one beside it and the basket do not.
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('First area off', [{ op: 'replace', path: '/areas/0/on', value: false }]));
  await settled(page);
  expect(isGrey(await colourAt(page, 0.42, 0.34))).toBe(false);
  for (const [x, y] of [[0.45, 0.5], [0.63, 0.42], [0.3, 0.75]]) expect(isGrey(await colourAt(page, x, y))).toBe(true);

  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await settled(page);
  expect((await part(page)).outside).toHaveLength(0);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await settled(page);
  expect((await recipe(page)).areas).toHaveLength(1);
});

test('the box is dragged by a corner, even while strokes are at hand; Escape and undo put it back', async ({ page }) => {
  await drag(page, [[0.22, 0.22], [0.66, 0.55]]);
  await expect(page.getByRole('radio', { name: 'strokes', exact: true })).toHaveAttribute('aria-checked', 'true');
  await drag(page, [[0.66, 0.55], [0.7, 0.5], [0.74, 0.62]]);
  const dragged = (await part(page)).box;
  for (const [key, value] of Object.entries({ x0: 0.22, y0: 0.22, x1: 0.74, y1: 0.62 })) expect(dragged[key]).toBeCloseTo(value, 2);
  // Past the corner that stays.
  await drag(page, [[0.22, 0.62], [0.5, 0.4], [0.8, 0.2]]);
  const turned = (await part(page)).box;
  for (const [key, value] of Object.entries({ x0: 0.74, y0: 0.2, x1: 0.8, y1: 0.22 })) expect(turned[key]).toBeCloseTo(value, 2);
  await page.keyboard.press('Control+z');
  await settled(page);
  expect((await part(page)).box).toEqual(dragged);
  const corner = await onPhoto(page, dragged.x0, dragged.y0);
  await page.mouse.move(corner.x, corner.y);
  expect(await page.locator('#stage').evaluate(stage => stage.style.cursor)).toBe('nwse-resize');
  await page.mouse.down();
  await page.mouse.move(corner.x + 60, corner.y + 40, { steps: 3 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await settled(page);
  expect((await part(page)).box).toEqual(dragged);
  expect((await part(page)).inside).toEqual([]);
});

test('painting alone begins it too; a later stroke of the other kind counts where both lie; strokes can be cleared', async ({ page }) => {
  await page.getByRole('radio', { name: 'strokes', exact: true }).click();
  await drag(page, [[0.3, 0.4], [0.45, 0.35], [0.57, 0.3]]);
  expect((await part(page)).box).toBeFalsy();
  expect(isGrey(await colourAt(page, 0.45, 0.35))).toBe(false);
  await page.keyboard.down('Alt');
  await drag(page, [[0.3, 0.4], [0.45, 0.35], [0.57, 0.3]]);
  await page.keyboard.up('Alt');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('First area off', [{ op: 'replace', path: '/areas/0/on', value: false }]));
  await settled(page);
  expect(isGrey(await colourAt(page, 0.45, 0.35))).toBe(true);
  // Without a box there would be nothing left: only a part with a box can be cleared.
  await expect(page.getByRole('button', { name: 'clear', exact: true })).toBeDisabled();
  await page.getByRole('radio', { name: 'box', exact: true }).click();
  await drag(page, [[0.22, 0.22], [0.66, 0.55]]);
  await page.getByRole('button', { name: 'clear', exact: true }).click();
  await settled(page);
  expect([(await part(page)).inside, (await part(page)).outside]).toEqual([[], []]);
});

test('what is in doubt is counted, ringed on the photo and flown to; Escape drops a box', async ({ page }) => {
  const at = await onPhoto(page, 0.3, 0.3);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x + 80, at.y + 60, { steps: 4 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await settled(page);
  expect((await recipe(page)).areas).toHaveLength(1);

  await drag(page, [[0.22, 0.22], [0.66, 0.55]]);
  await expect(page.getByText(/Ringed on the photo|^nothing$/)).toBeVisible();
  const zoom = await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom);
  await page.keyboard.press('>');
  await expect(page.getByText(/1 of \d+/)).toBeVisible();
  expect(await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom)).toBeGreaterThan(zoom);
});

test('where nothing stands out alone, the proposal says so and changes nothing', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  const before = await recipe(page);
  await page.getByRole('button', { name: 'main subject' }).click();
  await expect(page.getByText('No clear subject found')).toBeVisible();
  expect(await recipe(page)).toEqual(before);
});

test('a box alone takes the jar, lid and liquor; a key and the small pictures step through the other readings', async ({ page }) => {
  await openPhoto(page, app.url, 'mordant-jar');
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await drag(page, [[0.27, 0.15], [0.4, 0.5], [0.51, 0.83]]);
  await settled(page);
  const part = async () => (await recipe(page)).areas.at(-1).mask.parts[0];
  const read = (/** @type {number} */ x, /** @type {number} */ y) => keptAt(page, x, y);
  // Copper, glass and liquor, and nothing of the hedge.
  for (const [x, y] of [[0.385, 0.28], [0.385, 0.42], [0.385, 0.6], [0.385, 0.72]]) expect(await read(x, y)).toBeGreaterThan(80);
  expect(await read(0.29, 0.3)).toBeLessThan(20);
  const pictures = page.locator('.reading-row button');
  await expect(pictures.first()).toHaveAttribute('aria-checked', 'true');
  expect(await pictures.count()).toBeGreaterThan(1);
  await page.keyboard.press('y');
  await settled(page);
  expect((await part()).reading).toBeTruthy();
  await expect(pictures.nth(1)).toHaveAttribute('aria-checked', 'true');
  await pictures.first().click();
  await settled(page);
  await expect(pictures.first()).toHaveAttribute('aria-checked', 'true');
  expect(await read(0.385, 0.28)).toBeGreaterThan(80);
  await undoAll(page);
});

test('what is pointed at lights up; the wheel makes it larger, a click takes it, another adds, Alt takes away', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  const outline = page.locator('#marks .mark-over');
  /** Points at a place until its region is there. @param {[number, number]} place */
  const point = async ([x, y]) => {
    const at = await onPhoto(page, x, y);
    // One after the other: the answer to the first must not be taken for that to what follows.
    let share = 0;
    for (const beside of [3, 0]) {
      const answer = page.waitForResponse(r => r.url().includes('/subject/region'));
      await page.mouse.move(at.x - beside, at.y);
      ({ share } = await (await answer).json());
    }
    return share;
  };
  const [red, teal] = /** @type {[number, number][]} */ ([[0.475, 0.6], [0.56, 0.5]]);
  const share = await point(red);
  expect(share).toBeGreaterThan(0.015);
  expect(share).toBeLessThan(0.05);
  await expect(outline.first()).toBeVisible();
  const zoom = await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom);
  const larger = page.waitForResponse(r => r.url().includes('/subject/region'));
  await page.mouse.wheel(0, -100);
  expect((await (await larger).json()).share).toBeGreaterThan(share);
  const back = page.waitForResponse(r => r.url().includes('/subject/region'));
  await page.mouse.wheel(0, 100);
  expect((await (await back).json()).share).toBeCloseTo(share, 5);
  expect(await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom)).toBe(zoom);
  const click = async (/** @type {[number, number]} */ place, alt = false) => {
    await point(place);
    await expect(outline.first()).toBeVisible();
    if (alt) await page.keyboard.down('Alt');
    await page.mouse.down();
    await page.mouse.up();
    if (alt) await page.keyboard.up('Alt');
    await settled(page);
  };
  const spread = async (/** @type {[number, number]} */ place) => {
    await page.mouse.move(5, 5);
    await settled(page);
    const colour = await colourAt(page, ...place);
    return Math.max(...colour) - Math.min(...colour);
  };
  await click(red);
  expect((await recipe(page)).areas.at(-1).mask.parts[0].regions).toHaveLength(1);
  expect(await spread(red)).toBeGreaterThan(60);
  const other = /** @type {[number, number]} */ ([0.2, 0.6]);
  const grey = await spread(other);
  await click(other);
  expect((await recipe(page)).areas.at(-1).mask.parts[0].regions).toHaveLength(2);
  expect(await spread(other)).not.toBe(grey);
  await click(red, true);
  expect((await recipe(page)).areas.at(-1).mask.parts[0].regions.at(-1).away).toBe(true);
  expect(await spread(red)).toBeLessThan(8);
  expect(await spread(teal)).toBeGreaterThan(40);
  await undoAll(page);
});

test('one stroke along the string takes it from ball to ball', async ({ page }) => {
  await openPhoto(page, app.url, 'felt-string');
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await page.getByText('strokes', { exact: true }).click();
  await drag(page, [[0.245, 0.399], [0.28, 0.405], [0.318, 0.410]]);
  await settled(page);
  const first = page.locator('.reading-row button').first();
  await expect(first).toHaveAttribute('title', /thin and alike/);
  await expect(first).toHaveAttribute('aria-checked', 'true');
  // Across the string in the middle of the stroke: something of it is kept, the leaves beside it are not.
  const across = await Promise.all([-0.004, -0.002, 0, 0.002, 0.004].map(d => keptAt(page, 0.28, 0.404 + d)));
  expect(Math.max(...across)).toBeGreaterThan(60);
  for (const beside of [0.36, 0.45]) expect(await keptAt(page, 0.28, beside)).toBeLessThan(5);
  await undoAll(page);
});
