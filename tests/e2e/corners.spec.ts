import type { Page } from '@playwright/test';
import { accessible, expect, test } from './guard';
import { answer, demoWorkshop, enter, keep, keepWheel, logged, pickCorner, tap, tickAll, to, workCard } from './steps';

const { open } = demoWorkshop();

test('one shallow pocket in four stops the adapter; the wheel is marked, hung elsewhere, and its figure goes along', async ({
  watched: page,
}) => {
  await open(page, /Halm Drover.*Choose/, 'choose');
  const pocket = page.locator('[data-rule="adapter.pocket"]');
  await expect(pocket).toContainText(
    'The pocket of wheel C is 6.9 mm deep, errors taken off; min 7.7 mm for the factory studs.',
  );
  await expect(page.getByRole('button', { name: 'Approve', exact: true })).toBeDisabled();

  await to(page, 'measure');
  const mark = page.getByLabel('Mark of wheel C');
  await mark.fill('A');
  await mark.press('Enter');
  await expect(page.getByText('Mark “A” is on another wheel of this set. Each wheel needs its own.')).toBeVisible();
  await expect(mark).toHaveValue('A');
  await mark.fill('shallow');
  await mark.press('Enter');
  await expect(page.locator('tr[data-wheel="shallow"]')).toBeVisible();
  await page.getByLabel('Corner of wheel shallow').selectOption('front-left');
  await expect(page.getByLabel('Corner of wheel A')).toHaveValue('rear-left');
  await expect(page.locator('tr[data-wheel="shallow"] form[data-quantity="pocketDepth"]')).toContainText('7.0 mm');
  await accessible(page);
  // As long as wheels change axles it still counts for the rear.
  await to(page, 'choose');
  await expect(pocket).toContainText('The pocket of wheel shallow is 6.9 mm deep');
  await to(page, 'measure');
  await page.getByRole('radiogroup', { name: 'May they change axles?' }).getByRole('radio', { name: 'No' }).click();
  await expect(page.locator('tr[data-wheel="shallow"]')).toContainText('not on this axle');
  await page.reload();
  await expect(page.getByLabel('Corner of wheel shallow')).toHaveValue('front-left');
  await to(page, 'choose');
  await expect(pocket).toContainText('The shallowest pocket, of wheel A, is 8.9 mm deep');
  await expect(page.getByRole('button', { name: 'Approve', exact: true })).toBeEnabled();
  await page.getByRole('button', { name: 'Approve', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Stage' })).toBeVisible();
  // The adapter is a torque job of its own, nut by nut, before the wheel.
  await tickAll(page);
  await page.getByRole('button', { name: 'Kit is complete' }).click();
  await expect(page.getByRole('heading', { name: 'Fit' })).toBeVisible();
  await workCard(page);
  // The card stops at the adapter's own round: no tick ends it.
  await expect(page.getByRole('checkbox', { name: /^Adapter torqued/ })).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Go to torque' })).toBeDisabled();
  await accessible(page);
  await page.getByRole('link', { name: 'Torque the adapter' }).click();
  await expect(page.getByRole('heading', { name: /Adapter, snug pass/ })).toBeVisible();
  await tap(page, 'All 6 snug');
  await logged(page, 1);
  await expect(page.getByRole('heading', { name: /Adapter, final pass/ })).toBeVisible();
  await enter(page, { reading: '118' });
  await logged(page, 2);
  await accessible(page);
  await page.reload();
  await expect(page.getByText('Torque log, 2 entries')).toBeVisible();
  await page.getByRole('radio', { name: 'rear left, waits', exact: true }).click();
  await expect(page.getByText('The adapters come first: they are a torque job of their own.')).toBeVisible();
  // A pocket measured again makes the plan stale, and it says which wheel.
  await to(page, 'measure');
  await keepWheel(page, 'A', 'pocketDepth', '8');
  await expect(page.locator('tr[data-wheel="A"] form[data-quantity="pocketDepth"]')).toContainText(
    '8.0 mm does not match the earlier readings',
  );
  await to(page, 'choose');
  await expect(page.getByRole('list', { name: 'Changed since' })).toContainText(
    'Pocket, wheel A: 9.0 mm then, 8.5 mm now.',
  );
});

test('a wheel’s figure that cannot be is refused beside its cell and kept as typed', async ({ watched: page }) => {
  await open(page, /Anselm Heron.*Read it over/, 'measure');
  const cell = page.locator('tr[data-wheel="B"] form[data-quantity="lugHole"]');
  await cell.locator('input').fill('2 feet');
  await cell.locator('input').press('Enter');
  await expect(cell.getByRole('alert')).toHaveText(/Lug hole “2 feet” is not a figure/);
  await expect(cell.locator('input')).toHaveValue('2 feet');
  await cell.locator('input').fill('27');
  await cell.locator('input').press('Enter');
  await expect(cell).toContainText('27.0 mm');
  await page.getByRole('button', { name: 'Take back Lug hole, wheel B' }).click();
  await expect(cell).not.toContainText('27.0 mm');
});

test('the caliper types into the field one stands in and moves on; in inches it says so', async ({ watched: page }) => {
  await open(page, /Anselm Heron.*Read it over/, 'measure');
  const caliper = page.getByRole('region', { name: 'Caliper, simulated' });
  await caliper.getByRole('button', { name: 'Send' }).click();
  await expect(caliper.getByRole('alert')).toHaveText(/Stand in a reading’s field first/);
  await page.locator('form[data-quantity="tappedDepth"] input').focus();
  await caliper.getByLabel('Jaws, mm').fill('20.02');
  await expect(caliper.getByLabel('Caliper display')).toHaveText('20.02');
  await caliper.getByRole('button', { name: 'Send' }).click();
  await expect(page.locator('form[data-quantity="tappedDepth"]')).toContainText('20.02 mm');
  await expect(page.locator('form[data-quantity="roomBehind"] input')).toBeFocused();
  await caliper.getByRole('radio', { name: 'in', exact: true }).click();
  await caliper.getByLabel('Jaws, mm').fill('12.7');
  await caliper.getByRole('button', { name: 'Send' }).click();
  await expect(page.locator('form[data-quantity="roomBehind"]')).toContainText('12.7 mm');
  await caliper.getByRole('button', { name: 'Zero' }).click();
  await expect(caliper.getByLabel('Caliper display')).toHaveText('0.0000 in');
  await accessible(page);
  await page.reload();
  await expect(page.locator('form[data-quantity="tappedDepth"]')).toContainText('20.02 mm');
  await expect(page.locator('form[data-quantity="roomBehind"]')).toContainText('12.7 mm');
});

test('chalk is dragged along the arch, kept, and goes into the verdict; taken back it is gone', async ({
  watched: page,
}) => {
  await open(page, /Corvane Tern.*Rear/, 'measure');
  const clock = page.getByTestId('chalk-clock');
  await clock.scrollIntoViewIfNeeded();
  const box = await clock.boundingBox();
  if (!box) throw new Error('no clock');
  const at = (hour: number): [number, number] => {
    const a = (hour * Math.PI) / 6;
    const mm = box.width / 124;
    return [box.x + (62 + 40 * Math.sin(a)) * mm, box.y + (60 - 40 * Math.cos(a)) * mm];
  };
  await page.mouse.move(...at(1));
  await page.mouse.down();
  await page.mouse.move(...at(1.3));
  await page.mouse.move(...at(2));
  await page.mouse.up();
  const first = page.getByRole('slider', { name: 'Chalk mark 1' });
  await expect(first).toHaveAttribute('aria-valuetext', '2 o’clock');
  await first.press('ArrowLeft');
  await expect(first).toHaveAttribute('aria-valuetext', 'half past 1');
  await page.getByRole('button', { name: 'Add a mark' }).click();
  await page.getByRole('slider', { name: 'Chalk mark 2' }).press('Delete');
  await expect(page.getByRole('slider', { name: /Chalk mark/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Save chalk test' }).click();
  await expect(page.getByText('Trial spacer is empty.')).toBeVisible();
  await page.getByLabel('Trial spacer').fill('12');
  await page.getByRole('button', { name: 'Save chalk test' }).click();
  await expect(page.getByText('Say where across the tyre the chalk came off.')).toBeVisible();
  await page.getByRole('radio', { name: 'Shoulder' }).click();
  await page.getByRole('button', { name: 'Save chalk test' }).click();
  const kept = page.getByRole('list', { name: 'Chalk tests kept' });
  await expect(kept).toContainText('chalk off at 1:30, shoulder');
  await accessible(page);
  await to(page, 'choose');
  const chalk = page.locator('[data-rule="clearance.chalk"]');
  await expect(chalk).toHaveAttribute('data-level', 'stop');
  await expect(chalk).toContainText('Chalk came off at the rear left with a 12.0 mm trial at 1:30 o’clock');
  await page.getByLabel('Spacer', { exact: true }).fill('10');
  await expect(chalk).toHaveAttribute('data-level', 'note');
  // Leaving at once takes the change along.
  await page.getByRole('navigation', { name: 'Stages of this job' }).getByRole('link', { name: 'Measure' }).click();
  await expect(page.getByRole('heading', { name: 'Measure rear left' })).toBeVisible();
  // After the lip was trimmed it stays clean, bounced to the stop.
  await page.getByLabel('Trial spacer').fill('12');
  await page.getByRole('radio', { name: 'Clean all round' }).click();
  await page.getByRole('button', { name: 'Save chalk test' }).click();
  await expect(kept.getByRole('listitem')).toHaveCount(2);
  await to(page, 'choose');
  await expect(chalk).toHaveAttribute('data-level', 'pass');
  await to(page, 'measure');
  await page.getByRole('button', { name: 'Take back the 12.0 mm chalk test' }).last().click();
  await expect(kept.getByRole('listitem')).toHaveCount(1);
  await page.reload();
  await expect(kept.getByRole('listitem')).toHaveCount(1);
});

test('what is typed, counted or marked and not kept yet survives another corner and a reload; kept, it is gone', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Measure/, 'measure');
  const here = page.getByRole('heading', { name: 'Measure rear left' });
  await pickCorner(page, 'rear left');
  await expect(here).toBeVisible();
  const gap = page.locator('form[data-quantity="gap"] input');
  const counted = page.getByLabel('Turns counted');
  const chalk = page.getByRole('slider', { name: /Chalk mark/ });
  await gap.fill('17,2');
  await page.getByRole('button', { name: /Tap once a turn/ }).click();
  await page.getByRole('button', { name: '+ ¼ turn' }).click();
  await page.getByRole('button', { name: 'Add a mark' }).click();
  await page.getByLabel('Trial spacer').fill('5');
  await pickCorner(page, 'rear right');
  await expect(gap).toHaveValue('');
  await expect(counted).toHaveText('0');
  await expect(chalk).toHaveCount(0);
  await pickCorner(page, 'rear left');
  await expect(gap).toHaveValue('17,2');
  await page.reload();
  await pickCorner(page, 'rear left');
  await expect(here).toBeVisible();
  await expect(gap).toHaveValue('17,2');
  await expect(counted).toHaveText('1.25');
  await expect(chalk).toHaveCount(1);
  await expect(page.getByLabel('Trial spacer')).toHaveValue('5');
  await page.getByRole('button', { name: 'Undo tap' }).click();
  await expect(counted).toHaveText('1');
  await keep(page, 'gap', '17,2');
  await page.reload();
  await pickCorner(page, 'rear left');
  await expect(gap).toHaveValue('');
  await expect(counted).toHaveText('1');
});

test('could not see: kept with who and when, still unmeasured, and it blocks longer bolts', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Measure/, 'measure');
  const room = page.locator('form[data-quantity="roomBehind"]');
  await room.locator('select').selectOption('unseen');
  await expect(room.locator('input')).toBeDisabled();
  await room.getByRole('button', { name: /^Save/ }).click();
  await expect(room).toContainText('could not see');
  await expect(room).toContainText('stays unmeasured');
  await accessible(page);
  await page.reload();
  await expect(page.getByText('Room behind: longest bolt waits for it.')).toBeVisible();
  await to(page, 'choose');
  await page.getByRole('radio', { name: 'Longer' }).click();
  // As much longer as the plate is thick its tip ends where the counted one did; longer than that it needs the room.
  await page.getByLabel('Length under the seat').fill('60');
  await expect(page.locator('[data-rule="bolt.behind"]')).toHaveAttribute('data-level', 'unmeasured');
  await to(page, 'measure');
  await keep(page, 'roomBehind', '4', 'caliper');
  await expect(room).toContainText('4.0 mm');
});

test('not settled, no finger: looked at, answered, judged', async ({ watched: page }) => {
  await open(page, /Ilex Lumen.*Fit/, 'measure');
  await pickCorner(page, 'front right');
  await answer(page, 'Settled by rolling', 'front right', false);
  await answer(page, 'A finger passes', 'front right', false);
  await answer(page, 'Rim protector rib', 'front right', true);
  await keep(page, 'wheelLoad', '410 kg', 'plate');
  await expect(page.locator('form[data-quantity="wheelLoad"]')).toContainText('4021 N ± 500 N');
  await to(page, 'choose');
  await expect(page.locator('[data-rule="stance.settled"]')).toContainText('before the suspension had settled');
  await expect(page.locator('[data-rule="clearance.finger"]')).toHaveAttribute('data-level', 'caution');
  await expect(page.locator('[data-rule="clearance.rib"]')).toContainText('rim protector rib');
  await expect(page.getByRole('button', { name: 'Approve', exact: true })).toBeDisabled();
  await to(page, 'measure');
  await pickCorner(page, 'front right');
  await answer(page, 'Settled by rolling', 'front right', true);
  await to(page, 'choose');
  await expect(page.locator('[data-rule="stance.settled"]')).toHaveCount(0);
});

test('a lip root that stands proud in one wheel: a lower root sits flat in all four', async ({ watched: page }) => {
  await open(page, /Corvane Tern.*Rear/, 'choose');
  const root = page.locator('[data-rule="centring.lip-root"]');
  await expect(root).toContainText(
    'The lip root of 2.0 mm is taller than the 1.5 mm chamfer of wheel D: the wheel stands proud by 0.5 mm and rocks.',
  );
  await page.getByRole('textbox', { name: 'Lip root' }).fill('1.2');
  await expect(root).toHaveAttribute('data-level', 'pass');
  await page.getByLabel('Length under the seat').fill('60');
  await page.getByLabel('Spacer', { exact: true }).fill('12.5');
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Lip root' })).toHaveValue('1.2');
});

test('a bolt’s lengths are asked for by picture, and one length read twice is questioned', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Measure/, 'measure');
  const overall = page.locator('form[data-quantity="boltOverall"]');
  await page.getByRole('button', { name: 'Edit overall' }).click();
  await expect(overall.locator('input')).toBeFocused();
  await page.keyboard.type('36');
  await page.keyboard.press('Enter');
  await expect(overall).toContainText('36.0 mm');
  // Enter moves on to the next field, the thread on the bolt.
  await expect(page.locator('form[data-quantity="boltThread"] input')).toBeFocused();
  await accessible(page);
  await to(page, 'choose');
  const contradiction = page.locator('[data-rule="reading.contradiction"]');
  await expect(contradiction).toContainText('The bolt is 36.0 mm under the seat and 36.0 mm overall');
  await expect(contradiction).toHaveAttribute('data-level', 'unmeasured');
  await to(page, 'measure');
  await overall.getByRole('button', { name: 'Take back Bolt length, overall' }).click();
  await keep(page, 'boltOverall', '60');
  // Nine and three quarter turns are more than 14 mm of thread.
  await keep(page, 'boltThread', '14');
  await to(page, 'choose');
  await expect(contradiction).toContainText('but the bolt has only 14.0 mm');
  await to(page, 'measure');
  await page.getByRole('button', { name: 'Take back Thread on the bolt' }).click();
  await expect(page.locator('form[data-quantity="boltThread"]')).toContainText('unmeasured');
  await to(page, 'choose');
  await expect(page.getByRole('heading', { name: 'Findings, worst first' })).toBeVisible();
  await expect(contradiction).toHaveCount(0);
});

