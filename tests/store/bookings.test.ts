import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import ICAL from 'ical.js';
import { theStore } from '@/store/connection';
import { loadJob } from '@/store/jobs';
import { addPerson, changePerson, people } from '@/store/people';
import { resources } from '@/store/resources';
import { setShopTime } from '@/store/shopTime';
import { type BookAsk, book, callOff } from '@/usecases/calendar/bookings';
import { besideLinks, freeForNext } from '@/usecases/calendar/chain';
import { calendarView } from '@/usecases/calendar/day';
import { bayDisplay } from '@/usecases/calendar/display';
import { feedOf } from '@/usecases/calendar/feed';
import { noteOrdered, orderCame, toOrder } from '@/usecases/calendar/orders';
import {
  contactTyped,
  dueReminders,
  keepContactTyped,
  keepTemplate,
  remindersLines,
  writeReminders,
} from '@/usecases/calendar/reminders';
import { dropResource, importClosures, keepClosure, keepResource, newAddress } from '@/usecases/calendar/shop';
import { bookTyped, moveBooking, needTyped, proposalFor, usualOf } from '@/usecases/calendar/visits';
import { openJob } from '@/usecases/job/jobs';
import type { Actor } from '@/usecases/session';
import { runningStore } from './open';

const BY = 'Bram';
let LEAD: Actor;
/** A Monday in winter, ten in the morning in London: the demo shop is made then, and everything below happens then. */
const NOW = Date.parse('2027-01-11T10:00:00Z');
const store = runningStore({ demo: new Date(NOW) });
const HOUR = 3600_000;
const DAY = 24 * HOUR;
let id: Record<string, string> = {};
let visits: Record<string, string> = {};

beforeAll(async () => {
  await store.db.execute(sql.raw('delete from booking'));
  await store.db.execute(sql.raw('delete from closure'));
  const workday = [{ from: 8 * 60, to: 17 * 60 }];
  const hours = [workday, workday, workday, workday, workday, [], []];
  await setShopTime(store.db, { zone: 'Europe/London', hours }, BY, new Date(NOW));
  LEAD = { name: BY, personId: (await people(store.db)).find((p) => p.role === 'lead')?.id ?? null };
  id = Object.fromEntries((await resources(store.db)).map((r) => [r.name, r.id]));
  const { rows } = await store.db.execute(sql.raw('select stage, visit_id, axle from job order by created_at'));
  visits = Object.fromEntries(rows.map((r) => [String(r.stage), String(r.visit_id)]));
});

afterEach(async () => {
  await store.db.execute(sql.raw('delete from booking'));
  await store.db.execute(sql.raw('delete from closure'));
});

const ask = (over: Partial<BookAsk> = {}): BookAsk => ({
  id: null,
  version: null,
  visitId: visits.stage as string,
  recheckId: null,
  placeId: id['Bay 1'] as string,
  whoId: id['Bram Pell'] as string,
  things: [],
  startAt: NOW + HOUR,
  minutes: 60,
  cureHours: null,
  cureWhy: '',
  why: '',
  ...over,
});
const addBay = async (name: string): Promise<string> => {
  await keepResource('bay', name, LEAD);
  return (await resources(store.db)).find((r) => r.name === name)?.id as string;
};
const put = (over: Partial<BookAsk> = {}, now = NOW) => book(ask(over), usualOf, BY, now);
const version = async (bookingId: string): Promise<number> =>
  Number((await store.db.execute(sql`select version from booking where id = ${bookingId}`)).rows[0]?.version);

test('a bay, a person or a thing that is taken refuses with what is in the way and where it would go', async () => {
  await put({ things: [id['Work lamp'] as string] });
  const other = { visitId: visits.choose as string, cureHours: 1 };
  await expect(put({ ...other, whoId: null })).rejects.toThrow(
    /Bay 1 has .* from Mon 11 Jan 11:00 to 12:00\. Free: Bay 2, Mon 11 Jan 11:00/,
  );
  await expect(put({ ...other, placeId: id['Bay 2'] as string })).rejects.toThrow(/Bram Pell has/);
  await expect(
    put({ ...other, placeId: id['Bay 2'] as string, whoId: null, things: [id['Work lamp'] as string] }),
  ).rejects.toThrow(/Work lamp has/);
  await put({ ...other, placeId: id['Bay 2'] as string, whoId: null });
});

