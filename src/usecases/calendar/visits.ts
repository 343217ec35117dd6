import 'server-only';
import { lengthText, readLength } from '@/core/calendar/length';
import { AXLE_LABEL } from '@/core/document/labels';
import { InputError } from '@/core/errors';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import { bookingById, needVisit, visitNeeds } from '@/store/bookings';
import { openCaller } from '@/store/callers';
import { type Executor, theStore } from '@/store/connection';
import { NotFoundError, RefusedError } from '@/store/errors';
import { type JobWhole, loadJob } from '@/store/jobs';
import { recheckById } from '@/store/rechecks';
import { addResource, resources } from '@/store/resources';
import type { JobRow } from '@/store/schema';
import { shopTimeNow } from '@/store/shopTime';
import { carWithPlate } from '@/store/vehicles';
import { jobsOfVisit } from '@/store/visits';
import { type BookAsk, book, slotsFor, type Usual } from './bookings';
import { calledFor } from './callers';
import type { Row } from './day';
import { estimateVisit, guessFor, recheckLaid, type VisitEstimate } from './estimates';
import { orderedFor, type Ready, readyOf, shelfNow } from './ready';
import { remindersLines } from './reminders';
import { momentFrom, reads } from './zone';

/** What a booking’s form shows: how long it takes and of what that is made, whether it is ready, where it would go. */
export interface Proposal {
  readonly title: string;
  readonly about: string;
  readonly estimate: VisitEstimate | null;
  readonly usual: string;
  readonly cures: boolean;
  readonly cure: { readonly hours: number; readonly source: string } | null;
  readonly ready: readonly { readonly axle: string; readonly ready: Ready }[];
  readonly slots: readonly {
    readonly text: string;
    readonly local: string;
    readonly placeId: string;
    readonly whoId: string | null;
  }[];
  readonly rows: readonly Row[];
  readonly neededBy: string;
  readonly neededWhy: string;
  /** Who called, while their car is not here, and the car of that plate where the shop knows it. */
  readonly caller: {
    readonly phone: string;
    readonly plate: string;
    readonly car: { readonly id: string; readonly name: string } | null;
  } | null;
  /** What was written to the owner, and when. */
  readonly reminders: readonly string[];
}

const LOCAL = "yyyy-MM-dd'T'HH:mm";

/** How a visit or a recheck is usually laid out. */
export async function usualOf(
  tx: Executor,
  jobs: readonly JobRow[],
  ask: Pick<BookAsk, 'recheckId' | 'visitId'>,
): Promise<Usual> {
  if (ask.recheckId !== null) {
    const link = await recheckById(tx, ask.recheckId);
    return { laid: recheckLaid(link ? await loadJob(tx, link.jobId) : null), cures: false };
  }
  const called = jobs.length === 0 ? await openCaller(tx, ask.visitId) : null;
  if (called) return guessFor(tx, called.work);
  return estimateVisit(tx, await Promise.all(jobs.map((j) => loadJob(tx, j.id))));
}

/** What is known of a visit, or a recheck, before it gets its time. @throws NotFoundError */
export async function proposalFor(visitId: string, recheckId: string | null, now = new Date()): Promise<Proposal> {
  const { db } = await theStore();
  const jobs = await jobsOfVisit(db, visitId);
  const called = jobs.length === 0 ? await openCaller(db, visitId) : null;
  if (jobs.length === 0 && (called === null || recheckId !== null)) throw new NotFoundError('This visit');
  const wholes = await Promise.all(jobs.map((j) => loadJob(db, j.id)));
  const car = wholes[0]?.vehicle;
  const { zone } = await shopTimeNow(db);
  const link = recheckId === null ? null : await recheckById(db, recheckId);
  if (recheckId !== null && link?.visitId !== visitId) throw new NotFoundError('This recheck');
  const estimate = called
    ? await guessFor(db, called.work)
    : recheckId === null
      ? await estimateVisit(db, wholes)
      : null;
  const usual: Usual = estimate ?? {
    laid: recheckLaid(wholes.find((w) => w.job.id === link?.jobId) ?? null),
    cures: false,
  };
  const range =
    link === null
      ? { from: now.getTime(), to: now.getTime() + 10 * 24 * 3600_000 }
      : {
          from: Math.max(now.getTime(), link.dueFrom.getTime()),
          to: Math.max(now.getTime() + 3 * 24 * 3600_000, link.dueTo.getTime()),
        };
  const [need] = await visitNeeds(db, [visitId]);
  const { before, wait, after } = usual.laid;
  return {
    title: called ? called.name : `${car?.name ?? ''} ${car?.plate ?? ''}`.trim(),
    about: called
      ? calledFor(called)
      : link
        ? RECHECK_LABEL[link.kind]
        : jobs.map((j) => AXLE_LABEL[j.axle]).join(' and '),
    caller: called && {
      phone: called.phone,
      plate: called.plate,
      car: called.plate === '' ? null : await carWithPlate(db, called.plate),
    },
    estimate,
    usual: lengthText(before + wait + after),
    cures: usual.cures,
    cure: estimate?.cure ?? null,
    ready: recheckId === null ? await readyAxles(wholes, now) : [],
    slots: (await slotsFor(db, usual.laid, { ...range, car: car?.id ?? null }, 4)).map((s) => ({
      text: s.text,
      local: reads(zone, s.from, LOCAL),
      placeId: s.place,
      whoId: s.who,
    })),
    rows: (await resources(db)).map(({ id, kind, name }) => ({ id, kind, name })),
    neededBy: need?.neededBy ? reads(zone, need.neededBy.getTime(), LOCAL) : '',
    neededWhy: need?.why ?? '',
    reminders: await remindersLines(visitId),
  };
}

