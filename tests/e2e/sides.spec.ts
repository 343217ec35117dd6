import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens, step, to } from './steps';
import { conversionVisit } from './visits';

/** Cars on which somebody was before: corners that are done, sides of an axle that are held differently. */
let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ fill: conversionVisit });
});
test.afterAll(() => server.stop());

test('a corner that was fitted before this visit: looked at, its work at the hub ends at one press, the wheel stays to be done', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles`);
  // The list says what is on a car and what is under way.
  await expect(page.getByRole('link', { name: /Ilex Lumen/ })).toContainText('Front axle: fit, Rear axle: fit');
  await page.getByRole('link', { name: /Ilex Lumen/ }).click();
  await expect(page).toHaveURL(/\/vehicles\/[0-9a-f-]+$/);
  await page
    .getByRole('link', { name: /Front axle.*Fit/i })
    .first()
    .click();
  await listens(page);
  await page.getByRole('button', { name: /^front right/ }).click();
  const fine = page.getByRole('button', { name: 'Fitted before: looked at, fine' });
  await expect(page.getByRole('region', { name: 'Fitted before, front right' })).toContainText(
    /ends the \d+ open steps/,
  );
  await accessible(page);
  await fine.click();
  await expect(fine).toHaveCount(0);
  await page.reload();
  await listens(page);
  await page.getByRole('button', { name: /^front right/ }).click();
  await expect(fine).toHaveCount(0);
  await step(page, 'Locker on the hub end').click();
  await expect(page.getByText('Ended with a reason: Fitted before this visit, looked at and in order.')).toBeVisible();
  // The wheel is hung here, and waits for no clock; the stand under the car was not skipped.
  await expect(page.getByRole('checkbox', { name: /^Jack and stand/ })).not.toBeChecked();
  await expect(page.getByRole('checkbox', { name: /^Faces bare and dry/ })).not.toBeChecked();
  await step(page, 'Wheel on').click();
  await page.getByRole('button', { name: 'Done, next' }).click();
  await expect(page.getByRole('checkbox', { name: /^Wheel on, flat/ })).toBeChecked();
  // The other corner is as it was.
  await page.getByRole('button', { name: /^front left/ }).click();
  await expect(fine).toBeVisible();
});

test('three corners with studs and one with bolts: each side has its hub, its readings, its bench and its job', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles/new`);
  await listens(page);
  await page.getByLabel('Vehicle', { exact: true }).fill('Anselm Heron');
  await page.getByLabel('Plate', { exact: true }).fill('MX 03');
  const front = page.getByRole('group', { name: 'Front axle' });
  await front.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await front.getByLabel('Held by').selectOption('stud');
  await front.getByLabel('Lugs').fill('5');
  await front.getByLabel('Bolt circle').fill('112');
  await page.getByRole('button', { name: 'Same as front' }).click();
  await page.getByLabel('Rear axle: left and right are held differently').check();
  const right = page.getByRole('group', { name: 'Rear right' });
  await expect(right.getByLabel('Thread', { exact: true })).toHaveValue('M14x1.5');
  await right.getByLabel('Held by').selectOption('bolt');
  await right.getByLabel('Thread', { exact: true }).fill('M14');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(right.getByText(/Thread “M14”/)).toBeVisible();
  await right.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await page.getByRole('group', { name: 'Rear left' }).getByLabel('Spacer on it').fill('15');
  await accessible(page);
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByRole('heading', { name: 'Rear right' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Rear left' })).toContainText('Held bystuds');
  await expect(page.getByRole('region', { name: 'Rear right' })).toContainText('Held bybolts');

  await listens(page);
  await page.getByRole('radio', { name: 'Rear right' }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page.getByText('Rear right, a hub that takes bolts.')).toBeVisible();
  await page.getByRole('button', { name: 'Start measuring' }).click();
  await expect(page.getByRole('heading', { name: 'Measure rear right' })).toBeVisible();
  // What belongs to studs is asked at no corner that has bolts.
  await expect(page.locator('form[data-quantity="studProtrusion"]')).toHaveCount(0);
  await to(page, 'choose');
  await page.getByRole('tab', { name: 'Whole car' }).click();
  await expect(
    page.getByText('No job in this visit for the rear left corner, so nothing is known of it here.'),
  ).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Open a job for the rear left corner' }).click();
  await expect(page.getByText('Rear left, studs in the hub.')).toBeVisible();
  const axles = page.getByRole('navigation', { name: 'Axles of this visit' });
  await expect(axles.getByRole('link')).toHaveText([/^Rear left/, /^Rear right/]);
  // The spacer that is on the left is not on the right; what holds the left does not go on the right.
  await to(page, 'choose');
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('15');
  await page.getByRole('tab', { name: 'Whole car' }).click();
  await page.getByRole('button', { name: 'Put this choice on the rear right corner too' }).click();
  await expect(
    page.getByText('What holds the rear right corner is bolts, so this choice does not go on it.'),
  ).toBeVisible();
  await axles.getByRole('link', { name: /^Rear right/ }).click();
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('0');

  // While a job is open on a side, the sides are not made one; nothing typed is lost.
  await page.getByRole('link', { name: 'Anselm Heron' }).click();
  await page.getByRole('link', { name: 'Change' }).first().click();
  await listens(page);
  const apart = page.getByLabel('Rear axle: left and right are held differently');
  await expect(apart).toBeChecked();
  await expect(right.getByLabel('Held by')).toHaveValue('bolt');
  await apart.uncheck();
  await page.getByRole('button', { name: 'Save vehicle' }).click();
  await expect(page.getByText(/A job is open on the rear left corner/)).toBeVisible();
  await expect(apart).not.toBeChecked();
});