test('two tablets that drag the same booking: the second is told, and nothing of it is lost', async () => {
  const one = await put();
  const move = (startAt: number) =>
    moveBooking({ id: one, version: 1, startAt, day: null, placeId: id['Bay 1'] as string, whoId: null, why: '' }, BY);
  const both = await Promise.allSettled([move(NOW + 365 * DAY), move(NOW + 366 * DAY)]);
  expect(both.map((b) => b.status).sort()).toEqual(['fulfilled', 'rejected']);
  expect(String((both.find((b) => b.status === 'rejected') as PromiseRejectedResult).reason)).toContain(
    'changed meanwhile',
  );
  expect(await version(one)).toBe(2);
});

test('a car is in one place at a time, whichever of its visits it is', async () => {
  await put();
  await expect(put({ placeId: id['Bay 2'] as string, whoId: null })).rejects.toThrow('in one place at a time');
  await put({ placeId: id['Bay 2'] as string, whoId: null, startAt: NOW + 2 * HOUR });
});

test('a bay with bookings ahead stays on the calendar; one without goes', async () => {
  const bay = await addBay('Bay 9');
  await put({ placeId: bay, startAt: Date.now() + 400 * DAY, why: 'w' });
  await expect(dropResource(bay, LEAD)).rejects.toThrow('1 booking is ahead there');
  await store.db.execute(sql.raw('delete from booking'));
  await dropResource(bay, LEAD);
  expect((await resources(store.db)).some((r) => r.id === bay)).toBe(false);
});

test('the calendar follows the list of people: a new name, somebody who left, and another of that name', async () => {
  const named = async () => (await resources(store.db)).filter((r) => r.personId !== null).map((r) => r.name);
  const input = { role: 'fitter' as const, pinHash: null };
  const first = await addPerson(store.db, { ...input, name: 'Merryn' }, BY, new Date(NOW));
  expect(await named()).toEqual(['Merryn']);
  await changePerson(store.db, first, { name: 'Merryn Vane' }, BY, new Date(NOW));
  expect(await named()).toEqual(['Merryn Vane']);
  await addPerson(store.db, { ...input, name: 'Merryn' }, BY, new Date(NOW));
  await changePerson(store.db, first, { archivedAt: new Date(NOW) }, BY, new Date(NOW));
  await addPerson(store.db, { ...input, name: 'Merryn Vane' }, BY, new Date(NOW));
  expect(await named()).toEqual(['Merryn', 'Merryn Vane']);
  // Whoever was booked by name before is the same one, and keeps what is booked.
  await addPerson(store.db, { ...input, name: 'Jory Fenn' }, BY, new Date(NOW));
  expect((await resources(store.db)).filter((r) => r.name === 'Jory Fenn').map((r) => r.id)).toEqual([id['Jory Fenn']]);
});

test('one that runs late, and who is away meanwhile, is said on what is booked after it', async () => {
  await put({ startAt: NOW - 3 * HOUR, minutes: 60, why: 'w', visitId: visits.torque as string });
  const next = await put({ startAt: NOW - HOUR, why: 'w', whoId: id['Tamsin Oar'] as string });
  await keepClosure({ title: 'Dentist', of: id['Tamsin Oar'] as string, from: '2027-01-11', to: '2027-01-11' }, LEAD);
  const bar = (await calendarView(null, 1, NOW)).days[0]?.bars.find((b) => b.id === next);
  expect(bar?.notes.join()).toMatch(/still taken by Halm Drover,Dentist/);
});

