import 'server-only';
import { isDay } from '@/core/calendar/isDay';
import { InputError } from '@/core/errors';
import { inWindow, RECHECK_LABEL } from '@/core/procedure/rechecks';
import { swapMatrix } from '@/core/whatif/swap';
import { bookingsOfVisit, visitsAhead } from '@/store/bookings';
import { theStore } from '@/store/connection';
import { addAttempt, attemptsOf } from '@/store/contacts';
import { NotFoundError, RefusedError } from '@/store/errors';
import { recordEvent } from '@/store/events';
import { type JobWhole, loadJob } from '@/store/jobs';
import { addLink, endRecheck } from '@/store/rechecks';
import { shopTimeNow } from '@/store/shopTime';
import { advance } from '../job/advance';
import { reasonFrom } from '../reason';
import { swapsOfVehicle } from '../vehicle/swaps';
import { slotsFor } from './bookings';
import { recheckLaid } from './estimates';
import { dayAfter, dayStart, momentFrom, reads } from './zone';

const HOUR = 3600_000;
const nothing = { value: undefined };

/** A track session is rechecked before it begins, with the hub cool: from the day before on. */
const BEFORE_SESSION = 24 * HOUR;
/** A season change is due from two weeks before its day to two weeks after. */
const SEASON_DAYS = 14;

/** Adds a track session to a job's chain: its recheck is due before it begins. @throws InputError, RefusedError */
export async function addSession(jobId: string, typed: { from: string; to: string }, by: string): Promise<void> {
  const { zone } = await shopTimeNow((await theStore()).db);
  const from = momentFrom('Session begins', zone, typed.from);
  const to = momentFrom('Session ends', zone, typed.to);
  if (!(to > from)) throw new InputError('Session ends', typed.to, 'is before it begins.', 'Enter a later time.');
  await advance({ jobId, event: 'recheck', by }, async (tx, whole, at) => {
    if (from < at.getTime())
      throw new InputError('Session begins', typed.from, 'has passed.', 'Enter a session still to come.');
    const note = `session ${reads(zone, from, 'EEE d MMM HH:mm')} to ${reads(zone, to, 'EEE d MMM HH:mm')}`;
    const due = { kind: 'session' as const, dueFrom: new Date(from - BEFORE_SESSION), dueTo: new Date(from), note };
    await addLink(tx, whole.job, whole.rechecks, due);
    await recordEvent(tx, { jobId, kind: 'recheck.added', detail: { ...due }, by, at });
    return { ...nothing, set: { recheckDueAt: earliest(whole, due.dueTo) } };
  });
}

const earliest = (whole: JobWhole, more: Date): Date =>
  new Date(Math.min(more.getTime(), ...whole.rechecks.filter((l) => l.doneAt === null).map((l) => l.dueTo.getTime())));

/** A wheel set of this car, and whether what is fitted may go on with it. */
export interface SeasonSet {
  readonly id: string;
  readonly name: string;
  readonly goes: boolean;
  readonly why: string;
}

/** The sets that a season change may put on, by what the car's swap matrix says of what is fitted. */
export async function seasonSets(whole: JobWhole): Promise<SeasonSet[]> {
  const axle = (await swapsOfVehicle(whole.vehicle.id)).find((s) => s.axle === whole.job.axle);
  if (!axle) return [];
  const cells = swapMatrix(axle.plan, axle.sets, axle.owned);
  return whole.wheelSets
    .filter((w) => w.id !== whole.job.wheelSetId && w.archivedAt === null && !w.planned)
    .map((w) => {
      const cell = cells.find((c) => c.set === w.name && c.swap.key === 'fitted');
      const level = cell?.level ?? 'unmeasured';
      const goes = level !== 'stop' && level !== 'unmeasured';
      const why = goes ? '' : level === 'stop' ? 'not with what is fitted' : 'not measured yet';
      return { id: w.id, name: w.name, goes, why };
    });
}

