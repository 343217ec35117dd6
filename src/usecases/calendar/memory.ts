import 'server-only';
import { type GapCorrection, gapCorrection } from '@/core/calendar/gapMemory';
import { corrected, meanError, workedMinutes } from '@/core/calendar/history';
import { endOf } from '@/core/document/axles';
import { fastenerText } from '@/core/document/fastenerText';
import { groupBy } from '@/core/groupBy';
import { estimate, WORK_LABEL, type WorkKind, workKind } from '@/core/procedure/estimate';
import { formatLength } from '@/core/units/format';
import type { PastWorkRow } from '@/store/calendarSchema';
import { type Executor, theStore } from '@/store/connection';
import type { JobWhole } from '@/store/jobs';
import { loadJob } from '@/store/jobs';
import { forgotten, gapPairs, pastSince, remember, rememberUnknown, similarWork } from '@/store/pastWork';
import { openRechecks } from '@/store/rechecks';
import { shopTimeNow } from '@/store/shopTime';
import { bayOf } from '../fit/card';
import { gapsCompared } from '../torque/gapCompare';
import { planInMind } from './estimates';

/** Fewer notes than these do not tell when work began and ended. */
const LEAST_NOTES = 6;

/** Minutes that were worked at the car, by what was noted there; null where too little was. */
export function minutesAtCar(whole: JobWhole): number | null {
  const ticks = [...whole.ticked].flatMap(([key, t]) => (key.startsWith('fit.') ? [t.at.getTime()] : []));
  const noted = [...ticks, ...whole.bay.map((e) => e.at), ...whole.torque.map((e) => e.at.getTime())];
  if (noted.length < LEAST_NOTES) return null;
  const away: { from: number; to: number }[] = [];
  let paused: number | null = null;
  for (const e of whole.bay) {
    if (e.detail.kind === 'pause') paused = e.at;
    else if (paused !== null && (e.detail.kind === 'go-on' || e.detail.kind === 'hand-over')) {
      away.push({ from: paused, to: e.at });
      paused = null;
    }
    // A wait in which nothing was noted was one; what was noted in it splits it, and is short.
    if (e.detail.kind === 'clock' && e.detail.clock === 'locker')
      away.push({ from: e.at, to: e.at + e.detail.minutes * 60_000 });
  }
  const minutes = workedMinutes(noted, away);
  return minutes > 0 ? minutes : null;
}

/**
 * Remembers a signed job: what was fitted, predicted and achieved, and how long it took.
 * @param timed whether its time is known; without it, a job that is remembered already is left as it is
 */
export async function rememberJob(tx: Executor, whole: JobWhole, timed = true): Promise<void> {
  const plan = whole.plan?.document;
  const signedAt = whole.job.signedAt;
  if (!plan || signedAt === null) return;
  const gaps = gapsCompared(whole).filter((g) => g.measured !== null && g.after !== null);
  const [gap] = gaps;
  const e = estimate(plan, 'fit');
  const drive = bayOf(whole, 0).drive;
  const set = whole.wheelSets.find((w) => w.id === whole.job.wheelSetId);
  await (timed ? remember : rememberUnknown)(tx, {
    jobId: whole.job.id,
    at: signedAt,
    car: whole.vehicle.name,
    wheels: set?.name ?? '',
    kind: workKind(plan),
    axle: endOf(whole.job.axle),
    lugs: plan.hub.lugs,
    plateMm: plan.spacer.thickness,
    what: `${plan.spacer.thickness > 0 ? `${plan.spacer.kind} ${formatLength(plan.spacer.thickness, 'metric')}` : 'no spacer'}, ${fastenerText(plan, 'metric')}`,
    predictedGapMm: gap?.after?.value ?? null,
    achievedGapMm: gap?.measured?.value ?? null,
    rubbed: drive === null ? null : drive.rub,
    estimatedMin: e.before + e.after,
    actualMin: timed ? minutesAtCar(whole) : null,
    movedLugs: 0,
    rechecks: 0,
  });
}

const AT_ONCE = 5;
const REST_MS = 250;

/**
 * Jobs that an earlier release signed are remembered without their time: when work began nobody noted then.
 * @param most so many of them, the one signed last first @returns the jobs that were looked at
 */
export async function rememberOld(db: Executor, most: number): Promise<readonly string[]> {
  const ids = await forgotten(db, most);
  for (const id of ids) await rememberJob(db, await loadJob(db, id), false);
  return ids;
}

/** The same beside the work, a few at a time, until all are remembered: a start waits for none of it. */
export async function rememberBesides(db: Executor): Promise<void> {
  const seen = new Set<string>();
  for (;;) {
    const ids = await rememberOld(db, AT_ONCE);
    if (ids.every((id) => seen.has(id))) return;
    for (const id of ids) seen.add(id);
    await new Promise((r) => setTimeout(r, REST_MS).unref());
  }
}

