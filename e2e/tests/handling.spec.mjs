// @ts-check
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { clickPhoto, colourAt, onPhoto, openPhoto, recipe, settled, undoAll, wholePixel } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

for (const scheme of /** @type {const} */ (['light', 'dark'])) {
  test(`axe finds no serious fault, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme });
    for (const address of ['/help', '/']) {
      await page.goto(app.url + address);
      await check(page);
    }
    await openPhoto(page, app.url, 'felt-string');
    await check(page);
    for (const key of ['h', 'l', 'o']) {
      await page.keyboard.press(key);
      await expect(page.getByText('joins Madder balls')).toBeVisible();
      await check(page);
    }
    await page.keyboard.press('l');
    await page.locator('[data-act="begin-with"]').first().click();
    await settled(page);
    await page.getByRole('radio', { name: 'free curve' }).click();
    await settled(page);
    await check(page);
    await undoAll(page);
    await page.keyboard.press('?');
    await check(page);
    await page.keyboard.press('Escape');
    await page.keyboard.press('Control+s');
    await expect(page.locator('#save')).toBeVisible();
    await check(page);
  });
}

/** @param {import('@playwright/test').Page} page */
async function check(page) {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const serious = violations.filter(v => v.impact === 'serious' || v.impact === 'critical');
  expect(serious.map(v => `${v.id}: ${v.nodes.map(n => n.target).join(', ')}`)).toEqual([]);
}

test('the browser reports no error, also none of the content policy', async ({ page }) => {
  /** @type {string[]} */
  const said = [];
  page.on('console', message => { if (message.type() === 'error' || message.type() === 'warning') said.push(message.text()); });
  page.on('pageerror', error => said.push(error.message));
  await openPhoto(page, app.url, 'drying-rail');
  await page.keyboard.press('v');
  await settled(page);
  await page.getByRole('button', { name: /Show:/ }).click();
  await page.getByRole('button', { name: /kept parts alone/ }).click();
  await settled(page);
  expect(said).toEqual([]);
});

test('the wheel and the numbers work by keyboard alone', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const knob = page.getByRole('slider', { name: 'Spoke at 142°, green' });
  await knob.focus();
  const before = (await recipe(page)).grey.spokes[4];
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await settled(page);
  const after = (await recipe(page)).grey.spokes[4];
  expect(after).toEqual({ hue: before.hue + 1, lift: before.lift + 11 });
  await page.keyboard.press('Delete');
  await settled(page);
  expect((await recipe(page)).grey.spokes).toHaveLength(7);

  const narrow = (await recipe(page)).areas[0].mask.parts[0].reach;
  const reach = page.getByRole('spinbutton', { name: 'Reach' });
  await reach.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await settled(page);
  expect((await recipe(page)).areas[0].mask.parts[0].reach).toBe(narrow + 10);
  await reach.fill('7.5');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await recipe(page)).areas[0].mask.parts[0].reach).toBe(7.5);
  await reach.fill('no number');
  await page.keyboard.press('Enter');
  await expect(reach).toHaveValue('7.5');
  await page.locator('.number[data-label="Reach"] .number-label').dblclick();
  await settled(page);
  expect((await recipe(page)).areas[0].mask.parts[0].reach).toBe(12);
});

test('zoom goes about the pointer, 100 % is pixel for pixel, and the map moves the view', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const { at: spot, photo: at } = await wholePixel(page, 0.3, 0.4);
  await page.mouse.move(spot.x, spot.y);
  await page.mouse.wheel(0, -600);
  await settled(page);
  const there = await onPhoto(page, at.x, at.y);
  expect(Math.hypot(there.x - spot.x, there.y - spot.y)).toBeLessThan(2);
  await page.keyboard.press('1');
  await settled(page);
  expect(await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom)).toBe(1);
  await expect(page.locator('#map')).toBeVisible();
  const box = await page.locator('#map canvas').boundingBox();
  if (!box) throw new Error('no map');
  await page.mouse.click(box.x + box.width * 0.9, box.y + box.height * 0.5);
  await settled(page);
  const centre = await page.evaluate(() => {
    const { view } = /** @type {any} */ (window).yarnwheel;
    return view.toPhoto(view.stage.clientWidth / 2, view.stage.clientHeight / 2);
  });
  expect(Math.abs(centre.x - 0.9)).toBeLessThan(0.03);
  await page.keyboard.press('f');
  await settled(page);
  await expect(page.locator('#map')).toBeHidden();
});

test('a high pixel ratio is drawn at its own resolution', async ({ browser }) => {
  const context = await browser.newContext({ deviceScaleFactor: 2, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await openPhoto(page, app.url, 'felt-string');
  const sizes = await page.evaluate(() => {
    const { view } = /** @type {any} */ (window).yarnwheel;
    return [view.canvas.width, Math.round(view.stage.clientWidth * 2)];
  });
  expect(sizes[0]).toBe(sizes[1]);
  await context.close();
});

test('areas: new, renamed, switched off, turned inside out, removed; each can be undone', async ({ page }) => {
  await openPhoto(page, app.url, 'felt-string');
  await page.keyboard.press('n');
  await clickPhoto(page, 0.835, 0.36);
  await expect(page.locator('.area')).toHaveCount(2);
  await page.locator('.area.is-chosen .area-name').click();
  const name = page.getByLabel('Name');
  await name.fill('Weld <ball>');
  await page.keyboard.press('Enter');
  await expect(page.locator('.area.is-chosen .area-name')).toHaveText('Weld <ball>');
  const [r, , b] = await colourAt(page, 0.835, 0.36);
  expect(r - b).toBeGreaterThan(60);
  await page.getByRole('button', { name: 'Weld <ball> on' }).click();
  await settled(page);
  const off = await colourAt(page, 0.835, 0.36);
  expect(off[0] - off[2]).toBeLessThan(8);
  await page.keyboard.press('Control+z');
  await settled(page);
  await page.getByRole('button', { name: 'inside out' }).click();
  await settled(page);
  expect((await recipe(page)).areas[1].mask.invert).toBe(true);
  await page.getByRole('button', { name: 'Remove Weld <ball>' }).click();
  await expect(page.locator('.area')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.area')).toHaveCount(2);
});

test('parts: a second one limits the first', async ({ page }) => {
  await openPhoto(page, app.url, 'felt-string');
  await undoAll(page);
  const picks = page.locator('.area').first().locator('.bead[data-part]:not(.knot)');
  await page.getByRole('button', { name: /Add a part to Madder/ }).click();
  await page.locator('.area').first().locator('.dropdown-menu').getByRole('button', { name: /by colour/i }).click();
  await expect(page.getByText('joins Madder balls')).toBeVisible();
  await clickPhoto(page, 0.2, 0.9);
  await expect(picks).toHaveCount(2);
  await page.getByRole('radio', { name: /limit to/ }).click();
  await settled(page);
  const parts = (await recipe(page)).areas[0].mask.parts;
  expect([parts[1].op, parts[1].picks.length]).toEqual(['intersect', 1]);
  const limited = await colourAt(page, 0.61, 0.4);
  expect(Math.max(...limited) - Math.min(...limited)).toBeLessThan(8);
  await clickPhoto(page, 0.61, 0.4);
  const shown = await colourAt(page, 0.61, 0.4);
  expect(Math.max(...shown) - Math.min(...shown)).toBeGreaterThan(60);
});

test('where many drag at once a dragged frame is coarser and lies where the exact one does', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const off = await page.evaluate(async () => {
    const { view, take } = /** @type {any} */ (window).yarnwheel;
    const canvas = () => view.context.getImageData(0, 0, view.canvas.width, view.canvas.height).data;
    const { post } = await import(/** @type {any} */ ('/js/http.js'));
    const wish = { ...view.last, fast: true, draft: [{ op: 'replace', path: '/ground/colour', value: 30 }] };
    let isOver = false;
    const others = [1, 2, 3, 4, 5, 6, 7, 8].filter(id => !take.url.endsWith(`/${id}`)).map(async id => {
      while (!isOver) await (await post(`/bench/${id}/frame`, wish)).blob();
    });
    // Dragged until a frame of the crowd's kind is painted.
    const coarse = await new Promise(done => {
      view.addEventListener('painted', (/** @type {CustomEvent} */ { detail }) => {
        if (detail.fast && detail.scale < 0.75 * view.zoom) done(canvas());
        else if (!isOver) view.ask(true);
      });
      take.draft = wish.draft;
      view.ask(true);
    });
    isOver = true;
    await Promise.all(others);
    await new Promise(done => {
      view.addEventListener('painted', (/** @type {CustomEvent} */ { detail }) => { if (!detail.fast) done(null); });
      view.ask(false);
    });
    const exact = canvas();
    /** Mean difference when one of them is moved. @param {number} by pixels of the canvas in its order: 1 to the right, its width down */
    const moved = by => {
      let sum = 0;
      for (let i = Math.max(0, 4 * by); i < exact.length + Math.min(0, 4 * by); i++) sum += Math.abs(exact[i] - coarse[i - 4 * by]);
      return sum / exact.length;
    };
    take.draft = null;
    return [0, 1, -1, view.canvas.width, -view.canvas.width].map(moved);
  });
  expect(off[0]).toBeLessThan(6);
  expect(off[0]).toBeLessThan(Math.min(...off.slice(1)));
});
