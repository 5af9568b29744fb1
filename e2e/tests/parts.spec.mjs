// @ts-check
import { expect, test } from '@playwright/test';
import { PNG } from 'pngjs';
import { shared as app } from '../support/application.mjs';
import { clickPhoto, colourAt, dragNumber, dragPhoto, openPhoto, onPhoto, pixels, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());
test.beforeEach(async ({ page }) => {
  await openPhoto(page, app.url, 'felt-string');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Empty', [{ op: 'replace', path: '/areas', value: [] }]));
  await settled(page);
});

/** @param {import('@playwright/test').Page} page */
const parts = async page => (await recipe(page)).areas[0]?.mask.parts ?? [];

/** @param {import('@playwright/test').Page} page */
async function saturation(page, /** @type {number} */ x, /** @type {number} */ y) {
  const [r, g, b] = await colourAt(page, x, y);
  return Math.max(r, g, b) - Math.min(r, g, b);
}

/** What was made is undone and redone, and comes back after a reload: each time the same pixels. @param {import('@playwright/test').Page} page @param {number} steps */
async function lasts(page, steps) {
  // Off the wheel and the panel: pointing at them lights things up.
  await page.mouse.move(640, 60);
  await settled(page);
  const made = await pixels(page);
  const before = await recipe(page);
  for (let k = 0; k < steps; k++) await page.keyboard.press('Control+z');
  await settled(page);
  expect(await parts(page)).toHaveLength(0);
  expect(await pixels(page)).not.toBe(made);
  for (let k = 0; k < steps; k++) await page.keyboard.press('Control+Shift+z');
  await settled(page);
  expect(await recipe(page)).toEqual(before);
  expect(await pixels(page)).toBe(made);
  await page.reload();
  await settled(page);
  expect(await recipe(page)).toEqual(before);
  expect(await pixels(page)).toBe(made);
}

const yellow = /** @type {const} */ ([0.83, 0.33]);
const red = /** @type {const} */ ([0.61, 0.4]);

test('by colour: picked, moved on the photo, calmed, removed by its mark', async ({ page }) => {
  await page.keyboard.press('c');
  await clickPhoto(page, ...yellow);
  expect((await recipe(page)).areas[0].name).toBe('Yellow');
  await dragPhoto(page, [...yellow], [...red]);
  let [part] = await parts(page);
  expect(part.picks).toHaveLength(1);
  expect(part.picks[0].x).toBeCloseTo(red[0], 2);
  expect(await saturation(page, ...red)).toBeGreaterThan(80);
  await dragNumber(page, 'Calm', 60);
  expect((await parts(page))[0].calm).toBeGreaterThan(10);
  await lasts(page, 3);
  await clickPhoto(page, 0.845, 0.345);
  const count = (await parts(page))[0].picks.length;
  const mark = await onPhoto(page, 0.845, 0.345);
  await page.mouse.click(mark.x, mark.y);
  await page.keyboard.press('Delete');
  await settled(page);
  expect((await parts(page))[0].picks).toHaveLength(count - 1);
});

