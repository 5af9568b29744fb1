// @ts-check
import { expect, test } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { crc32, deflateSync } from 'node:zlib';
import { Application } from '../support/application.mjs';
import { openPhoto, settled } from '../support/bench.mjs';

const app = new Application({ memory: 420_000_000 });
test.beforeAll(() => app.start());
test.afterAll(() => app.remove());

/** A grey PNG of any size (ISO/IEC 15948). @param {number} width @param {number} height */
function greyPng(width, height) {
  const chunk = (/** @type {string} */ name, /** @type {Buffer} */ data) => {
    const body = Buffer.concat([Buffer.from(name), data]);
    const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    sum.writeUInt32BE(crc32(body));
    return Buffer.concat([length, body, sum]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header[8] = 8;
  return Buffer.concat([Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]), chunk('IHDR', header), chunk('IDAT', deflateSync(Buffer.alloc(height * (width + 1)), { level: 1 })), chunk('IEND', Buffer.alloc(0))]);
}

test('a photo too large for the memory is refused with words, and the application lives on', async ({ page }, info) => {
  await page.goto(app.url);
  const large = info.outputPath('large.png');
  writeFileSync(large, greyPng(9000, 7000));
  await page.locator('#files').setInputFiles(large);
  await expect(page.locator('.incoming .is-fault')).toContainText(/memory/);
  await openPhoto(page, app.url, 'felt-string');
  await page.keyboard.press('v');
  await settled(page);
  await expect(page.locator('.note.is-fault')).toHaveCount(0);
});
