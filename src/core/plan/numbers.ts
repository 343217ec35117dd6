import { boltEngagement, boltProtrusion, boltWindow, calibrateSeat, type LengthWindow } from '../engagement/boltStack';
import { bottomGap, calibrateGrip, minBottomGap, nutEngagement, slipOnLimit } from '../engagement/nutStack';
import { countedTurns, oneDiameter, visibleThread } from '../engagement/schools';
import { turnsToLength } from '../engagement/turns';
import { parseThread, type Thread } from '../thread/designation';
import { clearanceLimit, effectiveOffset, gapAfter, trackChange } from '../stance/offset';
import type { Corner, Measured, Plan, PlanCorner } from './document';
import { SCHOOLS, type School } from './policy';

export interface SchoolMinimum {
  readonly school: School;
  /** mm of engagement this school asks for. */
  readonly minimum: number;
  readonly governs: boolean;
}

/** Everything computed for one corner. mm; null where a reading that it needs is missing. */
export interface CornerNumbers {
  readonly corner: Corner;
  /** Engagement now, and its uncertainty. */
  readonly present: Measured;
  /** Engagement with the chosen spacer and fastener, and its worst-case uncertainty. */
  readonly engagement: Measured;
  readonly slipOnLimit: Measured;
  /** Grip was only bounded by the count (nut or hub fully threaded). */
  readonly gripBounded: boolean;
  /** Tip of the bolt beyond the tapped hole, or of the stud beyond the nut's thread. Negative inside. */
  readonly tipBeyond: Measured;
  /** Closed nut: room left before the stud bottoms. */
  readonly bottomGap: Measured;
  /** Allowed lengths for a longer bolt (under the seat) or stud (protrusion from the rotor face). */
  readonly window: LengthWindow | null;
  readonly gapAfter: Measured;
  readonly clearanceAfter: Measured;
  readonly clearanceLimit: Measured;
  readonly spigotLeft: Measured;
  /** x of the fastener's bearing point from the hub face, from the count: tr + s + grip. */
  readonly bearing: number | null;
}

export interface Numbers {
  readonly thread: Thread;
  readonly schools: readonly SchoolMinimum[];
  readonly minimum: number;
  readonly governing: School;
  readonly corners: readonly CornerNumbers[];
  /** Axle figures: the worst corner decides. */
  readonly slipOnLimit: Measured;
  readonly window: LengthWindow | null;
  readonly effectiveOffset: number | null;
  readonly trackChange: number;
}

const threads = new Map<string, Thread>();

/** Parsed once per spelling; plans repeat a handful of designations. */
function threadOf(text: string): Thread {
  let thread = threads.get(text);
  if (!thread) {
    thread = parseThread('Thread', text);
    threads.set(text, thread);
  }
  return thread;
}

/** Minimum engagement of every school for a plan's thread. */
export function schoolMinimums(plan: Plan, thread: Thread): SchoolMinimum[] {
  const p = plan.policy;
  return SCHOOLS.map((school) => ({ school, minimum: schoolMinimum(school), governs: p.governing.includes(school) }));

  function schoolMinimum(school: School): number {
    switch (school) {
      case 'one-diameter':
        return oneDiameter(thread.d, plan.hub.threadMaterial, p.diameterFactorSteel, p.diameterFactorAluminium);
      case 'turns-hand':
        return countedTurns(p.turnsByHand, thread.pitch);
      case 'turns-hub':
        return countedTurns(p.turnsInHub, thread.pitch);
      case 'turns-policy':
        return countedTurns(p.turnsPolicy, thread.pitch);
      case 'visible':
        return visibleThread(p.visibleThreadInch);
    }
  }
}

/** All figures of a plan. Pure: same plan, same figures; the plan is not changed. */
export function computeNumbers(plan: Plan): Numbers {
  const thread = threadOf(plan.hub.thread);
  const schools = schoolMinimums(plan, thread);
  let governing: School = 'one-diameter';
  let minimum = 0;
  for (const s of schools) {
    if (s.governs && s.minimum > minimum) {
      minimum = s.minimum;
      governing = s.school;
    }
  }
  const corners = plan.corners.map((c) => cornerNumbers(plan, c, thread, minimum));
  return {
    thread,
    schools,
    minimum,
    governing,
    corners,
    slipOnLimit: least(corners.map((c) => c.slipOnLimit)),
    window: narrowest(corners.map((c) => c.window)),
    effectiveOffset: plan.wheel.offset === null ? null : effectiveOffset(plan.wheel.offset, plan.spacer.thickness),
    trackChange: trackChange(plan.spacer.thickness),
  };
}

