// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { clickPhoto, colourAt, drag, onPhoto, openPhoto, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

const RED = /** @type {[number, number]} */ ([0.3, 0.45]);
const BLUE = /** @type {[number, number]} */ ([0.895, 0.4]);

/** How far apart its channels are. @param {number[]} colour */
const spread = colour => Math.max(...colour) - Math.min(...colour);

/** @param {import('@playwright/test').Page} page */
async function openEmpty(page) {
  await openPhoto(page, app.url, 'hoop-wall');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Empty', [{ op: 'replace', path: '/areas', value: [] }, { op: 'replace', path: '/ground', value: {} }]));
  await settled(page);
}

test('a take without areas shows its colours; the first thing kept turns the rest grey', async ({ page }) => {
  await openEmpty(page);
  expect(spread(await colourAt(page, ...BLUE))).toBeGreaterThan(45);
  await expect(page.locator('#show-button')).toHaveText(/all colours/);
  await clickPhoto(page, ...RED);
  await expect(page.locator('.fading')).toHaveCount(0);
  expect(spread(await colourAt(page, ...BLUE))).toBeLessThan(8);
  expect(spread(await colourAt(page, ...RED))).toBeGreaterThan(45);
  await expect(page.locator('#show-button')).toHaveText(/result/);
  // Greys and finish are judged in grey, also when nothing is kept.
  await page.keyboard.press('Control+z');
  await settled(page);
  expect(spread(await colourAt(page, ...BLUE))).toBeGreaterThan(45);
  await page.keyboard.press('8');
  await settled(page);
  expect(spread(await colourAt(page, ...BLUE))).toBeLessThan(8);
  await page.keyboard.press('7');
  await undoAll(page);
});

test('reduced motion: no fade', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await openEmpty(page);
  await page.evaluate(() => {
    const seen = /** @type {any} */ (window);
    seen.fades = 0;
    new MutationObserver(changes => changes.forEach(c => c.addedNodes.forEach(n => { if (n instanceof Element && n.matches('.fading')) seen.fades++; }))).observe(/** @type {Node} */ (document.getElementById('stage')), { childList: true });
  });
  await clickPhoto(page, ...RED);
  expect(await page.evaluate(() => /** @type {any} */ (window).fades)).toBe(0);
  await undoAll(page);
});

test('all colours while a key is held, at every zoom', async ({ page }) => {
  await openPhoto(page, app.url, 'hoop-wall');
  for (const key of ['f', '1']) {
    await page.keyboard.press(key);
    await settled(page);
    const middle = await page.evaluate(() => {
      const { view } = /** @type {any} */ (window).yarnwheel;
      return view.toPhoto(view.stage.clientWidth / 2, view.stage.clientHeight / 2);
    });
    const before = await colourAt(page, middle.x, middle.y);
    await page.keyboard.down('a');
    await settled(page);
    const shown = await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.last.show);
    expect(shown).toBe('colours');
    await page.keyboard.up('a');
    await settled(page);
    expect(await colourAt(page, middle.x, middle.y)).toEqual(before);
  }
});

test('a lens shows the colours under a hand that chooses over grey; moving it asks for nothing', async ({ page }) => {
  await openEmpty(page);
  await clickPhoto(page, ...RED);
  const lens = page.locator('#lens');
  const at = await onPhoto(page, ...BLUE);
  await page.mouse.move(at.x - 4, at.y);
  await expect(lens).toBeVisible();
  const middle = await lens.evaluate(canvas => {
    const { width, height } = /** @type {HTMLCanvasElement} */ (canvas);
    return [.../** @type {CanvasRenderingContext2D} */ (/** @type {HTMLCanvasElement} */ (canvas).getContext('2d')).getImageData(width / 2, height / 2, 1, 1).data.slice(0, 3)];
  });
  expect(middle[2] - middle[0]).toBeGreaterThan(40);
  // Frames are asked for once only.
  let asked = 0;
  page.on('request', request => { if (request.url().includes('/frame')) asked++; });
  for (let i = 0; i < 8; i++) await page.mouse.move(at.x - 4 + i, at.y + i);
  await page.waitForTimeout(300);
  expect(asked).toBe(0);
  // Its size, kept for the next time.
  const size = (await lens.boundingBox())?.width ?? 0;
  await page.keyboard.down('Shift');
  await page.mouse.wheel(0, -100);
  await page.keyboard.up('Shift');
  await expect.poll(async () => (await lens.boundingBox())?.width ?? 0).toBeGreaterThan(size + 20);
  // Not over what is kept, not for a hand that paints, and not when it is switched off.
  const red = await onPhoto(page, ...RED);
  await page.mouse.move(red.x, red.y);
  await expect(lens).toBeHidden();
  await page.keyboard.press('b');
  await page.mouse.move(at.x, at.y);
  await page.waitForTimeout(400);
  await expect(lens).toBeHidden();
  await page.keyboard.press('c');
  await page.mouse.move(at.x + 2, at.y);
  await expect(lens).toBeVisible();
  await page.keyboard.press('i');
  await expect(lens).toBeHidden();
  await page.keyboard.press('i');
  await undoAll(page);
});

