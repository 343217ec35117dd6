import { accessible, expect, serverWillBeKilled, test } from './guard';
import { listens, logged, tap } from './steps';
import { Server } from './server';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

const hrefOf = async (page: import('@playwright/test').Page, line: RegExp, view: string): Promise<string> => {
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: line }).getAttribute('href')) as string;
  return server.url + href.replace(/\/[^/]+$/, `/${view}`);
};

test('the bench saves again after the server was gone, and takes forward only what is kept', async ({
  watched: page,
}) => {
  await page.goto(await hrefOf(page, /Ilex Lumen.*Fit/, 'choose'));
  const spacer = page.getByLabel('Spacer', { exact: true });
  await expect(spacer).toHaveValue('5');
  serverWillBeKilled(page);
  await server.kill();
  await spacer.fill('3');
  await expect(
    page.getByText(
      'The server cannot be reached. What you entered is still here and is not kept yet. It is tried again.',
    ),
  ).toBeVisible();
  await accessible(page);
  await spacer.fill('4');
  await expect(page.getByRole('heading', { name: 'Findings, worst first' })).toBeVisible();
  await page.getByRole('button', { name: 'Approve' }).first().click();
  await expect(page.getByText('Not taken forward: what stands on this bench is not kept.')).toBeVisible();
  await server.up();
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await page.reload();
  await expect(spacer).toHaveValue('4');
  await spacer.fill('5');
  await expect(page.getByText('Bench saved.')).toBeVisible();
});

test('torque is typed as fast as hands go, through a lost server: every entry counts once, and the focus stays in the pass', async ({
  watched: page,
}) => {
  await page.goto(await hrefOf(page, /Halm Drover.*Torque/, 'torque'));
  await page.getByRole('radio', { name: 'front right' }).click();
  await expect(page.getByRole('combobox', { name: 'Wrench' })).toBeVisible();
  await listens(page);
  await page.getByRole('combobox', { name: 'Wrench' }).selectOption('figures');
  await tap(page, 'All 6 snug');
  await tap(page, 'Lowered, tyre touches');
  await logged(page, 2);
  const reading = page.getByLabel('Reading', { exact: true });
  await expect(reading).toBeFocused();
  // Nobody waits for the server between two lugs.
  for (let lug = 0; lug < 3; lug += 1) await page.keyboard.type('118\n');
  await expect(page.getByText('Torque log, 5 entries')).toBeVisible();
  serverWillBeKilled(page);
  await server.kill();
  for (let lug = 0; lug < 3; lug += 1) await page.keyboard.type('118\n');
  await expect(page.getByRole('heading', { name: /Verify pass/ })).toBeVisible();
  await expect(page.getByText(/cannot be reached.*3 entries wait and will be sent in order/)).toBeVisible();
  await server.up();
  await expect(page.getByText('Torque log, 8 entries')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('cannot be reached')).toHaveCount(0);
  await expect(reading).toBeFocused();
  for (let lug = 0; lug < 6; lug += 1) {
    await page.keyboard.type('118');
    await page.keyboard.press('Tab');
    await page.keyboard.type(`${lug}\n`);
  }
  await expect(page.getByRole('heading', { name: /Wheel done/ })).toBeFocused();
  await expect(page.getByText('Torque log, 14 entries')).toBeVisible();
  await page.reload();
  await page.getByRole('radio', { name: 'front right' }).click();
  await expect(page.getByText('Torque log, 14 entries')).toBeVisible();
  // What was typed for the lugs did not run into the fields below.
  for (const corner of ['front left', 'front right'])
    await expect(page.getByLabel(`Gap now, ${corner}`)).toHaveValue('');
  await expect(page.getByText('not measured since')).toHaveCount(2);
});

test('taps that were made while the server was away outlive a closed tab', async ({ watched: page, context }) => {
  const url = await hrefOf(page, /Halm Drover.*Torque/, 'torque');
  await page.goto(url);
  await page.getByRole('radio', { name: 'front left' }).click();
  await listens(page);
  const before = Number(/log, (\d+)/.exec((await page.getByText(/^Torque log, \d+/).textContent()) ?? '')?.[1]);
  serverWillBeKilled(page);
  await server.kill();
  await page.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(page.getByText(/cannot be reached.*1 entry waits and will be sent in order/)).toBeVisible();
  await page.close();
  await server.up();
  const next = await context.newPage();
  await next.goto(url);
  await next.getByRole('radio', { name: 'front left' }).click();
  await expect(next.getByText(`Torque log, ${before + 1} entr`)).toBeVisible({ timeout: 60_000 });
  await next.reload();
  await next.getByRole('radio', { name: 'front left' }).click();
  await expect(next.getByText(`Torque log, ${before + 1} entr`)).toBeVisible();
});

