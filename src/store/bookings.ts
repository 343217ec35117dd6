import { and, asc, desc, eq, gt, inArray, isNull, lt, ne, or, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { whoActsNow } from './acting';
import { bayEntry } from './baySchema';
import { type BookingRow, booking, type ClosureRow, closure, visitNeed } from './calendarSchema';
import { callersOf } from './callers';
import { vehicle } from './carSchema';
import type { Executor } from './connection';
import { ChangedMeanwhileError, NotFoundError } from './errors';
import { recordEvent } from './events';
import { among } from './find';
import { BOOKED_JOB, type BookedJob, JOB_BRIEF } from './jobBrief';
import { type CallerRow, job, jobStep, torqueEntry } from './schema';

/** A booking with the car it is for and the axles of its visit, or with who called while no car is here. */
export interface BookingLine {
  readonly booking: BookingRow;
  /** Empty for a caller's. */
  readonly jobs: readonly BookedJob[];
  readonly caller: CallerRow | null;
  readonly name: string;
  readonly plate: string;
}

/** Bookings that touch a time, those called off left out, in order of their beginning. */
export async function bookingsIn(db: Executor, from: Date, to: Date): Promise<BookingRow[]> {
  return db
    .select()
    .from(booking)
    .where(and(isNull(booking.endedAt), lt(booking.startAt, to), gt(booking.endAt, from)))
    .orderBy(asc(booking.startAt), asc(booking.id));
}

/** The same with their cars; a booking whose visit is not here any more is left out. */
export async function withCars(db: Executor, rows: readonly BookingRow[]): Promise<BookingLine[]> {
  if (rows.length === 0) return [];
  const visits = [...new Set(rows.map((r) => r.visitId))];
  const found = await db
    .select({ job: BOOKED_JOB, name: vehicle.name, plate: vehicle.plate })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .where(among(job.visitId, visits))
    .orderBy(asc(job.axle));
  const here = new Set(found.map((f) => f.job.visitId));
  const callers = await callersOf(
    db,
    visits.filter((v) => !here.has(v)),
  );
  return rows.flatMap((b): BookingLine[] => {
    const own = found.filter((f) => f.job.visitId === b.visitId);
    const first = own[0];
    if (first) return [{ booking: b, jobs: own.map((o) => o.job), caller: null, name: first.name, plate: first.plate }];
    const called = callers.find((c) => c.id === b.visitId);
    return called
      ? [{ booking: b, jobs: [], caller: called, name: called.name, plate: called.plate || called.phone }]
      : [];
  });
}

/** The booking. @throws NotFoundError where there is none, or it was called off */
export async function bookingById(db: Executor, id: string): Promise<BookingRow> {
  const [row] = await db
    .select()
    .from(booking)
    .where(and(eq(booking.id, id), isNull(booking.endedAt)));
  if (!row) throw new NotFoundError('This booking');
  return row;
}

/** Bookings of a visit that stand, the earliest first. */
export const bookingsOfVisit = (db: Executor, visitId: string): Promise<BookingRow[]> =>
  db
    .select()
    .from(booking)
    .where(and(eq(booking.visitId, visitId), isNull(booking.endedAt)))
    .orderBy(asc(booking.startAt));

/** Bookings ahead of visits of a car that are still to be done, the earliest first. */
export const visitsAhead = (
  db: Executor,
  vehicleId: string,
  now: Date,
): Promise<Pick<BookingRow, 'id' | 'startAt'>[]> =>
  db
    .select({ id: booking.id, startAt: booking.startAt })
    .from(booking)
    .innerJoin(job, eq(job.visitId, booking.visitId))
    .where(
      and(
        eq(job.vehicleId, vehicleId),
        isNull(job.signedAt),
        eq(booking.kind, 'visit'),
        isNull(booking.endedAt),
        gt(booking.endAt, now),
      ),
    )
    .groupBy(booking.id, booking.startAt)
    .orderBy(asc(booking.startAt));

export type BookingInput = Omit<BookingRow, 'id' | 'version' | 'by' | 'personId' | 'at' | 'endedAt' | 'endedWhy'>;

/** Keeps a new booking. @returns its id */
export async function addBooking(tx: Executor, input: BookingInput, by: string, at: Date): Promise<string> {
  const id = newId();
  await tx.insert(booking).values({ ...input, id, by, at });
  await recordEvent(tx, { kind: 'booking.made', detail: { id, ...input }, by, at });
  return id;
}

/**
 * Changes a booking that stands at this version. @throws ChangedMeanwhileError where another screen was faster,
 * NotFoundError
 */
export async function changeBooking(
  tx: Executor,
  id: string,
  version: number,
  change: Partial<BookingInput> & { readonly endedAt?: Date; readonly endedWhy?: string },
  by: string,
  at: Date,
): Promise<void> {
  const was = await bookingById(tx, id);
  if (was.version !== version) throw new ChangedMeanwhileError('This booking');
  await tx
    .update(booking)
    .set({ ...change, version: version + 1 })
    .where(eq(booking.id, id));
  await recordEvent(tx, { kind: change.endedAt ? 'booking.off' : 'booking.moved', detail: { id, ...change }, by, at });
}

/** Closures that touch a time, of the shop and of each place and person. */
export const closuresIn = (db: Executor, from: Date, to: Date): Promise<ClosureRow[]> =>
  db
    .select()
    .from(closure)
    .where(and(isNull(closure.withdrawnAt), lt(closure.from, to), gt(closure.to, from)))
    .orderBy(asc(closure.from));

/** Keeps closures; one whose `uid` is here already takes its new time. @returns how many were new */
export async function addClosures(
  tx: Executor,
  all: readonly Pick<ClosureRow, 'resourceId' | 'title' | 'from' | 'to' | 'uid'>[],
  by: string,
  at: Date,
): Promise<number> {
  const uids = all.flatMap((c) => c.uid ?? []);
  const known = new Set<string>();
  for (let i = 0; i < uids.length; i += 500) {
    const rows = await tx
      .select({ uid: closure.uid })
      .from(closure)
      .where(and(isNull(closure.withdrawnAt), inArray(closure.uid, uids.slice(i, i + 500))));
    for (const r of rows) if (r.uid !== null) known.add(r.uid);
  }
  const fresh = all.filter((c) => c.uid === null || !known.has(c.uid));
  for (let i = 0; i < fresh.length; i += 500)
    await tx.insert(closure).values(fresh.slice(i, i + 500).map((c) => ({ ...c, id: newId(), by, at })));
  for (const c of all)
    if (c.uid !== null && known.has(c.uid))
      await tx
        .update(closure)
        .set({ title: c.title, from: c.from, to: c.to })
        .where(and(eq(closure.uid, c.uid), isNull(closure.withdrawnAt)));
  await recordEvent(tx, {
    kind: 'closures.kept',
    detail: { new: fresh.length, changed: all.length - fresh.length },
    by,
    at,
  });
  return fresh.length;
}

/** Takes a closure back. @throws NotFoundError */
export async function withdrawClosure(tx: Executor, id: string, by: string, at: Date): Promise<void> {
  const gone = await tx
    .update(closure)
    .set({ withdrawnAt: at })
    .where(and(eq(closure.id, id), isNull(closure.withdrawnAt)))
    .returning({ id: closure.id });
  if (!gone[0]) throw new NotFoundError('This closure');
  await recordEvent(tx, { kind: 'closure.withdrawn', detail: { id }, by, at });
}

/** Visits with work that is not signed yet and no booking ahead of them, the one that is needed first at the top. */
export async function waitingVisits(db: Executor, from: Date, most: number) {
  const booked = db
    .select({ visitId: booking.visitId })
    .from(booking)
    .where(and(isNull(booking.endedAt), eq(booking.kind, 'visit'), gt(booking.endAt, from)));
  // Each axle of a visit is a row, four at most where sides are held differently; each visit is taken once.
  const rows = await db
    .select({ job: JOB_BRIEF, name: vehicle.name, plate: vehicle.plate, neededBy: visitNeed.neededBy })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id))
    .leftJoin(visitNeed, eq(visitNeed.visitId, job.visitId))
    .where(
      and(isNull(job.signedAt), or(isNull(job.held), ne(job.held, 'declined')), sql`${job.visitId} not in ${booked}`),
    )
    .orderBy(sql`${visitNeed.neededBy} asc nulls last`, desc(job.updatedAt), asc(job.axle))
    .limit(4 * most);
  return [...new Map(rows.map((r) => [r.job.visitId, r])).values()].slice(0, most);
}

