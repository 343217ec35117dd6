import type { Locator, Page } from '@playwright/test';
import ICAL from 'ical.js';
import { accessible, expect, test } from './guard';
import { demoWorkshop, listens } from './steps';

const { url, open } = demoWorkshop();

const two = (n: number): string => String(n).padStart(2, '0');
const dayText = (d: Date): string => `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}`;

/** A Tuesday to Thursday beyond everything that the demo booked: open, free, and nobody's past. */
function freeDay(): string {
  const d = new Date();
  d.setDate(d.getDate() + 10);
  while (d.getDay() < 2 || d.getDay() > 3) d.setDate(d.getDate() + 1);
  return dayText(d);
}
const DAY = freeDay();

const bar = (page: Page, name: RegExp): Locator => page.locator('[data-booking]').filter({ hasText: name });
const form = (page: Page) => page.getByRole('form', { name: 'Booking' });

/** Fills the form of a booking and sends it. */
async function book(
  page: Page,
  typed: { begins?: string; length?: string; where?: string; who?: string },
  button = 'Book it',
): Promise<void> {
  const f = form(page);
  if (typed.begins) await f.getByLabel('Begins').fill(typed.begins);
  if (typed.length) await f.getByLabel('Length').fill(typed.length);
  if (typed.where) await f.getByLabel('Where').selectOption({ label: typed.where });
  if (typed.who) await f.getByLabel('Who').selectOption({ label: typed.who });
  await f.getByRole('button', { name: button }).click();
}

/** Takes hold of something with the mouse and lets it go so far away. */
async function drag(page: Page, what: Locator, to: { x: number; y: number }): Promise<void> {
  const box = await what.boundingBox();
  if (!box) throw new Error('nothing to drag');
  const [x, y] = [box.x + 12, box.y + 12];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 10, y + 4, { steps: 3 });
  await page.mouse.move(x + to.x, y + to.y, { steps: 8 });
  await page.mouse.up();
}

test('orders of the week, reminders once, and what the shop remembers', async ({ watched: page }) => {
  await page.goto(url('/orders'));
  await listens(page);
  const line = page.getByRole('list', { name: 'To order' });
  await expect(line).toContainText('open nut');
  await page.getByLabel(/^Promised for, Merrow/).fill(DAY);
  await page.getByRole('button', { name: 'Mark as ordered' }).click();
  await expect(line).toContainText(`promised for ${DAY}`);
  await page.reload();
  await expect(line).toContainText(`promised for ${DAY}`);
  await accessible(page);
  const csv = await (await page.request.get(url('/api/orders'))).text();
  expect(csv.split('\r\n')[0]).toBe('what,pieces_short,pieces_short_in_all,for,when,ordered_pieces,promised_for');
  expect(csv).toContain(DAY);

  await page.goto(url('/reminders'));
  await listens(page);
  await accessible(page);
  await page
    .getByRole('button', { name: /into the outbox$/ })
    .last()
    .click();
  await expect(page.getByText(/put into the outbox\.$/)).toBeVisible();
  await expect(page.getByText('No reminders are due now.')).toBeVisible();

  await page.goto(url('/memory'));
  await listens(page);
  await expect(page.getByRole('table', { name: 'Work by kind' })).toContainText('Stud conversion');
  await accessible(page);
  await page.getByRole('radio', { name: 'Not shown' }).click();
  await expect(page.getByRole('radio', { name: 'Not shown' })).toBeChecked();
  await page.reload();
  await expect(page.getByRole('radio', { name: 'Not shown' })).toBeChecked();
  await open(page, /Ilex Lumen.*Fit/, 'choose');
  await page.getByText(/^Work like this one in this shop/).click();
  await expect(page.getByRole('columnheader', { name: 'Gap predicted' })).toBeVisible();
  await expect(page.getByText(/own \d+ comparisons/)).toBeHidden();
});