/** Whether each axle that is still to be done can be. */
async function readyAxles(wholes: readonly JobWhole[], now: Date): Promise<Proposal['ready']> {
  const { db } = await theStore();
  const shelf = await shelfNow(db);
  const orders = await orderedFor(
    db,
    wholes.map((w) => w.job.id),
  );
  return wholes
    .filter((w) => w.job.signedAt === null)
    .map((w) => ({ axle: AXLE_LABEL[w.job.axle], ready: readyOf(w, shelf, orders, now) }));
}

/** A booking as typed. */
export interface BookTyped {
  readonly id: string | null;
  readonly version: number | null;
  readonly visitId: string;
  readonly recheckId: string | null;
  readonly placeId: string;
  readonly whoId: string;
  readonly things: readonly string[];
  readonly begins: string;
  readonly length: string;
  readonly cureHours: string;
  readonly cureWhy: string;
  readonly why: string;
}

function hoursFrom(typed: string): number | null {
  const text = typed.trim().replace(',', '.');
  if (text === '') return null;
  const hours = Number(text);
  if (!Number.isFinite(hours))
    throw new InputError('Cure', typed.slice(0, 20), 'is not a number.', 'Hours, such as 3 or 0.5.');
  return hours;
}

/** Books as typed. @returns the booking’s id @throws InputError, RefusedError, ChangedMeanwhileError */
export async function bookTyped(t: BookTyped, by: string): Promise<string> {
  const { zone } = await shopTimeNow((await theStore()).db);
  return book(
    {
      id: t.id,
      version: t.version,
      visitId: t.visitId,
      recheckId: t.recheckId,
      placeId: t.placeId === '' ? await firstBay(by) : t.placeId,
      whoId: t.whoId === '' ? null : t.whoId,
      things: [...new Set(t.things)],
      startAt: momentFrom('Begins', zone, t.begins),
      minutes: readLength('Length', t.length),
      cureHours: hoursFrom(t.cureHours),
      cureWhy: t.cureWhy,
      why: t.why,
    },
    usualOf,
    by,
  );
}

/** The bay of a shop that has named none: the first booking makes it. */
async function firstBay(by: string): Promise<string> {
  const { db } = await theStore();
  const places = (await resources(db)).filter((r) => r.kind === 'bay' || r.kind === 'mobile');
  if (places.length > 0) return '';
  return db.transaction((tx) => addResource(tx, { kind: 'bay', name: 'Bay 1' }, by, new Date()));
}

/** A booking that was dragged: another time, place or person, everything else as it was. */
export interface MoveAsk {
  readonly id: string;
  readonly version: number;
  /** ms; null where only the day changes, and the clock reads the same. */
  readonly startAt: number | null;
  /** `yyyy-MM-dd` in the shop’s zone, where only the day changes. */
  readonly day: string | null;
  readonly placeId: string;
  readonly whoId: string | null;
  readonly why: string;
}

/**
 * Moves a booking; its length and its wait stay. @throws InputError, RefusedError, ChangedMeanwhileError, NotFoundError
 */
export async function moveBooking(m: MoveAsk, by: string, now = Date.now()): Promise<void> {
  const { db } = await theStore();
  const was = await bookingById(db, m.id);
  const kept: Usual = {
    laid: { before: was.beforeMin, wait: was.waitMin, after: was.afterMin },
    cures: was.cureHours !== null,
  };
  await book(
    {
      id: m.id,
      version: m.version,
      visitId: was.visitId,
      recheckId: was.recheckId,
      placeId: m.placeId,
      whoId: m.whoId,
      things: was.things,
      startAt: m.startAt ?? (await sameClock(db, was.startAt, m.day)),
      minutes: kept.laid.before + kept.laid.wait + kept.laid.after,
      cureHours: was.cureHours,
      cureWhy: was.cureWhy ?? '',
      // A reason was given for one time; another one asks again.
      why: m.why,
    },
    async () => kept,
    by,
    now,
  );
}

/** The moment of another day at which the shop’s clock reads as it did. @throws InputError where the clocks skip it */
async function sameClock(db: Executor, was: Date, day: string | null): Promise<number> {
  const { zone } = await shopTimeNow(db);
  return momentFrom(
    'Begins',
    zone,
    `${day ?? reads(zone, was.getTime(), 'yyyy-MM-dd')}T${reads(zone, was.getTime(), 'HH:mm')}`,
  );
}

/** By when a visit is needed, as typed; empty takes it back. @throws InputError, NotFoundError */
export async function needTyped(visitId: string, typed: string, why: string, by: string): Promise<void> {
  const { db } = await theStore();
  if ((await jobsOfVisit(db, visitId)).length === 0 && (await openCaller(db, visitId)) === null)
    throw new NotFoundError('This visit');
  const { zone } = await shopTimeNow(db);
  const neededBy = typed.trim() === '' ? null : new Date(momentFrom('Needed by', zone, typed));
  if (why.length > 200) throw new RefusedError('What it is needed for is longer than 200 letters.');
  await db.transaction((tx) => needVisit(tx, visitId, { neededBy, why: why.trim() }, by, new Date()));
}
