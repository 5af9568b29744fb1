// @ts-check
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { shared as app } from '../support/application.mjs';
import { onPhoto, openPhoto, recipe, settled, undoAll } from '../support/bench.mjs';

test.beforeAll(() => app.fresh());

const PARTS = [
  { kind: 'hue', from: 10, to: 40 }, { kind: 'patch', seeds: [{ x: 0.5, y: 0.5, reach: 20 }] }, { kind: 'subject', box: { x0: 0.2, y0: 0.2, x1: 0.5, y1: 0.5 }, inside: [[{ x: 0.3, y: 0.3 }]] },
  { kind: 'brush', strokes: [{ points: [{ x: 0.5, y: 0.5 }] }] }, { kind: 'outline', nodes: [{ x: 0.1, y: 0.1 }, { x: 0.2, y: 0.1 }, { x: 0.2, y: 0.4 }] },
  { kind: 'light', curve: [{ tone: 0, mask: 0 }, { tone: 50, mask: 100 }], grey: { spokes: [] } }, { kind: 'ramp', x0: 0.1, y0: 0.1, x1: 0.5, y1: 0.5 },
];

test('no serious fault of access in any state of the Bench, targets of 24 pixels at least', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  await page.evaluate(parts => /** @type {any} */ (window).yarnwheel.take.commit('Parts', [{ op: 'add', path: '/areas/-', value: { name: 'All', mask: { parts }, treat: { recolour: { hue: 200, amount: 50 } } } }]), PARTS);
  await settled(page);
  const choose = (/** @type {number | null} */ part, knot = false) => async () => {
    await page.evaluate(([p, k]) => {
      const { panel } = /** @type {any} */ (window).yarnwheel;
      panel.choose(panel.areas.length - 1, p, k);
    }, /** @type {const} */ ([part, knot]));
    await expect(page.locator(knot ? '.knot.is-chosen' : part === null ? '.area.is-chosen .area-name[aria-current]' : `.part-row[data-part="${part}"][aria-current]`)).toBeVisible();
  };
  const press = (/** @type {string} */ key) => () => page.keyboard.press(key);
  /** @type {[string, () => Promise<void>][]} */
  const states = [
    ...['6', '8', '9', '7'].map(key => /** @type {[string, () => Promise<void>]} */ ([`step ${key}`, press(key)])),
    ...['h', 'p', 's', 'o', 'l', 'r'].map(key => /** @type {[string, () => Promise<void>]} */ ([`begin ${key}`, press(key)])),
    ...PARTS.map((part, i) => /** @type {[string, () => Promise<void>]} */ ([part.kind, choose(i)])),
    ['area', choose(null)], ['knot', choose(null, true)], ['keys', press('?')],
  ];
  const faults = [];
  for (const [name, enter] of states) {
    await enter();
    // The handles on the strip stand where their tones are; round each, 26 pixels answer.
    const { violations } = await new AxeBuilder({ page }).include(name === 'keys' ? '#help' : '.dock-steps').exclude('.tone-grip').options({ rules: { 'target-size': { enabled: true } } }).analyze();
    for (const v of violations) if (v.impact === 'serious' || v.impact === 'critical') faults.push(`${name}: ${v.id}: ${v.nodes.map(n => n.target).join(', ')}`);
  }
  expect(faults).toEqual([]);
  await page.keyboard.press('Escape');
  await undoAll(page);
});

