import 'server-only';
import { and, eq, isNull } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { isDay } from '@/core/calendar/isDay';
import { type OrderFor, type OrderLine, shortOf } from '@/core/calendar/orders';
import { InputError } from '@/core/errors';
import { groupBy } from '@/core/groupBy';
import { bookingsIn, waitingVisits, withCars } from '@/store/bookings';
import { type OrderedRow, ordered } from '@/store/calendarSchema';
import { theStore } from '@/store/connection';
import { NotFoundError, RefusedError, violates } from '@/store/errors';
import { recordEvent } from '@/store/events';
import { loadJob } from '@/store/jobs';
import { shopTimeNow } from '@/store/shopTime';
import { jobsOfVisits } from '@/store/visits';
import { type Need, needsOf, orderedFor, shelfNow } from './ready';
import { reads } from './zone';

const DAY = 24 * 3600_000;
/** As many jobs are looked at: a week of a large shop. */
const MOST_JOBS = 200;

/**
 * What is short for every visit of the coming days that has a plan and no kit on its trolley yet: the shelf is given
 * out in the order of their times, what one takes is not there for the next; visits without a time come last.
 */
export async function toOrder(now = Date.now(), days = 7): Promise<{ lines: OrderLine[]; cut: boolean }> {
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  const rows = (await bookingsIn(db, new Date(now - DAY), new Date(now + days * DAY))).filter(
    (b) => b.kind === 'visit',
  );
  const booked = (await withCars(db, rows)).flatMap((l) =>
    l.jobs.map((j) => ({
      job: j,
      title: `${l.name} ${l.plate}`,
      when: reads(zone, l.booking.startAt.getTime(), 'EEE d MMM HH:mm'),
    })),
  );
  const without = await waitingVisits(db, new Date(now), MOST_JOBS);
  const axles = groupBy(
    await jobsOfVisits(
      db,
      without.map((w) => w.job.visitId),
    ),
    (j) => j.visitId,
  );
  const waiting = without.flatMap((w) =>
    (axles.get(w.job.visitId) ?? []).map((job) => ({ job, title: `${w.name} ${w.plate}`, when: 'no time yet' })),
  );
  const all = [...booked, ...waiting].filter(
    ({ job }) => job.signedAt === null && job.held !== 'declined' && job.stage === 'stage',
  );
  const once = [...new Map(all.map((a) => [a.job.id, a])).values()];
  const shelf = await shelfNow(db);
  const needs: (Need & { title: string; when: string })[] = [];
  for (const { job, title, when } of once.slice(0, MOST_JOBS)) {
    const whole = await loadJob(db, job.id);
    if (!whole.plan) continue;
    for (const n of needsOf(job.id, whole.plan.document, shelf)) needs.push({ ...n, title, when });
  }
  const orders = await orderedFor(
    db,
    once.map((a) => a.job.id),
  );
  const short = shortOf(needs).map(({ need, short: pieces }) => ({
    what: need.what.replace(/^\d+ × /, ''),
    for: { ...asFor(need, pieces), order: orderOf(orders, need) },
  }));
  const lines = [...groupBy(short, (s) => s.what)].map(([what, of]) => ({
    what,
    short: of.reduce((n, o) => n + o.for.short, 0),
    of: of.map((o) => o.for),
  }));
  return { lines, cut: once.length > MOST_JOBS };
}

const asFor = (n: Need & { title: string; when: string }, short: number): Omit<OrderFor, 'order'> => ({
  jobId: n.jobId,
  line: n.key,
  title: n.title,
  when: n.when,
  short,
});

function orderOf(orders: readonly OrderedRow[], n: Need): OrderFor['order'] {
  const found = orders.find((o) => o.jobId === n.jobId && o.line === n.key);
  return found ? { id: found.id, dueOn: found.dueOn, pieces: found.pieces } : null;
}

/** Notes that pieces were ordered for a line, and by when they are promised. @throws InputError, RefusedError */
export async function noteOrdered(
  typed: {
    readonly jobId: string;
    readonly line: string;
    readonly what: string;
    readonly pieces: number;
    readonly dueOn: string;
  },
  by: string,
): Promise<void> {
  const dueOn = typed.dueOn.trim();
  if (dueOn !== '' && !isDay(dueOn))
    throw new InputError('Promised for', dueOn.slice(0, 20), 'is no day.', 'Such as 2026-12-03, or leave it empty.');
  const { db } = await theStore();
  const at = new Date();
  await db.transaction(async (tx) => {
    const whole = await loadJob(tx, typed.jobId);
    if (
      !whole.plan ||
      !needsOf(typed.jobId, whole.plan.document, { parts: [], kept: [], wrenches: [] }).some(
        (n) => n.key === typed.line,
      )
    )
      throw new RefusedError('That line is not on this kit any more. Reload the page.');
    try {
      await tx
        .insert(ordered)
        .values({ ...typed, what: typed.what.slice(0, 300), dueOn: dueOn === '' ? null : dueOn, id: newId(), by, at });
    } catch (error) {
      if (violates(error, 'ordered_open')) throw new RefusedError('That is on order already.');
      throw error;
    }
    await recordEvent(tx, { jobId: typed.jobId, kind: 'part.ordered', detail: { ...typed }, by, at });
  });
}

/** What was ordered came: it is counted onto the shelf there, and is no more on order. @throws NotFoundError */
export async function orderCame(id: string, by: string): Promise<void> {
  const { db } = await theStore();
  const at = new Date();
  await db.transaction(async (tx) => {
    const done = await tx
      .update(ordered)
      .set({ cameAt: at })
      .where(and(eq(ordered.id, id), isNull(ordered.cameAt)))
      .returning({ jobId: ordered.jobId });
    if (!done[0]) throw new NotFoundError('This order');
    await recordEvent(tx, { jobId: done[0].jobId, kind: 'part.came', detail: { id }, by, at });
  });
}
