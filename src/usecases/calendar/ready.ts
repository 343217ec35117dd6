import { trimAt } from '@/core/stance/trim';
import 'server-only';
import { format } from 'date-fns';
import { and, inArray, isNull } from 'drizzle-orm';
import { cornersOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { wheelTorque } from '@/core/document/hardware';
import { assess } from '@/core/evaluate/evaluate';
import { cornerKey } from '@/core/procedure/card';
import { kitList } from '@/core/procedure/kitList';
import { lineOf } from '@/core/procedure/scan';
import { trolley } from '@/core/procedure/trolley';
import { wrenchState } from '@/core/torque/wrench';
import { type OrderedRow, ordered } from '@/store/calendarSchema';
import { type Executor, theStore } from '@/store/connection';
import { type JobWhole, loadJob } from '@/store/jobs';
import { reservations } from '@/store/parts';
import { wholeShelf } from '@/store/partsRead';
import type { PartRow } from '@/store/schema';
import type { WrenchRow } from '@/store/toolSchema';
import { jobsOfVisits } from '@/store/visits';
import { listWrenches } from '@/store/wrenches';
import { bayOf } from '../fit/card';
import { isStale } from '../job/jobPlan';
import { stageIndex } from '../job/stages';
import { missingReadings } from '../job/wanted';

/** How a line of what a visit needs stands. */
export type ReadyState = 'ready' | 'shelf' | 'ordered' | 'missing' | 'unmeasured' | 'open';

export interface ReadyLine {
  readonly what: string;
  readonly state: ReadyState;
  readonly text: string;
}

/** Whether a line is still to be seen to. */
export const isOpen = (l: ReadyLine): boolean => l.state !== 'ready' && l.state !== 'shelf';

export interface Ready {
  readonly ready: boolean;
  readonly lines: readonly ReadyLine[];
}

/** A line of a kit against the shelf: what it asks for, what is kept for this job, and what is free. */
export interface Need {
  readonly jobId: string;
  readonly key: string;
  readonly what: string;
  readonly wanted: number;
  readonly kept: number;
  /** Parts that are what the line asks for, each with the pieces that nobody keeps. */
  readonly fits: readonly { readonly partId: string; readonly free: number }[];
}

/** What the shelf has and keeps, read once for many jobs. */
export interface Shelf {
  readonly parts: readonly PartRow[];
  readonly kept: readonly { readonly partId: string; readonly jobId: string; readonly pieces: number }[];
  readonly wrenches: readonly WrenchRow[];
}

export const shelfNow = async (db: Executor): Promise<Shelf> => ({
  parts: (await wholeShelf(db)).filter((p) => p.kind !== 'other'),
  kept: await reservations(db),
  wrenches: await listWrenches(db),
});

/** The first sentence of a line of the kit: what it is, without what to do with it. */
const named = (text: string): string => (text.split('. ')[0] ?? text).replace(/\.$/, '');

/** Every line of a kit that is parts, against the shelf. Plates that differ left and right are a line each. */
export function needsOf(jobId: string, plan: Plan, { parts, kept }: Shelf): Need[] {
  const words = new Map(kitList(plan).map((s) => [s.key, named(s.text)]));
  const wanted = new Map<string, number>();
  for (const p of trolley(plan, 'metric')) wanted.set(p.key, (wanted.get(p.key) ?? 0) + p.count + p.locking);
  return [...wanted].map(([key, pieces]) => {
    const own = parts.filter((p) => lineOf(plan, p.item)?.key === key);
    const keptOf = (id: string, mine: boolean): number =>
      kept.reduce((n, k) => n + (k.partId === id && (k.jobId === jobId) === mine ? k.pieces : 0), 0);
    return {
      jobId,
      key,
      what: words.get(key) ?? key,
      wanted: pieces,
      kept: own.reduce((n, p) => n + keptOf(p.id, true), 0),
      fits: own.map((p) => ({
        partId: p.id,
        free: Math.max(0, p.count - keptOf(p.id, false) - keptOf(p.id, true)),
      })),
    };
  });
}

/** What was ordered for these jobs and has not come. */
export const orderedFor = (db: Executor, jobIds: readonly string[]): Promise<OrderedRow[]> =>
  jobIds.length === 0
    ? Promise.resolve([])
    : db
        .select()
        .from(ordered)
        .where(and(inArray(ordered.jobId, [...jobIds]), isNull(ordered.cameAt)));

function kitLine(need: Need, orders: readonly OrderedRow[]): ReadyLine {
  const { what, wanted, kept } = need;
  if (kept >= wanted) return { what, state: 'ready', text: 'kept for it' };
  const free = need.fits.reduce((n, f) => n + f.free, 0);
  if (kept + free >= wanted)
    return { what, state: 'shelf', text: `on the shelf, ${wanted - kept} not kept for it yet` };
  const order = orders.find((o) => o.jobId === need.jobId && o.line === need.key);
  const short = wanted - kept - free;
  if (order)
    return {
      what,
      state: 'ordered',
      text: `on order${order.dueOn ? `, promised for ${order.dueOn}` : ', no date given'}`,
    };
  return { what, state: 'missing', text: short === wanted ? 'not here' : `${short} of ${wanted} are short` };
}

function agreement(whole: JobWhole, plan: Plan): ReadyLine[] {
  const cut = cornersOf(plan.axle).filter((c) => trimAt(plan, c) > 0);
  if (cut.length === 0) return [];
  const bay = bayOf(whole, 0);
  const given = cut.every((c) => {
    const key = cornerKey(c, 'arch.agreed');
    return whole.ticked.has(key) || bay.instead.has(key);
  });
  return [
    {
      what: 'Arch work agreed in writing',
      state: given ? 'ready' : 'open',
      text: given ? 'ticked on the card' : 'not yet: the customer agrees before anything is cut',
    },
  ];
}

function wrenchLine(plan: Plan, wrenches: readonly WrenchRow[], today: string): ReadyLine {
  const nm = wheelTorque(plan)?.value ?? null;
  const what = 'Wrench for the wheel';
  if (nm === null) return { what, state: 'unmeasured', text: 'the figure has no source yet' };
  const good = wrenches.filter((w) => !wrenchState(w, nm, today).outside);
  if (good.length === 0)
    return wrenches.length === 0
      ? { what, state: 'unmeasured', text: 'no wrench is on the list in Settings' }
      : { what, state: 'missing', text: `none is good for ${nm} N·m` };
  const inDate = good.find((w) => wrenchState(w, nm, today).calibration === 'in date');
  return inDate
    ? { what, state: 'ready', text: `${inDate.name}, in calibration` }
    : { what, state: 'open', text: `${good[0]?.name}: its calibration ran out, or is not known` };
}

/**
 * Whether a job can be done when its car comes in, line by line. What is not ready can be booked all the same, and says
 * so.
 */
export function readyOf(whole: JobWhole, shelf: Shelf, orders: readonly OrderedRow[], now: Date): Ready {
  const lines: ReadyLine[] = [];
  const missing = missingReadings(whole).length;
  if (missing > 0) lines.push({ what: 'Readings', state: 'unmeasured', text: `${missing} still unmeasured` });
  const plan = whole.plan?.document ?? null;
  if (plan === null) lines.push({ what: 'Plan', state: 'open', text: 'nothing is chosen yet' });
  else {
    const blocking = assess(plan).blocking.length;
    const stale = isStale(whole);
    lines.push(
      blocking > 0 || stale
        ? {
            what: 'Plan',
            state: 'open',
            text: stale ? 'readings changed since it was chosen' : 'it does not stand any more',
          }
        : { what: 'Plan', state: 'ready', text: 'chosen, and stands' },
    );
    if (stageIndex(whole.job.stage) > stageIndex('stage'))
      lines.push({ what: 'Kit', state: 'ready', text: 'staged on the trolley' });
    else for (const need of needsOf(whole.job.id, plan, shelf)) lines.push(kitLine(need, orders));
    lines.push(...agreement(whole, plan), wrenchLine(plan, shelf.wrenches, format(now, 'yyyy-MM-dd')));
  }
  return { ready: !lines.some(isOpen), lines };
}

/** As many visits of a day are looked at for what is still open. */
const LOOKED_AT = 30;

/**
 * How many things are open before each of these visits can be done: what is not ready can be booked all the same, and
 * says so.
 */
export async function openOfVisits(visitIds: readonly string[], now = new Date()): Promise<Record<string, number>> {
  const { db } = await theStore();
  const jobs = (await jobsOfVisits(db, [...new Set(visitIds)].slice(0, LOOKED_AT))).filter((j) => j.signedAt === null);
  if (jobs.length === 0) return {};
  const shelf = await shelfNow(db);
  const orders = await orderedFor(
    db,
    jobs.map((j) => j.id),
  );
  const open: Record<string, number> = {};
  for (const j of jobs) {
    const { lines } = readyOf(await loadJob(db, j.id), shelf, orders, now);
    open[j.visitId] = (open[j.visitId] ?? 0) + lines.filter(isOpen).length;
  }
  return open;
}
