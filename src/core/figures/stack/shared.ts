import { countedState } from '../../document/bare';
import type { Fastener, Hub, Measured, Plan, PlanCorner } from '../../document/document';
import { originalJoint } from '../../document/hardware';
import type { Enough, LengthWindow } from '../../engagement/boltStack';
import { engaged } from '../../engagement/engaged';
import { minBottomGap } from '../../engagement/nutStack';
import type { CompiledThread } from '../compiled';
import type { Result } from '../result';

/** What the stack of one corner comes to. mm; null where a reading that it needs is missing. */
export interface StackNumbers {
  /** Engagement of the joint that carries the wheel, with the chosen spacer and fastener. */
  readonly engagement: Result;
  /** The same as far as it would reach in a mate without end. */
  readonly reach: Result;
  /** Thread of the mate with its error, mm; null where nobody measured it. */
  readonly mate: Measured;
  /** Engagement of the counted fastener with nothing on: what the car came with, as far as its own mate holds. */
  readonly untouched: Result;
  /**
   * The mate’s own thread was never measured, so the engagement is at most the reach: it holds no more than its thread
   * is long.
   */
  readonly atMost: boolean;
  /** Engagement in the hub: short end of a conversion stud, adapter’s nut on the factory stud. */
  readonly hubEngagement: Result;
  /**
   * Full thread that a new bolt or stud, or a stud under a nut that reaches deeper than was counted, needs from its
   * tip; null where nothing does.
   */
  readonly threadNeeded: Result;
  /** Tip of bolt or stud beyond the tapped hole, behind the hub. Negative inside. */
  readonly behind: Result;
  /**
   * How much further in the tip of a bolt ends than the counted one did, on the plate it was counted with. Negative
   * less far.
   */
  readonly further: Result;
  /** Fasteners that stay on the car end further in than they were counted: nothing of their thread or tip is proven. */
  readonly deeper: boolean;
  /** Stud beyond the nut’s thread. Negative inside. */
  readonly overhang: Result;
  /** Closed nut: room left before the stud bottoms. */
  readonly bottomGap: Result;
  /** Allowed lengths: bolt under the seat, stud protrusion from the disc, conversion stud overall. */
  readonly window: LengthWindow | null;
  /** x of the fastener’s bearing point: from the hub face for bolts and conversions, from the disc for studs. */
  readonly bearing: number | null;
}

export const NO_STACK: StackNumbers = {
  engagement: null,
  reach: null,
  mate: null,
  untouched: null,
  atMost: false,
  hubEngagement: null,
  threadNeeded: null,
  behind: null,
  further: null,
  deeper: false,
  overhang: null,
  bottomGap: null,
  window: null,
  bearing: null,
};

/** The nut that goes on: the present one as measured, or the chosen one as marked. */
export interface ChosenNut {
  readonly style: Hub['nutStyle'];
  readonly threadLength: number | null;
  readonly blindDepth: number | null;
  /** Whether a closed one is wider than the thread past its thread; null where nobody knows. */
  readonly capOpen: boolean | null;
  readonly reach: number;
  readonly pm: number;
  /** Error of its thread alone; a marked size carries none. */
  readonly threadPm: number;
}

export function chosenNut(plan: Plan): ChosenNut {
  const nut = newNut(plan.fastener);
  if (nut)
    return {
      style: nut.style,
      threadLength: nut.threadLength,
      blindDepth: nut.blindDepth,
      capOpen: nut.capOpen,
      // A conversion's grip is measured with the nut that will be used, so its shank is in it already.
      // Where nobody said where its thread begins it is taken as level, and the rule on it holds the plan back.
      reach: plan.fastener.kind === 'conversion' ? 0 : (nut.shankReach ?? 0),
      pm: plan.policy.fastenerPm,
      threadPm: 0,
    };
  const { hub } = plan;
  return {
    style: hub.nutStyle,
    threadLength: hub.nutThread ? hub.nutThread.value : null,
    blindDepth: hub.nutBlindDepth ? hub.nutBlindDepth.value : null,
    capOpen: hub.capOpen,
    reach: 0,
    pm: Math.max(hub.nutThread ? hub.nutThread.pm : 0, hub.nutBlindDepth ? hub.nutBlindDepth.pm : 0),
    threadPm: pmOf(hub.nutThread),
  };
}

/** The nut a fastener brings along, if any. */
export const newNut = (f: Fastener) =>
  f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;

/**
 * How much deeper what stays on the car ends than it was counted, mm, errors of the counted state inside: a plate that
 * is thinner than the counted one, or a nut that reaches further than the plate backs it off. Zero or less is proven by
 * the count.
 */
export function deeperBy({ fastener, spacer }: Plan, c: PlanCorner): number {
  const { spacer: s0, pm } = countedState(c);
  return s0 - spacer.thickness + pm + (fastener.kind === 'nuts' ? (fastener.nut.shankReach ?? 0) : 0);
}

/** The same as a question. */
export const reachesDeeper = (plan: Plan, c: PlanCorner): boolean => deeperBy(plan, c) > 1e-9;

/**
 * Whether the hub’s hole lets a thread past its own: as somebody looked, or because a count certainly ran past it. Null
 * where nobody knows.
 * @param travel of the counted bolt with nothing on
 */
