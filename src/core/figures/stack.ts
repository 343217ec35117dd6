import { adapterEngagement } from '../engagement/adapter';
import {
  boltEngagement,
  boltProtrusion,
  boltThreadNeeded,
  boltWindow,
  calibrateSeat,
  type LengthWindow,
} from '../engagement/boltStack';
import { bottomGap, calibrateGrip, minBottomGap, nutEngagement, studThreadNeeded } from '../engagement/nutStack';
import { hubEndEngagement, hubEndProtrusion, outerTip, studLengthWindow } from '../engagement/twoEnded';
import type { CompiledThread } from './compiled';
import type { Fastener, Hub, Plan, PlanCorner } from '../document/document';
import { type Result, result } from './result';

/** What the stack of one corner comes to. mm; null where a reading that it needs is missing. */
export interface StackNumbers {
  /** Engagement of the joint that carries the wheel, with the chosen spacer and fastener. */
  readonly engagement: Result;
  /** The mate’s own thread was never measured, so the engagement is at most what was counted: it holds no more than its thread is long. */
  readonly atMost: boolean;
  /** Engagement in the hub: short end of a conversion stud, adapter's nut on the factory stud. */
  readonly hubEngagement: Result;
  /** Grip was only bounded by the count: nut or hub fully threaded. */
  readonly gripBounded: boolean;
  /** Full thread that a new bolt or stud, or a stud under a nut that reaches deeper than was counted, needs from its tip; null where nothing does. */
  readonly threadNeeded: Result;
  /** That need is the most it can be, because the count does not say where the mate's thread begins. */
  readonly neededAtMost: boolean;
  /** Tip of bolt or stud beyond the tapped hole, behind the hub. Negative inside. */
  readonly behind: Result;
  /** Stud beyond the nut's thread. Negative inside. */
  readonly overhang: Result;
  /** Closed nut: room left before the stud bottoms. */
  readonly bottomGap: Result;
  /** Allowed lengths: bolt under the seat, stud protrusion from the disc, conversion stud overall. */
  readonly window: LengthWindow | null;
  /** x of the fastener's bearing point: from the hub face for bolts and conversions, from the disc for studs. */
  readonly bearing: number | null;
}

