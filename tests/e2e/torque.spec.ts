import type { Page } from '@playwright/test';
import { accessible, expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';
import { logged, tap, withFigures } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

async function torque(page: Page, line: RegExp): Promise<void> {
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: line }).getAttribute('href')) as string;
  await page.goto(server.url + href.replace(/\/[^/]+$/, '/torque'));
  // The face puts the focus on what comes next once the page listens.
  await page.waitForFunction(() => document.activeElement !== null && document.activeElement !== document.body);
}

test('a click wrench: one tap a click, fourteen for a wheel of six, none waits for the server, a slip is struck out', async ({
  watched: page,
}) => {
  await torque(page, /Halm Drover.*Torque/);
  await page.getByRole('radio', { name: 'front right' }).click();
  let taps = 0;
  const press = async (name: string | RegExp) => {
    taps += 1;
    await tap(page, name);
  };
  await press('All 6 snug');
  await press('Lowered, tyre touches');
  await accessible(page);
  await press('Lug 1 clicked');
  await press('Lug 2 clicked');
  // The server is gone: the hands go on, and nothing is counted twice when it is back.
  serverWillBeKilled(page);
  await server.kill();
  for (const lug of [3, 4, 5]) {
    await page.waitForTimeout(280);
    await page.getByRole('button', { name: `Lug ${lug} clicked` }).click();
    taps += 1;
  }
  await expect(page.getByRole('button', { name: 'Lug 6 clicked' })).toBeVisible();
  await expect(page.getByText(/entries wait and will be sent in order/)).toBeVisible();
  await server.up();
  await expect(page.getByText('Torque log, 7 entries')).toBeVisible({ timeout: 30_000 });
  await press('Lug 6 clicked');
  await expect(page.getByRole('heading', { name: /Verify pass/ })).toBeVisible();
  await press(/^Held/);
  await press(/^Moved a little/);
  for (let lug = 2; lug < 6; lug += 1) await press(/^Held/);
  await expect(page.getByRole('heading', { name: /Wheel done/ })).toBeFocused();
  expect(taps).toBe(14);
  const log = page.getByRole('table', { name: /Torque log/ });
  await expect(log).toContainText('a little');
  // The last one was another lug after all: it is struck out, kept, and entered as it was.
  await page.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(page.getByText('Torque log, 15 entries')).toBeVisible();
  await expect(log).toContainText('struck out');
  await tap(page, /^Moved a lot/);
  await logged(page, 16);
  await expect(page.getByText('Lug 6 moved a lot. The final pass starts again for the whole wheel.')).toBeVisible();
  await page.reload();
  await page.getByRole('radio', { name: 'front right' }).click();
  await expect(page.getByRole('button', { name: 'Lug 1 clicked' })).toBeVisible();
  await accessible(page);
});

test('a recheck that is due: a press a fastener and one for the other wheel, nothing typed', async ({
  watched: page,
}) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: /Corvane Tern.*Recheck/ }).click();
  await expect(page.getByRole('heading', { name: /Recheck pass/ })).toBeVisible();
  let presses = 0;
  const press = async (name: string | RegExp) => {
    presses += 1;
    await tap(page, name);
  };
  for (const corner of ['front left', 'front right']) {
    await expect(page.getByRole('heading', { name: new RegExp(`Recheck pass.*${corner}`) })).toBeVisible();
    for (let lug = 1; lug <= 5; lug += 1) {
      await expect(page.getByText(new RegExp(`^Lug ${lug} once more`))).toBeVisible();
      await press(/^Held/);
    }
    if (corner === 'front left') await press('Go to front right');
  }
  await expect(page.getByRole('region', { name: 'Rechecks' }).locator('[data-link="held"]')).toHaveCount(1);
  console.log(`recheck: ${presses} presses, 0 fields`);
  expect(presses).toBeLessThanOrEqual(12);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Rechecks' }).locator('[data-link="held"]')).toHaveCount(1);
});

