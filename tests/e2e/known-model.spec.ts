import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

test('a model the shop knows: filled in dashed, taken in only once each fact was looked at, its torque asked for anew', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles/new`);
  await listens(page);
  const seen = page.getByRole('region', { name: 'Seen on such cars' });
  await page.getByLabel('Vehicle', { exact: true }).fill('corvane tern');
  await expect(seen).toContainText('This shop has had one corvane tern.');
  await expect(seen).toContainText('M14x1.5, bolts, 5 lugs, circle 118 mm');
  await page.getByLabel('Plate', { exact: true }).fill('SW 20 NEW');
  const front = page.getByRole('group', { name: 'Front axle' });
  const rear = page.getByRole('group', { name: 'Rear axle' });
  // What was typed before stays: it was read off this car.
  await rear.getByLabel('Lugs', { exact: true }).fill('6');
  await seen.getByRole('button', { name: 'Fill in as expected' }).click();
  await expect(front.getByLabel('Thread', { exact: true })).toHaveValue('M14x1.5');
  await expect(rear.getByLabel('Lugs', { exact: true })).toHaveValue('6');
  await expect(front.getByLabel('Torque', { exact: true })).toHaveValue('');
  await expect(front.getByLabel('Locking fastener', { exact: true })).toHaveValue('no');
  await accessible(page);
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.locator('form').getByRole('alert')).toContainText(
    'expected from other cars and not looked at on this one',
  );
  // A reload forgets neither what stands there nor that nobody looked.
  await page.reload();
  await expect(front.getByLabel('Thread', { exact: true })).toHaveValue('M14x1.5');
  await expect(front.getByRole('button', { name: 'Thread: looked at, it is so' })).toBeVisible();
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.locator('form').getByRole('alert')).toContainText('expected from other cars');
  let presses = 0;
  // Another circle than the others had is typed, and is a fact of this car.
  await front.getByLabel('Bolt circle', { exact: true }).fill('120');
  for (;;) {
    const next = front.getByRole('button', { name: /looked at, it is so$/ });
    if ((await next.count()) === 0) break;
    await next.first().click();
    presses += 1;
  }
  await page.getByRole('button', { name: 'Same as front' }).click();
  await expect(page.getByRole('button', { name: /looked at, it is so$/ })).toHaveCount(0);
  await expect(rear.getByLabel('Bolt circle', { exact: true })).toHaveValue('120');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page).toHaveURL(/\/vehicles\/[0-9a-f-]+$/);
  const car = page.url();
  await page.goto(`${car}/edit`);
  await expect(front.getByLabel('Thread', { exact: true })).toHaveValue('M14x1.5');
  await expect(rear.getByLabel('Bolt circle', { exact: true })).toHaveValue('120');
  console.log(`take in, known model: 3 fields, ${presses + 3} presses`);
  expect(presses + 3).toBeLessThanOrEqual(8);
  await page.goto(`${server.url}/vehicles/new`);
  await expect(page.getByLabel('Vehicle', { exact: true })).toHaveValue('');

  await test.step('the mileage at arrival is asked for once a visit, understood or asked about, and stays', async () => {
    await page.goto(car);
    // A rough size goes with what is planned; both may be changed on the bench.
    await page.getByRole('radio', { name: 'Rear', exact: true }).click();
    // What is planned comes first, and brings the wish that goes with it.
    const planned = page.getByLabel('Planned');
    await planned.selectOption('adapter-and-studs');
    await expect(page.getByRole('radio', { name: 'Conversion', exact: true })).toBeChecked();
    await planned.selectOption('wheels');
    await expect(page.getByRole('radio', { name: 'Wheel change', exact: true })).toBeChecked();
    await expect(page.getByLabel('Rough size')).toHaveCount(0);
    await page.getByRole('radio', { name: 'Check what is on', exact: true }).click();
    await expect(planned).toHaveValue('check');
    await planned.selectOption('lipped');
    await expect(page.getByRole('radio', { name: 'Stance', exact: true })).toBeChecked();
    await page.getByLabel('Rough size').fill('thick');
    await page.getByRole('button', { name: 'Open job' }).click();
    await expect(page.getByRole('main').getByRole('alert')).toContainText('Rough size');
    await page.getByLabel('Rough size').fill('12');
    await page.getByRole('button', { name: 'Open job' }).click();
    const mileage = page.getByLabel('Mileage at arrival');
    await mileage.fill('about 80');
    await mileage.press('Enter');
    await expect(page.getByRole('main').getByRole('alert')).toContainText('“about 80” is not what an odometer shows');
    await expect(mileage).toHaveValue('about 80');
    await mileage.fill('52,300 mi');
    await page.getByRole('button', { name: 'Save mileage' }).click();
    await expect(page.getByRole('button', { name: 'Save mileage' })).toHaveCount(0);
    await page.reload();
    await expect(mileage).toHaveValue('84\u202f169');
    await accessible(page);
    await page.goto(page.url().replace('/take-in', '/choose'));
    await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('12');
    await expect(page.getByRole('radio', { name: 'Lipped' })).toBeChecked();
  });

  await test.step('what other cars of the model had at the hub stands dashed, and is confirmed by a caliper held to the part', async () => {
    const measure = page.url().replace('/choose', '/measure');
    await page.context().clearCookies({ name: 'vectis-measure' });
    await page.goto(`${measure}?field=spigotDiameter&corner=rear-left`);
    const field = page.locator('form[data-quantity="spigotDiameter"]');
    await expect(field).toContainText('on 1 other car of this model');
    await expect(field).toContainText('Set the caliper to it and hold it to the part.');
    await accessible(page);
    await listens(page);
    await field.getByRole('button', { name: 'It fits' }).click();
    await page.goto(`${measure}?field=spigotDiameter&corner=rear-left`);
    await expect(field).toContainText('confirmed at the car');
    await expect(field.getByRole('button', { name: 'It fits' })).toHaveCount(0);
    // Nothing is taken over from other cars where each corner tells something of its own.
    await page.goto(`${measure}?field=turns&corner=rear-left`);
    await expect(page.locator('form[data-quantity="turns"]')).not.toContainText('of this model');
  });
});

test('wheels of a name that were here stand dashed until each fact is looked at; their own nuts go along, with their key', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles/new`);
  await listens(page);
  await page.getByLabel('Vehicle', { exact: true }).fill('Halm Drover');
  await page.getByLabel('Plate', { exact: true }).fill('BE 15 ACH');
  const front = page.getByRole('group', { name: 'Front axle' });
  await front.getByLabel('Thread', { exact: true }).fill('M12x1.5');
  await front.getByLabel('Held by').selectOption('stud');
  await page.getByRole('button', { name: 'Same as front' }).click();
  await page.getByLabel('Wheel set', { exact: true }).fill('beach 15');
  const seen = page.getByRole('region', { name: 'Such wheels were here' });
  await expect(seen).toContainText('235/75R15, ET 10, cone 60°, 6x139.7');
  // What was typed before stays.
  await page.getByLabel('Offset ET', { exact: true }).fill('0');
  await seen.getByRole('button', { name: 'Fill in the wheels' }).click();
  await expect(page.getByLabel('Tyre', { exact: true })).toHaveValue('235/75R15');
  await expect(page.getByLabel('Offset ET', { exact: true })).toHaveValue('0');
  await accessible(page);
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.locator('form').getByRole('alert')).toContainText('3 of the facts are expected from other cars');
  for (const label of ['Tyre', 'Seat in the wheel', 'Drilled for'])
    await page.getByRole('button', { name: `${label}: looked at, it is so` }).click();
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page).toHaveURL(/\/vehicles\/[0-9a-f-]+$/);
  const sets = page.getByRole('region', { name: 'Wheel sets' });
  await expect(sets).toContainText('ET 0');

  // A second set of a name that is on another model, too: only what they agree on, and it has nuts of its own.
  await page.getByRole('button', { name: 'Add a wheel set' }).click();
  await sets.getByLabel('Wheel set', { exact: true }).fill('winter 16');
  await seen.getByRole('button', { name: 'Fill in the wheels' }).click();
  await sets.getByRole('button', { name: 'They have their own bolts or nuts' }).click();
  await sets.getByLabel('Own', { exact: true }).selectOption('nut');
  await sets.getByLabel('Locking').selectOption('every');
  await sets.getByLabel('Key').fill('B2, in the boot');
  await sets.getByLabel('Socket').fill('19');
  await sets.getByLabel('Their seat').selectOption('cone60');
  await sets.getByLabel('Finish').fill('black');
  for (;;) {
    const next = sets.getByRole('button', { name: /looked at, it is so$/ });
    if ((await next.count()) === 0) break;
    await next.first().click();
  }
  await sets.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(sets.getByRole('alert')).toContainText('another seat than the wheels: do not combine');
  await sets.getByLabel('Their seat').selectOption('ball13');
  await accessible(page);
  await sets.getByRole('button', { name: 'Add', exact: true }).click();
  const line = 'Their own nuts: every one keyed, key B2, in the boot, socket 19.0 mm, ball R13, black';
  await expect(sets).toContainText(line);
  await page.reload();
  await expect(sets).toContainText(line);
  await sets.getByRole('button', { name: 'Correct winter 16' }).click();
  await expect(sets.getByLabel('Key')).toHaveValue('B2, in the boot');
  await sets.getByRole('button', { name: 'None of their own' }).click();
  await sets.getByRole('button', { name: 'Save wheels' }).click();
  await expect(sets).not.toContainText('Their own');
});

