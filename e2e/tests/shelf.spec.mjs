// @ts-check
import { expect, test } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { Application, root } from '../support/application.mjs';

test.describe.configure({ mode: 'serial' });   // one Shelf, filled step by step
const app = new Application({ empty: true });
test.beforeAll(() => app.start());
test.afterAll(() => app.remove());

/** @param {string} path @param {number} shade */
function writePng(path, shade) {
  const png = new PNG({ width: 60, height: 40 });
  for (let i = 0; i < png.data.length; i += 4) png.data.set([shade, (i / 4) % 256, 90, 255], i);
  writeFileSync(path, PNG.sync.write(png));
  return path;
}

test('an empty Shelf teaches and offers the demo photos', async ({ page }) => {
  await page.goto(app.url);
  await expect(page.getByText('Nothing on the Shelf yet')).toBeVisible();
  await expect(page.locator('.first-hint:visible')).toHaveCount(3);
  await page.locator('[data-hint="jobs"] button').click();
  await page.reload();
  await expect(page.locator('.first-hint:visible')).toHaveCount(2);
  await page.goto(`${app.url}/help`);
  await page.getByRole('link', { name: 'had again' }).click();
  await expect(page.locator('.first-hint:visible')).toHaveCount(3);
  await page.getByRole('button', { name: 'Try it with the demo photos' }).click();
  await expect(page.locator('.photo-card')).toHaveCount(8);
  await expect(page.locator('.first-hint:visible')).toHaveCount(0);
  await expect.poll(() => page.locator('.photo-sheet img').evaluateAll(all => all.every(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 100))).toBe(true);
});

/** A TIFF of grey pages (TIFF 6.0): each a directory and a strip. @param {string} path @param {number[]} shades */
function writePages(path, shades) {
  const [width, height] = [60, 40];
  const parts = [Buffer.from([0x49, 0x49, 42, 0, 8, 0, 0, 0])];
  let at = 8;
  shades.forEach((shade, k) => {
    const fields = [[256, width], [257, height], [258, 8], [259, 1], [262, 1], [273, 0], [277, 1], [278, height], [279, width * height]];
    const directory = Buffer.alloc(2 + 12 * fields.length + 4);
    const end = at + directory.length;
    directory.writeUInt16LE(fields.length, 0);
    fields.forEach(([tag, value], n) => {
      directory.writeUInt16LE(tag, 2 + 12 * n);
      directory.writeUInt16LE(4, 4 + 12 * n);
      directory.writeUInt32LE(1, 6 + 12 * n);
      directory.writeUInt32LE(tag === 273 ? end : value, 10 + 12 * n);
    });
    at = end + width * height;
    directory.writeUInt32LE(k + 1 < shades.length ? at : 0, directory.length - 4);
    parts.push(directory, Buffer.alloc(width * height, shade));
  });
  writeFileSync(path, Buffer.concat(parts));
  return path;
}

test('of a file of several pages another comes as a photo of its own', async ({ page }, info) => {
  await page.goto(app.url);
  await page.locator('#files').setInputFiles(writePages(info.outputPath('leaves.tif'), [40, 120, 220]));
  const field = page.getByRole('spinbutton', { name: 'Page of leaves', exact: true });
  await expect(field).toHaveValue('1');
  await field.fill('3');
  await field.press('Enter');
  await expect(page.getByText('“leaves, page 3” was put on the Shelf.')).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: 'Page of leaves, page 3' })).toHaveValue('3');
  await field.first().fill('9');
  await field.first().press('Enter');
  await expect(page.getByText('has the pages 1 to 3')).toBeVisible();
  for (const name of ['leaves, page 3', 'leaves']) {
    await page.getByRole('button', { name: `Remove ${name}`, exact: true }).click();
    await page.getByRole('button', { name: 'Remove it' }).click();
    await expect(page.getByRole('button', { name: `Remove ${name}`, exact: true })).toHaveCount(0);
  }
});