test('Enter goes from lug to lug; a press that bounced is one', async ({ watched: page }) => {
  await torque(page, /Halm Drover.*Torque/);
  const clicked = page.getByRole('button', { name: /clicked$/ });
  await expect(clicked).toBeFocused();
  const first = await clicked.textContent();
  await page.waitForTimeout(300);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(clicked).not.toHaveText(first ?? '');
  await expect(clicked).toHaveText(`Lug ${Number(first?.match(/\d+/)?.[0]) + 1} clicked`);
  await expect(clicked).toBeFocused();
});

test('a figure far off is asked about, and a fastener pulled far over is replaced before the pass goes on', async ({
  watched: page,
}) => {
  await torque(page, /Halm Drover.*Torque/);
  await expect(page.getByRole('combobox', { name: 'Wrench' })).toBeVisible();
  await withFigures(page);
  const reading = page.getByLabel('Reading', { exact: true });
  const send = page.getByRole('button', { name: 'Enter reading' });
  const log = page.getByRole('table', { name: /Torque log/ });
  const before = await log.getByRole('row').count();
  await reading.fill('12');
  await send.click();
  await expect(page.getByText('Is it really 12? The figure is 118.')).toBeVisible();
  await reading.fill('300');
  await send.click();
  await expect(page.getByText('Is it really 300?')).toBeVisible();
  await send.click();
  await expect(page.getByText(/was pulled far over the figure. It may have stretched/)).toBeVisible();
  expect(await log.getByRole('row').count()).toBeGreaterThanOrEqual(before);
  await accessible(page);
  await page.reload();
  await page.getByRole('button', { name: /is replaced$/ }).click();
  await expect(log).toContainText('replaced');
  await reading.fill('118');
  await send.click();
  await expect(page.getByText('far over the figure')).toHaveCount(0);
});

test('wrenches: a figure outside the range is refused, a calibration that ran out is a caution, the log keeps the name', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/settings`);
  const list = page.getByRole('list', { name: 'Wrenches' });
  await expect(list).toContainText('short click wrench');
  await expect(list.getByRole('listitem').filter({ hasText: 'short click wrench' })).toContainText(
    'calibration ran out',
  );
  await page.getByRole('button', { name: 'Add a wrench' }).click();
  const form = page.getByRole('form', { name: 'New wrench' });
  await form.getByLabel('Wrench').fill('beam, back bay');
  await form.getByLabel('Kind').selectOption('beam');
  await form.getByLabel('Range from').fill('200');
  await form.getByLabel('Range to').fill('20');
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(form.getByRole('alert')).toHaveText(
    'Range to “20” is no more than where it begins. Enter more than 200 N·m.',
  );
  await expect(form.getByLabel('Wrench')).toHaveValue('beam, back bay');
  await form.getByLabel('Range from').fill('20');
  await form.getByLabel('Range to').fill('200');
  await accessible(page);
  await form.getByRole('button', { name: 'Save' }).click();
  await expect(list).toContainText('beam, back bay');
  await expect(list.getByRole('listitem').filter({ hasText: 'beam, back bay' })).toContainText('calibration not known');
  await torque(page, /Halm Drover.*Torque/);
  const wrench = page.getByRole('combobox', { name: 'Wrench' });
  await wrench.selectOption('short click wrench');
  await expect(
    page.getByText(/“short click wrench” is good for 10 N·m to 60 N·m; 118 N·m lies outside it\./),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /clicked$/ })).toHaveCount(0);
  await wrench.selectOption('beam, back bay');
  await expect(page.getByText('Nobody knows when “beam, back bay” was calibrated.')).toBeVisible();
  await accessible(page);
  await wrench.selectOption('long click wrench');
  await page.reload();
  await expect(wrench).toHaveValue('long click wrench');
  await page.getByRole('button', { name: /clicked$/ }).click();
  await expect(page.getByRole('button', { name: /^Lug 2 clicked|^Lug .* clicked/ })).toBeVisible();
  await page.goto(`${server.url}/settings`);
  await page.getByRole('button', { name: 'Change beam, back bay' }).click();
  await page.getByRole('button', { name: 'Put it away' }).click();
  await expect(list).not.toContainText('beam, back bay');
});
