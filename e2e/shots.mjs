// @ts-check
// Takes the pictures in docs/screenshots from the demo data: node shots.mjs
import { chromium } from '@playwright/test';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Application } from './support/application.mjs';
import { clickPhoto, onPhoto, openPhoto, settled } from './support/bench.mjs';

const into = join(dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');
const app = new Application();
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
try {
  await app.start();
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' })).newPage();
  const shot = (/** @type {string} */ name) => page.screenshot({ path: join(into, `${name}.png`) });

  await page.goto(app.url);
  await page.waitForFunction(() => [...document.images].every(i => i.complete));
  await page.waitForTimeout(500);
  await shot('shelf');

  await openPhoto(page, app.url, 'drying-rail');
  const red = await onPhoto(page, 0.48, 0.55);
  await page.mouse.move(red.x, red.y);
  await page.waitForTimeout(400);
  await shot('bench');

  await page.getByRole('button', { name: 'Auto', exact: true }).click();
  await page.getByText('Starting mixes').click();
  await settled(page);
  await page.waitForFunction(() => [...document.querySelectorAll('.mix img')].length === 10);
  await page.locator('.mix').last().scrollIntoViewIfNeeded();
  await page.waitForFunction(() => [...document.querySelectorAll('.mix img')].every(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 0));
  await page.mouse.move(640, 500);
  await settled(page);
  await shot('greys');

  await openPhoto(page, app.url, 'felt-string');
  await page.keyboard.press('p');
  const leaf = await onPhoto(page, 0.378, 0.42);
  await page.mouse.move(leaf.x, leaf.y);
  await page.mouse.down();
  await page.waitForTimeout(500);
  await page.mouse.move(leaf.x, leaf.y - 90, { steps: 8 });
  await page.waitForTimeout(900);
  await shot('pull');
  await page.mouse.up();
  await settled(page);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  await page.keyboard.press('v');
  await page.mouse.move(640, 300);
  await settled(page);
  await shot('veil');

  await openPhoto(page, app.url, 'madder-basket');
  await page.keyboard.press('m');
  await settled(page);
  await shot('mask');

  await page.emulateMedia({ colorScheme: 'dark' });
  await openPhoto(page, app.url, 'felt-string');
  await page.keyboard.press('n');
  await clickPhoto(page, 0.835, 0.36);
  await page.evaluate(() => {
    const { view } = /** @type {any} */ (window).yarnwheel;
    view.zoomTo(1);
    view.centre(0.62, 0.42);
  });
  await settled(page);
  await shot('close');
} finally {
  await browser.close();
  await app.remove();
}
