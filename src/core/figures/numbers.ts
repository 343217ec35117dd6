import { remainingSpigot } from '../centring/fits';
import { countedState } from '../document/bare';
import type { Corner, Measured, Plan, PlanCorner } from '../document/document';
import type { School } from '../document/policy';
import { STAYS_PUT } from '../document/vocabulary';
import { deepestChamfer } from '../document/wheels';
import type { Enough, LengthWindow } from '../engagement/boltStack';
import { slipOnLimit } from '../engagement/nutStack';
import { turnsToLength } from '../engagement/turns';
import { tightestOf } from '../stance/clock';
import { clearanceLimit, effectiveOffset, gapAfter, trackChange } from '../stance/offset';
import { innerClearanceAfter } from '../stance/position';
import { trimAt } from '../stance/trim';
import type { Thread } from '../thread/designation';
import {
  fastenerClass,
  type JointNumbers,
  jointNumbers,
  mostClamp,
  mostHubClamp,
  type StressNumbers,
  stressNumbers,
  wheelClass,
} from './clampFigures';
import {
  type CompiledThread,
  carries as carriesClamp,
  compileThread,
  type Minimums,
  minimumsFor,
  type SchoolMinimum,
} from './compiled';
import { choiceLacks } from './counts';
import { type Moves, movesOf, type Shift, staysPut } from './moves';
import { adapterNutTarget, wheelNutTarget } from './ownNut';
import { least, type Result, result } from './result';
import {
  adapterStack,
  boltStack,
  conversionStack,
  newNut,
  type StackNumbers,
  type StackParts,
  studStack,
} from './stack';

export type { SchoolMinimum } from './compiled';

/** Everything computed for one corner. mm; null where a reading that it needs is missing. */
export interface CornerNumbers extends StackNumbers {
  readonly corner: Corner;
  /** Travel of the counted fastener past its mate’s first thread, with nothing on. */
  readonly travel: Result;
  readonly slipOnLimit: Result;
  readonly gapAfter: Result;
  readonly clearanceAfter: Result;
  readonly clearanceLimit: Result;
  /** Clock position that decides the clearance; null where only the tightest was taken. */
  readonly clearanceHour: number | null;
  readonly innerAfter: Result;
  /** Spacer that would stand the tyre flush, after the camber change. */
  readonly flush: Result;
  readonly spigotLeft: Result;
}

export interface Numbers {
  readonly thread: Thread;
  /** Schools for the joint that carries the wheel. */
  readonly schools: readonly SchoolMinimum[];
  /** Target of the joint that carries the wheel, and the floor under it, mm. */
  readonly minimum: number;
  readonly floor: number;
  /** Thread of a nut of marked class on it, mm: fully on, that is enough; null where there is no such nut. */
  readonly ownNut: number | null;
  readonly governing: School;
  /** The same in the hub of a conversion stud, or on the factory stud of an adapter. */
  readonly hubEnough: Enough | null;
  readonly corners: readonly CornerNumbers[];
  /** Axle figures: the worst corner decides. */
  readonly slipOnLimit: Result;
  readonly window: LengthWindow | null;
  readonly effectiveOffset: number | null;
  readonly trackChange: number;
  readonly joint: JointNumbers | null;
  /** Worst combined stress while it is tightened; null without a torque figure. */
  readonly stress: StressNumbers | null;
}

/** All figures of a plan. Pure: same plan, same figures; the plan is not changed. */
export function computeNumbers(plan: Plan): Numbers {
  const { hub, fastener, spacer, policy } = plan;
  const own = compileThread(hub.thread);
  const outer = outerThread(plan, own);
  const nut = newNut(fastener);
  const present = minimumsFor(own, hub.threadMaterial, fastenerClass(plan), hub.internalTensile, policy);
  const [material, tensile] = nut ? [nut.material, nut.tensile] : [hub.threadMaterial, hub.internalTensile];
  const hangsInPresent = !nut && outer === own && spacer.adapter === null;
  const wheel = hangsInPresent ? present : minimumsFor(outer, material, wheelClass(plan), tensile, policy);
  const offset = plan.planned?.offset ?? plan.wheel.offset;
  const twoJoints = fastener.kind === 'conversion' || spacer.kind === 'adapter';
  const corners: CornerNumbers[] = [];
  const joint = jointNumbers(plan, outer);
  const clamp = (): number | null => joint?.clamp.high ?? mostClamp(plan, outer);
  const own3 = (thread: number | null, pitch: number): number | null =>
    thread === null ? null : Math.max(thread, policy.turnsNeverDrive * pitch);
  const enough = {
    ...enoughFor(wheel, outer, tensile, clamp),
    own: own3(wheelNutTarget(plan, outer.thread), outer.thread.pitch),
  };
  const parts = { plan, own, outer, present: present.minimum, enough, carries: choiceLacks(plan) === null };
  for (const c of plan.corners) corners.push(cornerNumbers(parts, c));
  return {
    thread: outer.thread,
    schools: wheel.schools,
    minimum: enough.target,
    floor: enough.floor,
    governing: wheel.governing,
    ownNut: enough.own,
    hubEnough: twoJoints
      ? {
          // Both ends of a two-ended stud carry one force; an adapter’s nuts have a figure of their own.
          ...enoughFor(
            present,
            own,
            hub.internalTensile,
            spacer.adapter === null ? clamp : () => mostHubClamp(plan, own),
          ),
          own: own3(adapterNutTarget(plan, own.thread), own.thread.pitch),
        }
      : null,
    corners,
    slipOnLimit: least(corners.map((c) => c.slipOnLimit)),
    window: narrowest(corners),
    effectiveOffset: offset === null ? null : effectiveOffset(offset, spacer.thickness),
    trackChange: trackChange(spacer.thickness),
    joint,
    stress: stressNumbers(plan, outer),
  };
}

