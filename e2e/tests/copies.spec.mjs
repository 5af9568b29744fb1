// @ts-check
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Application, root, yarnwheel } from '../support/application.mjs';
import { openPhoto } from '../support/bench.mjs';

/** Many copies at once: from the Shelf, through the page of copies, into a folder and as an archive; sheets; what comes in by itself. */
const watched = mkdtempSync(join(tmpdir(), 'yarnwheel-watched-'));
const app = new Application({ args: ['--watch', watched] });
const folder = mkdtempSync(join(tmpdir(), 'yarnwheel-set-'));

test.beforeAll(() => app.start());
test.afterAll(async () => {
  await app.remove();
  for (const path of [watched, folder]) rmSync(path, { recursive: true, force: true });
});

/** @param {import('@playwright/test').Page} page @param {string[]} names */
async function select(page, names) {
  await page.goto(app.url, { waitUntil: 'domcontentloaded' });
  for (const name of names) {
    await page.locator('.photo-card', { hasText: name }).hover();
    await page.getByRole('checkbox', { name: `Select ${name}` }).click();
  }
}

test('a set goes into a folder: names seen first, progress watched, the same bytes as by the command line', async ({ page }) => {
  await select(page, ['felt-string', 'yarn-ends', 'hoop-wall']);
  await page.keyboard.press('Control+s');
  const form = page.locator('#set-form');
  await form.getByLabel('into a folder of the server').check();
  await form.getByLabel('Folder on the server').fill('/nowhere/at/all');
  await expect(page.locator('#plan')).toContainText('There is no folder /nowhere/at');
  await expect(page.locator('#set-start')).toBeDisabled();
  await form.getByLabel('Folder on the server').fill(folder);
  await form.locator('[name=size]').selectOption({ label: 'longer side, at most' });
  await form.getByLabel('Longer side, pixels').fill('700');
  await form.getByLabel('sharpened').selectOption({ label: 'a little' });
  await form.locator('[name=pattern]').fill('{number} {photo}');
  await expect(page.locator('#plan li')).toHaveText(['1 yarn-ends.jpg', '2 hoop-wall.jpg', '3 felt-string.jpg']);
  const { violations } = await new AxeBuilder({ page }).include('#save-set').analyze();
  expect(violations.filter(v => v.impact === 'serious' || v.impact === 'critical').map(v => `${v.id}: ${v.nodes.map(n => n.target).join(', ')}`)).toEqual([]);
  await page.locator('#set-start').click();
  await expect(page.locator('#save-set')).toBeHidden();
  await page.getByRole('link', { name: 'Copies' }).click();
  await expect(page.locator('.order-whole')).toContainText('all 3 saved');
  expect(readdirSync(folder).sort()).toEqual(['1 yarn-ends.jpg', '2 hoop-wall.jpg', '3 felt-string.jpg']);
  const one = join(folder, 'by-command');
  mkdirSync(one);
  yarnwheel('batch', join(root, 'demo/yarn-ends.jpg'), '--recipe', join(root, 'demo/yarn-ends.recipe.json'), '--into', one, '--name', '{photo}', '--longer-side', '700', '--sharpen', 'light');
  expect(readFileSync(join(one, 'yarn-ends.jpg')).equals(readFileSync(join(folder, '1 yarn-ends.jpg')))).toBe(true);
});

test('an archive with a look on each is made while it comes, and can be fetched again', async ({ page }, info) => {
  await select(page, ['felt-string', 'drying-rail']);
  await page.getByRole('button', { name: 'save copies' }).click();
  const form = page.locator('#set-form');
  await form.locator('[name=look]').selectOption({ index: 2 });
  await form.getByLabel('strength').fill('60');
  await form.locator('[name=size]').selectOption({ label: 'longer side, at most' });
  const coming = page.waitForEvent('download');
  await page.locator('#set-start').click();
  const archive = info.outputPath('set.zip');
  await (await coming).saveAs(archive);
  const bytes = readFileSync(archive);
  for (const name of ['felt-string', 'drying-rail']) expect(bytes.includes(name)).toBe(true);
  // ZIP (ISO 21320-1): an entry of the directory at the end for each file.
  expect(bytes.toString('latin1').split('PK\x01\x02')).toHaveLength(3);
  await page.goto(`${app.url}/copies`);
  await expect(page.getByRole('link', { name: 'Fetch it again' }).or(page.getByRole('link', { name: 'Fetch the archive' }))).toBeVisible();
  await page.getByRole('button', { name: /Take 2 photos off this list/ }).click();
  await expect(page.locator('.order')).toHaveCount(1);
});

test('layers come from the Bench', async ({ page }) => {
  await openPhoto(page, app.url, 'hoop-wall');
  await page.getByRole('button', { name: 'Save a copy' }).click();
  await page.getByLabel('layers, OpenRaster').check();
  await expect(page.getByLabel('quality')).toBeHidden();
  const coming = page.waitForEvent('download');
  await page.locator('#save-start').click();
  const layers = await coming;
  expect(layers.suggestedFilename()).toMatch(/\.ora$/);
  // Its kind stands at its beginning, as it is (OpenRaster 0.0.6).
  expect(readFileSync(await layers.path()).subarray(30, 54).toString('latin1')).toBe('mimetypeimage/openraster');
});

test('a contact sheet is laid out and saved as PDF', async ({ page }) => {
  await select(page, ['felt-string', 'drying-rail', 'mordant-jar']);
  await page.getByRole('button', { name: 'contact sheet' }).click();
  await expect(page.locator('.sheet li')).toHaveCount(3);
  await page.getByLabel('heading').fill('Winter wool');
  await page.getByRole('button', { name: 'Lay out' }).click();
  await expect(page.getByRole('heading', { name: 'Winter wool' })).toBeVisible();
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save as PDF' }).click();
  expect(statSync(await (await coming).path()).size).toBeGreaterThan(50_000);
});

test('what the camera drops into the watched folder comes to the Shelf by itself', async ({ page }) => {
  await page.goto(app.url, { waitUntil: 'domcontentloaded' });
  await expect(page.locator('[data-watching]')).toContainText(watched);
  const before = await page.locator('.photo-card').count();
  const camera = spawn('dotnet', [join(root, 'src/Yarnwheel.Web/bin/Release/net10.0/yarnwheel-web.dll'), 'camera', '--into', watched, '--every', '2', '--count', '2'], { stdio: 'ignore' });
  await expect(page.locator('.photo-card')).toHaveCount(before + 2, { timeout: 60_000 });
  await expect(page.getByRole('link', { name: /Open SHOT0001/ })).toBeVisible();
  expect(existsSync(join(watched, 'SHOT0001.jpg'))).toBe(true);
  camera.kill();
});