/** Adds a season change to a job's chain, with a set that the matrix lets go on. @throws InputError, RefusedError */
export async function addSeason(jobId: string, typed: { day: string; setId: string }, by: string): Promise<void> {
  if (!isDay(typed.day.trim()))
    throw new InputError('Season change', typed.day.slice(0, 20), 'is no day.', 'Such as 2027-04-10.');
  const { zone } = await shopTimeNow((await theStore()).db);
  const day = typed.day.trim();
  const sets = await seasonSets(await loadJob((await theStore()).db, jobId));
  const set = sets.find((s) => s.id === typed.setId);
  if (!set) throw new NotFoundError('This wheel set');
  if (!set.goes) throw new RefusedError(`“${set.name}” does not go on so: ${set.why}. Look at the car’s swap matrix.`);
  await advance({ jobId, event: 'recheck', by }, async (tx, whole, at) => {
    const [from, to] = [dayStart(zone, dayAfter(day, -SEASON_DAYS)), dayStart(zone, dayAfter(day, SEASON_DAYS + 1))];
    if (to < at.getTime()) throw new InputError('Season change', day, 'has passed.', 'Enter a day still to come.');
    const due = { kind: 'season' as const, dueFrom: new Date(from), dueTo: new Date(to), note: set.name };
    await addLink(tx, whole.job, whole.rechecks, due);
    await recordEvent(tx, { jobId, kind: 'recheck.added', detail: { ...due }, by, at });
    return { ...nothing, set: { recheckDueAt: earliest(whole, due.dueTo) } };
  });
}

/** The season change was done in a visit of its own, so its link ends. @throws RefusedError */
export async function endSeason(jobId: string, linkId: string, by: string): Promise<void> {
  await advance({ jobId, event: 'recheck', by }, async (tx, whole, at) => {
    const link = whole.rechecks.find((l) => l.id === linkId && l.kind === 'season' && l.doneAt === null);
    if (!link) throw new RefusedError('That season change is done already, or is not there any more.');
    await endRecheck(tx, link.id, 'held', by, at, `changed to ${link.note ?? 'the other wheels'}`);
    const left = whole.rechecks.filter((l) => l.doneAt === null && l.id !== linkId);
    return {
      ...nothing,
      follows: left[0]
        ? { event: 'recheck-link' as const, set: { recheckDueAt: left[0].dueTo } }
        : { event: 'recheck-done' as const, set: { recheckDueAt: null } },
    };
  });
}

/** Nobody answered: noted, and the recheck stays open. @throws RefusedError, InputError */
export async function notReached(jobId: string, typed: string, by: string): Promise<void> {
  const note = reasonFrom('How it was tried', typed);
  await advance({ jobId, event: 'recheck', by }, async (tx, whole, at) => {
    const link = whole.rechecks.find((l) => l.doneAt === null);
    if (!link) throw new RefusedError('No recheck is open on this job.');
    await addAttempt(tx, link.id, note, by, at);
    await recordEvent(tx, { jobId, kind: 'recheck.not-reached', detail: { kind: link.kind, note }, by, at });
    return nothing;
  });
}

/** What is said beside each link of a chain: when it is booked, and who was tried to reach. */
export async function besideLinks(whole: JobWhole, now = new Date()): Promise<ReadonlyMap<string, string[]>> {
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  const ids = whole.rechecks.map((l) => l.id);
  const lines = new Map<string, string[]>(ids.map((id) => [id, []]));
  for (const b of await bookingsOfVisit(db, whole.job.visitId))
    if (b.recheckId !== null)
      lines.get(b.recheckId)?.push(`booked ${reads(zone, b.startAt.getTime(), 'EEE d MMM HH:mm')}`);
  // One without a time of its own is done as the car arrives for other work inside its window.
  const ahead = await visitsAhead(db, whole.vehicle.id, now);
  for (const link of whole.rechecks.filter((l) => l.doneAt === null && lines.get(l.id)?.length === 0)) {
    const visit = ahead.find((b) => inWindow(link, b.startAt));
    if (visit) lines.get(link.id)?.push(`on arrival, ${reads(zone, visit.startAt.getTime(), 'EEE d MMM HH:mm')}`);
  }
  for (const a of await attemptsOf(db, ids))
    lines.get(a.recheckId)?.push(`not reached ${reads(zone, a.at.getTime(), 'd MMM HH:mm')}, ${a.by}: ${a.note}`);
  return lines;
}

export const linkName = (kind: keyof typeof RECHECK_LABEL, note: string | null): string =>
  `${RECHECK_LABEL[kind]}${note ? `: ${note}` : ''}`;

/** Free times in the window of the link that is next; after it where it is overdue. Empty once it is booked. */
export async function freeForNext(whole: JobWhole, now: number): Promise<string[]> {
  const { db } = await theStore();
  const link = whole.rechecks.find((l) => l.doneAt === null);
  if (!link || (await bookingsOfVisit(db, whole.job.visitId)).some((b) => b.recheckId === link.id)) return [];
  if ((await visitsAhead(db, whole.vehicle.id, new Date(now))).some((b) => inWindow(link, b.startAt))) return [];
  const from = Math.max(now, link.dueFrom.getTime());
  const to = Math.max(from + 3 * 24 * HOUR, link.dueTo.getTime());
  return (await slotsFor(db, recheckLaid(whole), { from, to, car: whole.vehicle.id }, 3)).map((s) => s.text);
}
