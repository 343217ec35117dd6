import { plainSpacer } from '../document/blank';
import type { Corner, Fastener, Plan } from '../document/document';
import { assess } from '../evaluate/evaluate';
import { decidedBy } from '../rules/index';
import type { Finding } from '../rules/kit/finding';

/** What stands on the car to be tried: a plain plate, and what holds the wheel over it. */
export interface Trial {
  readonly thickness: number;
  readonly fastener: Fastener;
}

const HOLDS = new Set([...decidedBy('length'), ...decidedBy('fastener')]);

/**
 * Whether a car may be rolled and bounced on a trial: what the rules of its joint find in the way at that corner, worst
 * first. Stance and clearance are what the trial is for, so they say nothing here; the plate is taken to be drilled and
 * bored as the hub, and its locking piece is off. Empty where nothing stands in the way.
 */
export function trialFindings(plan: Plan, corner: Corner, { thickness, fastener }: Trial): Finding[] {
  const at = plan.corners.find((c) => c.corner === corner);
  if (at === undefined) return [];
  const tried: Plan = {
    ...plan,
    corners: [at],
    rightSpacer: null,
    trim: 0,
    trimRight: null,
    camberChange: 0,
    lowerBy: 0,
    planned: null,
    leadSignOff: null,
    locking: { kind: 'none' },
    fastener,
    spacer: {
      ...plainSpacer(thickness, plan.hub.spigotDiameter?.value ?? null),
      lugs: plan.hub.lugs,
      boltCircles: plan.hub.boltCircle === null ? null : [plan.hub.boltCircle],
    },
  };
  return assess(tried).findings.filter((f) => HOLDS.has(f.rule) && (f.level === 'stop' || f.level === 'unmeasured'));
}
