// @ts-check
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { Application, root } from '../support/application.mjs';
import { settled } from '../support/bench.mjs';

/** Where people sign in: by password and by passkey, sharing a set, a guest who looks. */
const password = 'a long walk by the river';
const app = new Application({ args: ['--sign-in'] });
/** Passkeys need a host name. */
let url = '';

test.beforeAll(async () => {
  for (const words of [['anna'], ['gast', '--guest']])
    execFileSync('dotnet', [join(root, 'src/Yarnwheel.Web/bin/Release/net10.0/linux-x64/publish/yarnwheel-web.dll'), 'user', 'add', ...words, '--data', app.data], { input: `${password}\n` });
  await app.start();
  url = app.url.replace('127.0.0.1', 'localhost');
});
test.afterAll(() => app.remove());

/** @param {import('@playwright/test').Page} page @param {string} name @param {string} to */
async function signIn(page, name, to = '/') {
  await page.goto(url + to);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.waitForURL(url + to);
}

test('a wrong password is said, the right one leads to where one wanted to go', async ({ page }) => {
  await page.goto(`${url}/bench/1`);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByLabel('Name').fill('anna');
  await page.getByLabel('Password').fill('something else');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toHaveText('Name and password don’t belong together.');
  await page.getByLabel('Password').fill(password);
  await page.getByLabel('Password').press('Enter');
  await page.waitForURL(`${url}/bench/1`);
  await settled(page);
});

test('a passkey is added, and lets one in without a password', async ({ page }) => {
  await signIn(page, 'anna', '/account');
  const keys = await page.context().newCDPSession(page);
  await keys.send('WebAuthn.enable');
  await keys.send('WebAuthn.addVirtualAuthenticator', { options: { protocol: 'ctap2', transport: 'internal', hasResidentKey: true, hasUserVerification: true, isUserVerified: true, automaticPresenceSimulation: true } });
  await page.getByLabel('Name of the passkey').fill('desk');
  await page.getByRole('button', { name: 'Add a passkey' }).click();
  await expect(page.locator('.passkeys')).toContainText('desk');
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click();
  await page.waitForURL(`${url}/`);
  await page.goto(`${url}/account`);
  await page.getByRole('button', { name: 'Remove desk' }).click();
  await expect(page.locator('.passkeys')).toHaveCount(0);
});

test('a set is shared; a guest sees it, moves about in it, and changes nothing', async ({ page, browser }) => {
  await signIn(page, 'anna');
  await page.locator('.photo-card', { hasText: 'felt-string' }).hover();
  await page.getByRole('checkbox', { name: 'Select felt-string' }).click();
  await page.getByLabel('Name of the set to put them into').fill('For the catalogue');
  await page.getByRole('button', { name: 'put in' }).click();
  await page.locator('#sets').getByText('For the catalogue').click();
  await page.getByRole('button', { name: 'share' }).click();
  await page.getByLabel('gast').check();
  await page.getByRole('button', { name: 'Share it so' }).click();
  await expect(page.getByRole('button', { name: 'share (1)' })).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'gast');
  await expect(other.locator('.photo-card')).toHaveCount(1);
  await expect(other.getByRole('button', { name: 'Add photos' })).toBeHidden();
  await other.getByRole('link', { name: 'Open felt-string' }).click();
  await settled(other);
  await expect(other.getByRole('button', { name: 'Save a copy' })).toBeHidden();
  const stage = /** @type {{ x: number, y: number, width: number, height: number }} */ (await other.locator('#stage').boundingBox());
  const zoom = () => other.locator('#zoom-button').textContent();
  const before = await zoom();
  await other.mouse.dblclick(stage.x + stage.width / 2, stage.y + stage.height / 2);
  await settled(other);
  expect(await zoom()).not.toBe(before);
  expect(await zoom()).toContain('100 %');
  await other.keyboard.press('v');
  await expect(other.locator('#show-button')).toContainText('veil');
  await other.keyboard.press('Control+z');
  await expect(other.locator('#notes')).toContainText('shared with you to look at');
  await other.context().close();
});
