// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { colourAt, drag, onPhoto, openPhoto, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());
test.beforeEach(async ({ page }) => {
  await openPhoto(page, app.url, 'felt-string');
  await undoAll(page);
  await page.evaluate(() => localStorage.removeItem('brush'));
  await page.reload();
  await settled(page);
});

const isGrey = (/** @type {number[]} */ [r, g, b]) => Math.max(r, g, b) - Math.min(r, g, b) <= 6;

/** Begins an area by brush. @param {import('@playwright/test').Page} page */
async function beginBrush(page) {
  await page.keyboard.press('n');
  await page.keyboard.press('b');
  await expect(page.getByRole('spinbutton', { name: 'Hardness' })).toBeVisible();
}

test('painting begins an area; Alt takes away; each stroke is a step of undo', async ({ page }) => {
  await beginBrush(page);
  await drag(page, [[0.3, 0.72], [0.36, 0.78]]);
  let areas = (await recipe(page)).areas;
  expect(areas.at(-1).mask.parts[0].strokes).toHaveLength(1);
  expect(isGrey(await colourAt(page, 0.33, 0.75))).toBe(false);

  await page.keyboard.down('Alt');
  await drag(page, [[0.33, 0.75], [0.335, 0.755]]);
  await page.keyboard.up('Alt');
  areas = (await recipe(page)).areas;
  expect(areas.at(-1).mask.parts[0].strokes.map((/** @type {any} */ s) => s.erase)).toEqual([false, true]);
  expect(isGrey(await colourAt(page, 0.33, 0.75))).toBe(true);
  await page.keyboard.press('Control+z');
  await settled(page);
  expect(isGrey(await colourAt(page, 0.33, 0.75))).toBe(false);

  // Shift runs straight from where the last stroke ended.
  await page.keyboard.down('Shift');
  await drag(page, [[0.7, 0.9]]);
  await page.keyboard.up('Shift');
  expect((await recipe(page)).areas.at(-1).mask.parts[0].strokes.at(-1).points).toHaveLength(2);
  expect(isGrey(await colourAt(page, 0.5, 0.81))).toBe(false);
});

