import sharp from 'sharp';
import { accessible, expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';
import { listens, logged, tap } from './steps';

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
    page.getByText('The server cannot be reached. What was done is still here and is sent again.'),
  ).toBeVisible();
  await accessible(page);
  await spacer.fill('4');
  await expect(page.getByRole('heading', { name: 'Findings, worst first' })).toBeVisible();
  await page.getByRole('button', { name: 'Approve' }).first().click();
  await expect(page.getByText('Not approved: what is on this bench is not saved.')).toBeVisible();
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
    page.getByText(/signed off and its record does not change.*Yours, 3\.0 mm, lies on this device/),
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

test('bench, chalk, notes and photos wait on the device while there is no network, past a closed tab, and arrive once', async ({
  watched: page,
  context,
}) => {
  const choose = await hrefOf(page, /Ilex Lumen.*Fit/, 'choose');
  const [measure, fit] = [choose.replace('/choose', '/measure'), choose.replace('/choose', '/fit')];
  const chalkOf = (on: typeof page) => on.getByRole('list', { name: 'Chalk tests kept' }).getByRole('listitem');
  const remarksOf = (on: typeof page) => on.getByRole('region', { name: 'Notes and photos' });
  const away = async (on: typeof page) => {
    await listens(on);
    serverWillBeKilled(on);
    await context.setOffline(true);
  };
  const back = async (on: typeof page, url: string) => {
    const next = await context.newPage();
    // It leaves as a closed tab does, and says so to the page.
    await on.goto('about:blank');
    await on.close();
    await context.setOffline(false);
    await next.goto(url);
    return next;
  };
  await page.goto(measure);
  const before = await chalkOf(page).count();
  await away(page);
  const chalk = page.getByRole('region', { name: 'Chalk test' });
  await chalk.getByLabel('Trial spacer').fill('7.5');
  await chalk.getByRole('radio', { name: 'Clean all round' }).click();
  await chalk.getByRole('button', { name: 'Save chalk test' }).click();
  await expect(chalkOf(page).last()).toContainText('7.5 mm');
  await expect(chalkOf(page).last()).toContainText('on its way');
  await expect(page.getByText('what you tapped is sent once it is back: 1 waits.')).toBeVisible();

  const atCar = await back(page, fit);
  await away(atCar);
  await remarksOf(atCar).getByLabel('Note, or words for the photo').fill('chip in the lip');
  await atCar.getByLabel('Photo files').setInputFiles({
    name: 'chip.png',
    mimeType: 'image/png',
    buffer: await sharp({ create: { width: 64, height: 48, channels: 3, background: '#775533' } })
      .png()
      .toBuffer(),
  });
  await expect(remarksOf(atCar).getByRole('img', { name: 'chip in the lip' })).toBeVisible();
  await remarksOf(atCar).getByLabel('Note, or words for the photo').fill('ask the owner');
  await remarksOf(atCar).getByRole('button', { name: 'Save note' }).click();
  await expect(remarksOf(atCar).getByRole('list', { name: 'Not sent yet' }).getByRole('listitem')).toHaveCount(2);
  await accessible(atCar);

  const bench = await back(atCar, choose);
  const spacer = bench.getByLabel('Spacer', { exact: true });
  await expect(spacer).toHaveValue('5');
  await away(bench);
  // Closed before the pause is over.
  await spacer.fill('6');
  const again = await back(bench, choose);
  await expect(again.getByLabel('Spacer', { exact: true })).toHaveValue('6');
  await expect(again.getByText('Bench saved.')).toBeVisible();
  await again.reload();
  await expect(again.getByLabel('Spacer', { exact: true })).toHaveValue('6');

  await again.goto(fit);
  await expect(remarksOf(again).getByText('ask the owner')).toHaveCount(1);
  await expect(remarksOf(again).getByRole('img', { name: 'chip in the lip' })).toHaveCount(1);
  await expect(remarksOf(again).getByRole('list', { name: 'Not sent yet' })).toHaveCount(0);
  await again.goto(measure);
  await expect(chalkOf(again)).toHaveCount(before + 1);
  await expect(again.getByText('on its way')).toHaveCount(0);
});

test('a choice that another device overtook lies here with its reason until somebody decides', async ({
  watched: page,
  browser,
}) => {
  const url = await hrefOf(page, /Ilex Lumen.*Fit/, 'choose');
  await page.goto(url);
  const spacer = page.getByLabel('Spacer', { exact: true });
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await listens(page);
  const other = await (await browser.newContext()).newPage();
  await other.goto(url);
  await listens(other);
  await other.getByLabel('Spacer', { exact: true }).fill('4');
  await expect(other.getByText('Bench saved.')).toBeVisible();
  await other.waitForTimeout(600);
  await expect(other.getByText('Bench saved.')).toBeVisible();
  await spacer.fill('8');
  await expect(
    page.getByText(/changed meanwhile on another screen.*Yours, 8\.0 mm, lies on this device/),
  ).toBeVisible();
  await page.reload();
  await expect(spacer).toHaveValue('4');
  const left = page.getByRole('region', { name: 'Left on this device' });
  await expect(left).toContainText('A choice of 8.0 mm was made on this device and is not kept');
  await accessible(page);
  await left.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(spacer).toHaveValue('8');
  await expect(left).toHaveCount(0);
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await page.reload();
  await expect(spacer).toHaveValue('8');
  await expect(left).toHaveCount(0);
  await other.context().close();
});
