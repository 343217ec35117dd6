import 'server-only';
import type { Fastener, Plan, Spacer } from '@/core/document/document';
import type { Axle } from '@/core/document/vocabulary';
import type { UnitSystem } from '@/core/units/format';
import { carries, type Owned, type SwapCell, type SwapSet, staysIn, swapMatrix, swapText } from '@/core/whatif/swap';
import { theStore } from '@/store/connection';
import { fittedNow } from '@/store/fitted';
import { type JobWhole, loadJob } from '@/store/jobs';
import { loadVehicle } from '@/store/vehicles';
import { asOfToday, wheelsOfSet } from '../job/jobPlan';
import { jobsOfCar } from './vehicles';

export interface AxleSwaps {
  readonly axle: Axle;
  /** The job whose plan it is, and whether it was signed: only then is it on the car. */
  readonly jobId: string;
  readonly signedAt: Date | null;
  readonly plan: Plan;
  readonly sets: readonly SwapSet[];
  readonly owned: Owned;
  /** How much plate the plan's studs carry on each set, mm, by its name; empty where nothing stays in the hub. */
  readonly carried: readonly { readonly set: string; readonly most: number | null }[];
  /** What somebody found on the car after the plan was signed, so that it is no more what the plan says. */
  readonly foundSince: Date | null;
}

const distinct = <T>(all: readonly T[]): T[] => [...new Map(all.map((one) => [JSON.stringify(one), one])).values()];

type Db = Awaited<ReturnType<typeof theStore>>['db'];

/** Jobs of an axle that have a plan in hand or signed, the one signed last first. */
async function plannedJobs(vehicleId: string, axle: Axle) {
  const jobs = (await jobsOfCar(vehicleId)).map((l) => l.job);
  const here = jobs.filter((j) => j.axle === axle && !['take-in', 'measure', 'choose'].includes(j.stage));
  return [...here].sort((a, b) => (b.signedAt?.getTime() ?? 0) - (a.signedAt?.getTime() ?? 0));
}

/** What goes with what by a job's plan, the parts of earlier signed jobs beside it. Null where it has no plan. */
async function byJob(db: Db, whole: JobWhole, earlier: readonly { readonly id: string }[]) {
  const { signedAt, wheelSetId, axle } = whole.job;
  const plan = signedAt === null ? asOfToday(whole) : (whole.plan?.document ?? null);
  if (plan === null) return null;
  const sets: SwapSet[] = whole.wheelSets
    .filter((set) => set.archivedAt === null)
    .map((set) => ({
      name: set.planned ? `${set.name}, planned` : set.name,
      measured: set.id === wheelSetId,
      own: set.own,
      wheel: set.id === wheelSetId ? plan.wheel : wheelsOfSet(whole, set.id),
    }));
  const before = await Promise.all(earlier.map((j) => loadJob(db, j.id)));
  const owned = ownedOf(
    plan,
    before.flatMap((w) => (w.plan ? [w.plan.document] : [])),
  );
  const fitted = await fittedNow(db, whole.vehicle.id);
  const found = fitted.filter((f) => f.corner.startsWith(axle) && f.source === 'found').map((f) => f.since);
  const studs = staysIn(plan.fastener) || plan.hub.fastening === 'stud';
  return {
    axle,
    jobId: whole.job.id,
    signedAt,
    plan,
    sets,
    owned,
    carried: studs && plan.spacer.kind !== 'adapter' ? sets.map((s) => ({ set: s.name, most: carries(plan, s) })) : [],
    foundSince: signedAt === null ? null : (found.find((at) => at > signedAt) ?? null),
  };
}

/**
 * Which of this car's wheel sets go with which plate and fasteners, axle by axle: from the plan that was signed last,
 * else from the one that is under way; plates and fasteners of its other jobs are tried beside them. Empty where
 * nothing was ever chosen.
 */
export async function swapsOfVehicle(vehicleId: string): Promise<AxleSwaps[]> {
  const { db } = await theStore();
  const all: AxleSwaps[] = [];
  // An axle that was split since has states that are none any more.
  for (const { axle } of (await loadVehicle(db, vehicleId)).hubs) {
    const [latest, ...rest] = await plannedJobs(vehicleId, axle);
    if (!latest) continue;
    const signed = rest.filter((j) => j.signedAt !== null);
    const found = await byJob(db, await loadJob(db, latest.id), signed);
    if (found) all.push(found);
  }
  return all;
}

/** What a job's plan makes dangerous on its car, worded: said before it is signed. */
export async function neverAfter(whole: JobWhole, units: UnitSystem): Promise<string[]> {
  const { db } = await theStore();
  const others = await plannedJobs(whole.vehicle.id, whole.job.axle);
  const found = await byJob(
    db,
    whole,
    others.filter((j) => j.id !== whole.job.id && j.signedAt !== null),
  );
  return found ? neverOf(found, units) : [];
}

/** The fasteners would end further in than anybody has seen or measured. */
const isUnproven = ({ level, reason }: SwapCell): boolean =>
  level === 'unmeasured' && reason !== null && ['bolt.behind', 'fastener.thread', 'nut.bottom'].includes(reason.rule);

/**
 * What must never be put together on an axle, worded. What is fitted on the wheels it was fitted with is its plan’s own
 * matter; on other wheels it is not.
 */
export function neverOf(
  { plan, sets, owned }: Pick<AxleSwaps, 'plan' | 'sets' | 'owned'>,
  units: UnitSystem,
): string[] {
  const never = new Map<string, string[]>();
  const own = new Set(sets.filter((s) => s.measured).map((s) => s.name));
  const judged = swapMatrix(plan, sets, owned).filter((x) => x.swap.key !== 'fitted' || !own.has(x.set));
  for (const c of judged) {
    const open = own.has(c.set) && isUnproven(c);
    if (c.level !== 'stop' && !open) continue;
    const words = `${swapText(c.swap, plan, units)}${open ? ' (further in than measured)' : ''}`;
    never.set(words, [...(never.get(words) ?? []), c.set]);
  }
  return [...never].map(([words, on]) => `${words} on ${on.join(', ')}`);
}

/** Plates and fasteners of a car's earlier plans that still can go on it. */
function ownedOf(plan: Plan, before: readonly Plan[]): Owned {
  const plates: Spacer[] = before.flatMap((p) =>
    p.rightSpacer === null ? [p.spacer] : [p.spacer, { ...p.spacer, thickness: p.rightSpacer }],
  );
  // Bolts do not go into a hub that takes studs now, nor nuts on one that takes bolts.
  const fasteners: Fastener[] = before.flatMap((p) =>
    p.hub.fastening === plan.hub.fastening && p.hub.thread === plan.hub.thread ? [p.fastener] : [],
  );
  return { plates: distinct(plates), fasteners: distinct(fasteners) };
}
