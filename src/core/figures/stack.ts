import { adapterEngagement } from '../engagement/adapter';
import {
  boltEngagement,
  boltProtrusion,
  boltThreadNeeded,
  calibrateSeat,
  type Enough,
  type LengthWindow,
  lengthWindow,
} from '../engagement/boltStack';
import { bottomGap, calibrateGrip, minBottomGap, nutEngagement, studThreadNeeded } from '../engagement/nutStack';
import { hubEndEngagement, hubEndProtrusion, outerTip } from '../engagement/twoEnded';
import type { Fastener, Hub, Plan, PlanCorner } from '../document/document';
import type { CompiledThread } from './compiled';
import { type Result, result } from './result';

/** What the stack of one corner comes to. mm; null where a reading that it needs is missing. */
export interface StackNumbers {
  /** Engagement of the joint that carries the wheel, with the chosen spacer and fastener. */
  readonly engagement: Result;
  /** Engagement of the counted fastener with nothing on: what the car came with, as far as its own mate holds. */
  readonly untouched: Result;
  /** The mate’s own thread was never measured, so the engagement is at most the reach: it holds no more than its thread is long. */
  readonly atMost: boolean;
  /** Engagement in the hub: short end of a conversion stud, adapter’s nut on the factory stud. */
  readonly hubEngagement: Result;
  /** Full thread that a new bolt or stud, or a stud under a nut that reaches deeper than was counted, needs from its tip; null where nothing does. */
  readonly threadNeeded: Result;
  /** Tip of bolt or stud beyond the tapped hole, behind the hub. Negative inside. */
  readonly behind: Result;
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
  untouched: null,
  atMost: false,
  hubEngagement: null,
  threadNeeded: null,
  behind: null,
  overhang: null,
  bottomGap: null,
  window: null,
  bearing: null,
};

/** The nut that goes on: the stock one as measured, or the chosen one as marked. */
export interface ChosenNut {
  readonly style: Hub['nutStyle'];
  readonly threadLength: number | null;
  readonly blindDepth: number | null;
  readonly reach: number;
  readonly pm: number;
}

export function chosenNut(plan: Plan): ChosenNut {
  const nut = newNut(plan.fastener);
  if (nut)
    return {
      style: nut.style,
      threadLength: nut.threadLength,
      blindDepth: nut.blindDepth,
      reach: nut.shankReach,
      pm: plan.policy.fastenerPm,
    };
  const { hub } = plan;
  return {
    style: hub.nutStyle,
    threadLength: hub.nutThread ? hub.nutThread.value : null,
    blindDepth: hub.nutBlindDepth ? hub.nutBlindDepth.value : null,
    reach: 0,
    pm: Math.max(hub.nutThread ? hub.nutThread.pm : 0, hub.nutBlindDepth ? hub.nutBlindDepth.pm : 0),
  };
}

/** The nut a fastener brings along, if any. */
export const newNut = (f: Fastener) =>
  f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;

/** Other nuts on the stock studs run further down than the stock ones were counted, where the spacer does not back them off as far. */
export const reachesDeeper = (plan: Plan): boolean =>
  plan.fastener.kind === 'nuts' && plan.fastener.nut.shankReach > plan.spacer.thickness + 1e-9;

/** The wheel still hangs in the very thread that was counted: the hub, or the stock nuts. */
export const sameMate = ({ fastener: f, spacer }: Plan): boolean =>
  spacer.adapter === null && (f.kind === 'stock' || f.kind === 'bolt' || (f.kind === 'stud' && f.nut === null));

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

type Found = NonNullable<Result>;
const sure = (value: number, pm: number, rss: number): Found => ({ value, pm, rss });
const infinite = (m: { readonly value: number } | null): number => (m === null ? Number.POSITIVE_INFINITY : m.value);