export function holeOpenAt({ hub }: Plan, c: PlanCorner, travel: Result): boolean | null {
  if (hub.holeOpen !== null || travel === null || c.tappedDepth === null) return hub.holeOpen;
  const { spacer, pm } = countedState(c);
  const ran = travel.value - spacer - travel.pm - pm;
  return ran > c.tappedDepth.value + c.tappedDepth.pm + 1e-9 ? true : null;
}

/**
 * The maker’s own joint, counted as it stands and left as it is: what the maker made needs no proof of its cap as long
 * as nobody measured it and found otherwise.
 */
export function asMade(plan: Plan, c: PlanCorner): boolean {
  if (!originalJoint(plan) || c.turns === null) return false;
  const { spacer, asRead, pm, otherWheel, lacks } = countedState(c);
  return asRead === 0 && !otherWheel && lacks === null && spacer + pm <= 1e-9;
}

/** The wheel still hangs in the very thread that was counted: the hub, or the present nuts. */
export const sameMate = ({ fastener: f, spacer }: Plan): boolean =>
  spacer.kind !== 'adapter' && (f.kind === 'present' || f.kind === 'bolt' || (f.kind === 'stud' && f.nut === null));

/** What the stack of a corner is made with. */
export interface StackParts {
  readonly plan: Plan;
  readonly c: PlanCorner;
  /** Travel of the counted fastener past its mate's first thread with nothing on, mm. */
  readonly travel: Result;
  /** Pitch of the hub's thread, mm. */
  readonly pitch: number;
  /** Thread of the joint that carries the wheel. */
  readonly outer: CompiledThread;
  readonly enough: Enough;
}

export type Found = NonNullable<Result>;
export const sure = (value: number, pm: number, rss: number): Found => ({ value, pm, rss });
export const noseOf = (m: { readonly value: number } | null): number => (m === null ? 0 : m.value);
export const pmOf = (m: { readonly pm: number } | null): number => (m === null ? 0 : m.pm);
export const infinite = (m: { readonly value: number } | null): number =>
  m === null ? Number.POSITIVE_INFINITY : m.value;

/**
 * Engagement of the untouched car: the maker's own fastener and no plate. Where others were counted it is carried over
 * by the difference of lengths; where nobody knows whose they are, the untouched car is unknown. The maker's is taken
 * without a nose, which makes it engage the more.
 */
export function untouchedOf(
  plan: Plan,
  c: PlanCorner,
  travel: Found,
  mate: number,
  counted: { readonly value: number } | null,
): Result {
  const { hardware, original, pilotNose, fastening, seat } = plan.hub;
  const length = original?.length ?? null;
  const { otherWheel, asRead, spacer } = countedState(c);
  if (otherWheel) return null;
  // What the car had, it had on the wheel that was counted, whatever pad another one brings.
  const had = travel.value + asRead - spacer;
  if (hardware === 'original') return sure(Math.min(mate, had), travel.pm, travel.pm);
  if (hardware === 'unknown' || length === null || counted === null) return null;
  // Other nuts than the maker’s are another mate, and another seat stands at another depth: the untouched car is not
  // known by them.
  if (fastening === 'stud' || original === null || (original.seat !== seat && original.seat !== 'unknown')) return null;
  const reach = had + length.value + length.pm - counted.value + noseOf(pilotNose);
  return sure(Math.max(0, Math.min(mate, reach)), travel.pm, travel.pm);
}

/**
 * What a joint holds: E = min(reach, mate), never below 0. Its error is what is left of both once each has had its own:
 * a fastener that stands well through is no less sure than its mate's thread.
 */
export function held(reach: Found, mate: Measured): Pick<StackNumbers, 'engagement' | 'reach' | 'mate'> {
  const [most, matePm] = mate === null ? [Number.POSITIVE_INFINITY, 0] : [mate.value, mate.pm];
  const value = engaged(reach.value, most);
  const low = (pm: number): number => engaged(reach.value - pm, most - matePm);
  return { engagement: sure(value, value - low(reach.pm), value - low(reach.rss)), reach, mate };
}

/** Thread of a nut with its error; null where nobody measured it. */
export const mateOfNut = (nut: ChosenNut): Measured =>
  nut.threadLength === null ? null : { value: nut.threadLength, pm: nut.threadPm };

/** A figure with one more error. */
export const plus = (r: Found, pm: number): Found => sure(r.value, r.pm + pm, Math.hypot(r.rss, pm));

/**
 * Longest tip in a nut: Infinity for an open one, null where nobody knows. A cap no wider than its thread ends the
 * stud’s own.
 * @param nose of the stud, behind which its thread may begin, mm
 */
export function closedClear(plan: Plan, nut: ChosenNut, nutStart: number, pitch: number, nose: number): number | null {
  if (nut.style === 'open') return Number.POSITIVE_INFINITY;
  if (nut.style === 'unknown' || nut.blindDepth === null || nut.capOpen === null) return null;
  const clear = nutStart + nut.blindDepth - minBottomGap(plan.policy.closedNutGap, pitch);
  return nut.capOpen ? clear : Math.min(clear, nutStart + nose + (nut.threadLength ?? 0));
}

/** Nose of a new fastener; one that nobody measured is none here, and the rule on it holds the plan back. */
export function noseOfNew(f: Fastener): number {
  return f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion' ? (f.nose ?? 0) : 0;
}
