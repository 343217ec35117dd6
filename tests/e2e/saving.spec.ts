import { accessible, expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

test('a link to a server that is gone stays on the page; it says so, and goes on when it is back', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles`);
  await expect(page.getByRole('heading', { name: 'Vehicles' })).toBeVisible();
  serverWillBeKilled(page);
  await server.kill();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByText('The server cannot be reached, so this page stays as it is.')).toBeVisible();
  await expect(page).toHaveURL(/vehicles$/);
  await expect(page.getByRole('heading', { name: 'Vehicles' })).toBeVisible();
  await accessible(page);
  await server.up();
  await expect(page.getByText('The server cannot be reached')).toHaveCount(0, { timeout: 20_000 });
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page).toHaveURL(/shelf$/);
});

test('take in survives a stray click and a reload; what is found is found as it is typed', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles/new`);
  await page.getByLabel('Vehicle', { exact: true }).fill('Corvane Gull');
  await page.getByLabel('Plate', { exact: true }).fill('GUL 1');
  await page.getByRole('link', { name: 'Vehicles' }).click();
  await expect(page).toHaveURL(/vehicles$/);
  await page.goto(`${server.url}/vehicles/new`);
  await expect(page.getByLabel('Vehicle', { exact: true })).toHaveValue('Corvane Gull');
  await page.reload();
  await expect(page.getByLabel('Plate', { exact: true })).toHaveValue('GUL 1');
  await page.goto(`${server.url}/vehicles`);
  await page.getByLabel('Find a car').fill('kite');
  await expect(page).toHaveURL(/find=kite/);
  await expect(page.getByRole('link', { name: /Merrow Kite/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Corvane Tern/ })).toHaveCount(0);
  await page.getByLabel('Find a car').fill('no such car');
  await expect(page.getByText('No car is called like “no such car”.')).toBeVisible();
  await accessible(page);
});

test('where one is stands in the address: tab, corner and wheel come back on reload', async ({ watched: page }) => {
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: /Halm Drover.*Torque/ }).getAttribute('href')) as string;
  const at = (view: string) => server.url + href.replace(/\/[^/]+$/, `/${view}`);
  await page.goto(at('torque'));
  await page.getByRole('radio', { name: 'front right' }).click();
  await page.reload();
  await expect(page.getByRole('radio', { name: 'front right' })).toBeChecked();
  await page.goto(at('measure'));
  await page.getByRole('button', { name: 'To the front right' }).click();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Measure front right' })).toBeVisible();
  await page.goto(at('choose'));
  await page.getByRole('tab', { name: 'Against thickness' }).click();
  await page.reload();
  await expect(page.getByRole('tab', { name: 'Against thickness' })).toHaveAttribute('aria-selected', 'true');
});

test('two screens on one job: what one does the other sees without a reload', async ({ watched: page, context }) => {
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: /Halm Drover.*Torque/ }).getAttribute('href')) as string;
  await page.goto(server.url + href);
  await page.getByRole('radio', { name: 'front right' }).click();
  const other = await context.newPage();
  await other.goto(server.url + href);
  await other.getByRole('radio', { name: 'front right' }).click();
  await other.waitForTimeout(300);
  await other.getByRole('button', { name: 'All 6 snug' }).click();
  await expect(other.getByText('Torque log, 1 entry')).toBeVisible();
  await page.bringToFront();
  await expect(page.getByText('Torque log, 1 entry')).toBeVisible({ timeout: 15_000 });
  await expect(page.getByRole('button', { name: 'Lowered, tyre touches' })).toBeVisible();
});

test('a page of digits is refused on its field, and nothing makes a page wide', async ({ watched: page }) => {
  await page.goto(server.url);
  const href = (await page
    .getByRole('link', { name: /Corvane Tern/ })
    .first()
    .getAttribute('href')) as string;
  await page.goto(server.url + href.replace(/\/[^/]+$/, '/measure'));
  const gap = page.locator('form[data-quantity="gap"]');
  await gap.locator('input').fill('9'.repeat(6000));
  await gap.getByRole('button', { name: /^Save/ }).click();
  await expect(gap.locator('input')).toHaveAttribute('aria-invalid', 'true');
  await page.goto(`${server.url}/vehicles/new`);
  await page.getByLabel('Notes').fill('w'.repeat(5000));
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByText('Notes are longer than 2000 characters.')).toBeVisible();
  await expect(page.getByLabel('Notes')).toHaveValue('w'.repeat(5000));
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThan(1300);
  await page.getByLabel('Notes').fill('');
});