/**
 * Target and floor of a joint. Where the strength of the internal thread is known the floor is no less than what
 * carries the top of the clamp band, and the target never less than the floor.
 * @param clampOf most clamp, N; worked out only where a strength asks for it
 */
function enoughFor(
  m: Minimums,
  t: CompiledThread,
  internalTensile: number | null,
  clampOf: () => number | null,
): Omit<Enough, 'own'> {
  const clamp = internalTensile === null ? null : clampOf();
  const carried = internalTensile === null || clamp === null ? 0 : carriesClamp(t, clamp, internalTensile);
  const floor = Math.max(m.floor, carried);
  return { target: Math.max(m.minimum, floor), floor };
}

/** Thread of the joint that carries the wheel. */
function outerThread(plan: Plan, own: CompiledThread): CompiledThread {
  if (plan.fastener.kind === 'conversion') return compileThread(plan.fastener.outerThread);
  if (plan.spacer.adapter !== null) return compileThread(plan.spacer.adapter.studThread);
  return own;
}

interface CornerParts {
  readonly plan: Plan;
  readonly own: CompiledThread;
  readonly outer: CompiledThread;
  /** Target on the counted fastener, mm. */
  readonly present: number;
  readonly enough: Enough;
  /** The counts speak of what is chosen. */
  readonly carries: boolean;
}

function cornerNumbers({ plan, own, outer, present, enough, carries }: CornerParts, c: PlanCorner): CornerNumbers {
  const { spacer, policy } = plan;
  const s = spacer.thickness;
  const { pitch } = own.thread;
  // A count that is no number is no count, and one of another seat is none of this.
  const travel =
    c.turns === null || !Number.isFinite(c.turns.value) || !carries
      ? null
      : result(turnsToLength(Math.max(0, c.turns.value), pitch), c.turns.pm * pitch);
  const stack = chooseStack({ plan, c, travel, pitch, outer, enough });
  const moves = movesOf(plan, c);
  const hours = tightestMoved(plan, c, moves);
  const gap = c.gap === null || moves.gap === null ? null : shifted(c.gap, moves.gap);
  const chamfer = spacer.kind === 'plain' ? deepestChamfer(plan, c) : null;
  // Field by field: spreading stacks of several shapes takes longer than all the rest of a judgement.
  return {
    engagement: stack.engagement,
    reach: stack.reach,
    mate: stack.mate,
    untouched: stack.untouched,
    atMost: stack.atMost,
    hubEngagement: stack.hubEngagement,
    threadNeeded: stack.threadNeeded,
    behind: stack.behind,
    further: stack.further,
    deeper: stack.deeper,
    overhang: stack.overhang,
    bottomGap: stack.bottomGap,
    window: stack.window,
    bearing: stack.bearing,
    corner: c.corner,
    travel,
    slipOnLimit: slipOn(plan, c, travel, present),
    gapAfter: gap === null ? null : result(gapAfter(gap.value, s), gap.pm, policy.spacerPm),
    clearanceAfter: hours === null ? null : result(hours.value - s, hours.pm, policy.spacerPm),
    clearanceLimit: hours === null ? null : result(clearanceLimit(hours.value, clearanceReserve(plan)), hours.pm),
    clearanceHour: hours !== null && 'hour' in hours ? hours.hour : null,
    innerAfter:
      c.innerClearance === null || moves.inner === null
        ? null
        : result(
            innerClearanceAfter(c.innerClearance.value, s) + moves.inner.out,
            c.innerClearance.pm + moves.inner.pm,
            policy.spacerPm,
          ),
    flush: gap === null ? null : result(gap.value, gap.pm),
    spigotLeft:
      c.spigotHeight !== null && chamfer !== null
        ? result(
            remainingSpigot(c.spigotHeight.value, s, chamfer.value),
            c.spigotHeight.pm,
            chamfer.pm,
            policy.spacerPm,
          )
        : null,
  };
}

const shifted = (m: { readonly value: number; readonly pm: number }, by: NonNullable<Shift>) => ({
  value: m.value - by.out,
  pm: m.pm + by.pm,
});