test('a visit is booked by dragging it onto the ruler, moved by mouse and keys, and refused where something is', async ({
  watched: page,
}) => {
  await page.goto(url(`/?day=${DAY}`));
  await listens(page);
  await accessible(page);

  await test.step('dragged from what has no time; its estimate opens to what it is made of', async () => {
    const waiting = page.getByRole('button', { name: /^Book Anselm Heron.*Rear axle/ });
    const from = await waiting.boundingBox();
    const row = await page.getByText('Bay 2', { exact: true }).boundingBox();
    await drag(page, waiting, { x: -600, y: (row?.y ?? 0) - (from?.y ?? 0) + 20 });
    await expect(form(page)).toBeVisible();
    await expect(form(page).getByLabel('Where')).toHaveValue(/.+/);
    await expect(page.getByText('Not ready:')).toBeVisible();
    await page.getByText('What it is made of').click();
    await expect(page.getByText('Readings, corner by corner')).toBeVisible();
    await accessible(page);
    await book(page, { begins: `${DAY}T10:00`, length: '30 h' });
    await expect(form(page).getByText(/longer than one booking can be/)).toBeVisible();
    await book(page, { length: '1:00', who: 'Bram Pell' });
    await expect(bar(page, /Anselm Heron/)).toHaveAccessibleName(/10:00 to 11:00/);
    await page.reload();
    await expect(bar(page, /Anselm Heron/)).toHaveAccessibleName(/10:00 to 11:00, Bram Pell/);
    // What is left of the day there: an hour less than in the bay beside it.
    const free = async (row: string): Promise<number> => {
      const said = await page.getByText(row, { exact: true }).locator('xpath=following-sibling::span').textContent();
      const [, h = '0', m = '0'] = /^(?:(\d+) h )?(?:(\d+) min )?free$/.exec(said ?? '') ?? [];
      return Number(h) * 60 + Number(m);
    };
    expect((await free('Bay 1')) - (await free('Bay 2'))).toBe(60);
  });

  await test.step('what is taken is refused with where it would go', async () => {
    await page.goto(url('/?span=week'));
    await listens(page);
    if ((await bar(page, /Merrow Kite GT/).count()) === 0)
      await page.getByRole('link', { name: 'The week after' }).click();
    await bar(page, /Merrow Kite GT/)
      .first()
      .click();
    await book(page, { begins: `${DAY}T10:30`, length: '1:30', where: 'Bay 2' }, 'Save this time');
    await expect(form(page).getByRole('alert')).toContainText(
      /Bay 2 has Anselm Heron .* 10:00 to 11:00\. Free: Bay 2,/,
    );
    await book(page, { where: 'Bay 1', who: 'Tamsin Oar' }, 'Save this time');
    await expect(form(page)).toBeHidden();
  });

  await page.goto(url(`/?day=${DAY}`));
  await listens(page);
  const kite = bar(page, /Merrow Kite GT/);
  await test.step('keys move it by quarters of an hour; escape leaves it', async () => {
    await expect(kite).toHaveAccessibleName(/10:30 to 12:00/);
    await kite.focus();
    for (const key of ['Space', 'ArrowRight', 'ArrowRight', 'Space']) {
      await page.keyboard.press(key);
      await page.waitForTimeout(120);
    }
    await expect(kite).toHaveAccessibleName(/11:00 to 12:30/);
    for (const key of ['Space', 'ArrowLeft', 'Escape']) {
      await page.keyboard.press(key);
      await page.waitForTimeout(120);
    }
    await page.reload();
    await expect(kite).toHaveAccessibleName(/11:00 to 12:30/);
    await listens(page);
  });

  await test.step('the mouse moves it; onto another visit it does not go, and stays where it was', async () => {
    const heron = await bar(page, /Anselm Heron/).boundingBox();
    const own = await kite.boundingBox();
    await drag(page, kite, { x: (heron?.x ?? 0) - (own?.x ?? 0) + 4, y: (heron?.y ?? 0) - (own?.y ?? 0) });
    await expect(page.getByText(/Not moved\. Bay 2 has Anselm Heron/)).toBeVisible();
    await accessible(page);
    await page.getByRole('button', { name: 'Leave it where it was' }).click();
    await drag(page, kite, { x: own?.width ?? 0, y: 0 });
    await expect(kite).toHaveAccessibleName(/12:30 to 14:00/);
  });

  await test.step('over the evening it asks why, and keeps the answer', async () => {
    await kite.click();
    await book(page, { begins: `${DAY}T16:30` }, 'Save this time');
    await expect(form(page).getByText(/not all within open hours/)).toBeVisible();
    await form(page).getByLabel('Reason').fill('ferry at seven');
    await form(page).getByRole('button', { name: 'Save this time' }).click();
    await expect(kite).toHaveAccessibleName(/16:30 to 18:00.*ferry at seven/);
  });

  await test.step('by person, and the week: dragged to the next day at the same time of day', async () => {
    await page.getByRole('link', { name: 'By person' }).click();
    await expect(page.getByText('No person named')).toBeVisible();
    await page.getByRole('link', { name: 'Week', exact: true }).click();
    await listens(page);
    await accessible(page);
    const heron = bar(page, /Anselm Heron/).first();
    const cell = await page.locator('td').filter({ has: heron }).boundingBox();
    await drag(page, heron, { x: cell?.width ?? 0, y: 4 });
    const next = new Date(`${DAY}T12:00:00Z`);
    next.setUTCDate(next.getUTCDate() + 1);
    await expect(heron).toHaveAccessibleName(new RegExp(` ${next.getUTCDate()} \\w+ 10:00 to 11:00`));
  });
});

