import 'server-only';
import { type Booked, type Clash, clashes, endOf, type Laid, laidInto, stretchesFrom } from '@/core/calendar/clash';
import { freeSlots, inOpenHours, type Open, type Slot, withoutClosed } from '@/core/calendar/slots';
import { InputError } from '@/core/errors';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import {
  addBooking,
  bookingById,
  bookingsIn,
  bookingsOfVisit,
  changeBooking,
  closuresIn,
  withCars,
} from '@/store/bookings';
import type { BookingRow, ClosureRow, ResourceRow } from '@/store/calendarSchema';
import { openCaller } from '@/store/callers';
import { type Executor, theStore } from '@/store/connection';
import { ChangedMeanwhileError, NotFoundError, RefusedError } from '@/store/errors';
import { recheckById } from '@/store/rechecks';
import { resources } from '@/store/resources';
import type { JobRow } from '@/store/schema';
import { shopTimeNow } from '@/store/shopTime';
import { jobsOfVisit } from '@/store/visits';
import { reasonFrom } from '../reason';
import { dayOf, openHours, reads, spanText } from './zone';

const MIN = 60_000;
const DAY = 24 * 60 * MIN;

/** What is asked for: a new booking, or another time, place or length for one that stands. */
export interface BookAsk {
  readonly id: string | null;
  /** Version the screen shows, where it stands already. */
  readonly version: number | null;
  readonly visitId: string;
  readonly recheckId: string | null;
  readonly placeId: string;
  readonly whoId: string | null;
  readonly things: readonly string[];
  /** ms since the epoch. */
  readonly startAt: number;
  /** Length in all, minutes; null takes the usual one. */
  readonly minutes: number | null;
  /** Hours of cure as they were read; null where nothing cures, or nobody read them. */
  readonly cureHours: number | null;
  /** Why the cure is cut short. */
  readonly cureWhy: string;
  /** Why it lies in the past, outside open hours, or before its time. */
  readonly why: string;
}

/** How a visit is laid out, from its estimate. */
export interface Usual {
  readonly laid: Laid;
  readonly cures: boolean;
}

const SHORTEST = 5;
const LONGEST_WORK = 16 * 60;
const LONGEST_CURE = 7 * 24;

/** A booking as it stands on the calendar, for what it takes up. */
export const asBooked = (b: BookingRow, title: string, car: string | null): Booked => ({
  id: b.id,
  title,
  car,
  place: b.placeId,
  who: b.whoId,
  things: b.things,
  stretches: stretchesFrom(b.startAt.getTime(), { before: b.beforeMin, wait: b.waitMin, after: b.afterMin }),
});

/** A time when one place, person or thing is not there: it is taken, whichever of them it is. */
const asTaken = (c: ClosureRow, of: string): Booked => ({
  id: c.id,
  title: c.title,
  car: null,
  place: of,
  who: of,
  things: [of],
  stretches: [{ what: 'work', from: c.from.getTime(), to: c.to.getTime() }],
});

/** Everything that is booked around a time, with what it is for, and what is away. */
async function bookedAround(db: Executor, from: number, to: number): Promise<Booked[]> {
  const rows = await bookingsIn(db, new Date(from), new Date(to));
  const away = await closuresIn(db, new Date(from), new Date(to));
  return [
    ...(await withCars(db, rows)).map((l) => asBooked(l.booking, `${l.name} ${l.plate}`, l.jobs[0]?.vehicleId ?? null)),
    ...away.flatMap((c) => (c.resourceId === null ? [] : [asTaken(c, c.resourceId)])),
  ];
}

/** Open hours around a time, the shop’s own closures taken out. */
async function openAround(db: Executor, from: number, to: number): Promise<Open[]> {
  const { zone, hours } = await shopTimeNow(db);
  const days = Math.ceil((to - from) / DAY) + 2;
  const closed = (await closuresIn(db, new Date(from - DAY), new Date(to + DAY))).filter((c) => c.resourceId === null);
  const open = openHours(zone, hours, dayOf(zone, from - DAY), days + 1);
  return withoutClosed(
    open,
    closed.map((c) => ({ from: c.from.getTime(), to: c.to.getTime() })),
  );
}

