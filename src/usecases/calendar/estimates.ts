import 'server-only';
import type { Laid } from '@/core/calendar/clash';
import { type Corrected, corrected } from '@/core/calendar/history';
import type { Plan } from '@/core/document/document';
import { AXLE_LABEL } from '@/core/document/labels';
import {
  atTheCar,
  ESTIMATED,
  type Estimate,
  type Estimated,
  estimate,
  together,
  WORK_LABEL,
  type WorkKind,
} from '@/core/procedure/estimate';
import type { Executor } from '@/store/connection';
import type { JobWhole } from '@/store/jobs';
import { partsByKind } from '@/store/partsRead';
import { lastCure, tookOf } from '@/store/pastWork';
import { planWith } from '../job/jobPlan';
import { stageIndex } from '../job/stages';

/** How long an axle of a visit takes, and what that is made of. */
export interface AxleEstimate {
  readonly axle: string;
  readonly kind: string;
  readonly guessed: boolean;
  readonly lines: readonly { readonly name: string; readonly minutes: number; readonly times: number }[];
  /** As the card has it, and as the shop's own history corrects it; minutes. */
  readonly card: number;
  readonly corrected: Corrected;
}

export interface VisitEstimate {
  readonly axles: readonly AxleEstimate[];
  readonly minutes: number;
  /** Of these, minutes at the car: the rest is done at a desk. */
  readonly atTheCar: number;
  readonly low: number;
  readonly high: number;
  readonly laid: Laid;
  /** Whether locker cures in it; hours as somebody read them, and where, null where nobody has. */
  readonly cures: boolean;
  readonly cure: { readonly hours: number; readonly source: string } | null;
}

/** The plan a job goes by: the frozen one once it was taken forward, else what stands on the bench. */
export function planInMind(whole: JobWhole): Plan | null {
  const onBench = stageIndex(whole.job.stage) < stageIndex('stage') && whole.job.draft !== null;
  if (whole.plan && !onBench) return whole.plan.document;
  return whole.job.draft ? planWith(whole, whole.job.draft, null) : null;
}

const stageOf = (whole: JobWhole): Estimated =>
  (ESTIMATED as readonly string[]).includes(whole.job.stage) ? (whole.job.stage as Estimated) : 'torque';

/** The time of a locker: as its clock was started last in this shop, else of the locker on the shelf. */
async function cureOf(db: Executor): Promise<VisitEstimate['cure']> {
  const last = await lastCure(db);
  if (last) return { hours: last.hours, source: `the last clock: ${last.source}` };
  for (const { name, item } of await partsByKind(db, 'other'))
    if (item.kind === 'other' && item.other.what === 'locker' && item.other.cureHours !== null)
      return { hours: item.other.cureHours, source: `${name}, on the shelf` };
  return null;
}

/** An axle as its card has it, corrected by what work of the same kind took here. */
async function axleOf(db: Executor, axle: string, kind: WorkKind, e: Estimate): Promise<AxleEstimate> {
  const past = (await tookOf(db, kind)).map((p) => ({ estimated: p.estimated ?? 0, actual: p.actual ?? 0 }));
  const card = e.before + e.after;
  return { axle, kind: WORK_LABEL[kind], guessed: e.guessed, lines: e.lines, card, corrected: corrected(card, past) };
}

/** How long a visit takes from where its jobs stand: those that are signed are left out. Minutes. */
export async function estimateVisit(db: Executor, wholes: readonly JobWhole[]): Promise<VisitEstimate> {
  const open = wholes.filter((w) => w.job.signedAt === null);
  const shared = together(open.map((w) => estimate(planInMind(w), stageOf(w))));
  const axles = await Promise.all(
    shared.map((e, i) => axleOf(db, AXLE_LABEL[(open[i] as JobWhole).job.axle], e.kind, e)),
  );
  const total = (of: (e: Estimate) => number): number =>
    shared.reduce((n, e, i) => n + of(e) * (axles[i]?.corrected.factor ?? 1), 0);
  const [before, after] = [total((e) => e.before), total((e) => e.after)];
  const cures = shared.some((e) => e.cures);
  const sum = (of: (c: Corrected) => number): number => axles.reduce((s, a) => s + of(a.corrected), 0);
  const cure = cures ? await cureOf(db) : null;
  return {
    axles,
    minutes: before + after,
    atTheCar: total(atTheCar),
    low: sum((c) => c.low),
    high: sum((c) => c.high),
    laid: { before, wait: cures ? (cure?.hours ?? 0) * 60 : 0, after },
    cures,
    cure,
  };
}

/**
 * How long work of a kind takes when nothing is known of the car: as nothing chosen, for one axle, corrected by the
 * shop's own history of that kind.
 */
export async function guessFor(db: Executor, work: WorkKind): Promise<VisitEstimate> {
  const e = estimate(null, 'take-in');
  const axle = await axleOf(db, 'One axle', work, e);
  const { factor, low, high } = axle.corrected;
  // Studs wait for their locker as long as it took here last; which locker it will be is asked once the car is here.
  const cure = work === 'conversion' ? await cureOf(db) : null;
  const [before, after] = [e.before * factor, e.after * factor];
  return {
    axles: [axle],
    minutes: before + after,
    atTheCar: atTheCar(e) * factor,
    low,
    high,
    laid: { before, wait: (cure?.hours ?? 0) * 60, after },
    cures: false,
    cure: null,
  };
}

/** A lug of a recheck, and getting the car in and out; minutes. Common practice, no source. */
const RECHECK_LUG = 0.5;
const RECHECK_CAR = 6;

/** How a recheck of one axle is laid out, minutes. */
export const recheckLaid = (whole: JobWhole | null): Laid => ({
  before: RECHECK_CAR + (whole?.plan?.document.hub.lugs ?? 5) * 2 * RECHECK_LUG,
  wait: 0,
  after: 0,
});