test('the past, a closed day and night ask why, and are kept with the answer', async () => {
  await expect(put({ startAt: NOW - HOUR })).rejects.toThrow(/Mon 11 Jan 09:00 has passed/);
  await expect(put({ startAt: NOW + 5 * DAY })).rejects.toThrow(/not all within open hours/);
  await expect(put({ startAt: NOW + 6.5 * HOUR })).rejects.toThrow(/not all within open hours/);
  await keepClosure({ title: 'Harbour day', of: '', from: '2027-01-12', to: '2027-01-12' }, LEAD);
  await expect(put({ startAt: NOW + DAY })).rejects.toThrow(/not all within open hours/);
  const kept = await put({ startAt: NOW + DAY, why: 'lifeboat call' });
  const { rows } = await store.db.execute(sql`select why from booking where id = ${kept}`);
  expect(rows[0]?.why).toBe('lifeboat call');
});

test('who is away is taken, whatever the reason', async () => {
  await keepClosure({ title: 'Holiday', of: id['Bram Pell'] as string, from: '2027-01-11', to: '2027-01-15' }, LEAD);
  await expect(put({ why: 'all the same' })).rejects.toThrow(/Bram Pell has Holiday/);
  await put({ whoId: id['Tamsin Oar'] as string });
});

test.each([
  [0, 'is no length'],
  [30 * 60, 'longer than one booking'],
  [Number.NaN, 'is no length'],
  [-5, 'is no length'],
])('a length of %s minutes is refused', async (minutes, words) => {
  await expect(put({ minutes })).rejects.toThrow(words);
});

test('what is no place, nobody and nothing of the shop is refused', async () => {
  await expect(put({ placeId: id['Bram Pell'] as string })).rejects.toThrow('Pick a bay');
  await expect(put({ whoId: id['Bay 2'] as string })).rejects.toThrow('Pick somebody');
  await expect(put({ things: [id['Bay 2'] as string] })).rejects.toThrow('needs besides');
  await expect(put({ visitId: 'x' })).rejects.toThrow('This visit');
  await expect(put({ startAt: Number.NaN })).rejects.toThrow('no day and time');
});

/** A visit whose studs go in with locker, as any would be laid out. */
const converts = async () => ({ laid: { before: 60, wait: 0, after: 30 }, cures: true });
const cure = (over: Partial<BookAsk>) => book(ask({ minutes: null, ...over }), converts, BY, NOW);

test('a cure that nobody read is asked for, one that is cut short needs a name and a reason', async () => {
  await expect(cure({})).rejects.toThrow('type the hours from its bottle');
  await expect(cure({ cureHours: 3, minutes: 200 })).rejects.toThrow(/the locker takes 3 h, and this leaves 110 min/);
  await expect(cure({ cureHours: 0 })).rejects.toThrow('tightened at once');
  await expect(cure({ cureHours: 900 })).rejects.toThrow('0 to 168 hours');
  await expect(cure({ cureHours: Number.NaN })).rejects.toThrow('no time of a locker');
  const cut = await cure({ cureHours: 3, minutes: 200, cureWhy: 'heat lamp on it, leaflet p. 2' });
  const { rows } = await store.db.execute(sql`select cure_why, cure_by, wait_min from booking where id = ${cut}`);
  expect(rows[0]).toMatchObject({ cure_why: 'heat lamp on it, leaflet p. 2', cure_by: BY, wait_min: 110 });
});

test('another visit fills the cure in another bay, by the same hands; not in the same bay', async () => {
  await cure({ cureHours: 3 });
  const inWait = { visitId: visits.fit as string, startAt: NOW + 2 * HOUR, minutes: 120 };
  await expect(put(inWait)).rejects.toThrow(/Bay 1 has/);
  await put({ ...inWait, placeId: id['Bay 2'] as string });
  // Hands are wanted again when the wheel goes on.
  await expect(
    put({
      ...inWait,
      placeId: id['Van, to the cars'] as string,
      visitId: visits.torque as string,
      startAt: NOW + 4.9 * HOUR,
    }),
  ).rejects.toThrow(/Bram Pell has/);
});

