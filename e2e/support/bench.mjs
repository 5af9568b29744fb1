// @ts-check
import { expect } from '@playwright/test';

/** @typedef {import('@playwright/test').Page} Page */

/** Pages whose short timers are known. @type {WeakSet<Page>} */
const watched = new WeakSet();

/** Makes the short timers of a page's scripts known, so that nobody needs to wait as long as the longest might take. To be called before the page is opened. @param {Page} page */
async function watchTimers(page) {
  if (watched.has(page)) return;
  watched.add(page);
  await page.addInitScript(() => {
    const [begin, end] = [window.setTimeout.bind(window), window.clearTimeout.bind(window)];
    const pending = new Set();
    Object.assign(window, {
      shortTimers: pending,
      setTimeout: (/** @type {Function} */ act, delay = 0, /** @type {any[]} */ ...rest) => {
        const id = begin(() => {
          pending.delete(id);
          act(...rest);
        }, delay);
        if (delay <= 450) pending.add(id);
        return id;
      },
      clearTimeout: (/** @type {any} */ id) => {
        pending.delete(id);
        end(id);
      },
    });
  });
}

/** Opens a photo's newest take at its address; the way over the Shelf's page has tests of its own. @param {Page} page @param {string} url @param {string} name */
export async function openPhoto(page, url, name) {
  await watchTimers(page);
  const shelf = await (await page.request.get(url)).text();
  const address = new RegExp(`href="(/bench/\\d+)" aria-label="Open ${name}, Take`).exec(shelf)?.[1];
  if (!address) throw new Error(`no photo ${name} on the Shelf`);
  await page.goto(url + address, { waitUntil: 'domcontentloaded' });
  await settled(page);
}

/** Waits until nothing is on its way and the newest frame is painted. @param {Page} page */
export async function settled(page) {
  const idle = () => page.waitForFunction(() => {
    const { yarnwheel, shortTimers } = /** @type {any} */ (window);
    return yarnwheel && document.getElementById('opening')?.hidden && yarnwheel.view.loop.idle && yarnwheel.take.pending === 0 && yarnwheel.take.draft === null && yarnwheel.compare.idle && !(shortTimers?.size > 0);
  });
  await idle();
  // A page that was opened in another way may still wait for a short timer.
  if (await page.evaluate(() => 'shortTimers' in window)) await page.evaluate(() => new Promise(done => requestAnimationFrame(() => requestAnimationFrame(done))));
  else await page.waitForTimeout(450);
  await idle();
}

/** Where a point of the photo (0 … 1) is on the page. @param {Page} page @param {number} x @param {number} y */
export async function onPhoto(page, x, y) {
  const stage = await page.locator('#stage').boundingBox();
  const at = await page.evaluate(([px, py]) => /** @type {any} */ (window).yarnwheel.view.toStage(px, py), [x, y]);
  return { x: (stage?.x ?? 0) + at.x, y: (stage?.y ?? 0) + at.y };
}

/** A whole pixel of the page near a point of the photo, and the point that it stands for: browsers hand on whole pixels. @param {Page} page @param {number} x @param {number} y */
export async function wholePixel(page, x, y) {
  const near = await onPhoto(page, x, y);
  const at = { x: Math.round(near.x), y: Math.round(near.y) };
  const photo = await page.evaluate(([px, py]) => {
    const stage = /** @type {HTMLElement} */ (document.getElementById('stage')).getBoundingClientRect();
    return /** @type {any} */ (window).yarnwheel.view.toPhoto(px - stage.x, py - stage.y);
  }, [at.x, at.y]);
  return { at, photo: { x: /** @type {number} */ (photo.x), y: /** @type {number} */ (photo.y) } };
}

/** @param {Page} page @param {number} x @param {number} y @param {{ modifiers?: ('Alt')[] }} [options] */
export async function clickPhoto(page, x, y, options = {}) {
  const at = await onPhoto(page, x, y);
  for (const key of options.modifiers ?? []) await page.keyboard.down(key);
  await page.mouse.click(at.x, at.y);
  for (const key of options.modifiers ?? []) await page.keyboard.up(key);
  await settled(page);
}

/** Drags through points of the photo. @param {Page} page @param {[number, number][]} way */
export async function drag(page, way) {
  for (const [i, [x, y]] of way.entries()) {
    const at = await onPhoto(page, x, y);
    await page.mouse.move(at.x, at.y, { steps: i === 0 ? 1 : 6 });
    if (i === 0) await page.mouse.down();
  }
  await page.mouse.up();
  await settled(page);
}

/** The colour on the canvas at a point of the photo. @param {Page} page @param {number} x @param {number} y @returns {Promise<number[]>} */
export function colourAt(page, x, y) {
  return page.evaluate(([px, py]) => {
    const { view } = /** @type {any} */ (window).yarnwheel;
    const at = view.toStage(px, py);
    return [...view.context.getImageData(Math.floor(at.x * view.ratio), Math.floor(at.y * view.ratio), 1, 1).data.slice(0, 3)];
  }, [x, y]);
}

/** Takes everything back that earlier tests did to the take. @param {Page} page */
export async function undoAll(page) {
  await page.evaluate(async () => {
    const { take } = /** @type {any} */ (window).yarnwheel;
    while (take.state.undo) await take.undo();
  });
  await settled(page);
}

/** The recipe as the window knows it. @param {Page} page @returns {Promise<any>} */
export const recipe = page => page.evaluate(() => /** @type {any} */ (window).yarnwheel.take.state.recipe);

/** Drags a number by a distance. @param {Page} page @param {string} label @param {number} by pixels */
export async function dragNumber(page, label, by) {
  const number = page.locator(`#panel .settings:not(.ground-settings) .number[data-label="${label}"] .number-label`);
  const box = await number.boundingBox();
  if (!box) throw new Error(`no number ${label}`);
  await page.mouse.move(box.x + 10, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 10 + by, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await settled(page);
}

/** Saves through the dialog and gives the file's path. @param {Page} page @param {string | RegExp} what the label of the choice */
export async function saveCopy(page, what) {
  await page.getByRole('button', { name: 'Save a copy' }).click();
  await page.getByLabel(what, { exact: typeof what === 'string' }).check();
  const download = page.waitForEvent('download');
  await page.locator('#save-start').click();
  const file = await (await download).path();
  await expect(page.locator('#save')).toBeHidden();
  return file;
}

/** Drags on the photo from one point (0 … 1) to another. @param {Page} page @param {number[]} from @param {number[]} to */
export async function dragPhoto(page, from, to) {
  const [a, b] = [await onPhoto(page, from[0], from[1]), await onPhoto(page, to[0], to[1])];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move(b.x, b.y, { steps: 8 });
  await page.mouse.up();
  await settled(page);
}

/** A fingerprint of all pixels on the canvas. @param {Page} page @returns {Promise<string>} */
export function pixels(page) {
  return page.evaluate(async () => {
    const { view } = /** @type {any} */ (window).yarnwheel;
    const { data } = view.context.getImageData(0, 0, view.canvas.width, view.canvas.height);
    return [...new Uint8Array(await crypto.subtle.digest('SHA-256', data))].map(b => b.toString(16).padStart(2, '0')).join('');
  });
}
