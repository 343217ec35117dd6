import { readFileSync } from 'node:fs';
import ICAL from 'ical.js';
import { readPdf } from '../readPdf';
import { accessible, expect, test } from './guard';
import { demoWorkshop } from './steps';

const { url, open } = demoWorkshop();

const idOf = (address: string): string => address.split('/jobs/')[1]?.split('/')[0] ?? '';

test('the record of a visit: both axles on one sheet, a PDF of two pages at most, the rest on demand', async ({
  watched: page,
}) => {
  // A conversion speaks of the hub's thread and of the seat of its nuts.
  await open(page, /Corvane Tern.*Front/, 'record');
  await expect(page.getByText('M14 × 1.5 in the hub, M14 × 1.5 under the nuts, ball R14')).toBeVisible();
  await expect(page.getByRole('link', { name: 'As PDF' })).toBeVisible();
  const id = idOf(page.url());
  const short = await page.request.get(url(`/api/job/${id}/record`));
  expect(short.headers()['content-type']).toBe('application/pdf');
  const record = await readPdf(await short.body());
  expect(record.pages).toBe(1);
  expect(record.text).toContain('M14 × 1.5 in the hub, M14 × 1.5 under the nuts, ball R14');
  expect(record.text).toContain('160 N·m, stud leaflet');
  expect(record.text).toContain('ET 50 → 50');
  expect(record.text).toMatch(/Sealed [0-9a-f]{64}/);
  expect(record.text).toMatch(/Signed with a key of this workshop, [0-9a-f]{4}( [0-9a-f]{4}){3}/);
  const long = await readPdf(await (await page.request.get(url(`/api/job/${id}/record?appendix=1`))).body());
  expect(long.pages).toBeGreaterThan(1);
  expect(long.text).toContain('Every finding');
  await accessible(page);
  const none = await page.request.get(url('/api/job/nobody/record'));
  expect([none.status(), ((await none.json()) as { message: string }).message]).toEqual([404, expect.any(String)]);
});

test('one rail for both axles: where each stands; a choice is put on the other axle with one press; the sheet shows both', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Front/, 'choose');
  const axles = page.getByRole('navigation', { name: 'Axles of this visit' });
  await expect(axles.getByRole('link')).toHaveCount(2);
  await expect(axles.getByRole('link', { name: /Front axle/ })).toHaveAttribute('aria-current', 'true');
  await expect(axles.getByRole('link', { name: /Rear axle.*measure/ })).toBeVisible();
  await page.getByRole('tab', { name: 'Whole car' }).click();
  await page.getByRole('button', { name: 'Put this choice on the rear axle too' }).click();
  await expect(page.getByText('It is on the bench of the rear axle now; nothing was approved there.')).toBeVisible();
  await accessible(page);
  await axles.getByRole('link', { name: /Rear axle/ }).click();
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('5');
  await expect(page.getByLabel('Length under the seat')).toHaveValue('41');
  await page.reload();
  await expect(page.getByLabel('Length under the seat')).toHaveValue('41');
  await page.goto(page.url().replace('/choose', '/record'));
  await expect(page.getByText('Rear axle of this visit: no plan has been taken forward yet.')).toBeVisible();
  await expect(page.getByRole('heading', { name: /Record: Ilex Lumen, front axle/i })).toBeVisible();
});

test('left as it is on purpose: the board, the car and the sign-off say that it is not for the road', async ({
  watched: page,
}) => {
  await open(page, /Halm Drover.*Torque/, 'torque');
  await page.getByRole('button', { name: 'Put this job on hold' }).click();
  await page.getByLabel('It', { exact: true }).selectOption({ label: 'Left as it is on purpose, not for the road' });
  await page.getByLabel('Reason').fill('Locker cures overnight.');
  await page.getByRole('button', { name: 'Put on hold', exact: true }).click();
  await expect(page.getByRole('region', { name: 'On hold' })).toContainText('not for the road');
  await page.goto(url());
  const row = page.getByRole('link', { name: /Halm Drover.*not for the road/ });
  await expect(row).toContainText('Stop');
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Halm Drover/ }).click();
  await expect(
    page.getByText(/Not for the road: the front axle was left as it is on purpose\. Locker cures/),
  ).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: 'Go on with it' }).click();
  await page.getByRole('button', { name: 'Resume this job' }).click();
  await expect(page.getByRole('region', { name: 'On hold' })).toHaveCount(0);
});

