import { accessible, expect, test } from './guard';
import { demoWorkshop, to } from './steps';

const { open, url } = demoWorkshop();

test('quick answer: two entries by keyboard alone, then a job that begins with them', async ({ watched: page }) => {
  await page.goto(url('/shelf'));
  await page.keyboard.press('F2');
  await expect(page.getByRole('heading', { name: 'Quick answer' })).toBeVisible();
  await expect(page.getByLabel('Thread', { exact: true })).toBeFocused();
  await page.keyboard.type('M12x1.5');
  await page.keyboard.press('Tab');
  await page.keyboard.type('15.5');
  const answer = page.getByTestId('quick-answer');
  await expect(answer).toHaveText(
    '10.0 mm at most (13.0 mm down to the floor, by name), if the nut is steel and it holds 12.0 mm of thread or more.',
  );
  await expect(page.locator('[data-size="12"]')).toHaveAttribute('data-leaves', 'floor');
  await accessible(page);
  // What the nut is narrows it; a wrong figure says what would do and takes no answer for granted.
  await page.getByLabel('Nut or hub made of').selectOption('aluminium');
  await expect(answer).toContainText('3.0 mm at most');
  await page.getByLabel('Nut or hub made of').selectOption('steel');
  await page.getByLabel('Thread in nut or hub').fill('wide');
  await expect(page.getByText('Thread in nut or hub “wide” is not')).toBeVisible();
  await expect(answer).toHaveCount(0);
  await page.getByLabel('Thread in nut or hub').fill('20');
  await page.reload();
  await expect(page.getByLabel('Thread in nut or hub')).toHaveValue('20');
  await page.getByRole('button', { name: 'Make it a job' }).click();
  // The figures stand on the form and go with the car into its job.
  await expect(page.getByLabel('Thread', { exact: true }).first()).toHaveValue('M12x1.5');
  await expect(page.getByText('From the quick answer, largest spacer:')).toBeVisible();
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  await page.getByLabel('Figures taken at the').selectOption('front-right');
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page).toHaveURL(/take-in$/);
  await to(page, 'measure');
  await page.getByRole('button', { name: /^front right / }).click();
  await page.getByRole('link', { name: 'Hardware' }).click();
  await expect(page.locator('form[data-quantity="turns"]')).toContainText('15.5');
  await expect(page.locator('form[data-quantity="nutThread"]')).toContainText('20');
  await page.goto(url('/vehicles/new'));
  await expect(page.getByText('From the quick answer')).toHaveCount(0);
});

test('quick answer: length, pockets, two ends, flush and clamp, each in the address', async ({ watched: page }) => {
  await page.goto(url('/quick?ask=length'));
  const answer = page.getByTestId('quick-answer');
  await page.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await page.getByLabel('Spacer to go on').fill('15');
  await page.getByLabel('Bolt that is in, under the seat').fill('47');
  await expect(answer).toContainText('62.0 mm under the seat holds as much as now');
  await page.getByRole('tab', { name: 'Adapter pockets' }).click();
  await expect(page).toHaveURL(/ask=pocket/);
  await page.getByLabel('Factory stud, from the disc').fill('31');
  await page.getByLabel('Adapter', { exact: true }).fill('15');
  await expect(answer).toContainText('Pockets of 17.8 mm or deeper');
  await page.getByRole('tab', { name: 'Flush' }).click();
  await page.getByLabel('Gap, arch edge to tyre').fill('21');
  await expect(answer).toContainText('Flush at 21.0 mm: 20.0 mm is the common size below it');
  await page.getByRole('tab', { name: 'Torque and clamp' }).click();
  await page.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await page.getByLabel('Torque', { exact: true }).fill('90 lbf·ft');
  await expect(answer).toContainText(/^Clamps .* kN each/);
  await page.getByRole('tab', { name: 'Two-ended stud' }).click();
  await page.reload();
  await expect(page.getByRole('tab', { name: 'Two-ended stud' })).toHaveAttribute('aria-selected', 'true');
  for (const [label, value] of [
    ['Hub end', 'M14x1.25'],
    ['Outer end', 'M14x1.5'],
    ['Stud, overall', '75'],
    ['Short end', '15'],
    ['Tapped depth of the hub', '18'],
    ['Disc hat', '7'],
    ['Nut grip', '8'],
    ['Spacer', '12'],
    ['Thread in the nut', '22'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(value);
  await expect(answer).toContainText('12.5 mm in the hub, 22.0 mm in the nut');
  await accessible(page);
});

test('rulebook: a finding leads to its rule; filter, tables, converter, chart', async ({ watched: page }) => {
  await open(page, /Corvane Tern.*Rear/, 'choose');
  const finding = page.locator('[data-rule="engagement.minimum"]').first();
  await finding.getByRole('button').first().click();
  await finding.getByRole('link', { name: 'Where from' }).click();
  await expect(page).toHaveURL(/rulebook#engagement\.minimum$/);
  const rule = page.locator('article[data-rule="engagement.minimum"]');
  await expect(rule).toBeInViewport();
  await expect(rule).toContainText('Target of engagement in steel, in diameters: 1 × d');
  await page.getByLabel('Find a rule').fill('pocket');
  await expect(page.locator('article[data-rule="adapter.pocket"]')).toBeVisible();
  await expect(page.locator('article[data-rule="engagement.minimum"]')).toHaveCount(0);
  // Its drawing is lit where its formula reads.
  await expect(page.locator('svg[data-sketch="adapter"] [data-lit="true"]').first()).toBeVisible();
  await page.getByLabel('Find a rule').fill('teapot');
  await expect(page.getByText('No rule speaks of “teapot”.')).toBeVisible();
  await page.getByLabel('Find a rule').fill('');
  // ISO 898-1 tables 125 mm² for M14 × 1.5 (from memory), rounded from this.
  await expect(page.getByRole('row', { name: /M14 × 1.5/ })).toContainText('124.5');
  await page.getByLabel('Torque', { exact: true }).fill('90 lbf·ft');
  await expect(page.getByLabel('Torque, converted')).toContainText('122.02 N·m');
  await page.getByLabel('Length', { exact: true }).fill('3/4"');
  await expect(page.getByLabel('Length, converted')).toContainText('19.05 mm');
  await expect(page.getByRole('img', { name: /Clamp against torque/ })).toBeVisible();
  await accessible(page);
});

test('settings: a stricter reserve holds on the bench; an older plan keeps its own and says so', async ({
  watched: page,
}) => {
  await page.goto(url('/settings'));
  await accessible(page);
  const reserve = page.locator('[data-policy="clearanceReserveStreet"] input');
  await reserve.fill('1');
  await expect(page.getByText('No shop may choose that. Enter 3 to 20 mm.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save settings' })).toBeDisabled();
  await reserve.fill('19');
  await page.getByLabel('Why', { exact: true }).fill('winter tyres throw ice');
  await page.reload();
  await expect(reserve).toHaveValue('19');
  await page.getByRole('button', { name: 'Save settings' }).click();
  await expect(page.getByText('“winter tyres throw ice”')).toBeVisible();
  await page.reload();
  await expect(reserve).toHaveValue('19');
  await open(page, /Ilex Lumen.*Fit/, 'fit');
  await expect(page.getByRole('region', { name: 'Older settings' })).toContainText(
    'street and towing 5 then, 19 mm now',
  );
  await to(page, 'choose');
  await expect(page.locator('[data-rule="clearance.loaded"]').first()).toHaveAttribute('data-level', 'stop');
});