/** Bolts in a tapped hub: stock or longer. */
export function boltStack({ plan, c, travel, pitch, enough }: StackParts): StackNumbers {
  if (travel === null) return NO_STACK;
  const { hub, spacer, policy, fastener } = plan;
  const s = spacer.thickness;
  const lead = policy.leadPitches * pitch;
  const counted = hub.stockBoltLength;
  const depth = c.tappedDepth;
  const Dt = infinite(depth);
  const depthPm = depth === null ? 0 : depth.pm;
  const sPm = s > 0 ? policy.spacerPm : 0;
  const seat = counted === null ? null : calibrateSeat(counted.value, lead, travel.value) + s;
  const longerPm = travel.pm + (counted?.pm ?? 0) + policy.fastenerPm + sPm;
  const clear = depth === null || c.roomBehind === null || seat === null ? null : seat + Dt + c.roomBehind.value;
  const common = {
    ...NO_STACK,
    untouched: depth === null ? null : sure(Math.min(Dt, travel.value), travel.pm, travel.pm),
    atMost: depth === null,
    window:
      counted === null || seat === null
        ? null
        : lengthWindow({
            zero: seat + lead,
            keep: counted.value + s,
            mate: Dt,
            enough,
            clear,
            pm: longerPm,
            clearPm: depthPm + (c.roomBehind?.pm ?? 0),
          }),
    bearing: seat,
  };
  if (fastener.kind !== 'bolt') {
    const pm = travel.pm + sPm;
    return {
      ...common,
      engagement: result(Math.min(Dt, Math.max(0, travel.value - s)), travel.pm, sPm),
      behind: depth === null ? null : result(travel.value + lead - s - Dt, pm, depthPm),
    };
  }
  if (counted === null || seat === null) return common;
  const rss = Math.hypot(travel.pm, counted.pm, policy.fastenerPm, sPm);
  return {
    ...common,
    engagement: sure(boltEngagement(fastener.length, seat, lead, Dt), longerPm, rss),
    threadNeeded: sure(boltThreadNeeded(fastener.length, seat), longerPm, rss),
    behind:
      depth === null
        ? null
        : sure(boltProtrusion(fastener.length, seat, Dt), longerPm + depthPm, Math.hypot(rss, depthPm)),
  };
}

/** Studs pressed into the hub: stock or longer, stock nuts or others. x from the disc's face. */
export function studStack({ plan, c, travel, pitch, enough }: StackParts): StackNumbers {
  if (travel === null) return NO_STACK;
  const { hub, spacer, policy, fastener } = plan;
  const s = spacer.thickness;
  const lead = policy.leadPitches * pitch;
  const isLonger = fastener.kind === 'stud';
  const Z0 = c.studProtrusion;
  const untouched =
    hub.nutThread === null ? null : sure(Math.min(hub.nutThread.value, travel.value), travel.pm, travel.pm);
  // Only differences of protrusion enter while the stud stays, so the figure is needed once it changes.
  if (isLonger && Z0 === null) return { ...NO_STACK, untouched };
  const z0 = Z0 === null ? travel.value + lead : Z0.value;
  const nut = chosenNut(plan);
  const Ln = nut.threadLength ?? Number.POSITIVE_INFINITY;
  const nutStart = s + calibrateGrip(z0, lead, travel.value) - nut.reach;
  const tip = isLonger ? fastener.protrusion : z0;
  const sPm = s > 0 ? policy.spacerPm : 0;
  const zPm = Z0 === null ? 0 : Z0.pm;
  const longerPm = travel.pm + sPm + zPm + policy.fastenerPm;
  const pm = isLonger ? longerPm : travel.pm + sPm;
  const rss = isLonger ? Math.hypot(travel.pm, sPm, zPm, policy.fastenerPm) : Math.hypot(travel.pm, sPm);
  const blind = nut.style === 'closed' ? nut.blindDepth : null;
  const withNut = (value: number): Found => sure(value, pm + nut.pm, Math.hypot(rss, nut.pm));
  return {
    ...NO_STACK,
    untouched,
    engagement: sure(nutEngagement({ nutStart, studTip: tip, nose: lead, nutThread: Ln }), pm, rss),
    atMost: nut.threadLength === null,
    threadNeeded: isLonger || reachesDeeper(plan) ? sure(studThreadNeeded(tip, nutStart), pm, rss) : null,
    overhang: nut.threadLength === null ? null : withNut(tip - nutStart - nut.threadLength),
    bottomGap: blind === null ? null : withNut(bottomGap(nutStart, blind, tip)),
    window:
      Z0 === null
        ? null
        : lengthWindow({
            zero: nutStart + lead,
            keep: z0 + s,
            mate: Ln,
            enough,
            clear: closedClear(plan, nut, nutStart, pitch),
            pm: longerPm,
            clearPm: nut.pm,
          }),
    bearing: Z0 === null ? null : nutStart,
  };
}

/** Longest tip in a nut: Infinity for an open one, null where nobody knows. */
function closedClear(plan: Plan, nut: ChosenNut, nutStart: number, pitch: number): number | null {
  if (nut.style === 'open') return Number.POSITIVE_INFINITY;
  if (nut.style === 'unknown' || nut.blindDepth === null) return null;
  return nutStart + nut.blindDepth - minBottomGap(plan.policy.closedNutGap, pitch);
}

