import sharp from 'sharp';
import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens, step } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

test('what holds nothing is said with its hold point in one press; a photo ends its own step, or a reason does', async ({
  watched: page,
}) => {
  await page.goto(server.url);
  const href = await page
    .getByRole('link', { name: /Ilex Lumen.*Fit/ })
    .first()
    .getAttribute('href');
  await page.goto(`${server.url}${href}`);
  await listens(page);
  const panel = page.getByRole('region', { name: 'Step' });
  await page.getByRole('button', { name: /^front right/i }).click();
  await expect(panel.getByRole('heading', { name: 'Photo as received' })).toBeVisible();
  await expect(panel.getByRole('button', { name: 'Done, next' })).toHaveCount(0);
  const box = (name: string) => page.getByRole('checkbox', { name: new RegExp(`^${name}`) });
  await box('Photo as received').click();
  await expect(box('Photo as received')).not.toBeChecked();
  await page.getByLabel('Photo before, front right').setInputFiles({
    name: 'as-it-came.png',
    mimeType: 'image/png',
    buffer: await sharp({ create: { width: 64, height: 48, channels: 3, background: '#557755' } })
      .png()
      .toBuffer(),
  });
  await expect(box('Photo as received')).toBeChecked();
  await expect(panel.getByRole('heading', { name: 'Jack and stand' })).toBeVisible();
  const first = panel.getByRole('list', { name: 'First' });
  await expect(first.getByRole('listitem')).toHaveCount(1);
  await expect(first).toContainText('Crack loose');
  await expect(first.getByRole('button', { name: /Something soaks/ })).toBeVisible();
  await accessible(page);
  await page.keyboard.press('PageDown');
  await expect(box('Crack loose')).toBeChecked();
  await expect(box('Jack and stand')).toBeChecked();
  await expect(panel.getByRole('heading', { name: 'Pins and disc screw' })).toBeVisible();
  await expect(first.getByRole('listitem')).toHaveCount(2);
  await expect(panel.getByLabel('Where the old ones are kept')).toBeVisible();
  // Looked at for itself, a step is said for itself.
  await step(page, 'Hanger pin in').click();
  await expect(first).toHaveCount(0);
  await page.keyboard.press('PageDown');
  await expect(box('Hanger pin in')).toBeChecked();
  await expect(box('Wheel off, bag the old')).not.toBeChecked();
  await step(page, 'Photo as it goes').click();
  await panel.getByRole('button', { name: 'Skip with a reason' }).click();
  await expect(panel).toContainText('give the reason why there is none');
  await panel.getByLabel('Why', { exact: true }).fill('no camera at hand');
  await panel.getByRole('button', { name: 'End it with this reason' }).click();
  await expect(step(page, 'Photo as it goes')).toContainText('reason: no camera at hand');
  await page.reload();
  await page.getByRole('button', { name: /^front right/i }).click();
  for (const name of ['Photo as received', 'Crack loose', 'Jack and stand', 'Hanger pin in'])
    await expect(box(name)).toBeChecked();
  await expect(step(page, 'Photo as it goes')).toContainText('reason: no camera at hand');
  await expect(page.getByRole('region', { name: 'Notes and photos' }).getByRole('img')).toHaveCount(1);
});

test('a choice that the shelf has: searched, taken and approved, nothing typed', async ({ watched: page }) => {
  await page.goto(server.url);
  const href = await page
    .getByRole('link', { name: /Corvane Tern.*Choose/ })
    .first()
    .getAttribute('href');
  await page.goto(`${server.url}${href}`);
  await listens(page);
  let presses = 0;
  const press = async (role: 'tab' | 'button', name: string | RegExp) => {
    presses += 1;
    await page.getByRole(role, { name }).first().click();
  };
  await press('tab', 'What fits');
  await press('button', 'Search the shelf');
  await press('button', /^Take lipped 5 × 118, 20 mm with bolt .* to the bench/);
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('20');
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await press('button', /^Approve/);
  await expect(page).toHaveURL(/\/stage$/);
  console.log(`choose, from the shelf: ${presses} presses, 0 fields`);
  expect(presses).toBeLessThanOrEqual(4);
  await page.reload();
  await expect(page.getByRole('main')).toContainText(/2 × .*20\.0 mm/);
});

test('one job prepares another wheel set as well: what is in the way there is said, and it has its line on the kit', async ({
  watched: page,
}) => {
  await page.goto(server.url);
  const href = await page
    .getByRole('link', { name: /Merrow Kite GT.*Stag/ })
    .first()
    .getAttribute('href');
  await page.goto(`${server.url}${href?.replace(/\/[^/]+$/, '/choose')}`);
  await listens(page);
  const road = page.getByLabel('road 16 as well');
  const wets = page.getByLabel('wets 15 as well');
  const approve = page.getByRole('button', { name: 'Approve', exact: true });
  await road.check();
  await expect(page.locator('[data-also="stop"]')).toContainText(
    'Cone 60° fastener in a ball R13 wheel: it bears on a line and comes loose.',
  );
  await expect(approve).toBeDisabled();
  await accessible(page);
  await road.uncheck();
  await wets.check();
  await expect(page.locator('[data-also="pass"]')).toContainText('Holds with what is chosen.');
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await page.reload();
  await listens(page);
  await expect(wets).toBeChecked();
  await expect(road).not.toBeChecked();
  await approve.click();
  await expect(page).toHaveURL(/\/stage$/);
  await expect(page.getByText(/“wets 15”, prepared as well: what this list puts on holds them too/)).toBeVisible();
});