test('the steps: one press away, by the arrows too, and remembered for the take', async ({ page }) => {
  await openPhoto(page, app.url, 'hoop-wall');
  await expect(page.getByRole('tab', { name: 'Keep' })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('tab', { name: 'Light' }).click();
  await expect(page.getByRole('spinbutton', { name: 'Exposure' })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('tab', { name: 'Greys' })).toBeFocused();
  await page.reload();
  await settled(page);
  await expect(page.getByRole('tab', { name: 'Greys' })).toHaveAttribute('aria-selected', 'true');
  // Every control of a step is in sight without scrolling, and the wheel always.
  for (const [key, last] of [['6', 'Protect'], ['8', 'Darks, amount'], ['9', 'Shape']]) {
    await page.keyboard.press(key);
    await expect(page.getByRole('spinbutton', { name: last, exact: true })).toBeInViewport();
    await expect(page.locator('#wheel')).toBeInViewport({ ratio: 1 });
  }
  // What is begun is chosen in its own step.
  await page.keyboard.press('h');
  await expect(page.getByRole('tab', { name: 'Keep' })).toHaveAttribute('aria-selected', 'true');
  // Where there is room, what is kept stays beside the other steps.
  await page.setViewportSize({ width: 2560, height: 1440 });
  await page.keyboard.press('9');
  await expect(page.locator('#panel')).toBeVisible();
  await expect(page.locator('#finish-step')).toBeVisible();
  await page.keyboard.press('7');
});

test('keys are searched, changed and kept; two never have the same', async ({ page }) => {
  await openPhoto(page, app.url, 'hoop-wall');
  await page.keyboard.press('?');
  const help = page.locator('#help');
  await expect(help.getByRole('heading', { level: 3 }).first()).toHaveText('Now');
  await help.getByLabel('Search the keys').fill('veil');
  await expect(help.locator('dd')).toHaveCount(1);
  await help.getByRole('button', { name: /change the key of veil/ }).click();
  await page.keyboard.press('Escape');
  await expect(help.getByRole('status')).toHaveText('The key stays as it was.');
  await expect(help).toBeVisible();
  await help.getByRole('button', { name: /change the key of veil/ }).click();
  await page.keyboard.press('m');
  await expect(help.getByRole('status')).toHaveText('M was the key of “mask alone”; that has V now.');
  await page.keyboard.press('Escape');
  await page.keyboard.press('m');
  await expect(page.locator('#show-button')).toHaveText(/veil/);
  await page.reload();
  await settled(page);
  await page.keyboard.press('v');
  await expect(page.locator('#show-button')).toHaveText(/mask alone/);
  await page.keyboard.press('v');
  await page.keyboard.press('?');
  await help.getByRole('button', { name: 'usual keys' }).click();
  await expect(help.getByRole('status')).toHaveText('Every key is as it was at first.');
  await page.keyboard.press('Escape');
  await page.keyboard.press('v');
  await expect(page.locator('#show-button')).toHaveText(/veil/);
  await page.keyboard.press('v');
});

test('one key opens the rest at the pointer; the next letter takes one, any other closes it', async ({ page }) => {
  await openPhoto(page, app.url, 'hoop-wall');
  const rest = page.locator('#rest');
  await page.mouse.move(500, 300);
  await page.keyboard.press('e');
  await expect(rest).toBeVisible();
  expect((await rest.boundingBox())?.x).toBeCloseTo(508, -1);
  await page.keyboard.press('q');
  await expect(rest).toBeHidden();
  const theme = () => page.evaluate(() => document.documentElement.dataset.bsTheme);
  const before = await theme();
  await page.keyboard.press('e');
  await page.keyboard.press('l');
  expect(await theme()).not.toBe(before);
  await page.keyboard.press('e');
  await rest.getByText('by ramp, round').click();
  await expect(page.getByRole('heading', { name: /By ramp/ })).toBeVisible();
  await page.keyboard.press('Escape');
});

test('a box that finds next to nothing says so and what helps', async ({ page }) => {
  await openEmpty(page);
  await page.keyboard.press('s');
  await page.route('**/subject/doubts?*', async route => {
    const answer = await route.fetch();
    await route.fulfill({ response: answer, json: { ...await answer.json(), nothing: true } });
  });
  await drag(page, [[0.02, 0.86], [0.1, 0.98]]);
  await expect(page.locator('#doubts')).toContainText('Paint a short stroke on the thing');
  await page.unroute('**/subject/doubts?*');
  await undoAll(page);
});

test('the reading under a resting pointer follows the picture', async ({ page }) => {
  await openEmpty(page);
  const at = await onPhoto(page, ...RED);
  await page.mouse.move(at.x, at.y);
  await expect(page.locator('#reading')).toContainText('kept 0 %');
  await page.mouse.click(at.x, at.y);
  await settled(page);
  await expect(page.locator('#reading')).toContainText(/kept (9\d|100) %/);
  await undoAll(page);
});

test('three hints on a first take: each gone once done or put away, to be had again', async ({ page }) => {
  await openEmpty(page);
  const hint = (/** @type {string} */ name) => page.locator(`[data-hint="${name}"]`);
  // Work in the take: no hints.
  await expect(hint('keep')).toBeHidden();
  await page.reload();
  await settled(page);
  for (const name of ['keep', 'spoke', 'tidy']) await expect(hint(name)).toBeVisible();
  await hint('tidy').getByRole('button').click();
  await expect(hint('tidy')).toBeHidden();
  await clickPhoto(page, ...RED);
  await expect(hint('keep')).toBeHidden();
  await expect(hint('spoke')).toBeVisible();
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Spoke', [{ op: 'replace', path: '/grey/spokes', value: [{ hue: 30, lift: 20 }] }]));
  await settled(page);
  await expect(hint('spoke')).toBeHidden();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await settled(page);
  await page.reload();
  await settled(page);
  for (const name of ['keep', 'spoke', 'tidy']) await expect(hint(name)).toBeHidden();
  await page.keyboard.press('?');
  await page.locator('#help').getByRole('button', { name: 'hints again' }).click();
  for (const name of ['keep', 'spoke', 'tidy']) await expect(hint(name)).toBeVisible();
  await undoAll(page);
});

test('the cursor tells the hand, and whether it adds or takes away', async ({ page }) => {
  await openPhoto(page, app.url, 'hoop-wall');
  const cursor = () => page.locator('#stage').evaluate(stage => getComputedStyle(stage).cursor);
  const at = await onPhoto(page, 0.1, 0.1);
  await page.mouse.move(at.x, at.y);
  const seen = new Set();
  for (const key of ['c', 'h', 'p', 'l', 'r', 'o']) {
    await page.keyboard.press('n');
    await page.keyboard.press(key);
    await page.mouse.move(at.x + seen.size, at.y);
    const adds = await cursor();
    expect(adds).toMatch(/^url\("data:image\/svg\+xml/);
    await page.keyboard.down('Alt');
    const takes = await cursor();
    await page.keyboard.up('Alt');
    expect(takes).not.toBe(adds);
    expect(await cursor()).toBe(adds);
    seen.add(adds).add(takes);
    await page.keyboard.press('Escape');
  }
  expect(seen.size).toBe(12);
  // Picks that leave out look like it without Alt.
  await page.keyboard.press('c');
  const keeps = await cursor();
  await page.keyboard.press('x');
  expect(await cursor()).not.toBe(keeps);
  await page.keyboard.press('x');
});
