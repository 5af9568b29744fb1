// @ts-check
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { colourAt, openPhoto, recipe, settled, undoAll, wholePixel } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

/** A place on the wheel. @param {import('@playwright/test').Page} page @param {number} hue @param {number} radius in the wheel's own units */
async function onWheel(page, hue, radius) {
  const box = await page.locator('#wheel').boundingBox();
  if (!box) throw new Error('no wheel');
  const unit = box.width / 260;
  const angle = hue * Math.PI / 180;
  return { x: box.x + box.width / 2 + radius * unit * Math.cos(angle), y: box.y + box.height / 2 - radius * unit * Math.sin(angle) };
}

/** @param {import('@playwright/test').Page} page @param {{ x: number, y: number }} from @param {{ x: number, y: number }} to */
async function drag(page, from, to) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 8 });
  await page.mouse.up();
  await settled(page);
}

test('pulling a leaf-green thing up raises it by the shown amount, as the engine has it', async ({ page }) => {
  await openPhoto(page, app.url, 'felt-string');
  await page.getByRole('button', { name: 'level' }).click();
  await settled(page);
  await page.keyboard.press('t');
  await expect(page.locator('#pull')).toHaveAttribute('aria-pressed', 'true');
  const { at, photo } = await wholePixel(page, 0.378, 0.42);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.waitForTimeout(400);
  await page.mouse.move(at.x, at.y - 60, { steps: 6 });
  await expect(page.locator('#hand-label')).toContainText(/lift \+36, grey \d+ → \d+/);
  await page.waitForTimeout(500);
  const words = await page.locator('#hand-label').textContent();
  await page.mouse.up();
  await settled(page);
  await page.keyboard.press('Escape');
  const [, from, to] = /** @type {RegExpMatchArray} */ (words?.match(/grey (\d+) → (\d+)/)).map(Number);
  expect(to).toBeGreaterThan(from + 10);
  const spokes = (await recipe(page)).grey.spokes;
  expect(spokes[5].lift + spokes[4].lift).toBeGreaterThan(36);
  expect(spokes[11].lift).toBe(0);
  // What was shown is what the engine gives the kept recipe, and what is on the screen at 100 %.
  const read = await page.evaluate(async ([x, y]) => {
    const token = /** @type {HTMLMetaElement} */ (document.querySelector('meta[name="yarnwheel-token"]')).content;
    const { take } = /** @type {any} */ (window).yarnwheel;
    const answer = await fetch(`${take.url}/read`, { method: 'POST', headers: { 'Content-Type': 'application/json', 'X-Yarnwheel-Token': token }, body: JSON.stringify({ x, y, area: null }) });
    return answer.json();
  }, [photo.x, photo.y]);
  expect(Math.abs(read.grey - to)).toBeLessThanOrEqual(1);
  await undoAll(page);
});

test('spokes are added by a press, go round with the hand, and come off when pulled off', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const count = (await recipe(page)).grey.spokes.length;
  await drag(page, await onWheel(page, 230, 54), await onWheel(page, 230, 80));
  let spokes = (await recipe(page)).grey.spokes;
  expect(spokes).toHaveLength(count + 1);
  expect(spokes[count].hue).toBeCloseTo(230, -0.5);
  expect(spokes[count].lift).toBeGreaterThan(60);
  await drag(page, await onWheel(page, 230, 80), await onWheel(page, 205 + 5, 80));
  spokes = (await recipe(page)).grey.spokes;
  expect(spokes[count].hue).toBeLessThan(223);
  await drag(page, await onWheel(page, spokes[count].hue, 54 + spokes[count].lift * 0.33), await onWheel(page, spokes[count].hue, 140));
  expect((await recipe(page)).grey.spokes).toHaveLength(count);
  await undoAll(page);
});

test('auto keeps more contrasts than flat, says so, and can be undone', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const before = (await recipe(page)).grey.spokes;
  await page.getByRole('button', { name: 'Auto', exact: true }).click();
  await settled(page);
  await expect(page.locator('#undo')).toHaveAttribute('title', /Undo: Mix: auto/);
  await expect(page.locator('#score')).toHaveAttribute('aria-label', /flat \d+ %, this mix \d+ %, auto \d+ %/);
  await expect.poll(async () => {
    const [flat, present, auto] = [...(await page.locator('#score').getAttribute('aria-label') ?? '').matchAll(/(\d+) %/g)].map(m => Number(m[1]));
    return present === auto && auto > flat;
  }).toBe(true);
  await page.getByRole('button', { name: 'Auto around the kept' }).click();
  await settled(page);
  await expect(page.locator('#undo')).toHaveAttribute('title', /auto around the kept area/);
  await undoAll(page);
  expect((await recipe(page)).grey.spokes).toEqual(before);
});

