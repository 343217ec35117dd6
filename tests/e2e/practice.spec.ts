import type { Page } from '@playwright/test';
import { CORNER_LABEL } from '@/core/document/labels';
import { quantity } from '@/core/document/quantities';
import { LESSONS, type PracticeCar, practiceCar } from '@/core/practice/lessons';
import { type PracticeReading, practiceReadings } from '@/core/practice/readings';
import { toolFor } from '@/core/practice/tools';
import { LESSON_WORDS } from '@/features/practice/words';
import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens } from './steps';

let server: Server;

/** Drags a jaw with the mouse until it rests on an edge. */
async function drag(page: Page, jaw: string, edge: string): Promise<void> {
  const handle = page.getByRole('slider', { name: jaw });
  const [from, sheet] = [await handle.boundingBox(), await page.getByTestId('caliper').locator('svg').boundingBox()];
  if (!from || !sheet) throw new Error('no caliper');
  const y = from.y + 12;
  await page.mouse.move(from.x + from.width / 2, y);
  await page.mouse.down();
  for (let x = sheet.x + sheet.width - 12; x > sheet.x; x -= 3) {
    await page.mouse.move(x, y);
    if ((await handle.getAttribute('aria-valuetext')) === `at the ${edge}`) break;
  }
  await page.mouse.up();
  await expect(handle).toHaveAttribute('aria-valuetext', `at the ${edge}`);
}

/**
 * Takes one reading as honest hands do, by keys: each jaw from the left end to its edge, a part turned until it seats,
 * a look.
 */
async function measure(page: Page, car: PracticeCar, r: PracticeReading): Promise<void> {
  const where = r.corner ? CORNER_LABEL[r.corner] : r.wheel === null ? '' : `wheel ${r.wheel + 1}`;
  const name = new RegExp(`^Measure: ${quantity(r.quantity).label}.*${where}$`, 'i');
  await page.getByRole('button', { name }).first().click();
  const tool = toolFor(car.world, car.whole, r);
  if (tool.kind === 'look') return page.getByRole('button', { name: 'Look', exact: true }).click();
  if (tool.kind === 'counter') {
    await page.getByRole('slider', { name: 'Turn it by hand' }).focus();
    for (let i = 0; i < Math.ceil(tool.turns); i += 1) await page.keyboard.press('PageUp');
    await expect(page.getByText('Seated: it turns no further.')).toBeVisible();
  } else {
    for (const [i, jaw] of ['Left jaw', 'Right jaw'].entries()) {
      await page.getByRole('slider', { name: jaw }).focus();
      await page.keyboard.press('Home');
      const at = tool.edges[tool.right[i] as number]?.at ?? 0;
      const edges = new Set(tool.edges.filter((e) => e.at <= at).map((e) => e.at)).size;
      for (let k = 0; k < edges; k += 1) await page.keyboard.press('PageUp');
    }
  }
  await page.getByRole('button', { name: 'Write it down' }).click();
}
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
  const car = practiceCar('long-bolts-1');
  if (car === null) throw new Error('no car');
  const all = practiceReadings(car.whole);
  // A jaw that is dragged onto the wrong edge reads, and is written down as it reads.
  const length = all.find((r) => r.quantity === 'boltLength');
  if (!length) throw new Error('no bolt');
  await page.getByRole('button', { name: /^Measure: Bolt length/ }).click();
  await expect(page.getByTestId('caliper')).toBeVisible();
  await drag(page, 'Right jaw', 'tip');
  await drag(page, 'Left jaw', 'last full thread');
  await accessible(page);
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('1 reading taken, about 1 min')).toBeVisible();
  // Everything else is measured right, by keys alone.
  for (const r of all) if (r !== length) await measure(page, car, r);
  await expect(page.getByText(`${all.length} readings taken`)).toBeVisible();
  await page.getByRole('button', { name: 'Do not fit it' }).click();
  await expect(answer).toContainText('Rightly left: it would not have held.');
  await expect(answer.getByRole('region', { name: 'Read wrong' })).toContainText(/^Read wrong\s*Bolt length/);
  await expect(answer.getByRole('region', { name: 'Read wrong' }).getByRole('listitem')).toHaveCount(1);

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

test('every lesson through its page: a car that goes wrong in its way, and one like it that holds', async ({
  watched: page,
}) => {
  const answer = page.getByRole('region', { name: 'What comes of it' });
  for (const lesson of LESSONS) {
    await page.goto(`${server.url}/practice/${lesson}-0`);
    await listens(page);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(LESSON_WORDS[lesson].title);
    if (lesson === 'wrong-seat' || lesson === 'locking-piece') await accessible(page);
    await page.getByRole('button', { name: 'Fit it and let it go' }).click();
    await expect(answer).toContainText('This wheel comes off, or the car comes back.');
    await page.goto(`${server.url}/practice/${lesson}-3`);
    await listens(page);
    await page.getByRole('button', { name: 'Do not fit it' }).click();
    await expect(answer).toContainText('It would have held.');
  }
  // What eyes tell is said: the seat of what is in the bag, how far the keyed piece reaches, which wheels were counted.
  const wanted = page.getByRole('region', { name: 'The car' });
  await page.goto(`${server.url}/practice/wrong-seat-0`);
  await expect(wanted).toContainText(
    /their seats (ball R13|cone 60°)\..*The seat of the \w+ that go on: (cone 60°|ball R13)\./s,
  );
  await page.goto(`${server.url}/practice/locking-piece-0`);
  await expect(wanted).toContainText(/(Each wheel has one locking piece|one of them a locking one)/);
  await page.goto(`${server.url}/practice/another-set-0`);
  await expect(wanted).toContainText('Another set hangs on it now');
});
