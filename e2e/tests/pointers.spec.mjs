// @ts-check
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { onPhoto, openPhoto, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

const GREEN = /** @type {[number, number]} */ ([0.3, 0.4]);
const zoom = (/** @type {import('@playwright/test').Page} */ page) => page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.zoom);
const parts = async (/** @type {import('@playwright/test').Page} */ page) => (await recipe(page)).areas[0].mask.parts;

test('by keys alone: a cross-hair picks a shade and reads out, holds for a box, and takes away with Alt', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const before = (await parts(page))[0].picks.length;
  await page.locator('#stage').focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(page.locator('#reading')).toContainText('chroma');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await parts(page))[0].picks).toHaveLength(before + 1);
  for (let i = 0; i < 10; i++) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+Enter');
  for (const key of ['Right', 'Right', 'Down', 'Down']) await page.keyboard.press(`Shift+Arrow${key}`);
  await page.keyboard.press('Enter');
  await settled(page);
  const [part] = await parts(page);
  expect(part.picks.at(-1).x1).toBeGreaterThan(part.picks.at(-1).x0);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Alt+Enter');
  await settled(page);
  expect((await parts(page))[0].leaveOut).toHaveLength(1);
  // A press and a way: a patch.
  await page.keyboard.press('p');
  await page.keyboard.press('Shift+Enter');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await parts(page)).at(-1).kind).toBe('patch');
  await undoAll(page);
});

test('two fingers zoom and move and begin nothing; one that rests takes away', async ({ browser }) => {
  const page = await (await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } })).newPage();
  await openPhoto(page, app.url, 'drying-rail');
  const revision = () => page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.state.revision);
  const at = await onPhoto(page, ...GREEN);
  const cdp = await page.context().newCDPSession(page);
  const touch = (/** @type {'touchStart' | 'touchMove' | 'touchEnd'} */ type, /** @type {number[][]} */ ...fingers) =>
    cdp.send('Input.dispatchTouchEvent', { type, touchPoints: fingers.map(([x, y], id) => ({ x, y, id })) });
  const [first, before] = [await revision(), await zoom(page)];
  await touch('touchStart', [at.x - 40, at.y]);
  await touch('touchStart', [at.x - 40, at.y], [at.x + 40, at.y]);
  for (let i = 1; i <= 5; i++) await touch('touchMove', [at.x - 40 - 12 * i, at.y], [at.x + 40 + 12 * i, at.y]);
  await touch('touchEnd');
  await settled(page);
  expect(await zoom(page)).toBeGreaterThan(2 * before);
  // What lay between the fingers still does.
  const now = await onPhoto(page, ...GREEN);
  expect(Math.hypot(now.x - at.x, now.y - at.y)).toBeLessThan(4);
  expect(await revision()).toBe(first);
  await touch('touchStart', [at.x, at.y]);
  await page.waitForTimeout(700);
  await touch('touchEnd');
  await settled(page);
  expect((await parts(page))[0].leaveOut).toHaveLength(1);
  await undoAll(page);
  await page.context().close();
});

test('a pen’s barrel button does what Alt does', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const at = await onPhoto(page, ...GREEN);
  await page.evaluate(([clientX, clientY]) => {
    const stage = /** @type {HTMLElement} */ (document.getElementById('stage'));
    const event = { bubbles: true, cancelable: true, pointerType: 'pen', clientX, clientY, pressure: 0.5 };
    stage.dispatchEvent(new PointerEvent('pointerdown', { ...event, button: 2, buttons: 2 }));
    stage.dispatchEvent(new PointerEvent('pointerup', { ...event, button: 2, buttons: 0 }));
  }, [at.x, at.y]);
  await settled(page);
  expect((await parts(page))[0].leaveOut).toHaveLength(1);
  await undoAll(page);
});

test('a hue is taken on its strip, by number, and from the photo', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await page.keyboard.press('8');
  const amount = page.getByRole('spinbutton', { name: 'Lights, amount' });
  await amount.fill('60');
  await amount.press('Enter');
  await settled(page);
  const strip = page.locator('#toning .number-track').first();
  const box = /** @type {{ x: number, y: number, width: number, height: number }} */ (await strip.boundingBox());
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await settled(page);
  expect((await recipe(page)).ground.tint.hue).toBeCloseTo(180, -1);
  await page.getByRole('button', { name: 'Lights, hue: take it from the photo' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Lights, hue: take it from the photo' }).click();
  const at = await onPhoto(page, ...GREEN);
  await page.mouse.click(at.x, at.y);
  await settled(page);
  expect((await recipe(page)).ground.tint.hue).toBeGreaterThan(115);
  expect((await recipe(page)).ground.tint.hue).toBeLessThan(145);
  // The click took a hue and nothing else.
  expect((await parts(page))[0].picks).toHaveLength(2);
  await page.keyboard.press('7');
  await undoAll(page);
});

for (const [name, options] of /** @type {[string, import('@playwright/test').BrowserContextOptions][]} */ ([
  ['enlarged to twice its size', { viewport: { width: 640, height: 400 } }], ['in forced colours', { forcedColors: 'active' }],
])) {
  test(`the Bench ${name}: the photo in sight, nothing laid over another, no serious fault`, async ({ browser }) => {
    const page = await (await browser.newContext(options)).newPage();
    await openPhoto(page, app.url, 'drying-rail');
    expect((await page.locator('#stage').boundingBox())?.width).toBeGreaterThan(380);
    const boxes = await page.locator('.bench-head :is(a, button, h1):visible').evaluateAll(all => all.map(e => e.getBoundingClientRect()).map(b => [b.left, b.right]));
    for (let i = 1; i < boxes.length; i++) if (boxes[i][0] > boxes[i - 1][0]) expect(boxes[i][0]).toBeGreaterThanOrEqual(boxes[i - 1][1] - 1);
    for (const key of ['6', '7', '8', '9']) {
      await page.keyboard.press(key);
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(violations.filter(v => v.impact === 'serious' || v.impact === 'critical').map(v => `${v.id}: ${v.nodes.map(n => n.target).join(', ')}`)).toEqual([]);
    }
    await page.context().close();
  });
}
