// @ts-check
import { expect, test } from '@playwright/test';
import { Application, shared } from '../support/application.mjs';
import { clickPhoto, dragNumber, openPhoto, recipe, settled } from '../support/bench.mjs';

test.beforeAll(() => shared.fresh());

test('killed at any moment, what was acknowledged is there after the restart, and undo reaches back', async ({ page }) => {
  const app = new Application();
  try {
    await app.start();
    await openPhoto(page, app.url, 'felt-string');
    await clickPhoto(page, 0.61, 0.4);
    const kept = [];
    for (let k = 0; k < 5; k++) {
      // Edits one after the other; the process is killed right after an answer, with another on its way.
      kept.push(await page.evaluate(async n => {
        const { take } = /** @type {any} */ (window).yarnwheel;
        let done = 0;
        for (let i = 0; i < 8; i++) {
          if (await take.commit(`Colour ${n}.${i}`, [{ op: 'replace', path: '/ground/colour', value: n * 10 + i }])) done = n * 10 + i;
        }
        take.commit('on its way', [{ op: 'replace', path: '/ground/colour', value: 99 }]);
        return done;
      }, k));
      await app.stop('SIGKILL');
      await app.start();
      await page.goto(app.url);
      await page.getByRole('link', { name: 'Open felt-string, Take' }).click();
      await settled(page);
      const colour = (await recipe(page)).ground.colour;
      expect([kept[k], 99]).toContain(colour);
      if (colour === 99) await page.keyboard.press('Control+z');
      await settled(page);
      expect((await recipe(page)).ground.colour).toBe(kept[k]);
    }
    for (let n = 0; n < 41; n++) await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.undo());
    expect((await recipe(page)).areas[0].mask.parts[0].picks).toHaveLength(1);
    expect(await app.stop('SIGINT')).toBe(0);
  } finally {
    await app.remove();
  }
});

test('a change made while a window opens is not lost on it', async ({ page, context }) => {
  await openPhoto(page, shared.url, 'felt-string');
  await clickPhoto(page, 0.61, 0.4);
  const other = await context.newPage();
  // The other window's first state is on its way while this one changes the take.
  await other.route('**/state', async route => {
    const response = await route.fetch();
    await page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('Colour', [{ op: 'replace', path: '/ground/colour', value: 37 }]));
    await new Promise(resolve => setTimeout(resolve, 300));
    await route.fulfill({ response });
  }, { times: 1 });
  await other.goto(page.url());
  await expect.poll(async () => (await recipe(other))?.ground?.colour).toBe(37);
  await settled(other);
  expect((await recipe(other)).ground.colour).toBe(37);
});

test('two windows on one take: the other one learns of a change, and neither overwrites the other silently', async ({ page, context }) => {
  await openPhoto(page, shared.url, 'felt-string');
  const other = await context.newPage();
  await openPhoto(other, shared.url, 'felt-string');
  await dragNumber(page, 'Fade', 30);
  const { fade } = (await recipe(page)).areas[0].mask.parts[0];
  await expect(other.locator('.note')).toContainText('Changed in another window: Fade');
  expect((await recipe(other)).areas[0].mask.parts[0].fade).toBe(fade);

  // One that did not hear of it in time: its change elsewhere is made beside the other,
  await other.evaluate(() => { /** @type {any} */ (window).yarnwheel.take.state.revision -= 1; });
  await other.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('late', [{ op: 'replace', path: '/ground/colour', value: 50 }]));
  expect((await recipe(other)).ground.colour).toBe(50);
  expect((await recipe(other)).areas[0].mask.parts[0].fade).toBe(fade);
  // one in the same place is told, and not made.
  await other.evaluate(() => { /** @type {any} */ (window).yarnwheel.take.state.revision -= 2; });
  await other.evaluate(() => /** @type {any} */ (window).yarnwheel.take.commit('later', [{ op: 'replace', path: '/areas/0/mask/parts/0/fade', value: 1 }]));
  await expect(other.locator('.note.is-fault')).toContainText('in the same place');
  expect((await recipe(other)).areas[0].mask.parts[0].fade).toBe(fade);
});
