import type { Page } from '@playwright/test';
import { accessible, expect, test } from './guard';
import { demoWorkshop, fits, keep, keepAll, keepWheels, listens, tap, tickAll, to, workCard } from './steps';

/** What is on a car is called what it is, from take in to the record; a count speaks of its own seat. */
const { url } = demoWorkshop();

const pickCorner = (page: Page, corner: string) =>
  page
    .getByRole('button', { name: new RegExp(`^(To the )?${corner}`, 'i') })
    .first()
    .click();

/** A bolt car that comes on 15 mm spacers and bolts that are not original. */
async function takeIn(page: Page, plate: string): Promise<void> {
  await page.goto(url('/vehicles/new'));
  await page.getByLabel('Plate', { exact: true }).fill(plate);
  const hub = page.getByRole('group', { name: 'Front axle' });
  await hub.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await hub.getByLabel('Lugs').fill('5');
  await hub.getByLabel('Bolt circle').fill('112');
  await hub.getByLabel('Seat of the bolts').selectOption('ball13');
  await hub.getByLabel('Hub thread cut in').selectOption('steel');
  await hub.getByLabel('Class on the bolts').selectOption('10.9');
  await hub.getByLabel('Bolts on it now').selectOption({ label: 'Not original' });
  await hub.getByLabel('Spacer on it').fill('15');
  await hub.getByLabel('Torque', { exact: true }).fill('120');
  await hub.getByLabel('Torque source').fill('handbook p. 9');
  await page.getByRole('button', { name: 'Same as front' }).click();
  await page.getByLabel('Wheel set', { exact: true }).fill('road 17');
  await page.getByLabel('Seat in the wheel').selectOption('ball13');
  await page.getByRole('button', { name: 'As the front hub, 5x112' }).click();
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByTestId('fitted-front-left')).toContainText('15.0 mm spacer');
}