test('the glovebox card as a PDF: one card with the key on it', async ({ watched: page }) => {
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  await page.waitForURL(/vehicles\/[0-9a-f-]{36}/);
  const car = page.url().split('/vehicles/')[1];
  const { pages, text } = await readPdf(await (await page.request.get(url(`/api/vehicles/${car}/label`))).body());
  expect(pages).toBe(1);
  expect(text).toContain('Merrow Kite GT');
  expect(text).toContain('key fan 3, tool roll in the boot');
  expect(text).toMatch(/DO NOT COMBINE: .* on road 16/);
});

test('rechecks that are still to be done go into a calendar, each known again by its id', async ({ watched: page }) => {
  await page.goto(url());
  await expect(page.getByRole('link', { name: 'Rechecks as a calendar file' })).toBeVisible();
  await accessible(page);
  const read = async () =>
    new ICAL.Component(ICAL.parse(await (await page.request.get(url('/api/calendar'))).text()))
      .getAllSubcomponents('vevent')
      .map((c) => new ICAL.Event(c));
  const events = await read();
  const names = events.map((e) => e.summary);
  expect(names).toContain('Recheck Anselm Heron DN 09 HRN, front axle');
  expect(names).toContain('Recheck Corvane Tern SW 14 TRN, front axle');
  expect(events[0]?.description).toContain('Torque every fastener cold');
  expect((await read()).map((e) => e.uid)).toEqual(events.map((e) => e.uid));
  expect(new Set(events.map((e) => e.uid)).size).toBe(events.length);
});

test('a visit goes out as JSON; one that was altered, or is here already, is not read in', async ({
  watched: page,
}) => {
  await open(page, /Anselm Heron.*Front/, 'record');
  const id = idOf(page.url());
  await expect(page.getByRole('link', { name: 'Visit as JSON' })).toBeVisible();
  // The drawing as a file of its own keeps its colours.
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as SVG' }).click();
  const svg = readFileSync(await (await saved).path(), 'utf8');
  expect(svg).toMatch(/^<svg [^>]*xmlns="http:\/\/www\.w3\.org\/2000\/svg"/);
  expect(svg).toMatch(/--ink:\s?[#a-z]/);
  const sent = await page.request.get(url(`/api/job/${id}/visit`));
  expect(sent.headers()['content-disposition']).toContain('visit-DN-09-HRN.json');
  const visit = (await sent.json()) as { format: string; jobs: unknown[]; records: { seal: string }[] };
  expect([visit.format, visit.jobs.length, visit.records.length]).toEqual(['vectis-visit/1', 1, 1]);
  // The torque log is a table that a spreadsheet opens: one line an entry, its seal last.
  const csv = await (await page.request.get(url(`/api/job/${id}/torque`))).text();
  const lines = csv.trim().split('\n');
  expect(lines[0]).toBe(
    'axle,corner,joint,seq,pass,lug,figure_nm,reading_nm,moved_deg,told,trace,tool,note,by,at,hash',
  );
  expect(lines.filter((l) => l.startsWith('front,front-left,wheel,')).length).toBeGreaterThan(10);
  expect(lines.slice(1).every((l) => /,[0-9a-f]{64}$/.test(l))).toBe(true);
  await page.goto(url('/vehicles'));
  const file = (text: string) => ({ name: 'visit.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await page.getByLabel('File of a visit').setInputFiles(file('{"format":"other"}'));
  await expect(page.getByRole('alert').filter({ hasText: 'is no visit' })).toBeVisible();
  await page
    .getByLabel('File of a visit')
    .setInputFiles(file(JSON.stringify({ ...visit, records: [{ ...visit.records[0], seal: 'x' }] })));
  await expect(page.getByRole('alert').filter({ hasText: 'the seal of revision 1 does not hold' })).toBeVisible();
  await page.getByLabel('File of a visit').setInputFiles(file(JSON.stringify(visit)));
  await expect(page.getByRole('alert').filter({ hasText: 'This visit is here already' })).toBeVisible();
  await accessible(page);
});
