import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { accessible, expect, test } from './guard';
import { demoWorkshop, plainHardware, tap, tickAll, to, workCard } from './steps';

const { url, open } = demoWorkshop();

test('plate and thread are enough to take a car in; what is not known stays open and is asked for later', async ({
  watched: page,
}) => {
  await page.goto(url('/vehicles/new'));
  await page.getByLabel('Plate', { exact: true }).fill('QK 1');
  const front = page.getByRole('group', { name: 'Front axle' });
  await front.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await front.getByLabel('Spacer on it').fill('15');
  await page.reload();
  await expect(front.getByLabel('Thread', { exact: true })).toHaveValue('M14x1.5');
  await page.getByRole('button', { name: 'Hub as the front' }).click();
  await expect(page.getByRole('group', { name: 'Rear axle' }).getByLabel('Spacer on it')).toHaveValue('');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByTestId('fitted-front-left')).toContainText('15.0 mm spacer');
  await expect(page.getByTestId('fitted-rear-right')).toContainText('no spacer');
  await accessible(page);
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page.getByText('no figure with a source yet')).toBeVisible();
  await expect(page.getByText('not counted')).toBeVisible();
  // What it came on goes with every reading, without being typed again.
  await to(page, 'measure');
  await expect(page.getByLabel('Spacer on it now')).toHaveValue('15');
  // The way back from the vehicle leads to the job.
  await to(page, 'take-in');
  await page.getByRole('link', { name: 'Change vehicle' }).click();
  await front.getByLabel('Lugs').fill('5');
  await front.getByLabel('Bolt circle').fill('112');
  await page.getByRole('button', { name: 'Save vehicle' }).click();
  await expect(page.getByRole('heading', { name: 'Take in', exact: true })).toBeVisible();
  await expect(page.getByText('5 × 112.0 mm')).toBeVisible();
});

test('on the car now: what a conversion left, found otherwise at one corner, and what was on before', async ({
  watched: page,
}) => {
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Corvane Tern/ }).click();
  const left = page.getByTestId('fitted-front-left');
  await expect(left).toContainText('conversion studs 60.0 mm');
  await expect(left).toContainText('160 N·m, stud leaflet');
  await page.getByRole('button', { name: 'Correct what is fitted at the rear left' }).click();
  await page.getByLabel('Spacer on it').fill('1O');
  await page.getByRole('button', { name: 'Found so', exact: true }).click();
  await expect(page.getByText(/Spacer on it “1O”/)).toBeVisible();
  await page.getByLabel('Spacer on it').fill('10');
  await page.getByLabel('Bolts, or studs and nuts').selectOption('other');
  await page.getByLabel('Where').selectOption('corner');
  await accessible(page);
  await page.getByRole('button', { name: 'Found so', exact: true }).click();
  await expect(page.getByTestId('fitted-rear-left')).toContainText('10.0 mm spacer');
  await expect(page.getByTestId('fitted-rear-right')).toContainText('no spacer');
  await page.getByText('What was on it before').click();
  await expect(page.getByText(/rear left: no spacer, bolts, original/)).toBeVisible();
  // Its front is a stud car from here on.
  await page.getByRole('radio', { name: 'Wheel change' }).click();
  await expect(page.getByText('count the turns of each wheel as it goes on')).toBeVisible();
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page.getByText('Nuts, seat')).toBeVisible();
});

test('next season on the same hub: earlier readings are confirmed by a look, not measured', async ({
  watched: page,
}) => {
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Anselm Heron/ }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page.getByRole('heading', { name: 'Take in', exact: true })).toBeVisible();
  await to(page, 'measure');
  const earlier = page.getByRole('region', { name: 'Measured on an earlier visit' });
  await expect(earlier).toContainText('4 days ago');
  await expect(earlier.getByRole('button', { name: /: still so$/ })).toHaveCount(11);
  await accessible(page);
  await earlier.getByRole('button', { name: 'Spigot height, front left: still so' }).click();
  await expect(earlier.getByRole('button', { name: /: still so$/ })).toHaveCount(10);
  await earlier.getByRole('button', { name: 'All 10 still so' }).click();
  await expect(earlier).toHaveCount(0);
  await page.reload();
  await expect(page.locator('form[data-quantity="tappedDepth"]')).toContainText('20.0 mm');
});