test('by hue: pulled on the photo, its end dragged on the wheel, every hue in numbers', async ({ page }) => {
  await page.keyboard.press('h');
  await dragPhoto(page, [...red], [0.7, 0.55]);
  let [part] = await parts(page);
  expect(part.kind).toBe('hue');
  expect((await recipe(page)).areas[0].name).toBe('Red');
  expect(await saturation(page, ...red)).toBeGreaterThan(80);
  expect(await saturation(page, ...yellow)).toBeLessThan(12);
  const grip = page.getByRole('slider', { name: 'End of the arc' });
  const at = await grip.boundingBox();
  const wheel = await page.locator('#wheel').boundingBox();
  if (!at || !wheel) throw new Error('no grip');
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  // To the top of the wheel: hue 90 and beyond.
  await page.mouse.move(wheel.x + wheel.width * 0.44, wheel.y + wheel.height * 0.11, { steps: 12 });
  await page.mouse.up();
  await settled(page);
  const moved = (await parts(page))[0];
  expect(moved.from).toBe(part.from);
  expect(moved.to).toBeGreaterThan(85);
  expect(await saturation(page, ...yellow)).toBeGreaterThan(60);
  await page.getByRole('slider', { name: 'Fade after the arc' }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await settled(page);
  expect((await parts(page))[0].fade).toBe(moved.fade + 10);
  await lasts(page, 3);
  await page.getByRole('radio', { name: 'every hue' }).click();
  await settled(page);
  part = (await parts(page))[0];
  expect(part.amounts).toHaveLength(12);
  // On the wheel, by hand and by keys.
  const knot = page.getByRole('slider', { name: /, 120°: how much is kept/ });
  const from = await knot.boundingBox();
  const face = await page.locator('#wheel').boundingBox();
  if (!from || !face) throw new Error('no knot on the wheel');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  const out = 140 / 130 * (face.width / 2);
  await page.mouse.move(face.x + face.width / 2 + out * Math.cos(120 * Math.PI / 180), face.y + face.height / 2 - out * Math.sin(120 * Math.PI / 180), { steps: 5 });
  await page.mouse.up();
  await settled(page);
  expect((await parts(page))[0].amounts[4]).toEqual({ hue: 120, amount: 100 });
  await knot.focus();
  await page.keyboard.press('Shift+ArrowDown');
  await settled(page);
  expect((await parts(page))[0].amounts[4].amount).toBe(90);
  await page.getByText('In numbers').click();
  const number = page.getByRole('spinbutton', { name: /^90° / });
  await number.fill('0');
  await number.press('Enter');
  await settled(page);
  expect((await parts(page))[0].amounts[3]).toEqual({ hue: 90, amount: 0 });
  expect(await saturation(page, ...yellow)).toBeLessThan(60);
});

test('by patch: the pull widens, coming back narrows; Alt takes away; wheel and number do the same', async ({ page }) => {
  await page.keyboard.press('p');
  const from = await onPhoto(page, ...red);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 150, from.y, { steps: 6 });
  await expect(page.locator('#hand-label')).toHaveText(/reach 5\d/);
  await page.mouse.move(from.x + 80, from.y, { steps: 6 });
  await expect(page.locator('#hand-label')).toHaveText(/reach 30/);
  await page.mouse.up();
  await settled(page);
  expect((await parts(page))[0].seeds).toMatchObject([{ reach: 30 }]);
  expect(await saturation(page, ...red)).toBeGreaterThan(80);
  expect(await saturation(page, 0.71, 0.75)).toBeLessThan(12);   // the other red ball hangs together with nothing
  await page.getByRole('radio', { name: 'everywhere' }).click();
  await settled(page);
  expect(await saturation(page, 0.71, 0.75)).toBeGreaterThan(60);
  await page.keyboard.down('Alt');
  await clickPhoto(page, 0.605, 0.38);
  await page.mouse.wheel(0, -300);
  await page.keyboard.up('Alt');
  await page.waitForTimeout(600);
  await settled(page);
  const seeds = (await parts(page))[0].seeds;
  expect(seeds[1].takeAway).toBe(true);
  expect(seeds[1].reach).toBeGreaterThan(15);
  await dragNumber(page, 'Press 1', 20);
  expect((await parts(page))[0].seeds[0].reach).toBeGreaterThan(30);
  await lasts(page, 5);
  await page.getByRole('button', { name: 'Remove press 2' }).click();
  await settled(page);
  expect((await parts(page))[0].seeds).toHaveLength(1);
});