test('a recheck is not booked before its work, nor before its window without a reason, and once', async () => {
  const { rows } = await store.db.execute(
    sql.raw(
      `select r.id, j.visit_id from recheck r join job j on j.id = r.job_id where r.done_at is null and j.stage = 'recheck' order by r.due_to desc limit 1`,
    ),
  );
  const link = { visitId: String(rows[0]?.visit_id), recheckId: String(rows[0]?.id), minutes: null };
  await expect(put({ ...link, startAt: NOW - 60 * DAY, why: 'w' })).rejects.toThrow('cannot come before the work');
  await store.db.execute(
    sql`update recheck set due_from = ${new Date(NOW + 3 * DAY).toISOString()}, due_to = ${new Date(NOW + 9 * DAY).toISOString()} where id = ${link.recheckId}`,
  );
  await expect(put(link)).rejects.toThrow(/it is due from Thu 14 Jan/);
  await put({ ...link, startAt: NOW + 3 * DAY + HOUR });
  await expect(put({ ...link, startAt: NOW + 4 * DAY })).rejects.toThrow('has its time already');
  const { slots } = await proposalFor(link.visitId, link.recheckId, new Date(NOW));
  expect(slots.length).toBeGreaterThan(0);
  for (const s of slots) expect(s.local >= '2027-01-14').toBe(true);
});

test('a visit over midnight, on the night when the clocks go forward, is an hour shorter on the clock', async () => {
  const start = Date.parse('2027-03-27T23:00:00Z');
  await put({ startAt: start, minutes: 180, why: 'rally' });
  const view = await calendarView('2027-03-28', 1, NOW);
  expect(view.days[0]?.bars[0]?.when).toBe('Sat 27 Mar 23:00 to Sun 28 Mar 03:00');
  expect(view.days[0]?.marks.map((m) => m.label).slice(0, 3)).toEqual(['00', '02', '03']);
  expect((await calendarView('2027-03-27', 1, NOW)).days[0]?.bars).toHaveLength(1);
  // Typed by the clock of the shop.
  const typed = {
    id: null,
    version: null,
    visitId: visits.choose as string,
    recheckId: null,
    placeId: id['Bay 2'] as string,
    whoId: '',
    things: [],
    begins: '2027-03-28T01:30',
    length: '1:00',
    cureHours: '1',
    cureWhy: '',
    why: 'x',
  };
  await expect(bookTyped(typed, BY)).rejects.toThrow('the clocks go forward');
});

test('the day shows what runs, what is late and what is needed sooner', async () => {
  const late = await put({ startAt: NOW - 3 * HOUR, minutes: 60, why: 'w', visitId: visits.torque as string });
  await needTyped(visits.stage as string, '2027-01-11 11:30', 'hill climb', BY);
  const soon = await put({ placeId: id['Bay 2'] as string, whoId: null });
  const { days, waiting } = await calendarView(null, 1, NOW);
  const bar = (b: string) => days[0]?.bars.find((x) => x.id === b);
  expect(bar(late)?.reaches).toBe(NOW);
  expect(['late', 'not begun']).toContain(bar(late)?.state);
  expect(bar(soon)?.tooLate).toBe('needed by Mon 11 Jan 11:30');
  expect(waiting.some((w) => w.visitId === visits.stage && w.recheckId === null)).toBe(false);
  await expect(callOff(soon, 1, ' ', BY)).rejects.toThrow('Why it is called off');
  await callOff(soon, 1, 'owner rang', BY);
  expect((await calendarView(null, 1, NOW)).waiting.some((w) => w.visitId === visits.stage)).toBe(true);
});

test('a feed is read back by a calendar reader, by its address only, and a new address ends the old one', async () => {
  const one = await put();
  const place = (await resources(store.db)).find((r) => r.name === 'Bay 1');
  const feed = await feedOf(place?.token ?? '', NOW);
  const events = new ICAL.Component(ICAL.parse(feed?.text ?? ''))
    .getAllSubcomponents('vevent')
    .map((c) => new ICAL.Event(c));
  expect(events.map((e) => [e.uid, e.startDate.toUnixTime() * 1000, e.endDate.toUnixTime() * 1000])).toEqual([
    [`${one}@vectis`, NOW + HOUR, NOW + 2 * HOUR],
  ]);
  await moveBooking(
    { id: one, version: 1, startAt: NOW + 400 * DAY, day: null, placeId: id['Bay 2'] as string, whoId: null, why: '' },
    BY,
    NOW,
  );
  expect((await feedOf(place?.token ?? '', NOW))?.text).not.toContain(one);
  expect(await feedOf('x', NOW)).toBeNull();
  await newAddress(place?.id ?? '', LEAD);
  expect(await feedOf(place?.token ?? '', NOW)).toBeNull();
});