test('a wheel change on spacers and bolts that are not original: named so on bench, kit list, record and glovebox card', async ({
  watched: page,
}) => {
  test.setTimeout(480_000);
  await takeIn(page, 'QS 1');
  const car = page.url();
  await page.getByRole('radio', { name: 'Front', exact: true }).click();
  await page.getByRole('radio', { name: 'Wheel change' }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await page.getByRole('button', { name: 'Start measuring' }).click();
  for (const corner of ['front left', 'front right']) {
    await pickCorner(page, corner);
    await expect(page.getByLabel('Spacer on it now')).toHaveValue('15');
    await keepAll(page, { turns: '10', tappedDepth: '18', spigotHeight: '30', spigotDiameter: '57' });
    await expect(page.locator('form[data-quantity="turns"]')).toContainText('with a 15.0 mm spacer on');
  }
  await keepAll(page, { boltLength: '45', pilotNose: '0', boltThread: '32' });
  await keepWheels(page, { chamferDepth: '1', wheelBore: '57.1' });
  await page.getByRole('button', { name: 'Go to the bench' }).click();

  await listens(page);
  // It begins with what is on.
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('15');
  await expect(page.getByRole('radio', { name: 'On the car now' })).toBeChecked();
  const lip = page.locator('[data-rule="centring.lip-bore"]');
  // A finding names what is missing and nothing else, and leads to its field.
  await expect(lip).toContainText('Needs the spacer’s bore.');
  await lip.getByRole('button', { name: 'Spacer bore' }).click();
  await expect(page.getByLabel('Spacer bore')).toBeFocused();
  await page.getByLabel('Spacer bore').fill('57.1');
  await fits(page);
  await expect(page.getByRole('button', { name: 'Approve' })).toBeEnabled();
  await page.getByRole('button', { name: 'Approve' }).click();
  await expect(page.getByRole('heading', { name: /^Stage/ })).toBeVisible();
  await expect(page.getByText(/10 × bolts already on it, 45\.0 mm under the seat/)).toBeVisible();
  await expect(page.getByText(/original|stock/i)).toHaveCount(0);
  await tickAll(page);
  await page.getByRole('button', { name: /complete/i }).click();
  await expect(page.getByRole('heading', { name: /^Fit/ })).toBeVisible();
  await workCard(page);
  await page.getByRole('button', { name: 'Go to torque' }).click();
  for (const [i, corner] of ['front left', 'front right'].entries()) {
    if (i > 0) await page.getByRole('radio', { name: corner }).click();
    await expect(page.getByRole('heading', { name: /Snug pass/ })).toBeVisible();
    await listens(page);
    await tap(page, 'All 5 snug');
    await tap(page, 'Lowered, tyre touches');
    for (const lug of [1, 2, 3, 4, 5]) await tap(page, `Lug ${lug} clicked`);
    for (let lug = 0; lug < 5; lug += 1) await tap(page, /^Held/);
  }
  await page.getByRole('button', { name: 'Sign off' }).click();
  await expect(page.getByText(/^Signed off/).first()).toBeVisible();
  await to(page, 'record');
  await expect(page.getByText('bolts already on it, 45.0 mm under the seat', { exact: false }).first()).toBeVisible();
  await expect(page.getByText(/original bolts|stock/i)).toHaveCount(0);
  await page.goto(`${car}/label`);
  await expect(page.getByText(/bolts already on it, 45\.0 mm/).first()).toBeVisible();
  await expect(page.getByText(/original bolts|stock/i)).toHaveCount(0);
  await accessible(page);
});

test('bolts of another seat are counted by hand: the old count says nothing of them, the new one goes on the bench', async ({
  watched: page,
}) => {
  await takeIn(page, 'QS 2');
  await page.getByRole('radio', { name: 'Front', exact: true }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await page.getByRole('button', { name: 'Start measuring' }).click();
  for (const corner of ['front left', 'front right']) {
    await pickCorner(page, corner);
    await keepAll(page, { turns: '10', tappedDepth: '24', roomBehind: '10' });
  }
  await keepAll(page, { boltLength: '45', pilotNose: '0' });
  await page.getByRole('button', { name: 'Go to the bench' }).click();
  await expect(page.getByRole('button', { name: 'Approve' })).toBeVisible();
  await listens(page);
  const longer = page.getByRole('radio', { name: 'Longer' });
  await longer.click();
  await expect(longer).toBeChecked();
  await page.getByLabel('Length under the seat', { exact: true }).fill('45');
  await page.getByLabel('Seat of these bolts').selectOption('cone60');
  const setup = page.locator('[data-rule="reading.setup"]');
  await expect(setup).toContainText('Turn the new part in by hand');
  await expect(page.locator('[data-rule="engagement.minimum"]')).toHaveAttribute('data-level', 'unmeasured');
  await expect(page.getByText('Bench saved.')).toBeVisible();

  await to(page, 'measure');
  await listens(page);
  for (const corner of ['front left', 'front right']) {
    await pickCorner(page, corner);
    await page.getByLabel('What you count').selectOption('new');
    // A seat that nobody looked at is refused beside the field, and what was typed stays.
    await page.locator('form[data-quantity="turns"] input').fill('9');
    await page.locator('form[data-quantity="turns"]').getByRole('button', { name: /^Save/ }).click();
    await expect(page.getByText(/Seat of the new one “Not known” says nothing/)).toBeVisible();
    await page.getByLabel('Seat of the new one').selectOption('cone60');
    await page.getByLabel('Its length under the seat').fill('45');
    await page.getByLabel('Its pilot nose').fill('0');
    await keep(page, 'turns', '9');
    await expect(page.locator('form[data-quantity="turns"]')).toContainText('new part by hand, cone 60°, 45.0 mm');
  }
  await accessible(page);
  // It is kept with the tab, and with the readings.
  await page.reload();
  await listens(page);
  await expect(page.getByLabel('Its length under the seat')).toHaveValue('45');
  await page.getByRole('button', { name: 'Go to the bench' }).click();
  await expect(setup).toHaveCount(0);
  // The bench begins with what is on the car.
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('15');
  await page.getByLabel('Spacer', { exact: true }).fill('3');
  // Nine turns with 15 on are 28.5 on the bare hub; a 45 mm bolt under the 3 mm that is chosen holds the 24 that are
  // tapped.
  await expect(page.locator('[data-rule="engagement.minimum"]')).toContainText('24.0 mm');
  // What is on the car keeps the count that was taken of it.
  await page.getByRole('radio', { name: 'On the car now' }).click();
  await expect(setup).toHaveCount(0);
});
