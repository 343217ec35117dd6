import type { Page } from '@playwright/test';
import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens } from './steps';
import { unmeasuredVisit } from './visits';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ fill: unmeasuredVisit });
});
test.afterAll(() => server.stop());

test.beforeEach(({ context }) => context.clearCookies({ name: 'vectis-measure' }));

/** What a fitter reads off, by reading; the rear differs where it says so. */
const FIGURES: Readonly<Record<string, string>> = {
  gap: '18',
  loadedClearance: '26',
  turns: '10',
  tappedDepth: '18',
  roomBehind: '9',
  spigotDiameter: '71.5',
  spigotHeight: '14',
  boltLength: '47',
  lockingShorter: '0',
  pilotNose: '0',
  wheelBore: '71.6',
  chamferDepth: '2',
};

/** Which reading the walk stands at: its name in the heading, and what it is. */
const standsAt = (page: Page) =>
  page.evaluate(() => ({
    name: document.querySelector('main h1')?.textContent ?? '',
    id: document.querySelector('main [data-where]')?.getAttribute('data-where') ?? 'end',
  }));

async function toMeasure(page: Page): Promise<void> {
  await page.goto(server.url);
  const href = await page
    .getByRole('link', { name: /Corvane Tern/ })
    .first()
    .getAttribute('href');
  await page.goto(server.url + (href as string).replace(/\/[^/]+$/, '/measure'));
  // The board may name either axle of the visit first.
  const front = page.getByRole('navigation', { name: 'Axles of this visit' }).getByRole('link', { name: /Front axle/ });
  await page.goto(server.url + ((await front.getAttribute('href')) as string));
  await listens(page);
}

test('both axles are measured in one walk by keyboard alone: one Enter a figure, one key an answer, and nothing else is pressed', async ({
  watched: page,
}) => {
  await toMeasure(page);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Settled by rolling, front left');
  await accessible(page);
  const seen: string[] = [];
  let keys = 0;
  let fields = 0;
  for (let i = 0; i < 80; i += 1) {
    const { id, name } = await standsAt(page);
    if (id === 'end') break;
    seen.push(name);
    const known = FIGURES[id];
    const same = page.getByRole('button', { name: 'Fits here too' });
    const wheelsAlike = page.getByRole('button', { name: /^Copy wheel A to the others/ });
    if (known === undefined) await page.keyboard.press('y');
    else if (name === 'Bore, wheel B') {
      // Once wheel A is stored, the others that were looked at and are alike take one press.
      await wheelsAlike.click();
    } else if ((await same.count()) > 0) {
      await same.press('Enter');
    } else {
      // Whoever types right after Enter types into the next reading: nothing is waited for and no field is clicked.
      await page.keyboard.type(known);
      await page.keyboard.press('Enter');
      fields += 1;
    }
    keys += 1;
    await expect.poll(async () => (await standsAt(page)).name, { intervals: [10, 20, 40] }).not.toBe(name);
  }
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('All readings needed so far are in');
  await accessible(page);
  console.log(`measure, both axles: ${seen.length} readings, ${keys} presses, ${fields} fields`);
  // Each reading is come to once, standing before loaded before wheel off before the bench.
  expect(new Set(seen).size).toBe(seen.length);
  expect(keys).toBe(seen.length);
  const order = ['Gap, arch to tyre, rear left', 'Loaded clearance, front left', 'Turns, front left', 'Bore, wheel A'];
  const places = order.map((n) => seen.indexOf(n));
  expect(places).toEqual([...places].sort((a, b) => a - b));
  expect(places[0]).toBeGreaterThan(-1);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('All readings needed so far are in');
  expect(seen).not.toContain('Bore, wheel C');
  await page.getByRole('button', { name: 'Show all in a list' }).click();
  await expect(page.locator('tr[data-wheel="D"] form[data-quantity="wheelBore"]')).toContainText('71.6 mm');
  await expect(page.locator('form[data-quantity="spigotHeight"]')).toContainText('14.0 mm');
  await page.getByRole('button', { name: 'To the front right' }).click();
  await expect(page.locator('form[data-quantity="spigotHeight"]')).toContainText('fits as the other side');
  await page.getByRole('button', { name: 'One after the other' }).click();
  await page.getByRole('button', { name: 'Go to the bench' }).click();
  await expect(page).toHaveURL(/\/choose/);
});

test('a link lands in its field, needed or not; a figure that cannot be stays there with what would do, a second one is asked about', async ({
  watched: page,
}) => {
  await toMeasure(page);
  const link = `${page.url().replace(/[?#].*$/, '')}?corner=front-left&field=lipDepth`;
  const field = page.getByRole('textbox', { name: 'Lip depth, front left' });
  const type = async (text: string) => {
    await page.goto(link);
    await listens(page);
    await expect(field).toBeFocused();
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
  };
  await type('one');
  await expect(field).toHaveValue('one');
  await expect(page.locator('main').getByRole('alert')).toContainText('Lip depth “one” is not a figure');
  await field.fill('18');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).not.toContainText('Lip depth');
  await page.goto(link);
  await expect(page.locator('main')).toContainText('18.0 mm');
  await type('28');
  await expect(page.getByRole('region', { name: 'Correction or second reading' })).toContainText(
    '18.0 mm was read before, 28 now.',
  );
  // The keyboard goes on: Enter corrects.
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).not.toContainText('Lip depth');
  await expect(async () => {
    await page.goto(link);
    await expect(page.locator('main')).toContainText('28.0 mm', { timeout: 3000 });
    await expect(page.locator('main')).not.toContainText('18.0 mm', { timeout: 1000 });
  }).toPass();
});