test('a cure is waited for on the ruler, and another visit fills it; cut short it asks for a name and a reason', async ({
  watched: page,
}) => {
  await open(page, /Corvane Tern.*Choose/, 'choose');
  await page.getByRole('radio', { name: 'Conversion studs' }).click();
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await page.goto(url('/?span=week'));
  await listens(page);
  if ((await bar(page, /Corvane Tern/).count()) === 0) await page.getByRole('link', { name: 'The week after' }).click();
  await bar(page, /Corvane Tern/)
    .first()
    .click();
  await form(page).getByLabel('Locker cures, hours').fill('');
  await book(page, { begins: `${DAY}T08:00`, length: '2:00', where: 'Bay 1', who: 'Tamsin Oar' }, 'Save this time');
  await expect(form(page).getByText(/type the hours from its bottle/)).toBeVisible();
  await form(page).getByLabel('Locker cures, hours').fill('3');
  await form(page).getByRole('button', { name: 'Save this time' }).click();
  await expect(form(page).getByText(/the locker takes 3 h, and this leaves/)).toBeVisible();
  await form(page).getByLabel('Length').fill('');
  await form(page).getByRole('button', { name: 'Save this time' }).click();
  await expect(form(page)).toBeHidden();

  await page.goto(url(`/?day=${DAY}`));
  await listens(page);
  const label = (await bar(page, /Corvane Tern/).textContent()) as string;
  const [, from, to] = /(\d\d:\d\d) to (\d\d:\d\d)/.exec(label) ?? [];
  expect(from).toBe('08:00');
  expect(Number(to?.slice(0, 2))).toBeGreaterThanOrEqual(12);
  // Somewhere in the middle hands are free: another visit goes into the other bay, by the same person.
  await page.getByRole('button', { name: /^Book Anselm Heron.*Next day/ }).click();
  await book(page, { begins: `${DAY}T10:45`, where: 'Bay 1', who: 'Tamsin Oar' });
  await expect(form(page).getByRole('alert')).toContainText(/Bay 1 has Corvane Tern/);
  await book(page, { where: 'Van, to the cars' });
  await expect(bar(page, /Anselm Heron/).filter({ hasText: 'Next day' })).toBeVisible();
});