test('wheels: rear ones that differ, a set corrected with what it reaches, never two of one name', async ({
  watched: page,
}) => {
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  await expect(page.getByText('planned', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Correct slicks 15' }).click();
  await expect(page.getByText('Rear axle: its plan is in force, and has to be taken forward again.')).toBeVisible();
  await page.getByLabel('Wheel set', { exact: true }).fill('wets 15');
  await page.getByRole('button', { name: 'Save wheels' }).click();
  await expect(page.getByText('This car has a wheel set “wets 15” already.')).toBeVisible();
  await page.getByLabel('Wheel set', { exact: true }).fill('slicks 15 b');
  await page.getByRole('button', { name: 'Rear wheels differ' }).click();
  await page.getByLabel('Rear offset ET').fill('22');
  await accessible(page);
  await page.getByRole('button', { name: 'Save wheels' }).click();
  await expect(page.getByText('slicks 15 b').first()).toBeVisible();
  await expect(page.getByText('ET 22')).toBeVisible();
  await page.getByRole('button', { name: 'Put away slicks 15 b' }).click();
  await expect(page.getByText('An open job is on these wheels.')).toBeVisible();
});

test('photos and notes: taken at the job, kept re-encoded, seen on the car; what is no picture is refused beside it', async ({
  watched: page,
}, info) => {
  await open(page, /Ilex Lumen.*Fit, corner/, 'fit');
  const remarks = page.getByRole('region', { name: 'Notes and photos' });
  await remarks.getByLabel('Note, or words for the photo').fill('old scratch, rear edge');
  await remarks.getByLabel('Corner').selectOption('front-left');
  const file = info.outputPath('arch.png');
  await sharp({ create: { width: 320, height: 240, channels: 3, background: '#557799' } })
    .png()
    .toFile(file);
  await page.getByLabel('Photo files').setInputFiles(file);
  const picture = remarks.getByRole('img', { name: 'old scratch, rear edge' });
  await expect(picture).toBeVisible();
  await expect(remarks).toContainText('front left, before, old scratch, rear edge');
  const kept = await page.request.get(url((await picture.getAttribute('src')) as string));
  expect([kept.headers()['content-type'], kept.headers()['x-content-type-options']]).toEqual(['image/jpeg', 'nosniff']);
  expect((await sharp(await kept.body()).metadata()).format).toBe('jpeg');
  await page.getByLabel('Photo files').setInputFiles({
    name: 'not.jpg',
    mimeType: 'image/jpeg',
    buffer: readFileSync('package.json'),
  });
  await expect(remarks.getByText('This is no picture that can be kept.')).toBeVisible();
  await remarks.getByLabel('Note, or words for the photo').fill('liner clip broken');
  await remarks.getByRole('button', { name: 'Save note' }).click();
  await expect(remarks.getByText('liner clip broken')).toBeVisible();
  await accessible(page);
  await page.reload();
  await expect(remarks.getByText('liner clip broken')).toBeVisible();
  await page.getByRole('link', { name: 'Ilex Lumen' }).first().click();
  await expect(page.getByRole('img', { name: 'old scratch, rear edge' })).toBeVisible();
  await page.getByRole('button', { name: /take back the photo/ }).click();
  await expect(page.getByRole('img', { name: 'old scratch, rear edge' })).toHaveCount(0);
});

test('plan B is judged beforehand and changed to at the car with a reason', async ({ watched: page }) => {
  await open(page, /Ilex Lumen.*Fit, corner/, 'choose');
  await page.getByLabel('Spacer', { exact: true }).fill('3');
  await page.getByLabel('Under the seat').fill('39');
  await page.getByLabel('Under the seat').press('Tab');
  await plainHardware(page, 'As the others');
  await page.getByRole('button', { name: 'Save as plan B' }).click();
  await expect(page.getByRole('region', { name: 'Plan B' })).toContainText(
    '3.0 mm plain, bolts 39.0 mm under the seat',
  );
  await to(page, 'fit');
  const ready = page.getByRole('region', { name: 'Plan B' });
  await ready.getByRole('button', { name: 'Change to plan B' }).click();
  await expect(ready.getByText(/Why plan B/).last()).toBeVisible();
  await ready.getByLabel('Why plan B').fill('the 5 mm plate rocks on the right');
  await accessible(page);
  await ready.getByRole('button', { name: 'Change to plan B' }).click();
  await expect(ready).toContainText('5.0 mm plain');
  await to(page, 'stage');
  await expect(page.getByText(/2 × spacer 3.0 mm/)).toBeVisible();
});

test('a job that comes to nothing is laid aside with its reason, leaves the board, and can be taken up again', async ({
  watched: page,
}) => {
  await page.goto(url('/'));
  const aside = page.locator('section', { has: page.getByRole('heading', { name: /^On hold/ }) });
  await expect(aside).toContainText('Merrow Kite GT');
  await expect(aside).toContainText('Was declined: nothing is fitted');
  await aside.getByRole('link').first().click();
  await expect(page.getByText('the owner will not have it cut')).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Resume this job' }).click();
  await expect(page.getByRole('button', { name: 'Put this job on hold' })).toBeVisible();
  await page.getByRole('button', { name: 'Put this job on hold' }).click();
  await page.getByRole('button', { name: 'Put on hold', exact: true }).click();
  await expect(page.getByText(/Reason is empty/)).toBeVisible();
  await page.getByLabel('It', { exact: true }).selectOption('parts');
  await page.getByLabel('Reason').fill('studs on order');
  await page.getByRole('button', { name: 'Put on hold', exact: true }).click();
  await expect(page.getByRole('region', { name: 'On hold' })).toContainText('Waits for parts. studs on order');
});

test('a wheel change: two counts, one torque a wheel by click, a record', async ({ watched: page }) => {
  test.setTimeout(480_000);
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Anselm Heron/ }).click();
  await page.getByRole('radio', { name: 'Rear' }).click();
  await page.getByRole('radio', { name: 'Wheel change' }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page.getByRole('heading', { name: 'Take in', exact: true })).toBeVisible();
  await to(page, 'measure');
  await expect(page.getByText('Still unmeasured')).toBeVisible();
  for (const corner of ['rear left', 'rear right']) {
    if (corner === 'rear right') await page.getByRole('button', { name: 'To the rear right' }).click();
    const turns = page.locator('form[data-quantity="turns"]');
    await turns.locator('input').fill('11');
    await turns.getByRole('button', { name: /^Save/ }).click();
    await expect(turns.locator('input')).toHaveValue('');
  }
  await page.getByRole('button', { name: 'Go to the bench' }).click();
  await expect(page.getByRole('button', { name: 'Approve' })).toBeEnabled();
  await page.getByRole('button', { name: 'Approve' }).click();
  await expect(page.getByRole('heading', { name: /^Stage/ })).toBeVisible();
  await expect(page.getByText(/spacer/i)).toHaveCount(0);
  await tickAll(page);
  await page.getByRole('button', { name: /complete/i }).click();
  await expect(page.getByRole('heading', { name: /^Fit/ })).toBeVisible();
  await workCard(page);
  await page.getByRole('button', { name: 'Go to torque' }).click();
  // A car on its own bolts is done in under 25 taps an axle.
  for (const [i, corner] of ['rear left', 'rear right'].entries()) {
    if (i > 0) await page.getByRole('radio', { name: corner }).click();
    let taps = 0;
    const press = (name: string | RegExp) => {
      taps += 1;
      return tap(page, name);
    };
    await expect(page.getByRole('heading', { name: /Snug pass/ })).toBeVisible();
    await press('All 5 snug');
    await press('Lowered, tyre touches');
    for (const lug of [1, 2, 3, 4, 5]) await press(`Lug ${lug} clicked`);
    for (let lug = 0; lug < 5; lug += 1) await press(/^Held/);
    expect(taps).toBe(12);
  }
  await page.getByRole('button', { name: 'Sign off' }).click();
  await expect(page.getByText(/^Signed off/).first()).toBeVisible();
  await to(page, 'record');
  await expect(page.getByText('Wheel change, street')).toBeVisible();
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Anselm Heron/ }).click();
  await expect(page.getByTestId('fitted-rear-left')).toContainText('bolts, original');
  await expect(page.getByTestId('fitted-rear-left')).toContainText('fitted');
});