const EVENT = (uid: string, more: string): string => `BEGIN:VEVENT\r\nUID:${uid}\r\n${more}\r\nEND:VEVENT\r\n`;
const FILE = (...events: string[]): string =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//y//EN\r\n${events.join('')}END:VCALENDAR\r\n`;

test('closures are read from a calendar file; broken ones are listed with their line, and twice read is there once', async () => {
  const text = FILE(
    EVENT('a', 'DTSTART;VALUE=DATE:20270201\r\nDTEND;VALUE=DATE:20270203\r\nSUMMARY:Stocktaking'),
    EVENT('b', 'DTSTART:20270301T090000Z\r\nDTEND:20270301T080000Z'),
    EVENT(
      'c',
      'DTSTART;TZID=Europe/London:20270701T090000\r\nDTEND;TZID=Europe/London:20270701T120000\r\nSUMMARY:Fair',
    ),
    EVENT('d', 'DTSTART;TZID=Nowhere/Here:20270701T090000\r\nDTEND;TZID=Nowhere/Here:20270701T120000'),
    'BEGIN:VEVENT\r\nUID:e\r\nDTSTART:20270301T090000Z\r\n',
    EVENT('f', 'DTSTART:20270105T090000Z\r\nDTEND:20270105T100000Z\r\nRRULE:FREQ=WEEKLY;COUNT=3\r\nSUMMARY:Delivery'),
    EVENT('g', 'DTSTART:never'),
  );
  const read = await importClosures(text, '', LEAD, NOW);
  expect([read.found, read.fresh]).toEqual([5, 5]);
  const lines = text.split('\r\n');
  for (const b of read.bad) expect(lines[b.line - 1]).toBe('BEGIN:VEVENT');
  expect(read.bad).toHaveLength(4);
  expect((await importClosures(text, '', LEAD, NOW)).fresh).toBe(0);
  const { rows } = await store.db.execute(sql.raw(`select title, from_at, to_at from closure order by from_at`));
  const of = (title: string) =>
    rows
      .filter((r) => r.title === title)
      .map((r) => [new Date(String(r.from_at)).toISOString(), new Date(String(r.to_at)).toISOString()]);
  expect(of('Stocktaking')).toEqual([['2027-02-01T00:00:00.000Z', '2027-02-03T00:00:00.000Z']]);
  // Summer time: nine in London is eight in UTC.
  expect(of('Fair')).toEqual([['2027-07-01T08:00:00.000Z', '2027-07-01T11:00:00.000Z']]);
  expect(of('Delivery')).toHaveLength(3);
  await expect(importClosures('hello', '', LEAD)).rejects.toThrow('no calendar file');
});

test('a file of 50,000 lines with broken ones in it is read, and what is broken is counted', async () => {
  const events = Array.from({ length: 10_000 }, (_, i) =>
    EVENT(
      `n${i}`,
      `DTSTART:2027${String((i % 12) + 1).padStart(2, '0')}${String((i % 28) + 1).padStart(2, '0')}T090000Z\r\n${i % 100 === 7 ? 'DTEND:nothing' : 'DURATION:PT1H'}`,
    ),
  );
  const text = FILE(...events);
  expect(text.split('\r\n').length).toBeGreaterThan(50_000);
  const read = await importClosures(text, id['Bay 2'] as string, LEAD, NOW);
  expect([read.found, read.bad.length]).toEqual([9900, 100]);
});

