import type { Plan } from '../document/document';
import { lockingOf, wheelLugs, wheelTorque } from '../document/hardware';
import { clearanceReserve } from '../figures/numbers';
import { tightest, trimNeeded } from '../stance/clock';
import { mostTrim } from '../stance/trim';
import { ADAPTER_PASSES, HUB_PASSES, type Joint, type TorqueSpec, WHEEL_PASSES } from '../torque/log';
import { archCard } from './arch';
import { jobCard } from './card';
import { type JobKind, jobKind, looseName } from './jobKind';
import { kitList } from './kitList';
import type { Step } from './step';

export interface TorqueJob {
  readonly joint: Joint;
  readonly spec: TorqueSpec;
  readonly source: string;
}

export interface Procedure {
  readonly kind: JobKind;
  /** Tools beside the kit, each once. */
  readonly tools: readonly string[];
  readonly kit: readonly Step[];
  readonly card: readonly Step[];
  /** Arch work, when the plan trims a lip or the clearance asks for it; empty otherwise. */
  readonly arch: readonly Step[];
  /** Torque jobs in order: the adapter's own before the wheel's. */
  readonly torque: readonly TorqueJob[];
  readonly recheck: readonly string[];
}

/**
 * Plan and vehicle to an ordered procedure with hold points and cautions, for every kind of job. Pure: same plan,
 * same card. Common practice, no source.
 */
export function procedure(plan: Plan): Procedure {
  const kind = jobKind(plan);
  const trim = trimOf(plan);
  return {
    kind,
    tools: toolsFor(plan, kind, trim > 0),
    kit: kitList(plan),
    card: jobCard(plan),
    arch: trim > 0 ? archCard(Math.ceil(trim * 10) / 10) : [],
    torque: torqueJobs(plan),
    recheck: [
      'Next day, car cold: every fastener once more.',
      'Again after 50–100 km.',
      ...(plan.use === 'track' || plan.use === 'competition' ? ['Before each session, hub cool.'] : []),
    ],
  };
}

/** Most lip that goes: what the plan already trims, or what its spacer would need. */
function trimOf(plan: Plan): number {
  let most = mostTrim(plan);
  for (const c of plan.corners) {
    for (const r of c.clock) most = Math.max(most, r.trim);
    if (c.clock.length > 0 && tightest(c.clock) !== null) {
      for (const r of trimNeeded(c.clock, plan.spacer.thickness, clearanceReserve(plan))) most = Math.max(most, r.trim);
    }
  }
  return most;
}

function toolsFor(plan: Plan, kind: JobKind, arch: boolean): string[] {
  const loose = looseName(plan);
  return [
    'jack and stand',
    'chocks',
    ...(plan.hub.fastening === 'bolt' ? ['hanger pin'] : []),
    'caliper',
    `deep socket for the ${loose}s`,
    'click torque wrench, in calibration',
    'wire brush or drill cup',
    'brake cleaner',
    'chalk',
    'paper slip',
    ...(kind === 'conversion' ? ['hex key 5 or 6 mm, or two nuts to jam', 'thread locker, medium'] : []),
    ...(kind === 'adapter' ? ['thin-wall socket for the adapter’s nuts', 'bar or second person to hold the hub'] : []),
    ...(plan.hub.lockingFastener || lockingOf(plan).is === 'piece' ? ['locking key'] : []),
    ...(arch
      ? ['trim tools', 'cutting disc and 100-grit', 'masking tape', 'sealing foam or membrane', 'rust paint']
      : []),
  ];
}

/**
 * The round of a conversion’s studs in one hub, by the figure that was read for them; null where no studs go in, or
 * nobody counted the lugs.
 */
export function hubTorque(plan: Plan, figure: { readonly nm: number; readonly source: string }): TorqueJob | null {
  const { hub, policy, fastener } = plan;
  if (fastener.kind !== 'conversion' || hub.lugs === null) return null;
  const { torqueBand: band, verifyAngle } = policy;
  const spec = { lugs: hub.lugs, band, verifyAngle, target: figure.nm, locking: null, passes: HUB_PASSES };
  return { joint: 'hub', source: figure.source, spec };
}

/** Torque jobs of a plan; none without its figure, or where nobody counted the lugs. */
export function torqueJobs(plan: Plan): TorqueJob[] {
  const { hub, policy, spacer } = plan;
  const wheel = wheelTorque(plan);
  if (hub.lugs === null) return [];
  const shared = { lugs: hub.lugs, band: policy.torqueBand, verifyAngle: policy.verifyAngle };
  const jobs: TorqueJob[] = [];
  const adapter = spacer.adapter?.torque;
  if (adapter)
    jobs.push({
      joint: 'adapter',
      source: adapter.source,
      spec: { ...shared, target: adapter.value, locking: null, passes: ADAPTER_PASSES },
    });
  if (wheel)
    jobs.push({
      joint: 'wheel',
      source: wheel.source,
      spec: {
        ...shared,
        lugs: wheelLugs(plan) ?? hub.lugs,
        target: wheel.value,
        locking: lockingOf(plan).is === 'none' ? null : 0,
        passes: WHEEL_PASSES,
      },
    });
  return jobs;
}