test('several files are added at once; known ones are recognised; bad ones are refused with a sentence', async ({ page }, info) => {
  await page.goto(app.url);
  const bad = info.outputPath('broken.jpg');
  writeFileSync(bad, 'no picture');
  const files = [1, 2, 3].map(k => writePng(info.outputPath(`sample ${k}.png`), 40 * k));
  await page.locator('#files').setInputFiles([...files, bad]);
  await expect(page.locator('.photo-card')).toHaveCount(11);
  await expect(page.locator('.incoming .is-fault')).toContainText('not a picture that can be read');
  await page.getByRole('button', { name: 'Close the line of broken.jpg' }).click();
  await expect(page.locator('.incoming li')).toHaveCount(0);
  await page.locator('#files').setInputFiles(files[0]);
  await expect(page.locator('.note')).toContainText('“sample 1” is on the Shelf already');
  await expect(page.locator('.photo-card')).toHaveCount(11);
});

test('a dropped file is added', async ({ page }) => {
  await page.goto(app.url);
  const before = await page.locator('.photo-card').count();
  const transfer = await page.evaluateHandle(async () => {
    const canvas = new OffscreenCanvas(30, 20);
    canvas.getContext('2d')?.fillRect(3, 3, 9, 9);
    const data = new DataTransfer();
    data.items.add(new File([await canvas.convertToBlob()], 'dropped <b>.png', { type: 'image/png' }));
    return data;
  });
  await page.dispatchEvent('main', 'dragenter', { dataTransfer: transfer });
  await expect(page.locator('#drop')).toBeVisible();
  await page.dispatchEvent('main', 'drop', { dataTransfer: transfer });
  await expect(page.locator('.photo-card')).toHaveCount(before + 1);
  await expect(page.getByRole('heading', { name: 'dropped -b-' })).toBeVisible();
});

test('an upload can be cancelled', async ({ page }) => {
  await page.goto(app.url);
  const before = await page.locator('.photo-card').count();
  await page.route('**/shelf/photos', () => {});   // never answered
  await page.locator('#files').setInputFiles(join(root, 'demo/felt-string.jpg'));
  await page.getByRole('button', { name: 'cancel' }).click();
  await expect(page.locator('.incoming li')).toHaveCount(0);
  await expect(page.locator('.photo-card')).toHaveCount(before);
});

test('all is backed up and brought back from the page', async ({ page }, info) => {
  await page.goto(app.url);
  await page.getByRole('link', { name: 'Safekeeping' }).click();
  const folder = info.outputPath('backup');
  await page.getByLabel('Folder of the backup', { exact: true }).fill(folder);
  await page.getByRole('button', { name: 'Back up' }).click();
  await expect(page.getByText('backed up:')).toBeVisible();
  await page.getByLabel('Folder of the backup to bring back').fill(folder);
  await page.getByRole('button', { name: 'Check and bring back' }).click();
  await page.getByRole('button', { name: 'Leave all as it is' }).click();
  await expect(page.getByText('backed up:')).toBeVisible();
  await page.getByRole('button', { name: 'Check and bring back' }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByText('brought back, as of')).toBeVisible();
  await page.getByLabel('Folder of the plain files').fill('not from the root');
  await page.getByRole('button', { name: 'Write them' }).click();
  await expect(page.getByText('A folder is named from the root')).toBeVisible();
});

test('a photo is removed only after a clear question', async ({ page }) => {
  await page.goto(app.url);
  const before = await page.locator('.photo-card').count();
  await page.getByRole('button', { name: 'Remove sample 2' }).click();
  await expect(page.getByRole('heading', { name: 'Remove “sample 2” from the Shelf?' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.locator('.photo-card')).toHaveCount(before);
  await page.getByRole('button', { name: 'Remove sample 2' }).click();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(page.locator('.photo-card')).toHaveCount(before - 1);
});