test('what is ordered stands on the list with its day, and comes off it when it came', async () => {
  await put({ startAt: NOW + DAY });
  const { lines } = await toOrder(NOW);
  const [first] = lines;
  expect(first?.short).toBeGreaterThan(0);
  const f = first?.of[0];
  const order = {
    jobId: f?.jobId ?? '',
    line: f?.line ?? '',
    what: first?.what ?? '',
    pieces: f?.short ?? 0,
    dueOn: '2027-01-14',
  };
  await expect(noteOrdered({ ...order, dueOn: 'soon' }, BY)).rejects.toThrow('Promised for');
  await expect(noteOrdered({ ...order, line: 'kit.none' }, BY)).rejects.toThrow('not on this kit');
  await noteOrdered(order, BY);
  await expect(noteOrdered(order, BY)).rejects.toThrow('on order already');
  const ready = (await proposalFor(visits.stage as string, null, new Date(NOW))).ready[0]?.ready;
  expect(ready?.lines.map((l) => l.text).join()).toContain('promised for 2027-01-14');
  expect(ready?.ready).toBe(false);
  const again = (await toOrder(NOW)).lines[0]?.of[0]?.order;
  expect(again?.dueOn).toBe('2027-01-14');
  await orderCame(again?.id ?? '', BY);
  await expect(orderCame(again?.id ?? '', BY)).rejects.toThrow('This order');
});

test('a reminder is written once, whoever asks; a visit that was moved is told anew', async () => {
  const { folder } = await theStore();
  const outbox = (): string[] => readdirSync(join(folder, 'outbox'));
  const one = await put({ startAt: NOW + DAY });
  const due = async (now = NOW) => (await dueReminders(now)).due.filter((d) => d.kind === 'visit');
  const ofs = (await due()).map((d) => d.of);
  expect(ofs).toHaveLength(1);
  const wrote = await Promise.all([writeReminders(ofs, BY, NOW), writeReminders(ofs, BY, NOW)]);
  expect(wrote.reduce((a, b) => a + b)).toBe(1);
  expect(await writeReminders(ofs, BY, NOW)).toBe(0);
  const mails = outbox().filter((f) => f.includes('-visit-'));
  expect(mails).toHaveLength(1);
  const mail = readFileSync(join(folder, 'outbox', mails[0] as string), 'utf8');
  expect(mail).toMatch(/^To: .*@saltmarsh\.example$/m);
  expect(mail).toMatch(/^Subject: Your .* is expected: Tuesday 12 January, 10:00$/m);
  expect((await remindersLines(visits.stage as string))[0]).toContain('is expected');
  await moveBooking(
    {
      id: one,
      version: 1,
      startAt: NOW + DAY + HOUR,
      day: null,
      placeId: id['Bay 1'] as string,
      whoId: null,
      why: 'w',
    },
    BY,
    NOW,
  );
  expect(await due()).toHaveLength(1);
});

test('the shop’s own words go out, and a car without an address is named', async () => {
  await put({ startAt: NOW + DAY });
  await keepTemplate('visit', 'Come {when}\nBring the key of the {car}.', LEAD);
  const { rows } = await store.db.execute(sql`select vehicle_id as id from job where visit_id = ${visits.stage}`);
  const car = String(rows[0]?.id);
  const visit = async () => (await dueReminders(NOW)).due.find((d) => d.kind === 'visit');
  expect((await visit())?.subject).toBe('Come Tuesday 12 January, 10:00');
  const was = await contactTyped(car);
  await expect(keepContactTyped(car, { ...was, email: 'nobody' }, BY)).rejects.toThrow('E-mail');
  await expect(keepContactTyped(car, { ...was, kmADay: '0' }, BY)).rejects.toThrow('Kilometres');
  await keepContactTyped(car, { ...was, email: '' }, BY);
  const { due, noAddress } = await dueReminders(NOW);
  expect(due.some((d) => d.kind === 'visit')).toBe(false);
  expect(noAddress.length).toBeGreaterThan(0);
});

test('what was begun without a booking stands on every wall until it is booked or through', async () => {
  const wall = async () => (await bayDisplay(id['Bay 1'] as string, 'metric', NOW)).unbooked;
  const before = await wall();
  expect(before).toContainEqual(expect.stringMatching(/^Halm Drover CR 02 HLM: front axle, torque$/));
  expect(before).toContainEqual(expect.stringMatching(/: (front|rear) axle, fitting$/));
  // Whatever nobody began is not there.
  expect(before.join()).not.toMatch(/Merrow|Anselm/);
  await put({ visitId: visits.torque as string, startAt: NOW + HOUR, cureHours: 1, why: 'asked for' });
  expect(await wall()).toEqual(before.filter((line) => !line.startsWith('Halm Drover')));
});