test('the whole job by keyboard alone: light, a shade kept, its reach, the edge tidied, greys, compared, saved', async ({ page }) => {
  await openPhoto(page, app.url, 'madder-basket');
  await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Empty', [{ op: 'replace', path: '/areas', value: [] }, { op: 'replace', path: '/grey', value: {} }]));
  await settled(page);
  /** Tabs on until the focus is on something. @param {import('@playwright/test').Locator} goal */
  const tabTo = async goal => {
    for (let i = 0; i < 150; i++) {
      if (await goal.evaluate(element => element === document.activeElement).catch(() => false)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error('the keyboard does not get there');
  };
  await page.keyboard.press('6');
  await tabTo(page.getByRole('spinbutton', { name: 'Exposure' }));
  await page.keyboard.type('0.3');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await recipe(page)).light.exposure).toBeCloseTo(0.3);
  const toPhoto = async () => {
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await expect(page.locator('#stage')).toBeFocused();
  };
  await toPhoto();
  await page.keyboard.press('7');
  // The madder hank lies in the middle of the basket.
  for (const key of ['Down', 'Left']) await page.keyboard.press(`Shift+Arrow${key}`);
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await recipe(page)).areas).toHaveLength(1);
  const fitted = (await recipe(page)).areas[0].mask.parts[0].reach;
  await tabTo(page.getByRole('spinbutton', { name: 'Reach' }));
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await recipe(page)).areas[0].mask.parts[0].reach).toBeCloseTo(fitted + 1);
  await tabTo(page.locator('.knot'));
  await page.keyboard.press('Enter');
  await tabTo(page.getByRole('button', { name: 'tidy' }));
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await recipe(page)).areas[0].edge.follow).toBeGreaterThan(0);
  await toPhoto();
  await page.keyboard.press('8');
  await tabTo(page.locator('[data-mix="auto"]'));
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await recipe(page)).grey.spokes?.length ?? 0).toBeGreaterThan(1);
  await settled(page);
  await toPhoto();
  await page.keyboard.down('u');
  await settled(page);
  expect(await page.evaluate(() => /** @type {any} */ (window).yarnwheel.view.last.show)).toBe('original');
  await page.keyboard.up('u');
  const coming = page.waitForEvent('download');
  await page.keyboard.press('Control+s');
  await page.locator('#save-name').waitFor();
  await page.keyboard.press('Enter');
  expect((await coming).suggestedFilename()).toMatch(/\.jpg$/);
  await undoAll(page);
});

test('a pinch of the trackpad zooms about the pointer and begins nothing', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const at = await onPhoto(page, 0.3, 0.4);
  await page.mouse.move(at.x, at.y);
  const before = await page.evaluate(() => [/** @type {any} */ (window).yarnwheel.view.zoom, /** @type {any} */ (window).yarnwheel.take.state.revision]);
  // A pinch comes as a wheel with the control key, in small steps.
  await page.keyboard.down('Control');
  for (let i = 0; i < 12; i++) await page.mouse.wheel(0, -12);
  await page.keyboard.up('Control');
  await settled(page);
  const after = await page.evaluate(() => [/** @type {any} */ (window).yarnwheel.view.zoom, /** @type {any} */ (window).yarnwheel.take.state.revision]);
  expect(after[0]).toBeGreaterThan(1.5 * before[0]);
  expect(after[1]).toBe(before[1]);
  const now = await onPhoto(page, 0.3, 0.4);
  expect(Math.hypot(now.x - at.x, now.y - at.y)).toBeLessThan(4);
});

test('by keys alone: a brush stroke and an outline', async ({ page }) => {
  await openPhoto(page, app.url, 'drying-rail');
  const parts = async () => (await recipe(page)).areas.at(-1).mask.parts;
  const walk = async (/** @type {string[]} */ ...ways) => {
    for (const way of ways) await page.keyboard.press(`Shift+Arrow${way}`);
  };
  await page.locator('#stage').focus();
  await page.keyboard.press('n');
  await page.keyboard.press('b');
  await walk('Left', 'Left');
  await page.keyboard.press('Shift+Enter');
  await walk('Left', 'Up', 'Up');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await parts()).at(-1).kind).toBe('brush');
  expect((await parts()).at(-1).strokes[0].points.length).toBeGreaterThan(1);
  await page.keyboard.press('n');
  await page.keyboard.press('o');
  await page.keyboard.press('Enter');
  for (const ways of [['Right', 'Right', 'Right'], ['Down', 'Down', 'Down'], ['Left', 'Left', 'Left']]) {
    await walk(...ways);
    await page.keyboard.press('Enter');
  }
  // Back at the first node it closes.
  await walk('Up', 'Up', 'Up');
  await page.keyboard.press('Enter');
  await settled(page);
  expect((await parts()).at(-1).kind).toBe('outline');
  expect((await parts()).at(-1).nodes).toHaveLength(4);
  await undoAll(page);
});