test('both axles of a visit stand on one kit list and one card once they are as far', async ({ watched: page }) => {
  await page.goto(url('/vehicles/new'));
  await page.getByLabel('Plate', { exact: true }).fill('QK 2');
  const hub = page.getByRole('group', { name: 'Front axle' });
  await hub.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await hub.getByLabel('Lugs').fill('5');
  await hub.getByLabel('Bolt circle').fill('112');
  await hub.getByLabel('Seat of the bolts').selectOption('ball13');
  await hub.getByLabel('Hub thread cut in').selectOption('steel');
  await hub.getByLabel('Bolts on it now').selectOption({ label: 'Original' });
  await hub.getByLabel('Torque', { exact: true }).fill('120');
  await hub.getByLabel('Torque source').fill('handbook p. 9');
  await page.getByRole('button', { name: 'Same as front' }).click();
  await page.getByLabel('Seat in the wheel').selectOption('ball13');
  await page.getByRole('button', { name: 'As the front hub, 5x112' }).click();
  await page.getByRole('button', { name: 'Take in' }).click();
  await page.getByRole('radio', { name: 'Both' }).click();
  await page.getByRole('radio', { name: 'Wheel change' }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await page.getByRole('button', { name: 'Start measuring' }).click();
  const axles = page.getByRole('navigation', { name: 'Axles of this visit' });
  for (const axle of ['front', 'rear']) {
    const link = axles.getByRole('link', { name: new RegExp(`${axle} axle`, 'i') });
    await link.click();
    await expect(link).toHaveAttribute('aria-current', 'true');
    await to(page, 'measure');
    for (const side of ['left', 'right']) {
      await page.goto(page.url().replace(/\?.*$|$/, `?corner=${axle}-${side}`));
      await expect(page.getByRole('heading', { name: `Measure ${axle} ${side}` })).toBeVisible();
      const turns = page.locator('form[data-quantity="turns"]');
      await turns.locator('input').fill('11');
      await turns.getByRole('button', { name: /^Save/ }).click();
      await expect(turns.locator('input')).toHaveValue('');
    }
    await to(page, 'choose');
    await page.getByRole('button', { name: 'Approve' }).click();
    await expect(page.getByRole('heading', { name: /^Stage/ })).toBeVisible();
  }
  for (const axle of ['Front axle', 'Rear axle'])
    await expect(page.getByRole('region', { name: axle }).getByRole('checkbox').first()).toBeVisible();
  await accessible(page);
  // What is ticked of one axle is ticked of that axle alone.
  await page.getByRole('region', { name: 'Front axle' }).getByRole('checkbox').first().click();
  await expect(page.getByRole('region', { name: 'Front axle' }).getByRole('checkbox').first()).toBeChecked();
  // Kept, and not only shown: who ticked it stands beside it.
  await expect(page.getByRole('region', { name: 'Front axle', exact: true })).toContainText(/Fitter, \d/);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Front axle' }).getByRole('checkbox').first()).toBeChecked();
  await expect(page.getByRole('region', { name: 'Rear axle' }).getByRole('checkbox').first()).not.toBeChecked();
});