test('by outline: nodes and curves, Esc undoes one, Enter closes; nodes are edited; freehand, rectangle, ellipse', async ({ page }) => {
  await page.keyboard.press('o');
  const press = async (/** @type {number} */ x, /** @type {number} */ y, /** @type {number[]} */ pull = [0, 0]) => {
    const [a, b] = [await onPhoto(page, x, y), await onPhoto(page, x + pull[0], y + pull[1])];
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move(b.x, b.y, { steps: 4 });
    await page.mouse.up();
  };
  for (const [x, y] of [[0.5, 0.2], [0.72, 0.2], [0.9, 0.5]]) await press(x, y);
  await page.keyboard.press('Escape');
  await press(0.72, 0.6, [-0.07, 0.05]);
  await press(0.5, 0.6);
  await page.keyboard.press('Enter');
  await settled(page);
  let [part] = await parts(page);
  expect(part.nodes).toHaveLength(4);
  expect(part.nodes[2].out[0]).toBeLessThan(-0.03);
  expect(await saturation(page, ...red)).toBeGreaterThan(80);
  await dragPhoto(page, [0.72, 0.2], [0.95, 0.15]);
  part = (await parts(page))[0];
  expect(part.nodes[1].x).toBeCloseTo(0.95, 2);
  await page.keyboard.press('Delete');
  await settled(page);
  expect((await parts(page))[0].nodes).toHaveLength(3);
  await dragNumber(page, 'Softness', 40);
  await lasts(page, 4);
  // Drawn anew, with the button held.
  await page.getByRole('radio', { name: 'freehand' }).click();
  const middle = await onPhoto(page, ...red);
  await page.mouse.move(middle.x + 60, middle.y);
  await page.mouse.down();
  for (let k = 1; k <= 24; k++) await page.mouse.move(middle.x + 60 * Math.cos(k * Math.PI / 12), middle.y + 60 * Math.sin(k * Math.PI / 12));
  await page.mouse.up();
  await settled(page);
  part = (await parts(page))[0];
  expect(part.nodes.length).toBeGreaterThan(6);
  expect(part.nodes.length).toBeLessThan(26);
  expect(await saturation(page, ...red)).toBeGreaterThan(80);
  // The first node closes, and so does a double click.
  await page.getByRole('radio', { name: 'nodes', exact: true }).click();
  for (const [x, y] of [[0.5, 0.2], [0.7, 0.2], [0.7, 0.6], [0.5, 0.2]]) await press(x, y);
  await settled(page);
  expect((await parts(page))[0].nodes).toHaveLength(3);
  await page.getByRole('radio', { name: 'nodes', exact: true }).click();
  // Not where the last one ended: soon after it that would be a double click.
  for (const [x, y] of [[0.45, 0.25], [0.7, 0.2], [0.7, 0.6]]) await press(x, y);
  // Both presses at once: a slow machine must not make two clicks of them.
  const last = await onPhoto(page, 0.5, 0.6);
  await page.mouse.dblclick(last.x, last.y);
  await settled(page);
  expect((await parts(page))[0].nodes).toHaveLength(4);
  await page.getByRole('radio', { name: 'ellipse' }).click();
  await dragPhoto(page, [0.75, 0.2], [0.9, 0.45]);
  expect((await parts(page))[0].nodes).toHaveLength(4);
  expect(await saturation(page, ...yellow)).toBeGreaterThan(80);
  expect(await saturation(page, ...red)).toBeLessThan(12);
});

test('by light: pulled on the photo, its handles on the strip, a free curve, a wheel of its own', async ({ page }) => {
  await page.keyboard.press('l');
  await page.locator('[data-act="begin-with"][data-label="Lights, broad"]').click();
  await settled(page);
  expect((await recipe(page)).areas[0].name).toBe('Lights');
  expect((await parts(page))[0]).toMatchObject({ from: 60, to: 100, fadeFrom: 30 });
  await dragPhoto(page, [...yellow], [0.95, 0.33]);
  const pulled = (await parts(page))[0];
  expect(pulled.to - pulled.from).toBeGreaterThan(25);
  const grip = page.getByRole('slider', { name: 'From', exact: true });
  const at = await grip.boundingBox();
  const strip = await page.locator('#tone-handles').boundingBox();
  if (!at || !strip) throw new Error('no grip');
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(strip.x + strip.width * 0.2, strip.y + 5, { steps: 6 });
  await page.mouse.up();
  await settled(page);
  expect((await parts(page))[0].from).toBeCloseTo(20, -0.5);
  await lasts(page, 3);
  await page.getByRole('radio', { name: 'free curve' }).click();
  await settled(page);
  const points = (await parts(page))[0].curve.length;
  await page.mouse.click(strip.x + strip.width * 0.5, strip.y + strip.height * 0.7);
  await settled(page);
  expect((await parts(page))[0].curve).toHaveLength(points + 1);
  await page.getByRole('radio', { name: 'its own wheel' }).click();
  await settled(page);
  await expect(page.getByText('Wheel of the part by light')).toBeVisible();
  const own = await pixels(page);
  await page.getByRole('slider', { name: /^Spoke at 95°/ }).focus();
  for (let k = 0; k < 4; k++) await page.keyboard.press('Shift+ArrowDown');
  await settled(page);
  const { areas, grey } = await recipe(page);
  expect(areas[0].mask.parts[0].grey.spokes[1].lift).toBe(grey.spokes[1].lift - 40);
  expect(await pixels(page)).not.toBe(own);
});