/** Two-ended conversion studs in a hub that took bolts. x from the hub face. */
export function conversionStack({ plan, c, pitch, outer, enough }: StackParts): StackNumbers {
  const { hub, spacer, policy, fastener } = plan;
  if (fastener.kind !== 'conversion') return NO_STACK;
  const depth = c.tappedDepth;
  const hubLead = policy.leadPitches * pitch;
  const ofHub = (value: number): Result => (depth === null ? null : result(value, depth.pm, policy.fastenerPm));
  const hubEngagement = ofHub(hubEndEngagement(fastener.shortEnd, hubLead, infinite(depth)));
  const behind = ofHub(hubEndProtrusion(fastener.shortEnd, infinite(depth)));
  if (depth === null || c.rotorHat === null || hub.nutGrip === null) return { ...NO_STACK, hubEngagement, behind };
  const lead = policy.leadPitches * outer.thread.pitch;
  const nut = chosenNut(plan);
  const nutStart = c.rotorHat.value + spacer.thickness + hub.nutGrip.value - nut.reach;
  const tip = outerTip(fastener.length, fastener.shortEnd, depth.value, fastener.seatsAt);
  const inside = fastener.length - tip;
  const sPm = spacer.thickness > 0 ? policy.spacerPm : 0;
  const runOut = fastener.seatsAt === 'run-out' ? depth.pm : 0;
  const pm = c.rotorHat.pm + hub.nutGrip.pm + sPm + policy.fastenerPm + runOut;
  const rss = Math.hypot(c.rotorHat.pm, hub.nutGrip.pm, sPm, policy.fastenerPm, runOut);
  const blind = nut.style === 'closed' ? nut.blindDepth : null;
  const clear = closedClear(plan, nut, nutStart, outer.thread.pitch);
  const Ln = nut.threadLength;
  return {
    ...NO_STACK,
    hubEngagement,
    behind,
    engagement:
      Ln === null ? null : sure(nutEngagement({ nutStart, studTip: tip, nose: lead, nutThread: Ln }), pm, rss),
    threadNeeded: sure(studThreadNeeded(tip, nutStart), pm, rss),
    overhang: Ln === null ? null : sure(tip - nutStart - Ln, pm, rss),
    bottomGap: blind === null ? null : sure(bottomGap(nutStart, blind, tip), pm + nut.pm, Math.hypot(rss, nut.pm)),
    window:
      Ln === null
        ? null
        : lengthWindow({
            zero: inside + nutStart + lead,
            keep: inside + nutStart + Math.max(enough.target, Ln) + lead,
            mate: Ln,
            enough,
            clear: clear === null ? null : inside + clear,
            pm,
            clearPm: nut.pm,
          }),
    bearing: nutStart,
  };
}

/** Bolt-on adapter: adapter nut on the factory stud, then the stock nut on the adapter's stud. x from the disc. */
export function adapterStack({ plan, c, travel, pitch, outer }: StackParts): StackNumbers {
  const { spacer, hub, policy } = plan;
  const a = spacer.adapter;
  if (a === null) return NO_STACK;
  const Z = c.studProtrusion;
  const hubLead = policy.leadPitches * pitch;
  const hubEngagement =
    Z === null ? null : result(adapterEngagement(Z.value, a.web, hubLead, a.nutThread), Z.pm, policy.spacerPm);
  if (Z === null || travel === null) return { ...NO_STACK, hubEngagement };
  const Ln = infinite(hub.nutThread);
  const q = calibrateGrip(Z.value, hubLead, travel.value);
  const lead = policy.leadPitches * outer.thread.pitch;
  const blind = hub.nutStyle === 'closed' ? hub.nutBlindDepth : null;
  const pm = [travel.pm, Z.pm, policy.fastenerPm] as const;
  return {
    ...NO_STACK,
    hubEngagement,
    engagement: result(nutEngagement({ nutStart: q, studTip: a.studProtrusion, nose: lead, nutThread: Ln }), ...pm),
    atMost: hub.nutThread === null,
    overhang: hub.nutThread === null ? null : result(a.studProtrusion - q - Ln, ...pm),
    bottomGap: blind === null ? null : result(bottomGap(q, blind.value, a.studProtrusion), ...pm, blind.pm),
    bearing: spacer.thickness + q,
  };
}