/** Nothing stands out sideways. */
const noOverflow = async (page: Page): Promise<void> =>
  expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBe(
    0,
  );

test('by thumb on a tablet: corners, the next open reading, thickness and verdict at the bottom', async ({
  watched: page,
}) => {
  await page.setViewportSize({ width: 800, height: 1280 });
  await open(page, /Ilex Lumen.*Measure/, 'measure');
  const bar = page.getByTestId('thumb-bar');
  await expect(bar).toBeVisible();
  await bar.getByRole('button', { name: 'Corner on' }).click();
  await expect(page.getByRole('heading', { name: 'Measure rear right' })).toBeVisible();
  await bar.getByRole('button', { name: 'Next open reading' }).click();
  // In the order of the trade, at this corner: settled first, then what is measured loaded.
  await expect(
    page.getByRole('radiogroup', { name: 'Settled by rolling, rear right' }).getByRole('radio', { name: 'Yes' }),
  ).toBeFocused();
  await answer(page, 'Settled by rolling', 'rear right', true);
  await bar.getByRole('button', { name: 'Next open reading' }).click();
  await expect(page.locator('form[data-quantity="loadedClearance"] input')).toBeFocused();
  // Asked for again after looking elsewhere, it is stood in again.
  await page.locator('form[data-quantity="gap"] input').focus();
  await bar.getByRole('button', { name: 'Next open reading' }).click();
  await expect(page.locator('form[data-quantity="loadedClearance"] input')).toBeFocused();
  await accessible(page);
  await noOverflow(page);
  for (const field of await page.locator('input[data-reading]').all())
    expect((await field.boundingBox())?.width ?? 99).toBeGreaterThanOrEqual(60);
  // Both axles are one visit: going on past the rear right comes to the front left of the other job.
  await pickCorner(page, 'rear right');
  await bar.getByRole('button', { name: 'Corner on' }).click();
  await expect(page.getByRole('heading', { name: 'Measure front left' })).toBeVisible();
  // Gloves: what is pressed often is at least 44 px either way.
  for (const button of await page
    .locator('[data-testid="thumb-bar"] button, main button.touch, main [role="radio"]')
    .filter({ visible: true })
    .all()) {
    const box = await button.boundingBox();
    expect([box?.width ?? 0, box?.height ?? 0].map((px) => Math.round(px) >= 44)).toEqual([true, true]);
  }
  await to(page, 'choose');
  await page.getByRole('button', { name: 'Thicker, by thumb' }).click();
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('8');
  await expect(bar).toContainText('Stop');
  await noOverflow(page);
  await accessible(page);
});