test('by ramp: laid by a drag, Shift keeps it straight, moved by its handles; a round one likewise', async ({ page }) => {
  await page.keyboard.press('r');
  await page.keyboard.down('Shift');
  await dragPhoto(page, [0.3, 0.3], [0.33, 0.7]);
  await page.keyboard.up('Shift');
  let [part] = await parts(page);
  expect((await recipe(page)).areas[0].name).toBe('Fade');
  expect(part.x1).toBeCloseTo(part.x0, 5);
  expect(await saturation(page, 0.3, 0.1)).toBeGreaterThan(await saturation(page, 0.3, 0.95) + 15);
  await dragPhoto(page, [part.x1, part.y1], [0.3, 0.9]);
  expect((await parts(page))[0].y1).toBeCloseTo(0.9, 2);
  await lasts(page, 2);
  await page.keyboard.press('e');
  await page.keyboard.press('r');
  await dragPhoto(page, [0.6, 0.4], [0.7, 0.55]);
  part = (await parts(page))[1];
  expect(part).toMatchObject({ kind: 'ramp', shape: 'radial' });
  await dragPhoto(page, [0.7, 0.4], [0.8, 0.4]);
  expect((await parts(page))[1].rx).toBeCloseTo(0.2, 2);
  await page.getByRole('radio', { name: /take away/ }).click();
  await settled(page);
  expect((await parts(page))[1].op).toBe('subtract');
});

test('by picture: a grey PNG in, and out again; what is no mask is refused with words', async ({ page }, info) => {
  const mask = new PNG({ width: 300, height: 200, colorType: 0 });
  for (let i = 0; i < 300 * 200; i++) mask.data.fill(i % 300 < 150 ? 255 : 0, 4 * i, 4 * i + 4);
  for (let i = 0; i < 300 * 200; i++) mask.data[4 * i + 3] = 255;
  await page.locator('#mask-file').setInputFiles({ name: 'left half.png', mimeType: 'image/png', buffer: PNG.sync.write(mask, { colorType: 0 }) });
  await expect(page.locator('.area-name')).toHaveText('left half');
  await settled(page);
  expect(await saturation(page, 0.145, 0.6)).toBeGreaterThan(60);
  expect(await saturation(page, ...red)).toBeLessThan(12);
  await lasts(page, 1);
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: /Save the picture/ }).click();
  expect((await download).suggestedFilename()).toMatch(/\.png$/);
  await page.locator('#mask-file').setInputFiles({ name: 'square.png', mimeType: 'image/png', buffer: PNG.sync.write(new PNG({ width: 50, height: 50 })) });
  await expect(page.locator('.note.is-fault')).toContainText('it must have the photo’s shape');
  expect(await parts(page)).toHaveLength(1);
  expect(info.errors).toHaveLength(0);
});

test('choosing a part of another kind brings its own hand, whatever was at hand before', async ({ page }, info) => {
  page.on('pageerror', error => info.errors.push({ message: error.message }));
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('All', [{ op: 'add', path: '/areas/-', value: { name: 'All', mask: { parts: [
    { kind: 'outline', nodes: [{ x: 0.2, y: 0.2 }, { x: 0.6, y: 0.2 }, { x: 0.4, y: 0.6 }] }, { kind: 'ramp', shape: 'radial' }, { kind: 'patch', seeds: [{ x: 0.5, y: 0.5 }] },
    { kind: 'colour', picks: [{ x: 0.6, y: 0.4 }] }, { kind: 'hue', from: 10, to: 60 }, { kind: 'light' }, { kind: 'ramp' },
  ] } } }]));
  await settled(page);
  const hints = new Set();
  const bead = (/** @type {number} */ k) => page.locator(`.bead[data-part="${k}"]`);
  await expect(bead(6)).toBeVisible();
  for (let a = 0; a < 7; a++) {
    for (let b = 0; b < 7; b++) {
      await bead(a).click();
      await bead(b).click();
      await expect(bead(b)).toHaveAttribute('aria-current', 'true');
      hints.add(await page.locator('#hint').textContent());
    }
  }
  expect(hints.size).toBe(7);
  expect(info.errors).toHaveLength(0);
});