function cornerNumbers(plan: Plan, c: PlanCorner, thread: Thread, minimum: number): CornerNumbers {
  const { hub, spacer, policy, fastener } = plan;
  const s = spacer.thickness;
  const lead = policy.leadPitches * thread.pitch;
  const present: Measured = c.turns && {
    value: turnsToLength(c.turns.value, thread.pitch),
    pm: c.turns.pm * thread.pitch,
  };
  const stack = present ? (hub.fastening === 'bolt' ? boltCorner(present) : studCorner(present)) : NOTHING;
  const reserve =
    plan.use === 'track' || plan.use === 'competition' ? policy.clearanceReserveTrack : policy.clearanceReserveStreet;
  return {
    corner: c.corner,
    present,
    slipOnLimit: present && { value: slipOnLimit(present.value, minimum), pm: present.pm },
    ...stack,
    gapAfter: c.gap && { value: gapAfter(c.gap.value, s), pm: c.gap.pm + policy.spacerPm },
    clearanceAfter: c.loadedClearance && { value: c.loadedClearance.value - s, pm: c.loadedClearance.pm + policy.spacerPm },
    clearanceLimit: c.loadedClearance && {
      value: clearanceLimit(c.loadedClearance.value, reserve),
      pm: c.loadedClearance.pm,
    },
    spigotLeft:
      c.spigotHeight && c.chamferDepth && spacer.kind !== 'lipped'
        ? {
            value: c.spigotHeight.value - s - c.chamferDepth.value,
            pm: c.spigotHeight.pm + c.chamferDepth.pm + policy.spacerPm,
          }
        : null,
  };

  function boltCorner(now: NonNullable<Measured>): StackNumbers {
    const stock = hub.stockBoltLength;
    const depth = c.tappedDepth;
    const room = c.roomBehind;
    const Dt = depth ? depth.value : Number.POSITIVE_INFINITY;
    const stockPm = stock ? stock.pm : 0;
    const bounded = depth !== null && calibrateSeat(0, lead, now.value, Dt, now.pm).bounded;
    const reach = now.value + lead;
    const window =
      stock === null
        ? null
        : boltWindow(stock.value, s, now.value, minimum, depth && room && !bounded ? Dt + room.value : null, reach);
    if (fastener.kind !== 'bolt') {
      return {
        engagement: { value: Math.max(0, now.value - s), pm: now.pm + (s > 0 ? policy.spacerPm : 0) },
        gripBounded: bounded,
        tipBeyond: depth && !bounded ? { value: reach - s - Dt, pm: now.pm + depth.pm } : null,
        bottomGap: null,
        window,
        bearing: stock ? calibrateSeat(stock.value, lead, now.value, Dt, now.pm).seat + s : null,
      };
    }
    if (stock === null) return { ...NOTHING, gripBounded: bounded };
    const seat = calibrateSeat(stock.value, lead, now.value, Dt, now.pm).seat + s;
    const pm = now.pm + stockPm + policy.fastenerPm + policy.spacerPm;
    return {
      engagement: { value: boltEngagement(fastener.length, seat, lead, Dt), pm },
      gripBounded: bounded,
      tipBeyond: depth && !bounded ? { value: boltProtrusion(fastener.length, seat, Dt), pm: pm + depth.pm } : null,
      bottomGap: null,
      window,
      bearing: seat,
    };
  }

  function studCorner(now: NonNullable<Measured>): StackNumbers {
    const Z0 = c.studProtrusion;
    const isNew = fastener.kind === 'stud';
    // A nut nobody measured holds at least what was counted in it, and is trusted with no more.
    const Ln = hub.nutThread ? hub.nutThread.value : isNew ? now.value : Number.POSITIVE_INFINITY;
    // Only differences of protrusion enter, so the stock figure is needed once a new stud is chosen.
    if (isNew && Z0 === null) return NOTHING;
    const z0 = Z0 ? Z0.value : now.value + lead;
    const grip = calibrateGrip(z0, lead, now.value, hub.nutThread ? Ln : Number.POSITIVE_INFINITY, now.pm);
    // Without the nut's thread length nobody knows whether the count used it up, so the far end stays unknown.
    const farKnown = hub.nutThread !== null && !grip.bounded;
    const tip = fastener.kind === 'stud' ? fastener.protrusion : z0;
    const nutStart = s + grip.q;
    const pm = now.pm + (s > 0 ? policy.spacerPm : 0) + (isNew ? (Z0?.pm ?? 0) + policy.fastenerPm : 0);
    const Dn = hub.nutBlindDepth;
    const closed = hub.nutStyle === 'closed';
    const keep = z0 + s;
    return {
      engagement: { value: nutEngagement({ nutStart, studTip: tip, nose: lead, nutThread: Ln }), pm },
      gripBounded: grip.bounded,
      tipBeyond: farKnown ? { value: tip - nutStart - Ln, pm: pm + (hub.nutThread?.pm ?? 0) } : null,
      bottomGap: closed && Dn && farKnown ? { value: bottomGap(nutStart, Dn.value, tip), pm: pm + Dn.pm } : null,
      window: Z0 && {
        min: keep - (now.value - minimum),
        keep,
        max:
          closed && Dn && farKnown
            ? nutStart + Dn.value - minBottomGap(policy.closedNutGap, thread.pitch)
            : null,
      },
      bearing: Z0 ? nutStart : null,
    };
  }
}

type StackNumbers = Pick<CornerNumbers, 'engagement' | 'gripBounded' | 'tipBeyond' | 'bottomGap' | 'window' | 'bearing'>;

const NOTHING: StackNumbers = {
  engagement: null,
  gripBounded: false,
  tipBeyond: null,
  bottomGap: null,
  window: null,
  bearing: null,
};

/** The smallest once its error is taken off; null as soon as one corner is unmeasured. */
function least(values: readonly Measured[]): Measured {
  let best: Measured = null;
  for (const v of values) {
    if (v === null) return null;
    if (best === null || v.value - v.pm < best.value - best.pm) best = v;
  }
  return best;
}

/** Lengths that suit every corner; null as soon as one corner is unmeasured. */
function narrowest(windows: readonly (LengthWindow | null)[]): LengthWindow | null {
  let min = Number.NEGATIVE_INFINITY;
  let keep = Number.NEGATIVE_INFINITY;
  let max: number | null = Number.POSITIVE_INFINITY;
  for (const w of windows) {
    if (w === null) return null;
    min = Math.max(min, w.min);
    keep = Math.max(keep, w.keep);
    max = max === null || w.max === null ? null : Math.min(max, w.max);
  }
  return { min, keep, max };
}