test('what is on the hub goes with the readings there, and what is chosen is added up from nothing on', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Measure/, 'measure');
  await pickCorner(page, 'rear right');
  const plate = page.getByLabel('Spacer on it now');
  const gap = page.locator('form[data-quantity="gap"]');
  await plate.fill('x');
  await expect(page.getByText('Spacer on it now “x” is not a figure.')).toBeVisible();
  await gap.locator('input').fill('3');
  await gap.getByRole('button', { name: /^Save/ }).click();
  await expect(gap.getByText('Spacer on it now “x” is not a figure.')).toBeVisible();
  await expect(gap.locator('input')).toHaveValue('3');
  await page.getByRole('button', { name: 'Take back Gap, arch to tyre, rear right' }).click();
  await expect(gap).toContainText('unmeasured');
  await plate.fill('5');
  await keep(page, 'gap', '3');
  await expect(gap).toContainText('with a 5.0 mm spacer on');
  // It is said once for the corner; another corner has its own.
  await pickCorner(page, 'rear left');
  await expect(plate).toHaveValue('');
  await page.reload();
  await pickCorner(page, 'rear right');
  await expect(plate).toHaveValue('5');
  await expect(gap).toContainText('with a 5.0 mm spacer on');
  await accessible(page);
  await to(page, 'choose');
  // The same plate again leaves the gap that was read with it on.
  await page.getByLabel('Spacer', { exact: true }).fill('5');
  await expect(page.locator('[data-rule="stance.gap"]')).toContainText('3.0 mm');
  await page.getByLabel('Spacer', { exact: true }).fill('8');
  await expect(page.locator('[data-rule="stance.gap"]')).toContainText('0.0 mm');
});

