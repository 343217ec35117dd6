import 'server-only';
import { isDay } from '@/core/calendar/isDay';
import { InputError } from '@/core/errors';
import { readClosures } from '@/files/closuresIcs';
import { addClosures, bookingsIn, closuresIn, withdrawClosure } from '@/store/bookings';
import { type DayHours, RESOURCE_KINDS, type ResourceKind } from '@/store/calendarSchema';
import { theStore } from '@/store/connection';
import { NotFoundError, RefusedError } from '@/store/errors';
import { addResource, changeResource, resources } from '@/store/resources';
import { setShopTime, shopTimeNow } from '@/store/shopTime';
import { leadOnly } from '../roles';
import type { Actor } from '../session';
import { dayAfter, dayStart, isZone, keepTimeBy, momentFrom, momentsReading, reads } from './zone';

const YEAR = 366 * 24 * 3600_000;

/** Places, people and things, each with the end of its calendar's address. */
export const shopResources = async () =>
  (await resources((await theStore()).db)).map(({ id, kind, name, token, personId }) => ({
    id,
    kind,
    name,
    token,
    person: personId !== null,
  }));

/** How the shop keeps its time, as it is typed. */
export async function shopHours(): Promise<{ zone: string; hours: readonly string[]; corrects: boolean }> {
  const t = await shopTimeNow((await theStore()).db);
  return { zone: t.zone, hours: t.hours.map(hoursText), corrects: t.corrects };
}