test('a recheck that is due joins a visit of the same car inside its window; called off, it wants its own time again', async () => {
  const { rows } = await store.db.execute(
    sql.raw(
      `select j.id, j.vehicle_id, j.wheel_set_id, r.id as link, r.due_from, r.due_to from recheck r join job j on j.id = r.job_id and j.revision = r.revision where j.stage = 'recheck' and r.done_at is null order by r.due_to limit 1`,
    ),
  );
  const due = rows[0] as { id: string; vehicle_id: string; wheel_set_id: string; link: string };
  const from = new Date(String(rows[0]?.due_from)).getTime();
  const to = new Date(String(rows[0]?.due_to)).getTime();
  const second = await openJob(
    {
      vehicleId: due.vehicle_id,
      wheelSetId: due.wheel_set_id,
      axle: 'front',
      wish: 'wheels',
      use: 'street',
    },
    BY,
  );
  const visitId = String(
    (await store.db.execute(sql`select visit_id from job where id = ${second}`)).rows[0]?.visit_id,
  );
  // The moment at which it is looked at: the recheck is due, and the visit is ahead.
  const inside = Math.min(to - HOUR, Math.max(from + HOUR, NOW + HOUR));
  const now = inside - HOUR;
  const waits = async () => (await calendarView(null, 1, now)).waiting.filter((w) => w.recheckId === due.link).length;
  expect(await waits()).toBe(1);

  const booked = await put({ visitId, startAt: inside, cureHours: 0, why: 'on its way through' }, now);
  expect(await waits()).toBe(0);
  const bar = (await calendarView(null, 7, inside)).days.flatMap((d) => d.bars).find((b) => b.id === booked);
  expect(bar?.notes.join()).toMatch(/Recheck on arrival: (front|rear) axle, /);
  const beside = await besideLinks(await loadJob(store.db, due.id), new Date(now));
  expect(beside.get(due.link)?.join()).toMatch(/^on arrival, /);
  expect(await freeForNext(await loadJob(store.db, due.id), now)).toEqual([]);

  // Past the window it is no help: the recheck wants a time of its own.
  await moveBooking(
    {
      id: booked,
      version: await version(booked),
      startAt: to + 26 * HOUR,
      day: null,
      placeId: id['Bay 1'] as string,
      whoId: null,
      why: 'later',
    },
    BY,
    now,
  );
  expect(await waits()).toBe(1);
  await moveBooking(
    {
      id: booked,
      version: await version(booked),
      startAt: inside,
      day: null,
      placeId: id['Bay 1'] as string,
      whoId: null,
      why: 'as before',
    },
    BY,
    now,
  );
  expect(await waits()).toBe(0);
  await callOff(booked, await version(booked), 'the owner called', BY);
  expect(await waits()).toBe(1);
});

test('a shop without a bay has one with its first booking; where there are some, one of them is picked', async () => {
  const typed = {
    id: null,
    version: null,
    visitId: visits.stage as string,
    recheckId: null,
    placeId: '',
    whoId: '',
    things: [],
    begins: '2027-01-12T10:00',
    length: '60',
    cureHours: '',
    cureWhy: '',
    why: 'asked for',
  };
  await expect(bookTyped(typed, BY)).rejects.toThrow('Pick a bay');
  await store.db.execute(sql.raw(`update resource set archived_at = now() where kind in ('bay', 'mobile')`));
  await bookTyped(typed, BY);
  const bays = (await resources(store.db)).filter((r) => r.kind === 'bay');
  expect(bays.map((b) => b.name)).toEqual(['Bay 1']);
  const { rows } = await store.db.execute(sql.raw('select place_id as place from booking where ended_at is null'));
  expect(rows.map((r) => r.place)).toEqual([bays[0]?.id]);
});
