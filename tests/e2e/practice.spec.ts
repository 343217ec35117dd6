import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({});
});
test.afterAll(() => server.stop());

test('an empty workshop offers a practice car; fitted blind it comes off, measured it is left, and nothing of it is kept', async ({
  watched: page,
}) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: 'Try it on a practice car, 10 minutes' }).click();
  await expect(page.getByRole('heading', { name: 'Practice bay' })).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: 'Begin: Long bolts without their spacer' }).click();
  await expect(page.getByText('Practice: this car is not there, and nothing of it is kept.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'The car' })).toContainText('with the bolts that are on it');
  await listens(page);
  await accessible(page);
  const answer = page.getByRole('region', { name: 'What comes of it' });
  await page.getByRole('button', { name: 'Fit it and let it go' }).click();
  await expect(answer).toContainText('This wheel comes off, or the car comes back.');
  await expect(answer).toContainText('into what moves behind the hub: it fouls as the wheel turns');
  await expect(page.getByText('the bench does not let this go forward')).toBeVisible();
  await accessible(page);

  await answer.getByRole('link', { name: 'The next car' }).click();
  await expect(page).toHaveURL(/practice\/long-bolts-1$/);
  await expect(answer).toHaveCount(0);
  await listens(page);
  const open = page.getByRole('button', { name: /^Take it: / });
  const count = await open.count();
  await page.getByRole('button', { name: /^Take it: Turns.*front left/i }).click();
  await expect(page.getByText('1 reading taken, about 3 min')).toBeVisible();
  await expect(page.getByTestId('where-to-measure')).toHaveAttribute('data-where', 'turns');
  for (let left = count - 1; left > 0; left -= 1) await open.first().click();
  await expect(open).toHaveCount(0);
  await page.getByRole('button', { name: 'Do not fit it' }).click();
  await expect(answer).toContainText('Rightly left: it would not have held.');

  // The fourth car of a lesson holds: whoever leaves everything is told so.
  await page.goto(`${server.url}/practice/long-bolts-3`);
  await listens(page);
  await page.getByRole('button', { name: 'Do not fit it' }).click();
  await expect(answer).toContainText('It would have held.');

  await page.getByRole('link', { name: 'All lessons' }).click();
  await page.getByLabel('Or the number of a car').fill('twelve');
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText('“twelve” is no car’s number.')).toBeVisible();
  await expect(page.getByLabel('Or the number of a car')).toHaveValue('twelve');
  await page.getByLabel('Or the number of a car').fill('12');
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page).toHaveURL(/practice\/any-12$/);
  await page.goto(server.url);
  await expect(page.getByText('No jobs yet.')).toBeVisible();
});