test('a signed job says so at every stage, and takes nothing but its recheck', async ({ watched: page }) => {
  const url = await hrefOf(page, /Anselm Heron.*Recheck/, 'choose');
  await page.goto(url);
  await expect(page.getByRole('region', { name: 'Signed off' })).toContainText(
    'The record does not change: only its recheck is entered.',
  );
  await page.getByRole('button', { name: 'Approve' }).first().click();
  await expect(page.getByText('This job is signed off and its record does not change.').first()).toBeVisible();
  await page.getByLabel('Spacer', { exact: true }).fill('3');
  await expect(
    page.getByText(/signed off and its record does not change.*Yours, 3\.0 mm, is on this screen only/),
  ).toBeVisible();
  await page.goto(url.replace('/choose', '/measure'));
  const gap = page.locator('form[data-quantity="gap"]');
  await gap.locator('input').fill('40');
  await gap.getByRole('button', { name: /^Save/ }).click();
  await expect(gap.getByText('signed off and its record does not change')).toBeVisible();
  await expect(gap.locator('input')).toHaveValue('40');
  await page.goto(url.replace('/choose', '/stage'));
  const boxes = page.getByRole('checkbox');
  await boxes.first().click();
  await expect(page.getByRole('alert').filter({ hasText: 'signed off and its record does not change' })).toBeVisible();
  await expect(boxes.first()).toBeChecked();
  await accessible(page);
  await page.goto(url.replace('/choose', '/record'));
  await expect(page.getByText(/^As signed, by rules version \d+\./)).toBeVisible();
});

test('a new reading makes a plan stand still where the work is; taken in, ticks stay', async ({ watched: page }) => {
  const url = await hrefOf(page, /Ilex Lumen.*Fit/, 'fit');
  await page.goto(url);
  await page.getByRole('checkbox').nth(3).click();
  await expect(page.getByRole('checkbox').nth(3)).toBeChecked();
  await page.goto(url.replace('/fit', '/measure'));
  const gap = page.locator('form[data-quantity="gap"]');
  await gap.locator('input').fill('15');
  await gap.getByRole('button', { name: /^Save/ }).click();
  await expect(gap.getByText('2 readings')).toBeVisible();
  await page.goto(url);
  const notice = page.getByRole('region', { name: 'The plan does not stand' });
  await expect(notice).toContainText('Gap, arch to tyre, front left: 14.0 mm then, 14.5 mm now.');
  await accessible(page);
  await notice.getByRole('button', { name: 'Take them into the plan' }).click();
  await expect(notice).toHaveCount(0);
  await expect(page.getByRole('checkbox').nth(3)).toBeChecked();
});

test('an old tab cannot send a job back or finish what was unticked meanwhile', async ({ watched: page, context }) => {
  const url = await hrefOf(page, /Merrow Kite GT.*Rear.*competition/, 'stage');
  await page.goto(url);
  const old = await context.newPage();
  const boxes = page.getByRole('checkbox');
  await expect(boxes.first()).toBeVisible();
  for (let i = 0; i < (await boxes.count()); i += 1) {
    await boxes.nth(i).click();
    await expect(boxes.nth(i)).toBeChecked();
  }
  // It hears nothing of the others, as over a bad network.
  await old.route('**/api/job/*', (r) => r.fulfill({ json: { mark: null } }));
  // The last tick may still be on its way: the old tab is opened on what is stored.
  const done = old.getByText('All hold points ticked.');
  await expect(async () => {
    await old.goto(url);
    await expect(done).toBeVisible({ timeout: 3000 });
  }).toPass();
  await page.getByRole('button', { name: 'Kit is complete' }).click();
  await expect(page.getByRole('heading', { name: 'Fit', exact: true })).toBeVisible();
  await old.getByRole('button', { name: 'Kit is complete' }).click();
  await expect(old.getByText('The kit is completed in “Stage”; this job stands in “Fit”.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Fit', exact: true })).toBeVisible();
});