const nameOf = (all: readonly ResourceRow[], id: string): string => all.find((r) => r.id === id)?.name ?? 'It';

function clashText(zone: string, all: readonly ResourceRow[], c: Clash): string {
  const { stretches } = c.with;
  const span = spanText(zone, stretches[0]?.from ?? c.from, endOf({ stretches }));
  if (c.of === 'car') return `The car is booked from ${span} already, and is in one place at a time.`;
  return `${nameOf(all, c.id)} has ${c.with.title} from ${span}.`;
}

/** Minutes of a booking as they were typed. @throws InputError */
function lengthFrom(minutes: number, wait: number): number {
  const most = LONGEST_WORK + wait;
  if (Number.isFinite(minutes) && minutes >= SHORTEST && minutes <= most) return minutes;
  const h = (m: number): string => `${Math.round(m / 6) / 10} h`;
  throw new InputError(
    'Length',
    Number.isFinite(minutes) ? h(minutes) : 'what was typed',
    minutes > most ? 'is longer than one booking can be.' : 'is no length of a visit.',
    `Book ${SHORTEST} minutes to ${h(most)}; book what takes longer twice.`,
  );
}

/** How an ask is laid out: its length, and the cure in it. @throws InputError, RefusedError */
function layOut(ask: BookAsk, usual: Usual): Laid {
  if (usual.cures && ask.cureHours === null)
    throw new InputError(
      'Cure',
      '',
      'is not known.',
      'Studs go in with locker and hold the wheel back: type the hours from its bottle, or 0 and why.',
    );
  const hours = ask.cureHours ?? 0;
  if (!(hours >= 0 && hours <= LONGEST_CURE))
    throw new InputError('Cure', String(hours), 'is no time of a locker.', `Enter 0 to ${LONGEST_CURE} hours.`);
  const laid = { ...usual.laid, wait: usual.cures ? hours * 60 : 0 };
  return ask.minutes === null ? laid : laidInto(laid, lengthFrom(ask.minutes, laid.wait));
}

/** The cure is not cut short unless somebody named says why. @throws InputError */
function cureHolds(ask: BookAsk, usual: Usual, laid: Laid): void {
  if (!usual.cures || ask.cureWhy.trim() !== '') return;
  const hours = ask.cureHours ?? 0;
  if (hours > 0 && laid.wait >= hours * 60 - 0.01) return;
  const left = Math.round(laid.wait);
  throw new InputError(
    'Why the cure is cut short',
    '',
    hours > 0
      ? `is empty: the locker takes ${hours} h, and this leaves ${left} min before the wheel is tightened.`
      : 'is empty: without a cure the wheel is tightened at once.',
    'Make it longer, or say why; your name stands with it.',
  );
}

interface Looked {
  readonly zone: string;
  readonly asked: Booked;
  readonly now: number;
}

/** What can be answered with a reason: the past, outside open hours, a recheck before its window. @throws InputError */
function asksWhy(ask: BookAsk, { zone, asked, now }: Looked, open: readonly Open[], due: number | null): void {
  if (ask.why.trim() !== '') return;
  const say = (problem: string): never => {
    throw new InputError('Reason', '', problem, 'Say why, or take another time.');
  };
  if (ask.startAt < now - 5 * MIN) say(`is empty: ${reads(zone, ask.startAt, 'EEE d MMM HH:mm')} has passed.`);
  if (due !== null && ask.startAt < due) say(`is empty: it is due from ${reads(zone, due, 'EEE d MMM HH:mm')}.`);
  if (!inOpenHours(asked, open))
    say(`is empty: ${spanText(zone, ask.startAt, endOf(asked))} is not all within open hours.`);
}

