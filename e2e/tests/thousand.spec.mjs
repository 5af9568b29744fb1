// @ts-check
import { expect, test } from '@playwright/test';
import { Application } from '../support/application.mjs';
import { addPhotos } from '../support/many-photos.mjs';

const app = new Application({ empty: true });
test.beforeAll(() => app.start());
test.afterAll(() => app.remove());

test('a Shelf of a thousand photos is searched, sorted, selected, put into sets and scrolled', async ({ page }) => {
  test.setTimeout(300_000);
  await addPhotos(app.url, 1000);
  await page.goto(`${app.url}/?order=name`);
  const cards = page.locator('.photo-card');
  await expect(cards).toHaveCount(1000);
  await expect(cards.first()).toContainText('photo 1');
  await expect(cards.nth(1)).toContainText('photo 2');
  // By keys: from the first picture on, three of them, and all.
  await page.locator('.photo-sheet').first().focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.locator('#selection b')).toHaveText('3 photos selected');
  await page.keyboard.press('Control+a');
  await expect(page.locator('#selection b')).toHaveText('1000 photos selected');
  await page.keyboard.press('Escape');
  await expect(page.locator('#selection')).toBeHidden();
  // By mouse: a run, and one more.
  await page.locator('.photo-sheet').nth(1).click({ modifiers: ['Control'] });
  await page.locator('.photo-sheet').nth(4).click({ modifiers: ['Shift'] });
  await page.locator('[data-card="select"]').nth(6).click();
  await expect(page.locator('#selection b')).toHaveText('5 photos selected');
  await page.getByRole('button', { name: 'like', exact: true }).click();
  await expect(page.locator('.card-like[aria-pressed="true"]')).toHaveCount(5);
  await page.locator('.set-new input').fill('Market day');
  await page.getByRole('button', { name: 'put in' }).click();
  await expect(page.locator('.sets')).toContainText('Market day 5');
  await page.locator('.sets label').filter({ hasText: 'Market day' }).click();
  await expect(cards).toHaveCount(5);
  expect(page.url()).toContain('set=');
  await page.reload();
  await expect(cards).toHaveCount(5);
  await page.locator('[data-card="select"]').first().click();
  await page.getByRole('button', { name: 'take out of this set' }).click();
  await expect(cards).toHaveCount(4);
  await page.getByRole('button', { name: 'rename' }).click();
  await page.keyboard.type('Market');
  await page.keyboard.press('Enter');
  await expect(page.locator('.sets')).toContainText('Market 4');
  await page.getByRole('button', { name: 'remove set' }).click();
  await expect(cards).toHaveCount(1000);
  await page.getByLabel('Part of a photo’s name').fill('photo 77');
  await expect(cards).toHaveCount(11);   // 77 and 770 to 779
  await page.locator('.marks-wished label').filter({ hasText: 'liked' }).click();
  await expect(page.getByText('No photo like that')).toBeVisible();
  await page.getByRole('link', { name: 'Show all photos' }).click();
  await expect(cards).toHaveCount(1000);
  // What comes into sight is drawn, what does not is not asked for.
  await page.mouse.wheel(0, 6000);
  await expect.poll(() => page.locator('.photo-sheet img').evaluateAll(all => all.filter(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 0).length)).toBeGreaterThan(10);
  expect(await page.locator('.photo-sheet img').evaluateAll(all => all.filter(i => /** @type {HTMLImageElement} */ (i).naturalWidth > 0).length)).toBeLessThan(400);
});

test('pointing at a picture shows the photo as it came, and the size of the pictures is remembered', async ({ page }) => {
  await page.goto(app.url);
  const sheet = page.locator('.photo-sheet').first();
  await sheet.hover();
  await expect(sheet.locator('.as-it-came')).toBeVisible();
  await page.mouse.move(5, 5);
  await expect(page.locator('.as-it-came')).toHaveCount(0);
  await sheet.focus();
  await page.keyboard.down('u');
  await expect(sheet.locator('.as-it-came')).toBeVisible();
  await page.keyboard.up('u');
  await expect(page.locator('.as-it-came')).toHaveCount(0);
  const wide = (await sheet.boundingBox())?.width ?? 0;
  await page.getByLabel('Size of the pictures').fill('180');
  await page.reload();
  expect((await sheet.boundingBox())?.width).toBeLessThan(wide);
});
