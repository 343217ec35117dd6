import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { accessible, expect, test } from './guard';
import { Server } from './server';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

async function addPerson(page: Page, name: string, role: 'Fitter' | 'Lead', pin: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('radio', { name: role, exact: true }).click();
  await page.getByLabel('PIN', { exact: true }).fill(pin);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
}

async function comeIn(page: Page, name: string, pin: string): Promise<void> {
  await page.goto(`${server.url}/who?back=/vehicles`);
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.getByLabel(`PIN of ${name}`).fill(pin);
  await page.getByRole('button', { name: 'Come in' }).click();
}

test('people: names, PINs, who acts; nobody at the bench does nothing, wrong PINs wait', async ({ watched: page }) => {
  await page.goto(`${server.url}/settings`);
  const list = page.getByRole('list', { name: 'People' });
  await addPerson(page, 'Bram Pell', 'Lead', '123456');
  await expect(page.getByText('is the first one that anybody tries.')).toBeVisible();
  await page.getByLabel('PIN', { exact: true }).fill('274059');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(list.getByRole('listitem')).toHaveCount(1);
  // From now on people are the lead's to change.
  await addPerson(page, 'Tamsin Oar', 'Fitter', '');
  await expect(page.getByText('People are changed by a lead: sign in as one first.')).toBeVisible();
  await comeIn(page, 'Bram Pell', '000000');
  await expect(page.getByText('That is not Bram Pell’s PIN.')).toBeVisible();
  await page.getByLabel('PIN of Bram Pell').fill('274059');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page).toHaveURL(/vehicles$/);
  await expect(page.getByRole('link', { name: /At the bench.*Bram Pell/ })).toBeVisible();
  await page.goto(`${server.url}/settings`);
  await addPerson(page, 'Tamsin Oar', 'Fitter', '');
  await addPerson(page, 'tamsin oar', 'Fitter', '');
  await expect(page.getByText('There is a tamsin oar already. Two people need two names.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Edda Holm');
  await page.getByRole('radio', { name: 'Lead', exact: true }).click();
  await page.getByLabel('PIN', { exact: true }).fill('903172');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(list.getByRole('listitem')).toHaveCount(3);
  await accessible(page);
  await page.goto(`${server.url}/who`);
  await page.getByRole('button', { name: 'Leave the bench' }).click();
  await expect(page.getByRole('link', { name: /Who is it/ })).toBeVisible();
  await accessible(page);
  // Nobody at the bench: what is typed stays, and nothing is kept.
  await page.goto(`${server.url}/vehicles`);
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page.getByText('Nobody is at the bench. Say who you are at the top of the page')).toBeVisible();
  // No PIN, one tap.
  await page.goto(`${server.url}/who?back=/vehicles`);
  await page.getByRole('button', { name: /Tamsin Oar/ }).click();
  await expect(page.getByRole('link', { name: /At the bench.*Tamsin Oar/ })).toBeVisible();
});

test('competition: the second signature is another lead’s, by PIN', async ({ watched: page }) => {
  await page.goto(`${server.url}/who?back=/`);
  await page.getByRole('button', { name: /Tamsin Oar/ }).click();
  await expect(page.getByRole('link', { name: /At the bench.*Tamsin Oar/ })).toBeVisible();
  const href = (await page
    .getByRole('link', { name: /Merrow Kite GT/ })
    .first()
    .getAttribute('href')) as string;
  await page.goto(server.url + href.replace(/\/[^/]+$/, '/choose'));
  await page.getByLabel('Spacer', { exact: true }).fill('6');
  const sign = page.getByRole('group', { name: 'Competition: a second person signs the cautions' });
  const forward = page.getByRole('button', { name: 'Take forward' }).first();
  await expect(forward).toBeDisabled();
  await sign.getByLabel('Lead', { exact: true }).selectOption({ label: 'Edda Holm' });
  await sign.getByLabel('Reason').fill('inspected between sessions');
  await sign.getByLabel('The lead’s PIN').fill('111222');
  await forward.click();
  await expect(page.getByText('That is not Edda Holm’s PIN.').first()).toBeVisible();
  await sign.getByLabel('The lead’s PIN').fill('903172');
  await forward.click();
  await expect(page).toHaveURL(/stage$/);
  await page.goto(page.url().replace('/stage', '/record'));
  await expect(page.getByText('Cautions accepted by Edda Holm: inspected between sessions')).toBeVisible();
});

test('on the network everybody signs in, and a login that was ended is none', async ({ browser }) => {
  expect(await server.end()).toBe(0);
  expect(existsSync(join(server.folder, 'vectis.lock'))).toBe(false);
  await server.up({ VECTIS_HOST: '127.0.0.1' });
  const tablet = await (await browser.newContext()).newPage();
  await tablet.goto(`${server.url}/vehicles`);
  await expect(tablet).toHaveURL(/\/who\?back=%2Fvehicles$/);
  expect((await tablet.request.get(`${server.url}/api/shelf`)).status()).toBe(401);
  await tablet.getByRole('button', { name: /Tamsin Oar/ }).click();
  await tablet.getByLabel('PIN of Tamsin Oar').fill('000000');
  await tablet.getByRole('button', { name: 'Come in' }).click();
  await expect(tablet.getByText('Tamsin Oar has no PIN yet.')).toBeVisible();
  await tablet.getByRole('button', { name: /Edda Holm/ }).click();
  for (let i = 0; i < 6; i += 1) {
    await tablet.getByLabel('PIN of Edda Holm').fill('000001');
    await tablet.getByRole('button', { name: 'Come in' }).click();
    await expect(tablet.getByRole('alert').filter({ hasText: /Edda Holm/ })).toBeVisible();
    await expect(tablet.getByLabel('PIN of Edda Holm')).toHaveValue('');
  }
  await expect(tablet.getByText(/Too many wrong PINs for Edda Holm. Wait \d+ s/)).toBeVisible();
  const lead = await (await browser.newContext()).newPage();
  await comeIn(lead, 'Bram Pell', '274059');
  await expect(lead).toHaveURL(/vehicles$/);
  const second = await (await browser.newContext()).newPage();
  await comeIn(second, 'Bram Pell', '274059');
  await expect(second).toHaveURL(/vehicles$/);
  await lead.goto(`${server.url}/settings`);
  await lead.getByRole('button', { name: 'Change Bram Pell' }).click();
  await lead.getByRole('button', { name: 'Sign out everywhere' }).click();
  await expect(lead.getByRole('button', { name: 'Sign out everywhere' })).toHaveCount(0);
  await lead.goto(`${server.url}/vehicles`);
  await expect(lead).toHaveURL(/who/);
  await second.goto(`${server.url}/shelf`);
  await expect(second).toHaveURL(/who/);
  await server.kill();
  await server.up();
});