test('starting mixes show this photo; own ones are kept and removed', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await page.getByRole('tab', { name: 'Greys' }).click();
  await expect(page.locator('.mix')).toHaveCount(10);
  await page.locator('.mix img').last().scrollIntoViewIfNeeded();
  await expect.poll(() => page.locator('.mix img').evaluateAll(all => all.every(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 50))).toBe(true);
  await page.getByRole('button', { name: 'sky deep' }).click();
  await settled(page);
  expect((await recipe(page)).grey.spokes[5].lift).toBe(-65);
  await page.getByLabel('Name to keep this mix under').fill('vat room');
  await page.getByRole('button', { name: 'keep', exact: true }).click();
  await expect(page.getByRole('button', { name: 'vat room', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'red filter' }).click();
  await settled(page);
  await page.getByRole('button', { name: 'vat room', exact: true }).click();
  await settled(page);
  expect((await recipe(page)).grey.spokes[5].lift).toBe(-65);
  await page.getByRole('button', { name: 'Remove the mix vat room' }).click();
  await expect(page.getByRole('button', { name: 'vat room', exact: true })).toHaveCount(0);
  await undoAll(page);
});

test('flat is shown while its key is held; grey of everything takes the kept area as well', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const yellow = [0.645, 0.55];
  const mixed = await colourAt(page, yellow[0], yellow[1]);
  await page.keyboard.down('w');
  await settled(page);
  expect(Math.abs((await colourAt(page, yellow[0], yellow[1]))[0] - mixed[0])).toBeGreaterThan(15);
  await page.keyboard.up('w');
  await settled(page);
  expect(await colourAt(page, yellow[0], yellow[1])).toEqual(mixed);
  await page.keyboard.press('g');
  await settled(page);
  const teal = await colourAt(page, 0.56, 0.62);
  expect(Math.max(...teal) - Math.min(...teal)).toBeLessThan(6);
});

test('the ground is toned, lights and darks apart, and the toning taken back', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await page.getByRole('tab', { name: 'Greys' }).click();
  const amount = page.getByRole('spinbutton', { name: 'Lights, amount' });
  await amount.fill('80');
  await amount.press('Enter');
  await settled(page);
  const darks = page.getByRole('spinbutton', { name: 'Darks, amount' });
  await darks.fill('90');
  await darks.press('Enter');
  await settled(page);
  const { ground } = await recipe(page);
  expect([ground.tint, ground.tintDarks]).toEqual([{ hue: 70, amount: 80 }, { hue: 250, amount: 90 }]);
  const light = await colourAt(page, 0.645, 0.3);
  const dark = await colourAt(page, 0.945, 0.62);
  expect(light[0] - light[2]).toBeGreaterThan(8);
  expect(dark[2] - dark[0]).toBeGreaterThan(4);
  await amount.fill('0');
  await amount.press('Enter');
  await settled(page);
  expect((await recipe(page)).ground.tint).toBeUndefined();
  await undoAll(page);
  expect((await recipe(page)).ground.tintDarks).toBeUndefined();
});

test('the ring lights up its hue in the photo, and shows the arcs of by-hue parts', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const red = [0.48, 0.55];
  const grey = await colourAt(page, red[0], red[1]);
  const ring = await onWheel(page, 29, 97);
  await page.mouse.move(ring.x, ring.y);
  await settled(page);
  const lit = await colourAt(page, red[0], red[1]);
  expect(lit[0] - lit[2]).toBeGreaterThan(60);
  await page.mouse.move(640, 780);
  await settled(page);
  expect(await colourAt(page, red[0], red[1])).toEqual(grey);

  await expect(page.locator('.hue-arcs path')).toHaveCount(0);
  await page.keyboard.press('h');
  await page.getByRole('button', { name: 'red', exact: true }).click();
  await settled(page);
  expect(await page.locator('.hue-arcs path').count()).toBeGreaterThan(5);
  const kept = await colourAt(page, red[0], red[1]);
  expect(kept[0] - kept[2]).toBeGreaterThan(60);
  const to = page.getByRole('spinbutton', { name: 'To', exact: true });
  await to.fill('10');
  await to.press('Enter');
  await settled(page);
  expect((await recipe(page)).areas[0].mask.parts[1].to).toBe(10);
  await undoAll(page);
});

test('the tone strip follows the mix and names what is clipped', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await expect(page.locator('#tones-strip output')).toContainText('at black');
  const before = await page.locator('.tones-result').getAttribute('d');
  await page.getByRole('button', { name: 'level' }).click();
  await settled(page);
  await expect.poll(() => page.locator('.tones-result').getAttribute('d')).not.toBe(before);
  await undoAll(page);
});