function resourcesFit(ask: BookAsk, all: readonly ResourceRow[]): void {
  const kind = (id: string): string | undefined => all.find((r) => r.id === id)?.kind;
  if (!['bay', 'mobile'].includes(kind(ask.placeId) ?? ''))
    throw new RefusedError('Pick a bay, or who goes out to the car.');
  if (ask.whoId !== null && kind(ask.whoId) !== 'person') throw new RefusedError('Pick somebody who does the work.');
  for (const t of ask.things)
    if (!['helper', 'light', 'heat'].includes(kind(t) ?? '')) throw new NotFoundError('What the visit needs besides');
}

/** Keeps a recheck behind the work it is about. @returns when its window opens @throws RefusedError */
async function recheckAfterWork(tx: Executor, ask: BookAsk): Promise<number | null> {
  if (ask.recheckId === null) return null;
  const link = await recheckById(tx, ask.recheckId);
  if (!link || link.doneAt !== null) throw new RefusedError('That recheck is done already, or is not there any more.');
  if (link.visitId !== ask.visitId) throw new RefusedError('That recheck is of another visit.');
  const own = await bookingsOfVisit(tx, ask.visitId);
  if (own.some((b) => b.recheckId === ask.recheckId && b.id !== ask.id))
    throw new RefusedError(`“${RECHECK_LABEL[link.kind]}” has its time already: move that one.`);
  // The other axle of the visit may be fitted on another day: what counts is the sign-off that this one looks at.
  if (link.signedAt === null || ask.startAt < link.signedAt.getTime())
    throw new RefusedError(`“${RECHECK_LABEL[link.kind]}” cannot come before the work it looks at is done.`);
  return link.dueFrom.getTime();
}

/**
 * The jobs of a visit that are still to be done; none of somebody who called and whose car is not here. @throws
 * NotFoundError, RefusedError
 */
async function openJobs(tx: Executor, ask: BookAsk): Promise<JobRow[]> {
  const jobs = await jobsOfVisit(tx, ask.visitId);
  if (jobs.length === 0) {
    if (ask.recheckId !== null || (await openCaller(tx, ask.visitId)) === null) throw new NotFoundError('This visit');
    return jobs;
  }
  if (ask.recheckId === null && jobs.every((j) => j.signedAt !== null))
    throw new RefusedError('This visit is signed off already: nothing of it is to be booked but its rechecks.');
  return jobs;
}

export type UsualOf = (tx: Executor, jobs: readonly JobRow[], ask: BookAsk) => Promise<Usual>;

/**
 * Books a visit or a recheck, or gives it another time, place, person or length. What is taken twice is refused with
 * what is in the way and where it would go; a cure is never cut short without a reason, and nobody books into the past
 * or outside open hours without one.
 * @returns its id @throws InputError, RefusedError, ChangedMeanwhileError, NotFoundError
 */