const two = (n: number): string => String(n).padStart(2, '0');
const clock = (minutes: number): string => `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;
const hoursText = (day: readonly DayHours[]): string => day.map((h) => `${clock(h.from)}-${clock(h.to)}`).join(', ');

const SPAN = /^(\d{1,2}):?([0-5]\d)?\s*[-–]\s*(\d{1,2}):?([0-5]\d)?$/;

/**
 * Open hours of a day as typed: `08:00-12:30, 13-17`; empty is closed. One that ends before it begins goes through
 * midnight. @throws InputError
 */
export function hoursFrom(field: string, typed: string): DayHours[] {
  const parts = typed
    .split(',')
    .map((p) => p.trim())
    .filter((p) => p !== '');
  const all = parts.map((p) => {
    const [, h1, m1, h2, m2] = SPAN.exec(p) ?? [];
    const from = Number(h1) * 60 + Number(m1 ?? 0);
    const ends = Number(h2) * 60 + Number(m2 ?? 0);
    if (h1 === undefined || from >= 1440 || ends > 1440 || ends === from)
      throw new InputError(field, p.slice(0, 20), 'are no open hours.', 'Such as 08:00-12:30, 13-17; empty is closed.');
    return { from, to: ends > from ? ends : ends + 1440 };
  });
  const sorted = [...all].sort((a, b) => a.from - b.from);
  for (const [i, h] of sorted.entries())
    if (i > 0 && h.from < (sorted[i - 1] as DayHours).to)
      throw new InputError(field, typed.slice(0, 40), 'overlap.', 'Each hour once.');
  return sorted;
}

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];

/** Keeps zone and open hours as typed. @throws InputError */
export async function keepShopHours(
  zone: string,
  hours: readonly string[],
  { name: by, personId }: Actor,
): Promise<void> {
  await leadOnly('hours', personId);
  const name = zone.trim();
  if (!isZone(name))
    throw new InputError('Time zone', name.slice(0, 40), 'is not known here.', 'Such as Europe/London or UTC.');
  if (hours.length !== 7) throw new RefusedError('A week has seven days.');
  const read = hours.map((h, i) => hoursFrom(`${DAYS[i]}`, h));
  const { db } = await theStore();
  await db.transaction((tx) => setShopTime(tx, { zone: name, hours: read }, by, new Date()));
  keepTimeBy(name);
}

/** Whether predictions are shown with the shop's own correction beside them. */
export async function keepCorrects(corrects: boolean, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('hours', personId);
  const { db } = await theStore();
  await db.transaction((tx) => setShopTime(tx, { corrects }, by, new Date()));
}

function nameFrom(typed: string): string {
  const name = typed.trim().replace(/\s+/g, ' ');
  if (name === '' || name.length > 40)
    throw new InputError(
      'Name',
      name.slice(0, 20),
      name === '' ? 'is empty.' : 'is too long.',
      'Enter 1 to 40 letters.',
    );
  return name;
}

/** Puts a place, somebody or something on the calendar. @throws InputError, RefusedError */
export async function keepResource(kind: string, typed: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('hours', personId);
  const known = RESOURCE_KINDS.find((k) => k === kind);
  if (!known) throw new NotFoundError('What it is');
  const name = nameFrom(typed);
  const { db } = await theStore();
  await db.transaction((tx) => addResource(tx, { kind: known as ResourceKind, name }, by, new Date()));
}

/** Takes one off the calendar, once nothing is booked for it any more. @throws NotFoundError, RefusedError */
export async function dropResource(id: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('hours', personId);
  const { db } = await theStore();
  const at = new Date();
  await db.transaction(async (tx) => {
    const ahead = (await bookingsIn(tx, at, new Date(at.getTime() + 5 * YEAR))).filter(
      (b) => b.placeId === id || b.whoId === id || b.things.includes(id),
    );
    if (ahead.length > 0)
      throw new RefusedError(
        `${ahead.length} ${ahead.length === 1 ? 'booking is' : 'bookings are'} ahead there: move ${ahead.length === 1 ? 'it' : 'them'} first, or call ${ahead.length === 1 ? 'it' : 'them'} off.`,
      );
    await changeResource(tx, id, { archivedAt: at }, by, at);
  });
}

/** Ends the address of a calendar and gives it another. @throws NotFoundError */
export async function newAddress(id: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('addresses', personId);
  const { db } = await theStore();
  await db.transaction((tx) => changeResource(tx, id, { newAddress: true }, by, new Date()));
}

/** Closures from today on, as they read. */
export async function closuresAhead(now = Date.now()) {
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  const names = new Map((await resources(db)).map((r) => [r.id, r.name]));
  const rows = await closuresIn(db, new Date(now), new Date(now + 2 * YEAR));
  return {
    count: rows.length,
    lines: rows.slice(0, 60).map((c) => ({
      id: c.id,
      title: c.title,
      of: c.resourceId === null ? 'The shop' : (names.get(c.resourceId) ?? 'Somebody who left'),
      when: `${reads(zone, c.from.getTime(), 'EEE d MMM yyyy HH:mm')} to ${reads(zone, c.to.getTime(), 'EEE d MMM HH:mm')}`,
    })),
  };
}

/** Keeps a closure as typed; days alone are whole days, the last one with it. @throws InputError, NotFoundError */
export async function keepClosure(
  typed: { readonly title: string; readonly of: string; readonly from: string; readonly to: string },
  { name: by, personId }: Actor,
): Promise<void> {
  await leadOnly('hours', personId);
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  const moment = (field: string, text: string, end: boolean): number => {
    if (!isDay(text.trim())) return momentFrom(field, zone, text);
    return dayStart(zone, end ? dayAfter(text.trim(), 1) : text.trim());
  };
  const from = moment('From', typed.from, false);
  const to = moment('To', typed.to, true);
  if (!(to > from)) throw new InputError('To', typed.to, 'is before it begins.', 'A later day, or the same one.');
  if (to - from > YEAR)
    throw new InputError('To', typed.to, 'is more than a year on.', 'Take it off the calendar instead.');
  const title = typed.title.trim() || 'Closed';
  const known = typed.of === '' || (await resources(db)).some((r) => r.id === typed.of);
  if (!known) throw new NotFoundError('Who or what is away');
  const row = { resourceId: typed.of === '' ? null : typed.of, title: title.slice(0, 120), uid: null };
  await db.transaction((tx) => addClosures(tx, [{ ...row, from: new Date(from), to: new Date(to) }], by, new Date()));
}

/** Takes a closure back. @throws NotFoundError */
export async function dropClosure(id: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('hours', personId);
  const { db } = await theStore();
  await db.transaction((tx) => withdrawClosure(tx, id, by, new Date()));
}

export interface ClosuresRead {
  readonly found: number;
  readonly fresh: number;
  readonly bad: readonly { readonly line: number; readonly why: string }[];
}

const MOST_BYTES = 8 * 1024 * 1024;

/**
 * Reads closures out of a calendar file; lines that cannot be read are listed, the others are kept. @throws InputError
 */
export async function importClosures(
  text: string,
  of: string,
  { name: by, personId }: Actor,
  now = Date.now(),
): Promise<ClosuresRead> {
  await leadOnly('hours', personId);
  if (text.length > MOST_BYTES)
    throw new InputError(
      'File',
      `${Math.round(text.length / 1024 / 1024)} MB`,
      'is larger than 8 MB.',
      'Cut it in two.',
    );
  if (!/BEGIN:VCALENDAR/i.test(text.slice(0, 2000)))
    throw new InputError('File', '', 'is no calendar file.', 'Use one that begins with BEGIN:VCALENDAR.');
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  const known = of === '' || (await resources(db)).some((r) => r.id === of);
  if (!known) throw new NotFoundError('Who or what is away');
  const read = await readClosures(text, now + 2 * YEAR, (tz, local) => {
    const name = tz === '' ? zone : tz;
    return isZone(name) ? (momentsReading(name, local)[0] ?? null) : null;
  });
  const at = (x: number | { day: string }): number => (typeof x === 'number' ? x : dayStart(zone, x.day));
  const own = of === '' ? 'shop' : of;
  const rows = read.closures.map((c) => ({
    resourceId: of === '' ? null : of,
    title: c.title,
    from: new Date(at(c.from)),
    to: new Date(at(c.to)),
    uid: `${own}/${c.uid}`.slice(0, 300),
  }));
  // One that is in the file twice counts as it stands last.
  const once = [...new Map(rows.map((r) => [r.uid, r])).values()];
  const fresh = await db.transaction((tx) => addClosures(tx, once, by, new Date(now)));
  return { found: once.length, fresh, bad: read.bad };
}