test('an adapter whose size is open: Measure asks for studs and pockets, and the bench begins with nothing on', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles`);
  await page.getByRole('link', { name: /Halm Drover.*CR 02 HLM/ }).click();
  await listens(page);
  await page.getByLabel('Planned').selectOption('adapter');
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page.getByRole('heading', { name: 'Take in', exact: true })).toBeVisible();
  const job = page.url().replace(/\/take-in.*/, '');
  await page.context().clearCookies({ name: 'vectis-measure' });
  await page.getByRole('button', { name: 'Start measuring' }).click();
  await expect(page).toHaveURL(/\/measure/);
  await listens(page);
  // The studs' ends go into the pockets, so both are on the way; the pockets were read before.
  const stop = page.getByRole('main').getByRole('heading', { level: 1 });
  const asked: string[] = [];
  for (let i = 0; i < 60 && !asked.some((name) => name.startsWith('Stud protrusion')); i += 1) {
    asked.push((await stop.textContent()) ?? '');
    await page.keyboard.press('PageDown');
  }
  expect(asked.at(-1)).toMatch(/^Stud protrusion, front/);
  await accessible(page);
  await page.goto(`${job}/choose`);
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('0');
  await expect(page.getByRole('radio', { name: 'Adapter' })).toBeChecked();
  await expect(page.getByText('Needs the adapter’s own figures')).toHaveCount(0);
  await accessible(page);

  // What is planned may be changed any time, and what is asked follows: plain wheels want no pocket.
  await page.goto(`${job}/take-in`);
  await listens(page);
  const plans = page.getByRole('region', { name: 'What is planned' });
  await expect(plans.getByLabel('Planned')).toHaveValue('adapter');
  await accessible(page);
  await plans.getByLabel('Planned').selectOption('wheels');
  await expect(plans.getByLabel('Wish')).toHaveCount(0);
  await expect(plans).toHaveAttribute('data-saved', 'wheels');
  await page.reload();
  await expect(plans.getByLabel('Planned')).toHaveValue('wheels');
  await listens(page);
  await plans.getByLabel('Planned').selectOption('lipped');
  await expect(plans).toHaveAttribute('data-saved', 'stance');
  await page.goto(`${job}/choose`);
  await expect(page.getByRole('radio', { name: 'Lipped' })).toBeChecked();
});