test('of several things chosen while the application is slow, the last one is shown', async ({ page }) => {
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('All', [{ op: 'add', path: '/areas/-', value: { name: 'All', mask: { parts: [
    { kind: 'ramp' }, { kind: 'light' }, { kind: 'hue', from: 10, to: 60 }, { kind: 'ramp', shape: 'radial' },
  ] } } }]));
  await settled(page);
  await page.route(/handler=Panel/, async route => {
    await new Promise(resolve => setTimeout(resolve, 400));
    await route.continue();
  });
  for (const k of [1, 2, 0, 3]) await page.locator(`.bead[data-part="${k}"]`).click();
  await expect(page.locator('.bead[data-part="3"]')).toHaveAttribute('aria-current', 'true', { timeout: 15000 });
  await expect(page.locator('.bead[aria-current="true"]')).toHaveCount(1);
});

test('the reach of a picked shade fits the photo; the plot under it moves it, and one press fits it again', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Empty', [{ op: 'replace', path: '/areas', value: [] }]));
  await settled(page);
  await clickPhoto(page, 0.56, 0.62);
  const [{ reach, fade }] = await parts(page);
  // The skein is kept whole, from its sunny side to the shaded one; its neighbours and the wall are not.
  for (const [x, y] of [[0.55, 0.36], [0.57, 0.7], [0.56, 0.5]]) {
    const [r, g, b] = await colourAt(page, x, y);
    expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeGreaterThan(20);
  }
  for (const [x, y] of [[0.65, 0.55], [0.42, 0.5], [0.3, 0.9]]) {
    const [r, g, b] = await colourAt(page, x, y);
    expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(8);
  }
  const plot = page.locator('#reach-plot svg');
  await expect(plot).toHaveAttribute('aria-label', new RegExp(`taken up to ${reach}, .*; ${reach} and .* would fit`));
  const box = await plot.boundingBox();
  if (!box) throw new Error('no plot');
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 50, box.y + 20, { steps: 4 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await settled(page);
  expect((await parts(page))[0].reach).toBe(reach);
  await expect(page.getByLabel('Reach', { exact: true })).toHaveValue(String(reach));
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 80, box.y + 20, { steps: 4 });
  await page.mouse.up();
  await settled(page);
  const [moved] = await parts(page);
  expect(moved.reach).toBeCloseTo(reach + 60 / box.width * 40, 0);
  expect(moved.fade).toBe(fade);
  await expect(page.locator('#undo')).toHaveAttribute('title', new RegExp(`Undo: Reach ${reach} → ${moved.reach}`));
  // A hand has set it: another shade leaves it alone.
  await clickPhoto(page, 0.565, 0.4);
  expect((await parts(page))[0]).toMatchObject({ reach: moved.reach, fade });
  await page.getByRole('button', { name: 'fit to photo' }).click();
  await settled(page);
  expect((await parts(page))[0].reach).toBeLessThan(reach + 4);
  await undoAll(page);
});

test('a gesture that is dropped by Esc leaves nothing', async ({ page }) => {
  const rest = await pixels(page);
  for (const key of ['a', 'h', 't', 'r', 'u', 'e']) {
    await page.keyboard.press('n');
    await page.keyboard.press(key);
    const at = await onPhoto(page, ...red);
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(at.x + 60, at.y + 40, { steps: 5 });
    await page.keyboard.press('Escape');
    await page.mouse.up();
    await page.keyboard.press('Escape');
    await settled(page);
    expect((await recipe(page)).areas).toHaveLength(0);
  }
  await page.mouse.move(5, 300);
  await settled(page);
  expect(await pixels(page)).toBe(rest);
});