/** Tightest loaded clearance once camber, height and wheel moved each position; null where one is unmeasured. */
function tightestMoved(plan: Plan, c: PlanCorner, moves: Moves): ReturnType<typeof tightestOf> {
  if (staysPut(plan, c)) return tightestOf(c, trimAt(plan, c.corner));
  const move = (m: Measured, hour: number | null): Measured => {
    const by = moves.loaded(hour);
    return m === null || by === null ? null : shifted(m, by);
  };
  if (c.clock.length === 0 && move(c.loadedClearance, null) === null) return null;
  return tightestOf(
    {
      clock: c.clock.map((h) => ({ ...h, clearance: move(h.clearance, h.hour) })),
      loadedClearance: move(c.loadedClearance, null),
    },
    trimAt(plan, c.corner),
  );
}

/** Largest plate on the counted fastener: travel less the target, and none where its mate is shorter than that. */
function slipOn(plan: Plan, c: PlanCorner, travel: Result, target: number): Result {
  const mate = plan.hub.fastening === 'bolt' ? c.tappedDepth : plan.hub.nutThread;
  if (travel === null || mate === null) return null;
  const most = mate.value < target - 1e-9 ? mate.value : travel.value;
  return { value: slipOnLimit(Math.min(most, travel.value), target), pm: travel.pm, rss: travel.rss };
}

function chooseStack(parts: StackParts): StackNumbers {
  const { plan } = parts;
  // A half-typed adapter is never judged as a plate.
  if (plan.spacer.kind === 'adapter') return adapterStack(parts);
  if (plan.fastener.kind === 'conversion') return conversionStack(parts);
  return plan.hub.fastening === 'bolt' ? boltStack(parts) : studStack(parts);
}

/** Reserve on the loaded clearance for the plan's use. */
export const clearanceReserve = (plan: Plan): number =>
  plan.use === 'track' || plan.use === 'competition'
    ? plan.policy.clearanceReserveTrack
    : plan.policy.clearanceReserveStreet;

/** Lengths that suit every corner; null as soon as one corner has none, or none is left between them. */
function narrowest(corners: readonly CornerNumbers[]): LengthWindow | null {
  let all: LengthWindow | null = null;
  for (const { window: w } of corners) {
    if (w === null) return null;
    all = all === null ? w : both(all, w);
  }
  return all === null || (all.max !== null && all.max < all.min) ? null : all;
}

const lower = (a: Result, b: Result): Result => least([a, b]);
const higher = (a: Result, b: Result): Result =>
  a === null || b === null ? null : a.value + a.pm >= b.value + b.pm ? a : b;

/** One corner on two pads: the figures of the one with the least thread; of tip, cap and thread start the worse. */
export function worseEnds(a: CornerNumbers, b: CornerNumbers): CornerNumbers {
  const base = a.engagement !== null && b.engagement !== null && b.engagement.value < a.engagement.value ? b : a;
  return {
    ...base,
    engagement: a.engagement === null || b.engagement === null ? null : base.engagement,
    slipOnLimit: lower(a.slipOnLimit, b.slipOnLimit),
    threadNeeded: higher(a.threadNeeded, b.threadNeeded),
    behind: higher(a.behind, b.behind),
    further: higher(a.further, b.further),
    deeper: a.deeper || b.deeper,
    overhang: higher(a.overhang, b.overhang),
    bottomGap: lower(a.bottomGap, b.bottomGap),
    window: a.window === null || b.window === null ? null : both(a.window, b.window),
  };
}

const both = (a: LengthWindow, b: LengthWindow): LengthWindow => ({
  min: Math.max(a.min, b.min),
  keep: Math.max(a.keep, b.keep),
  max: a.max === null || b.max === null ? null : Math.min(a.max, b.max),
  toFloor: a.toFloor || b.toFloor,
});

/**
 * Whether the choice moves the wheel, or its stance is the very jobType: only then are gap and clearance asked for.
 * Studs for bolts with nothing between hub and wheel leave it where it was, and so does hanging a wheel or taking a
 * plate off.
 */
export const movesWheel = (plan: Plan): boolean =>
  !STAYS_PUT.has(plan.jobType) ||
  plan.spacer.thickness > 0 ||
  plan.camberChange !== 0 ||
  plan.lowerBy !== 0 ||
  plan.planned !== null;

/**
 * Corners whose gap and clearance are asked for. Where nothing moves (the very spacer that was on at the count is kept,
 * on wheels, camber and height that stay) only what was measured is judged, and nothing is borrowed from the other
 * corner.
 * @param measured whether a corner has the figure
 */
export function askedCorners(
  plan: Plan,
  n: Numbers,
  measured: (c: CornerNumbers) => boolean,
): readonly CornerNumbers[] {
  return movesWheel(plan) && !keepsPlate(plan) ? n.corners : n.corners.filter(measured);
}

const keepsPlate = (plan: Plan): boolean =>
  STAYS_PUT.has(plan.jobType) &&
  plan.corners.every(
    (c) => c.turns !== null && staysPut(plan, c) && Math.abs(countedState(c).asRead - plan.spacer.thickness) < 1e-9,
  );