test('an overdue recheck: booked, not reached, done, and the next one is due; a session comes on the chain', async ({
  watched: page,
}) => {
  await page.goto(url());
  await listens(page);
  const overdue = page.getByRole('button', { name: /^Book Corvane Tern.*Next day/ });
  await expect(overdue).toContainText('Caution');
  await overdue.focus();
  await page.keyboard.press('Enter');
  const slot = page
    .getByRole('dialog')
    .getByRole('button', { name: /, Bay / })
    .first();
  await slot.click();
  await form(page).getByRole('button', { name: 'Book it' }).click();
  await expect(overdue).toBeHidden();

  await open(page, /Corvane Tern.*Recheck/, 'recheck');
  const chain = page.getByRole('region', { name: 'Rechecks' });
  await expect(chain).toContainText(/booked \w+ \d+/);
  await chain.getByRole('button', { name: 'Not reached' }).click();
  await chain.getByLabel('How it was tried').fill('rang twice, no answer');
  await chain.getByRole('button', { name: 'Note it; it stays open' }).click();
  await expect(chain).toContainText('not reached');
  await expect(chain.locator('[data-link="overdue"]')).toHaveCount(2);

  // Done with a click wrench, a tap a lug: the link is through, and the next one stands.
  for (const wheel of ['front left', 'front right']) {
    if (wheel === 'front right') await page.getByRole('button', { name: 'Go to front right' }).click();
    const log = page.getByText(/^Torque log, \d+/);
    const before = Number(/log, (\d+)/.exec((await log.textContent()) ?? '')?.[1]);
    for (let lug = 1; lug <= 5; lug += 1) {
      await page.waitForTimeout(280);
      await page.getByRole('button', { name: /^Held/ }).click();
      await expect(log).toContainText(`Torque log, ${before + lug} `);
    }
  }
  await expect(chain.locator('[data-link="held"]')).toContainText('Next day, car cold');
  await expect(chain.locator('[data-link="overdue"]')).toHaveCount(1);

  await page.getByText('Sessions, season change, free times').click();
  const session = page.getByRole('form', { name: 'Track session' });
  await session.getByLabel('Session begins').fill(`${DAY}T09:00`);
  await session.getByLabel('Session ends').fill(`${DAY}T08:00`);
  await session.getByRole('button', { name: 'Recheck before it' }).click();
  await expect(session.getByRole('alert')).toContainText('before it begins');
  await session.getByLabel('Session ends').fill(`${DAY}T16:00`);
  await session.getByRole('button', { name: 'Recheck before it' }).click();
  await expect(chain).toContainText('Before the session, hub cool: session');
  await accessible(page);

  await chain.getByRole('button', { name: 'Declined' }).click();
  await chain.getByLabel('Why declined').fill('owner at sea until spring');
  await chain.getByRole('button', { name: 'End this recheck' }).click();
  await expect(chain.locator('[data-link="declined"]')).toHaveCount(1);
  // The job is open while a link of its chain is.
  await page.reload();
  await expect(chain.getByText('Before the session')).toBeVisible();
});

test('a visit that runs late is said on the ruler and on the wall of its bay, read from across the room', async ({
  watched: page,
}) => {
  await page.goto(url('/?span=week'));
  await listens(page);
  if ((await bar(page, /Halm Drover/).count()) === 0) await page.getByRole('link', { name: 'The week after' }).click();
  await bar(page, /Halm Drover/)
    .first()
    .click();
  const before = new Date(Date.now() - 2 * 3600_000);
  await book(
    page,
    { begins: `${dayText(before)}T${two(before.getHours())}:${two(before.getMinutes())}`, length: '0:30' },
    'Save this time',
  );
  await expect(form(page).getByText(/has passed|is empty/)).toBeVisible();
  await form(page).getByLabel('Reason').fill('begun before it was booked');
  await form(page).getByRole('button', { name: 'Save this time' }).click();
  await page.goto(url());
  await expect(bar(page, /Halm Drover/)).toHaveAttribute('data-state', 'late');
  await expect(bar(page, /Halm Drover/)).toHaveAccessibleName(/runs late by 1 h/);

  await page.goto(url('/settings/calendar'));
  await page.getByText('Calendar address of Bay 2').click();
  await page.getByRole('link', { name: 'Its display for the wall' }).last().click();
  await expect(page.getByRole('heading', { name: 'Bay 2' })).toBeVisible();
  await expect(page.getByText('Halm Drover')).toBeVisible();
  await expect(page.locator('header')).toBeHidden();
  const figure = page.getByText('118 N·m');
  expect(await figure.evaluate((e) => Number.parseFloat(getComputedStyle(e).fontSize))).toBeGreaterThanOrEqual(96);
  const over = await page.evaluate(() => [
    document.documentElement.scrollHeight - window.innerHeight,
    document.documentElement.scrollWidth - window.innerWidth,
  ]);
  expect(Math.max(...over)).toBeLessThanOrEqual(0);
  await accessible(page);
});