/** Work like this job's, and by how much gaps come out otherwise than predicted here. */
export interface Similar {
  readonly rows: readonly PastWorkRow[];
  readonly correction: GapCorrection | null;
  /** Whether the shop wants to see the correction. */
  readonly corrects: boolean;
  readonly kind: string;
}

/** A plate within this counts as like, mm. */
const NEAR = 3;
const TWO_YEARS = 2 * 365 * 24 * 3600_000;
/** So many jobs, the latest, say how a shop works now; a drawing of more is a cloud. */
const LATEST = 400;

/** What the shop remembers that is like this job. Null where nothing is chosen. */
export async function similarTo(whole: JobWhole, now = Date.now()): Promise<Similar | null> {
  const plan = planInMind(whole);
  if (!plan) return null;
  const { db } = await theStore();
  const kind = workKind(plan);
  const wheels = whole.wheelSets.find((w) => w.id === whole.job.wheelSetId)?.name ?? '';
  const like = { kind, plateMm: plan.spacer.thickness, car: whole.vehicle.name, wheels, near: NEAR };
  const rows = (await similarWork(db, like, 12)).filter((r) => r.jobId !== whole.job.id);
  const pairs = await gapPairs(db, new Date(now - TWO_YEARS), LATEST);
  const { corrects } = await shopTimeNow(db);
  return { rows: rows.slice(0, 6), correction: gapCorrection(pairs), corrects, kind: WORK_LABEL[kind] };
}

export interface KindMemory {
  readonly kind: string;
  readonly of: number;
  readonly factor: number;
  /** Mean error of the card's estimate, and of the corrected one, each job by the others before it. */
  readonly errorCard: number | null;
  readonly errorCorrected: number | null;
  readonly rechecks: number;
  readonly moved: number;
}

export interface ShopMemory {
  readonly of: number;
  readonly kinds: readonly KindMemory[];
  readonly times: readonly { readonly estimated: number; readonly actual: number; readonly kind: string }[];
  readonly gaps: readonly { readonly predicted: number; readonly off: number }[];
  readonly correction: GapCorrection | null;
  readonly corrects: boolean;
  /** Open rechecks by how long they have been overdue. */
  readonly overdue: readonly { readonly label: string; readonly count: number }[];
}

/** How far the estimate of each job was off when only those before it were known; minutes as shares. */
export function errorsInOrder(past: readonly { estimated: number; actual: number }[]) {
  const better = past.map((p, i) => ({
    estimated: corrected(p.estimated, past.slice(0, i)).minutes,
    actual: p.actual,
  }));
  return { card: meanError(past), corrected: meanError(better) };
}

function kindMemory(kind: WorkKind, rows: readonly PastWorkRow[]): KindMemory {
  const past = [...rows]
    .sort((a, b) => a.at.getTime() - b.at.getTime())
    .flatMap((r) =>
      r.estimatedMin === null || r.actualMin === null ? [] : [{ estimated: r.estimatedMin, actual: r.actualMin }],
    );
  const errors = errorsInOrder(past);
  return {
    kind: WORK_LABEL[kind],
    of: rows.length,
    factor: corrected(1, past).factor,
    errorCard: errors.card,
    errorCorrected: errors.corrected,
    rechecks: rows.reduce((n, r) => n + r.rechecks, 0),
    moved: rows.reduce((n, r) => n + r.movedLugs, 0),
  };
}

/** What the shop remembers of its latest jobs, two years back at most, for its page. */
export async function shopMemory(now = Date.now()): Promise<ShopMemory> {
  const { db } = await theStore();
  const rows = await pastSince(db, new Date(now - TWO_YEARS), LATEST);
  const pairs = await gapPairs(db, new Date(now - TWO_YEARS), LATEST);
  const { corrects } = await shopTimeNow(db);
  const links = await openRechecks(db);
  const days = links.map((l) => (now - l.link.dueTo.getTime()) / (24 * 3600_000));
  const between = (a: number, b: number): number => days.filter((d) => d > a && d <= b).length;
  return {
    of: rows.length,
    kinds: [...groupBy(rows, (r) => r.kind)].map(([kind, of]) => kindMemory(kind as WorkKind, of)),
    times: rows.flatMap((r) =>
      r.estimatedMin === null || r.actualMin === null
        ? []
        : [{ estimated: Math.round(r.estimatedMin), actual: Math.round(r.actualMin), kind: WORK_LABEL[r.kind] }],
    ),
    gaps: pairs.map((p) => ({ predicted: p.predicted, off: p.achieved - p.predicted })),
    correction: gapCorrection(pairs),
    corrects,
    overdue: [
      { label: 'not due yet', count: between(Number.NEGATIVE_INFINITY, 0) },
      { label: 'up to a day', count: between(0, 1) },
      { label: 'up to a week', count: between(1, 7) },
      { label: 'up to a month', count: between(7, 30) },
      { label: 'longer', count: between(30, Number.POSITIVE_INFINITY) },
    ],
  };
}