test('the brush repairs an area of other parts, also within them, and Esc drops a stroke', async ({ page }) => {
  await page.getByRole('button', { name: 'Madder balls', exact: true }).click();
  await page.keyboard.press('b');
  await expect(page.getByRole('spinbutton', { name: 'Hardness' })).toBeVisible();
  await page.keyboard.down('Alt');
  await drag(page, [[0.612, 0.4], [0.614, 0.41]]);
  await page.keyboard.up('Alt');
  const part = (await recipe(page)).areas[0].mask.parts.at(-1);
  expect(part).toMatchObject({ kind: 'brush', op: 'add' });
  expect(part.strokes[0]).toMatchObject({ erase: true, onMask: 'all' });
  expect(isGrey(await colourAt(page, 0.613, 0.405))).toBe(true);
  await drag(page, [[0.612, 0.4], [0.614, 0.41]]);
  expect(isGrey(await colourAt(page, 0.613, 0.405))).toBe(false);

  const before = JSON.stringify(await recipe(page));
  const at = await onPhoto(page, 0.2, 0.8);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y, { steps: 5 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await settled(page);
  expect(JSON.stringify(await recipe(page))).toBe(before);
  expect(isGrey(await colourAt(page, 0.2, 0.8))).toBe(true);
});

test('size by keys and wheel, settings kept, the clinging brush leaves other colours alone', async ({ page }) => {
  await beginBrush(page);
  const size = page.getByRole('spinbutton', { name: 'Size' });
  await expect(size).toHaveValue('60');
  for (let i = 0; i < 8; i++) await page.keyboard.press(']');
  await expect(size).toHaveValue('128.6');
  const at = await onPhoto(page, 0.19, 0.38);
  await page.mouse.move(at.x, at.y);
  await page.keyboard.down('Alt');
  await page.mouse.wheel(0, 100);
  await page.keyboard.up('Alt');
  await expect(size).toHaveValue('116.9');
  await page.getByRole('radio', { name: 'to what is under it' }).click();
  await expect(page.getByRole('spinbutton', { name: 'Reach' })).toBeVisible();
  await page.getByRole('radio', { name: 'most edges' }).click();
  // Along the rim of the rose ball, over leaves and all.
  await drag(page, [[0.16, 0.4], [0.155, 0.38], [0.165, 0.34]]);
  expect(isGrey(await colourAt(page, 0.155, 0.38))).toBe(false);
  expect(isGrey(await colourAt(page, 0.118, 0.38))).toBe(true);
  expect((await recipe(page)).areas.at(-1).mask.parts[0].strokes[0].cling).toMatchObject({ reach: 5, fade: 4, held: false });
  await page.reload();
  await settled(page);
  await beginBrush(page);
  await expect(page.getByRole('spinbutton', { name: 'Size' })).toHaveValue('116.9');
  await page.getByRole('radio', { name: 'no', exact: true }).click();
});

test('a stroke by mouse and by pen, fitted and at 100 %, gives the same mask', async ({ page }) => {
  /** @type {[number, number][]} */
  const way = [[0.44, 0.5], [0.47, 0.55], [0.52, 0.5], [0.56, 0.56]];
  const mask = async () => {
    const area = (await recipe(page)).areas.length - 1;
    return page.evaluate(async area => {
      const { take } = /** @type {any} */ (window).yarnwheel;
      const blob = await (await fetch(`${take.url}/frame?x=560&y=400&width=400&height=200&scale=0.5&show=mask&area=${area}`)).blob();
      const bitmap = await createImageBitmap(blob);
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      const context = /** @type {OffscreenCanvasRenderingContext2D} */ (canvas.getContext('2d'));
      context.drawImage(bitmap, 0, 0);
      return [...context.getImageData(0, 0, bitmap.width, bitmap.height).data].filter((_, i) => i % 4 === 0);
    }, area);
  };
  const byPen = async () => {
    const places = [];
    for (const [x, y] of way) places.push(await onPhoto(page, x, y));
    await page.evaluate(places => {
      const stage = /** @type {HTMLElement} */ (document.getElementById('stage'));
      stage.setPointerCapture = () => {};
      const send = (/** @type {string} */ type, /** @type {{ x: number, y: number }} */ { x, y }) => stage.dispatchEvent(new PointerEvent(type, { pointerId: 7, pointerType: 'pen', pressure: type === 'pointerup' ? 0 : 1, button: type === 'pointermove' ? -1 : 0, buttons: 1, clientX: x, clientY: y, bubbles: true, cancelable: true }));
      send('pointerdown', places[0]);
      for (let k = 1; k < places.length; k++)
        for (let t = 1; t <= 6; t++) send('pointermove', { x: places[k - 1].x + (places[k].x - places[k - 1].x) * t / 6, y: places[k - 1].y + (places[k].y - places[k - 1].y) * t / 6 });
      send('pointerup', places[places.length - 1]);
    }, places);
    await settled(page);
  };
  /** @type {number[][]} */
  const masks = [];
  for (const zoom of ['f', '1']) {
    for (const paint of [() => drag(page, way), byPen]) {
      await beginBrush(page);
      await page.keyboard.press(zoom);
      await page.evaluate(() => { const { view } = /** @type {any} */ (window).yarnwheel; view.centre(0.5, 0.53); });
      await settled(page);
      await paint();
      masks.push(await mask());
      await page.keyboard.press('Control+z');
      await settled(page);
    }
  }
  expect(masks[0].filter(v => v > 200).length).toBeGreaterThan(2000);
  for (const other of masks.slice(1)) {
    const off = other.reduce((sum, v, i) => sum + Math.abs(v - masks[0][i]), 0) / masks[0].reduce((sum, v) => sum + v, 0);
    // The hand's places are whole pixels of the screen: four of the photo's where it is fitted.
    expect(off).toBeLessThan(0.06);
  }
});

test('what is left over is counted, listed, flown to and removed; the edge is walked', async ({ page }) => {
  await page.goto(app.url);
  await openPhoto(page, app.url, 'madder-basket');
  const chip = page.locator('#left-over-count');
  await expect(chip).toHaveText(/Left over: \d+/, { timeout: 20_000 });
  const count = async () => Number((await chip.textContent())?.match(/\d+/)?.[0]);
  const before = await count();
  expect(before).toBeGreaterThan(3);
  await chip.click();
  await page.keyboard.press('.');
  await settled(page);
  expect(await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom)).toBeGreaterThan(1);
  await page.keyboard.press('Backspace');
  await expect.poll(count, { timeout: 20_000 }).toBeLessThan(before);
  const parts = (await recipe(page)).areas[0].mask.parts;
  expect(parts.at(-1)).toMatchObject({ kind: 'brush' });
  await expect(page.locator('#last-step')).toHaveText(/removed|filled/);

  await page.keyboard.press('>');
  await settled(page);
  await expect(page.locator('.walk .is-looked')).toHaveCount(1);
  expect(await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom)).toBe(1);
  await page.getByRole('button', { name: /remove all up to/ }).click();
  await settled(page);
  expect((await recipe(page)).areas[0].edge.islands).toBeGreaterThan(8);
  await expect.poll(count, { timeout: 20_000 }).toBeLessThan(before / 2);
});
