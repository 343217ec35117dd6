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

async function typeIn(page: Page, name: string, pin: string): Promise<void> {
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel('Your PIN').fill(pin);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
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
  await expect(page).toHaveURL(`${server.url}/vehicles`);
  await expect(page.getByRole('link', { name: /Signed in:.*Bram Pell/ })).toBeVisible();
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
  await expect(page.getByText('Not signed in. Say who you are at the top of the page')).toBeVisible();
  // No PIN, one tap.
  await page.goto(`${server.url}/who?back=/vehicles`);
  await page.getByRole('button', { name: /Tamsin Oar/ }).click();
  await expect(page.getByRole('link', { name: /Signed in:.*Tamsin Oar/ })).toBeVisible();
});

test('competition: the second signature is another lead’s, by PIN', async ({ watched: page }) => {
  await page.goto(`${server.url}/who?back=/`);
  await page.getByRole('button', { name: /Tamsin Oar/ }).click();
  await expect(page.getByRole('link', { name: /Signed in:.*Tamsin Oar/ })).toBeVisible();
  const href = (await page
    .getByRole('link', { name: /Merrow Kite GT/ })
    .first()
    .getAttribute('href')) as string;
  await page.goto(server.url + href.replace(/\/[^/]+$/, '/choose'));
  await page.getByLabel('Spacer', { exact: true }).fill('6');
  const sign = page.getByRole('group', { name: 'Competition: a second person signs the cautions' });
  const forward = page.getByRole('button', { name: 'Approve' }).first();
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

  // Who did it is kept as a person beside the name, by action and by outbox alike.
  await page.goto(page.url().replace('/record', '/stage'));
  await page.getByRole('checkbox').first().click();
  await expect(page.getByRole('checkbox').first()).toBeChecked();
  const id = new URL(page.url()).pathname.split('/')[2];
  type Row = Record<'by' | 'frozenBy' | 'personId', string | null>;
  const visit = async () =>
    (await (await page.request.get(`${server.url}/api/job/${id}/visit`)).json()) as Record<'plans' | 'steps', Row[]>;
  await expect.poll(async () => (await visit()).steps.some((s) => s.by === 'Tamsin Oar')).toBe(true);
  const { plans, steps } = await visit();
  const whoever = plans.filter((p) => p.frozenBy === 'Tamsin Oar').map((p) => p.personId);
  expect(whoever).toEqual([expect.stringMatching(/^[0-9a-f-]{36}$/)]);
  expect(steps.filter((s) => s.by === 'Tamsin Oar').map((s) => s.personId)).toEqual(whoever);
});

test('on the network everybody signs in, and a login that was ended is none', async ({ browser }) => {
  expect(await server.end()).toBe(0);
  expect(existsSync(join(server.folder, 'vectis.lock'))).toBe(false);
  await server.up({ VECTIS_HOST: '127.0.0.1' });
  const tablet = await (await browser.newContext()).newPage();
  await tablet.goto(`${server.url}/vehicles`);
  await expect(tablet).toHaveURL(/\/who\?back=%2Fvehicles$/);
  expect((await tablet.request.get(`${server.url}/api/shelf`)).status()).toBe(401);
  // Whoever reaches the page reads no name of anybody, and what is refused does not say who works here.
  for (const name of ['Tamsin Oar', 'Edda Holm', 'Bram Pell'])
    await expect(tablet.getByText(name, { exact: false })).toHaveCount(0);
  for (const name of ['Tamsin Oar', 'Nobody Here', 'Edda Holm']) {
    await typeIn(tablet, name, '000001');
    await expect(tablet.getByText('Name and PIN do not go together.')).toBeVisible();
    await expect(tablet.getByLabel('Your PIN')).toHaveValue('');
  }
  for (let i = 0; i < 5; i += 1) {
    await typeIn(tablet, 'Edda Holm', '000001');
    await expect(tablet.getByLabel('Your PIN')).toHaveValue('');
  }
  await expect(tablet.getByText(/Too many wrong PINs for this name. Wait \d+ s/)).toBeVisible();
  await accessible(tablet);
  const lead = await (await browser.newContext()).newPage();
  await lead.goto(`${server.url}/who?back=/vehicles`);
  await typeIn(lead, 'bram  pell', '274059');
  await expect(lead).toHaveURL(`${server.url}/vehicles`);
  const second = await (await browser.newContext()).newPage();
  await second.goto(`${server.url}/who?back=/vehicles`);
  await typeIn(second, 'Bram Pell', '274059');
  await expect(second).toHaveURL(`${server.url}/vehicles`);
  // A browser shows those who signed in on it before, and somebody else's wrong PINs do not make them wait there.
  await second.goto(`${server.url}/who`);
  await second.getByRole('button', { name: 'Leave the bench' }).click();
  await expect(second.getByLabel('Your name')).toBeVisible();
  await expect(second.getByRole('button', { name: /Edda Holm/ })).toHaveCount(0);
  for (let i = 0; i < 6; i += 1) {
    await typeIn(tablet, 'Bram Pell', '000001');
    await expect(tablet.getByLabel('Your PIN')).toHaveValue('');
  }
  await expect(tablet.getByText(/Too many wrong PINs/)).toBeVisible();
  await comeIn(second, 'Bram Pell', '274059');
  await expect(second).toHaveURL(`${server.url}/vehicles`);
  // A lead sees where people are signed in, and may end one of them.
  await lead.goto(`${server.url}/settings`);
  await lead.getByRole('button', { name: 'Change Bram Pell' }).click();
  const places = lead.getByRole('list', { name: 'Where Bram Pell is signed in' });
  await expect(places.getByRole('listitem')).toHaveCount(2);
  await places.getByRole('listitem').filter({ hasNotText: 'this one' }).getByRole('button').click();
  await expect(places.getByRole('listitem')).toHaveCount(1);
  await second.goto(`${server.url}/shelf`);
  await expect(second).toHaveURL(/who/);
  await comeIn(second, 'Bram Pell', '274059');
  await expect(second).toHaveURL(`${server.url}/vehicles`);
  // Everybody's name stands there once a lead wants it.
  await lead.getByLabel(/Every name is shown on the sign-in page/).check();
  await expect(lead.getByLabel(/Every name is shown on the sign-in page/)).toBeEnabled();
  await tablet.goto(`${server.url}/who`);
  await expect(tablet.getByRole('button', { name: /Tamsin Oar/ })).toBeVisible();
  await tablet.getByRole('button', { name: /Tamsin Oar/ }).click();
  await tablet.getByLabel('PIN of Tamsin Oar').fill('000000');
  await tablet.getByRole('button', { name: 'Come in' }).click();
  await expect(tablet.getByText('Tamsin Oar has no PIN yet.')).toBeVisible();
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
