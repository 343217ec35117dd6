import { holdsWith, planOn, swapsOf } from '@/core/whatif/swap';
import { coupeRear } from './coupe';
import { accessible, expect, test } from './guard';
import { demoWorkshop } from './steps';

const { url } = demoWorkshop();

test('what goes with what: every set with every state of plate and fasteners, why, and its drawing', async ({
  watched: page,
}) => {
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Anselm Heron/ }).click();
  const front = page.getByTestId('swaps-front');
  await expect(front).toContainText('as fitted and signed');
  // 45 mm bolts were chosen for a 5 mm plate; the stock ones are 40.
  const cell = (swap: string) => front.locator(`[data-swap="${swap}"] td`).first();
  await expect(cell('earlier')).not.toHaveAttribute('data-level', 'stop');
  await expect(cell('fitted')).not.toHaveAttribute('data-level', 'stop');
  await cell('no-plate').getByRole('button').click();
  await expect(page.getByText('no spacer, the 5.0 mm spacer’s bolts').last()).toBeVisible();
  await expect(page.getByTestId('stack-section')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Close the drawing' }).click();
  await expect(page.getByTestId('stack-section')).toHaveCount(0);
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  const rear = page.getByTestId('swaps-rear');
  await expect(rear.locator('thead th')).toHaveCount(5);
  await expect(rear.locator('thead th', { hasText: 'road 17, planned' })).toBeVisible();
  await expect(rear.locator('[data-level="unmeasured"], [data-level="stop"]').first()).toBeVisible();
});

test('the glovebox card says what is on the car, its torque, what must never be mixed, and when it is rechecked', async ({
  watched: page,
}) => {
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Anselm Heron/ }).click();
  await page.getByRole('link', { name: 'Glovebox card' }).click();
  const card = page.getByTestId('label');
  await expect(card).toContainText('bolts 45.0 mm under the seat');
  await expect(card).toContainText('120 N·m (handbook p. 174)');
  await expect(card).toContainText('recheck next day, car cold');
  await accessible(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as SVG' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('glovebox-card.svg');
});

test('one kit: the fewest parts for the coupé’s slicks and wets, what goes into none and why; a range that is none is refused', async ({
  watched: page,
}) => {
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  // Pads were measured on both, so the count of the slicks is carried over to the wets: 2 to 2.5 mm deeper, so less
  // plate.
  const carries = page.getByTestId('carries-rear').getByRole('cell');
  await expect(carries.nth(0)).toHaveText('11.0 mm');
  await expect(carries.nth(1)).toHaveText('9.0 mm');
  await expect(carries.nth(3)).toHaveText('none is known to go');
  await page.getByLabel('Spacer on wets 15').fill('thin');
  await page.getByRole('button', { name: 'Find one kit' }).click();
  await expect(page.getByText(/Spacer on wets 15 “thin” is not a figure/)).toBeVisible();
  // The ball seat of road 16 is served by no stud that serves the others.
  await page.getByLabel('Spacer on wets 15').fill('3 to 8');
  await page.getByRole('button', { name: 'Find one kit' }).click();
  await expect(page.getByText('No kit serves every set.')).toBeVisible();
  await page.getByText(/go into no kit: why/).click();
  await expect(page.getByText(/road 16, no spacer: Cone 60° fastener in a ball R13 wheel/).first()).toBeVisible();
  await page.getByLabel('leave road 16 out').check();
  await page.getByLabel('leave road 17, planned out').check();
  await page.getByRole('button', { name: 'Find one kit' }).click();
  const first = page
    .getByRole('table', { name: /kits serve every set/ })
    .getByRole('row')
    .nth(1);
  await expect(first).toContainText('spacer 5 × 108, 3 mm');
  await expect(first).toContainText('nothing');
  await accessible(page);
});

test('the coupé’s whole matrix says cell by cell what the core judges of the same car', async ({ watched: page }) => {
  const { plan, sets, owned } = coupeRear();
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  const rear = page.getByTestId('swaps-rear');
  const swaps = swapsOf(plan, owned);
  await expect(rear.locator('tr[data-swap]')).toHaveCount(swaps.length);
  // A keyed road set and a plain track set: more than what is on its plan.
  expect(swaps.length).toBeGreaterThan(2);
  const said = await rear
    .locator('td[data-set]')
    .evaluateAll((cells) =>
      cells.map((c) => [
        c.closest('tr')?.dataset.swap ?? '',
        (c as HTMLElement).dataset.set ?? '',
        (c as HTMLElement).dataset.level ?? '',
      ]),
    );
  const judged = sets.flatMap((set) =>
    swaps.map((swap) => [swap.key, set.name, holdsWith(planOn(plan, set), swap).level]),
  );
  const sorted = (table: string[][]) => table.map((row) => row.join(' | ')).sort();
  expect(sorted(said)).toEqual(sorted(judged));
  expect(new Set(judged.map(([, , level]) => level)).size).toBeGreaterThan(1);
});