test('places, hours, closures; a feed is read back by its address; a file with broken lines is read for the rest', async ({
  watched: page,
}) => {
  await page.goto(url('/settings/calendar'));
  await listens(page);
  await page.getByLabel('Name', { exact: true }).fill('bay 1');
  await page.getByRole('button', { name: 'Add to the calendar' }).click();
  await expect(page.getByText(/on the calendar already/)).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Bay 3');
  await page.getByRole('button', { name: 'Add to the calendar' }).click();
  await expect(page.getByRole('list', { name: 'On the calendar' })).toContainText('Bay 3');

  await page.getByLabel('Saturday').fill('9-noon');
  await page.getByRole('button', { name: 'Save open hours' }).click();
  await expect(page.getByText(/9-noon.*are no open hours/)).toBeVisible();
  await page.getByLabel('Saturday').fill('9-12:30');
  await page.getByRole('button', { name: 'Save open hours' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Saturday')).toHaveValue('09:00-12:30');

  await page.getByText('Calendar address of Bay 1').click();
  const address = (await page
    .getByText(/\/api\/feed\//)
    .first()
    .textContent()) as string;
  const answer = await page.request.get(url(new URL(address).pathname));
  expect(answer.headers()['content-type']).toContain('text/calendar');
  const calendar = new ICAL.Component(ICAL.parse(await answer.text()));
  expect(calendar.getAllSubcomponents('vevent').length).toBeGreaterThan(0);
  expect((await page.request.get(url('/api/feed/guessed.ics'))).status()).toBe(404);

  const event = (uid: string, lines: string): string => `BEGIN:VEVENT\nUID:${uid}\n${lines}\nEND:VEVENT\n`;
  const file = `BEGIN:VCALENDAR\nVERSION:2.0\n${event('a', `DTSTART;VALUE=DATE:${DAY.replaceAll('-', '')}\nSUMMARY:Stocktaking`)}${event('b', 'DTSTART:soon')}END:VCALENDAR\n`;
  await page
    .getByLabel(/Closures from a calendar file/)
    .setInputFiles({ name: 'c.ics', mimeType: 'text/calendar', buffer: Buffer.from(file) });
  await expect(page.getByText(/1 read, 1 of them new; 1 could not be read/)).toBeVisible();
  await expect(page.getByText(/^Line 8:/)).toBeVisible();
  await expect(page.getByRole('list', { name: 'Closures ahead' })).toContainText('Stocktaking');
  // A file of more than 2 MB is one part of what is sent, and read whole.
  const days = Array.from({ length: 12_000 }, (_, i) =>
    event(`big-${i}`, `DTSTART;VALUE=DATE:20300101\nSUMMARY:${'y'.repeat(130)}`),
  );
  const large = Buffer.from(`BEGIN:VCALENDAR\nVERSION:2.0\n${days.join('')}END:VCALENDAR\n`);
  expect(large.length).toBeGreaterThan(2.4e6);
  await page
    .getByLabel(/Closures from a calendar file/)
    .setInputFiles({ name: 'large.ics', mimeType: 'text/calendar', buffer: large });
  await expect(page.getByText(/12,?000 read, 12,?000 of them new/)).toBeVisible();
  await page.getByLabel('From', { exact: true }).fill('2027-02-30');
  await page.getByRole('button', { name: 'Add a closure' }).click();
  await expect(page.getByText(/2027-02-30.*is no day/)).toBeVisible();
  await accessible(page);
});

test('a tablet whose clock is an hour off says so, and one that is right says nothing', async ({ watched: page }) => {
  await page.goto(url('/orders'));
  await expect(page.getByRole('heading', { name: 'To order this week' })).toBeVisible();
  await expect(page.getByText(/The clock of this tablet/)).toHaveCount(0);
  await page.clock.setFixedTime(Date.now() + 3600_000);
  await page.reload();
  await expect(page.getByText(/The clock of this tablet stands (59|60) minutes after/)).toBeVisible();
  await accessible(page);
});