export async function book(ask: BookAsk, usualOf: UsualOf, by: string, now = Date.now()): Promise<string> {
  const { db } = await theStore();
  return db.transaction(async (tx) => {
    const jobs = await openJobs(tx, ask);
    const all = await resources(tx);
    resourcesFit(ask, all);
    if (!Number.isFinite(ask.startAt)) throw new InputError('Begins', '', 'is no day and time.', 'Type both.');
    const was = ask.id === null ? null : await bookingById(tx, ask.id);
    if (was && was.version !== ask.version) throw new ChangedMeanwhileError('This booking');
    if (was?.visitId !== undefined && was.visitId !== ask.visitId) throw new NotFoundError('This booking');
    const usual = await usualOf(tx, jobs, ask);
    const laid = layOut(ask, usual);
    const stretches = stretchesFrom(ask.startAt, laid);
    const asked: Booked = {
      id: ask.id ?? '',
      title: '',
      car: jobs[0]?.vehicleId ?? null,
      place: ask.placeId,
      who: ask.whoId,
      things: ask.things,
      stretches,
    };
    const [from, to] = [ask.startAt, endOf(asked)];
    const { zone } = await shopTimeNow(tx);
    const due = await recheckAfterWork(tx, ask);
    const booked = await bookedAround(tx, from - 8 * DAY, to + 8 * DAY);
    const [first] = clashes(asked, booked);
    const open = await openAround(tx, from, to + 7 * DAY);
    if (first) {
      const free = freeFor(asked, laid, { booked, open, all });
      throw new RefusedError(`${clashText(zone, all, first)} ${freeText(zone, all, free)}`.trim());
    }
    asksWhy(ask, { zone, asked, now }, open, due);
    cureHolds(ask, usual, laid);
    const cut = ask.cureWhy.trim();
    const row = {
      kind: ask.recheckId === null ? ('visit' as const) : ('recheck' as const),
      visitId: ask.visitId,
      recheckId: ask.recheckId,
      placeId: ask.placeId,
      whoId: ask.whoId,
      things: ask.things,
      startAt: new Date(from),
      endAt: new Date(to),
      beforeMin: laid.before,
      waitMin: laid.wait,
      afterMin: laid.after,
      estimatedMin: usual.laid.before + usual.laid.after,
      cureHours: usual.cures ? ask.cureHours : null,
      cureWhy: usual.cures && cut !== '' ? cut.slice(0, 300) : null,
      cureBy: usual.cures && cut !== '' ? by : null,
      why: ask.why.trim() === '' ? null : ask.why.trim().slice(0, 300),
    };
    const at = new Date(now);
    if (!was) return addBooking(tx, row, by, at);
    await changeBooking(tx, was.id, was.version, row, by, at);
    return was.id;
  });
}

/** Where it would go instead: the same place later, or another one. */
function freeFor(
  asked: Booked,
  laid: Laid,
  { booked, open, all }: { booked: readonly Booked[]; open: readonly Open[]; all: readonly ResourceRow[] },
): Slot[] {
  const same = all.find((r) => r.id === asked.place)?.kind;
  const places = [asked.place, ...all.filter((r) => r.kind === same && r.id !== asked.place).map((r) => r.id)];
  const from = asked.stretches[0]?.from ?? 0;
  const others = booked.filter((b) => b.id !== asked.id);
  return freeSlots(
    { places, people: [asked.who], things: asked.things, car: asked.car, laid, from, to: from + 6 * DAY },
    others,
    open,
    2,
  );
}

const freeText = (zone: string, all: readonly ResourceRow[], free: readonly Slot[]): string =>
  free.length === 0
    ? ''
    : `Free: ${free.map((s) => `${nameOf(all, s.place)}, ${reads(zone, s.from, 'EEE d MMM HH:mm')}`).join('; ')}.`;

/** Free slots for a visit of this length from a moment on, in any bay, with anybody who works here or nobody named. */
export async function slotsFor(
  db: Executor,
  laid: Laid,
  range: { readonly from: number; readonly to: number; readonly car: string | null },
  most: number,
): Promise<(Slot & { readonly text: string })[]> {
  const all = await resources(db);
  const { zone } = await shopTimeNow(db);
  const of = (kind: string): string[] => all.filter((r) => r.kind === kind).map((r) => r.id);
  const booked = await bookedAround(db, range.from - 8 * DAY, range.to + 8 * DAY);
  const open = await openAround(db, range.from, range.to + DAY);
  const people = of('person');
  const wanted = { places: of('bay'), people: people.length > 0 ? people : [null], things: [], laid, ...range };
  return freeSlots(wanted, booked, open, most).map((s) => ({
    ...s,
    text: `${reads(zone, s.from, 'EEE d MMM HH:mm')}, ${nameOf(all, s.place)}${s.who ? `, ${nameOf(all, s.who)}` : ''}`,
  }));
}

/** Calls a booking off. @throws InputError, ChangedMeanwhileError */
export async function callOff(id: string, version: number, why: string, by: string): Promise<void> {
  const reason = reasonFrom('Why it is called off', why);
  const { db } = await theStore();
  const at = new Date();
  await db.transaction((tx) => changeBooking(tx, id, version, { endedAt: at, endedWhy: reason }, by, at));
}