test('a car on trial bolts is judged as that trial; after arch work the arches are measured anew', async ({
  watched: page,
}) => {
  await open(page, /Corvane Tern.*Rear/, 'measure');
  await page.getByLabel('Trial spacer').fill('15');
  await page.getByRole('radio', { name: 'Longer bolts' }).click();
  await page.getByLabel('Length under the seat', { exact: true }).fill('80');
  await page.getByLabel('Full thread on it', { exact: true }).fill('40');
  const trial = page.getByTestId('trial');
  await expect(trial).toContainText('Do not roll the car on this.');
  await expect(trial).toContainText('It would foul what is behind.');
  await page.getByLabel('Length under the seat', { exact: true }).fill('61');
  await expect(trial).toContainText('Nothing of its joint stands in the way of rolling it.');
  await page.getByRole('radio', { name: 'Clean all round' }).click();
  await page.getByRole('button', { name: 'Save chalk test' }).click();
  await expect(page.getByRole('list', { name: 'Chalk tests kept' })).toContainText('on 61.0 mm bolts');
  const clearance = page.getByRole('region', { name: 'Loaded clearance' });
  await expect(clearance.getByText('unmeasured')).toHaveCount(0);
  await page.getByLabel('What was done').fill('lip trimmed 8 mm, sealed and painted');
  await page.getByRole('button', { name: 'Arch work is done' }).click();
  const before = page.getByRole('list', { name: 'Before the arch work' });
  await expect(before).toContainText('Loaded clearance');
  await expect(before).toContainText('Chalk with a 15.0 mm trial');
  await expect(clearance.getByText('unmeasured').first()).toBeVisible();
  await accessible(page);
  await to(page, 'choose');
  await expect(page.locator('[data-rule="clearance.loaded"]')).toHaveAttribute('data-level', 'unmeasured');
  await to(page, 'measure');
  await page.reload();
  await keep(page, 'loadedClearance', '31');
  await expect(clearance.getByText('31.0 mm').first()).toBeVisible();
  await page.getByRole('button', { name: 'It was not done: take it back' }).click();
  await expect(before).toHaveCount(0);
});

test('all wheels looked at and alike: one press writes the rest down, only what differs is typed', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Measure/, 'measure');
  await keepWheel(page, 'A', 'pocketDepth', '9');
  await keepWheel(page, 'C', 'pocketDepth', '8');
  const alike = page.getByRole('button', { name: 'Copy wheel A to the others (I checked them)' });
  await alike.click();
  for (const mark of ['B', 'D'])
    await expect(page.locator(`tr[data-wheel="${mark}"] form[data-quantity="pocketDepth"]`)).toContainText('9.0 mm');
  await expect(page.locator('tr[data-wheel="C"] form[data-quantity="pocketDepth"]')).toContainText('8.0 mm');
  await expect(alike).toHaveCount(0);
  await accessible(page);
  await page.reload();
  await expect(page.locator('tr[data-wheel="D"] form[data-quantity="pocketDepth"]')).toContainText('9.0 mm');
});