export const NO_STACK: StackNumbers = {
  engagement: null,
  atMost: false,
  hubEngagement: null,
  gripBounded: false,
  threadNeeded: null,
  neededAtMost: false,
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

/** Bolts in a tapped hub: stock or longer. */
export function boltStack(plan: Plan, c: PlanCorner, present: Result, pitch: number, minimum: number): StackNumbers {
  if (present === null) return NO_STACK;
  const { hub, spacer, policy, fastener } = plan;
  const s = spacer.thickness;
  const lead = policy.leadPitches * pitch;
  const stock = hub.stockBoltLength;
  const depth = c.tappedDepth;
  const Dt = depth === null ? Number.POSITIVE_INFINITY : depth.value;
  const depthPm = depth === null ? 0 : depth.pm;
  const sPm = s > 0 ? policy.spacerPm : 0;
  const { seat, bounded } = calibrateSeat(stock === null ? 0 : stock.value, lead, present.value, Dt, present.pm);
  const reach = present.value + lead;
  const depthAndRoom = depth !== null && c.roomBehind !== null && !bounded ? Dt + c.roomBehind.value : null;
  const window = stock === null ? null : boltWindow(stock.value, s, present.value, minimum, depthAndRoom, reach);
  const known = depth !== null && !bounded;
  if (fastener.kind !== 'bolt') {
    return {
      ...NO_STACK,
      engagement: result(Math.min(Dt, Math.max(0, present.value - s)), present.pm, sPm),
      atMost: depth === null,
      gripBounded: bounded,
      behind: known ? result(reach - s - Dt, present.pm, depthPm, sPm) : null,
      window,
      bearing: stock === null ? null : seat + s,
    };
  }
  if (stock === null) return { ...NO_STACK, gripBounded: bounded };
  const lengths = Math.hypot(stock.pm, policy.fastenerPm);
  const worst = present.pm + stock.pm + policy.fastenerPm + sPm;
  const rss = Math.hypot(present.pm, lengths, sPm);
  return {
    ...NO_STACK,
    engagement: { value: boltEngagement(fastener.length, seat + s, lead, Dt), pm: worst, rss },
    atMost: depth === null,
    gripBounded: bounded,
    // Without its depth nobody knows whether the count used the whole hub; where it did, the seat is anywhere from the spacer's face outward.
    threadNeeded:
      depth === null ? null : { value: boltThreadNeeded(fastener.length, bounded ? s : seat + s), pm: worst, rss },
    neededAtMost: bounded,
    behind: known
      ? { value: boltProtrusion(fastener.length, seat + s, Dt), pm: worst + depthPm, rss: Math.hypot(rss, depthPm) }
      : null,
    window,
    bearing: seat + s,
  };
}

/** Studs pressed into the hub: stock or longer, stock nuts or others. x from the disc's face. */
export function studStack(plan: Plan, c: PlanCorner, present: Result, pitch: number, minimum: number): StackNumbers {
  if (present === null) return NO_STACK;
  const { hub, spacer, policy, fastener } = plan;
  const s = spacer.thickness;
  const lead = policy.leadPitches * pitch;
  const isLonger = fastener.kind === 'stud';
  const Z0 = c.studProtrusion;
  // Only differences of protrusion enter while the stud stays, so the figure is needed once it changes.
  if (isLonger && Z0 === null) return NO_STACK;
  const z0 = Z0 === null ? present.value + lead : Z0.value;
  const stockThread = hub.nutThread === null ? Number.POSITIVE_INFINITY : hub.nutThread.value;
  const grip = calibrateGrip(z0, lead, present.value, stockThread, present.pm);
  const nut = chosenNut(plan);
  const Ln = nut.threadLength ?? Number.POSITIVE_INFINITY;
  const nutStart = s + grip.q - nut.reach;
  const tip = isLonger ? fastener.protrusion : z0;
  const sPm = s > 0 ? policy.spacerPm : 0;
  const lengthPm = isLonger ? (Z0 === null ? 0 : Z0.pm) + policy.fastenerPm : 0;
  const pm = present.pm + sPm + lengthPm;
  const rss = Math.hypot(present.pm, sPm, isLonger && Z0 !== null ? Z0.pm : 0, isLonger ? policy.fastenerPm : 0);
  // Without the stock nut's thread length nobody knows whether the count used it up, so the far end stays unknown.
  const farKnown = hub.nutThread !== null && !grip.bounded;
  const closed = nut.style === 'closed' && nut.blindDepth !== null && farKnown;
  const blind = nut.blindDepth ?? 0;
  const keep = z0 + s;
  // Where the count may have used up the nut, its first thread is nowhere deeper than the pad less its reach.
  const farPm = farKnown || isLonger || Z0 === null ? 0 : Z0.pm;
  const needed =
    !farKnown && Z0 === null
      ? null
      : {
          value: studThreadNeeded(tip, farKnown ? nutStart : s - nut.reach),
          pm: pm + farPm,
          rss: Math.hypot(rss, farPm),
        };
  return {
    ...NO_STACK,
    engagement: { value: nutEngagement({ nutStart, studTip: tip, nose: lead, nutThread: Ln }), pm, rss },
    atMost: nut.threadLength === null,
    gripBounded: grip.bounded,
    threadNeeded: isLonger || reachesDeeper(plan) ? needed : null,
    neededAtMost: !farKnown,
    overhang:
      nut.threadLength !== null && farKnown
        ? { value: tip - nutStart - nut.threadLength, pm: pm + nut.pm, rss: Math.hypot(rss, nut.pm) }
        : null,
    bottomGap: closed
      ? { value: bottomGap(nutStart, blind, tip), pm: pm + nut.pm, rss: Math.hypot(rss, nut.pm) }
      : null,
    window:
      Z0 === null
        ? null
        : {
            min: keep - nut.reach - (present.value - minimum),
            keep,
            max: closed ? nutStart + blind - minBottomGap(policy.closedNutGap, pitch) : null,
          },
    bearing: Z0 === null ? null : nutStart,
  };
}

/** Two-ended conversion studs in a hub that took bolts. x from the hub face. */
export function conversionStack(plan: Plan, c: PlanCorner, outer: CompiledThread, minimum: number): StackNumbers {
  const { hub, spacer, policy, fastener } = plan;
  if (fastener.kind !== 'conversion') return NO_STACK;
  const depth = c.tappedDepth;
  const hubEngagement =
    depth === null ? null : result(hubEndEngagement(fastener.shortEnd, depth.value), depth.pm, policy.fastenerPm);
  const behind =
    depth === null ? null : result(hubEndProtrusion(fastener.shortEnd, depth.value), depth.pm, policy.fastenerPm);
  if (depth === null || c.rotorHat === null || hub.nutGrip === null) return { ...NO_STACK, hubEngagement, behind };
  const lead = policy.leadPitches * outer.thread.pitch;
  const nut = chosenNut(plan);
  const nutStart = c.rotorHat.value + spacer.thickness + hub.nutGrip.value - nut.reach;
  const tip = outerTip(fastener.length, fastener.shortEnd, depth.value, fastener.seatsAt);
  const inside = fastener.length - tip;
  const pm =
    c.rotorHat.pm +
    hub.nutGrip.pm +
    policy.spacerPm +
    policy.fastenerPm +
    (fastener.seatsAt === 'run-out' ? depth.pm : 0);
  const rss = Math.hypot(
    c.rotorHat.pm,
    hub.nutGrip.pm,
    policy.spacerPm,
    policy.fastenerPm,
    fastener.seatsAt === 'run-out' ? depth.pm : 0,
  );
  const gap = minBottomGap(policy.closedNutGap, outer.thread.pitch);
  const blind = nut.style === 'closed' ? nut.blindDepth : null;
  return {
    ...NO_STACK,
    hubEngagement,
    behind,
    engagement:
      nut.threadLength === null
        ? null
        : { value: nutEngagement({ nutStart, studTip: tip, nose: lead, nutThread: nut.threadLength }), pm, rss },
    threadNeeded: { value: studThreadNeeded(tip, nutStart), pm, rss },
    overhang: nut.threadLength === null ? null : { value: tip - nutStart - nut.threadLength, pm, rss },
    bottomGap:
      blind === null ? null : { value: bottomGap(nutStart, blind, tip), pm: pm + nut.pm, rss: Math.hypot(rss, nut.pm) },
    window:
      nut.threadLength === null
        ? null
        : studLengthWindow(
            inside,
            nutStart,
            minimum,
            lead,
            nut.threadLength,
            blind === null ? null : { blindDepth: blind, gap },
          ),
    bearing: nutStart,
  };
}

/** Bolt-on adapter: adapter nut on the factory stud, then the stock nut on the adapter's stud. x from the disc. */
export function adapterStack(
  plan: Plan,
  c: PlanCorner,
  present: Result,
  hubPitch: number,
  outer: CompiledThread,
): StackNumbers {
  const { spacer, hub, policy } = plan;
  const a = spacer.adapter;
  if (a === null) return NO_STACK;
  const Z = c.studProtrusion;
  const hubLead = policy.leadPitches * hubPitch;
  const hubEngagement =
    Z === null ? null : result(adapterEngagement(Z.value, a.web, hubLead, a.nutThread), Z.pm, policy.spacerPm);
  if (Z === null || present === null) return { ...NO_STACK, hubEngagement };
  const Ln = hub.nutThread === null ? Number.POSITIVE_INFINITY : hub.nutThread.value;
  const grip = calibrateGrip(Z.value, hubLead, present.value, Ln, present.pm);
  const lead = policy.leadPitches * outer.thread.pitch;
  const known = hub.nutThread !== null && !grip.bounded;
  const closed = hub.nutStyle === 'closed' && hub.nutBlindDepth !== null && known;
  const pm = [present.pm, Z.pm, policy.fastenerPm] as const;
  return {
    ...NO_STACK,
    hubEngagement,
    engagement: result(
      nutEngagement({ nutStart: grip.q, studTip: a.studProtrusion, nose: lead, nutThread: Ln }),
      ...pm,
    ),
    atMost: hub.nutThread === null,
    gripBounded: grip.bounded,
    overhang: known ? result(a.studProtrusion - grip.q - Ln, ...pm) : null,
    bottomGap: closed
      ? result(bottomGap(grip.q, hub.nutBlindDepth?.value ?? 0, a.studProtrusion), ...pm, hub.nutBlindDepth?.pm ?? 0)
      : null,
    bearing: spacer.thickness + grip.q,
  };
}