/** By when a visit is needed; null takes that back. */
export async function needVisit(
  tx: Executor,
  visitId: string,
  need: { readonly neededBy: Date | null; readonly why: string },
  by: string,
  at: Date,
): Promise<void> {
  const set = { ...need, by, personId: whoActsNow(), at };
  await tx
    .insert(visitNeed)
    .values({ visitId, ...set })
    .onConflictDoUpdate({ target: visitNeed.visitId, set });
  await recordEvent(tx, { kind: 'visit.needed', detail: { visitId, ...need }, by, at });
}

/** By when visits are needed. */
export const visitNeeds = (db: Executor, visitIds: readonly string[]) =>
  visitIds.length === 0 ? Promise.resolve([]) : db.select().from(visitNeed).where(among(visitNeed.visitId, visitIds));

/** When something was noted at each job's car: first and last, and whether it rests at a pause. */
export interface Noted {
  readonly jobId: string;
  readonly first: Date | null;
  readonly last: Date | null;
  readonly paused: string | null;
}

/** What was noted at the cars of these jobs since their kit was through. */
export async function notedAt(db: Executor, jobIds: readonly string[]): Promise<Map<string, Noted>> {
  if (jobIds.length === 0) return new Map();
  const ids = [...jobIds];
  const span = { first: sql<string | null>`min("at")`, last: sql<string | null>`max("at")` };
  const ticks = await db
    .select({ jobId: jobStep.jobId, ...span })
    .from(jobStep)
    .where(and(among(jobStep.jobId, ids), sql`${jobStep.key} like 'fit.%'`, isNull(jobStep.withdrawnAt)))
    .groupBy(jobStep.jobId);
  const pulls = await db
    .select({ jobId: torqueEntry.jobId, ...span })
    .from(torqueEntry)
    .where(and(among(torqueEntry.jobId, ids), ne(torqueEntry.pass, 'recheck')))
    .groupBy(torqueEntry.jobId);
  const bay = await db
    .select()
    .from(bayEntry)
    .where(and(among(bayEntry.jobId, ids), inArray(bayEntry.kind, ['pause', 'go-on', 'hand-over'])))
    .orderBy(asc(bayEntry.at), asc(bayEntry.id));
  const out = new Map<string, Noted>();
  for (const jobId of ids) {
    const all = [...ticks, ...pulls].filter((r) => r.jobId === jobId);
    const times = (key: 'first' | 'last') => all.flatMap((r) => (r[key] ? [new Date(r[key]).getTime()] : []));
    const entry = bay.findLast((b) => b.jobId === jobId);
    const [first, last] = [times('first'), times('last')];
    out.set(jobId, {
      jobId,
      first: first.length > 0 ? new Date(Math.min(...first)) : null,
      last: last.length > 0 ? new Date(Math.max(...last)) : null,
      paused: entry?.detail.kind === 'pause' ? entry.detail.why : null,
    });
  }
  return out;
}
