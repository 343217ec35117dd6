import { compileThread } from '../figures/compiled';
import type { Hub, Plan, PlanCorner } from './document';
import { gripShifts, padShifts, padsDiffer } from './padShifts';
import { BARE_HUB, type OnCar, type Setup, setupOf, type TrialPart } from './setup';

/**
 * Readings that a spacer changes, and how: what comes on per mm of it when it is taken off. Pitch in mm. Source:
 * geometry.
 */
export const PER_MM = {
  turns: (pitch: number) => 1 / pitch,
  studProtrusion: () => 1,
  visibleThread: () => 1,
  gap: () => 1,
  loadedClearance: () => 1,
  innerClearance: () => -1,
} as const satisfies Readonly<Record<string, (pitch: number) => number>>;
export type OnSpacer = keyof typeof PER_MM;

/** Why a count says nothing of a choice: what was on is not known, or is not what is chosen. */
export type CountLacks = 'spacer' | 'part' | 'wheel' | 'pad' | 'seat' | 'original';

/**
 * The state in which a corner's turns were counted. A count proves this state only; on a thinner spacer, or a wheel
 * with a thinner pad, the same fastener ends further in than it was counted.
 */
export interface CountedState {
  /** Spacer that was on, as the pad of this wheel has it, mm. */
  readonly spacer: number;
  /** The same as it was read, mm. */
  readonly asRead: number;
  /** Error that another wheel’s pad adds, mm. */
  readonly pm: number;
  /** It was counted with a part that was tried by hand. */
  readonly trial: boolean;
  /** It was counted on a wheel of another set, which says nothing of what the untouched car had. */
  readonly otherWheel: boolean;
  /** How much further out a nut begins on this wheel than on the one on which its grip was measured, mm. */
  readonly grip: number;
  readonly lacks: CountLacks | null;
  /** Readings that were taken in a setup that is not known: they say nothing, and are asked for again. */
  readonly unclear: readonly OnSpacer[];
}

/**
 * A dab of grease that was looked at in the cap, and the spacer that was on then as the wheels of this plan have it,
 * mm.
 */
export interface DabState {
  readonly untouched: boolean;
  /** It was looked at with a nut that was tried by hand, not with the present one. */
  readonly trial: boolean;
  readonly spacer: number;
  /** Error that another wheel’s pad adds, mm. */
  readonly pm: number;
}

/** A corner whose sums are carried back to the bare hub, which still knows how it was counted. */
export interface BareCorner extends PlanCorner {
  readonly counted?: CountedState;
  /** What the dab says of this choice; null where it was looked at with another part or wheel. */
  readonly dab?: DabState | null;
}

/** How a corner was counted, whether it was carried back already or not. */
export const countedState = (c: BareCorner): CountedState =>
  c.counted ?? stateOf(c.turns === null ? 0 : (setupOf(c.turns).spacer ?? 0));

/**
 * What a dab of grease in the cap says of a choice, whether its corner was carried back already or not; null where it
 * says nothing.
 */
export const dabState = (c: BareCorner): DabState | null =>
  c.dab !== undefined
    ? c.dab
    : c.capDab === null
      ? null
      : { untouched: c.capDab.untouched, trial: false, spacer: c.capDab.on?.spacer ?? 0, pm: 0 };

const NONE: readonly OnSpacer[] = [];

const stateOf = (spacer: number): CountedState => ({
  spacer,
  asRead: spacer,
  pm: 0,
  trial: false,
  otherWheel: false,
  grip: 0,
  lacks: null,
  unclear: NONE,
});

/** Whether what was on the corner matters to a reading of this quantity, carried back or not. */
export const inSetup = (id: string): boolean => isOnSpacer(id) || id === 'capDab';

/** Whether a reading of this quantity is carried back by the spacer that was on. */
export const isOnSpacer = (id: string): id is OnSpacer => id in PER_MM;

/**
 * A reading carried back to a thinner spacer, or to nothing on the hub.
 * @param spacerPm error of the spacer's marked thickness, mm
 * @param from spacer that was on, mm
 * @param to spacer that it is carried back to, mm, no thicker than the one that was on
 */
export function carriedBack(
  id: OnSpacer,
  m: { readonly value: number; readonly pm: number },
  {
    pitch,
    spacerPm,
    from,
    to = 0,
  }: { readonly pitch: number; readonly spacerPm: number; readonly from: number; readonly to?: number },
): { value: number; pm: number } {
  const off = from - to;
  const perMm = PER_MM[id](pitch);
  return { value: m.value + perMm * off, pm: off > 0 ? m.pm + Math.abs(perMm) * spacerPm : m.pm };
}

const said = (m: OnCar | null): boolean => m !== null && m.on !== undefined;

const anySetup = (c: PlanCorner): boolean =>
  c.capDab?.on !== undefined ||
  said(c.turns) ||
  said(c.studProtrusion) ||
  said(c.visibleThread) ||
  said(c.gap) ||
  said(c.loadedClearance) ||
  said(c.innerClearance) ||
  c.clock.some((h) => said(h.clearance));

/** The part that was turned in by hand at some corner; null where every corner was counted with what is on the car. */
function trialOf(plan: Plan): TrialPart | null {
  for (const { turns } of plan.corners) if (typeof turns?.on?.fastener === 'object') return turns.on.fastener;
  return null;
}

/**
 * The hub as its trial part makes it: what was counted is that part, in that seat. Nothing is known of an untouched car
 * by it.
 */
function withTrial(hub: Hub, trial: TrialPart): Hub {
  const other = { ...hub, seat: trial.seat, hardware: 'unknown' as const, original: null };
  if (hub.fastening === 'bolt')
    return { ...other, boltLength: trial.length, boltOverall: null, boltThread: null, pilotNose: trial.nose };
  return {
    ...other,
    nutThread: null,
    nutHeight: null,
    nutBlindDepth: null,
    capOpen: null,
    nutGrip: null,
    nutClass: 'unknown',
  };
}

/**
 * The fasteners of a plan by what they are: original ones that are on the car are the present ones; taken from the box
 * they are bolts or studs of the recorded length, with the error of its measuring. Null where they were never recorded.
 */
function withOriginal(plan: Plan): Plan | null {
  const { hub, policy } = plan;
  if (hub.hardware === 'original') return { ...plan, fastener: { kind: 'present' } };
  const o = hub.original;
  if (o === null || o.length === null || (hub.fastening === 'stud' && o.nut === null)) return null;
  const own = {
    threadLength: o.threadLength === null ? null : o.threadLength.value - o.threadLength.pm,
    nose: o.nose === null ? null : o.nose.value + o.nose.pm,
    class: o.class,
  };
  return {
    ...plan,
    policy: o.length.pm > policy.fastenerPm ? { ...policy, fastenerPm: o.length.pm } : policy,
    fastener:
      hub.fastening === 'bolt'
        ? { kind: 'bolt', length: o.length.value, seat: o.seat, ...own }
        : { kind: 'stud', protrusion: o.length.value, nut: o.nut, ...own },
  };
}

/**
 * Whether the count of this corner is of the part that the sums take it for: what one corner tried says nothing of
 * another’s count.
 */
function partLacks(on: Setup, trial: TrialPart | null): CountLacks | null {
  if (on.fastener === 'unknown') return 'part';
  if (trial === null) return null;
  return typeof on.fastener === 'object' && JSON.stringify(on.fastener) === JSON.stringify(trial) ? null : 'part';
}

/**
 * What a dab in the cap says of a choice: it is good for that nut, stud, seat and wheel, on that spacer or a thicker
 * one, so of several wheels the thinnest pad decides. Null where another part or wheel was on.
 */
function dabOn(plan: Plan, c: PlanCorner, trial: TrialPart | null): DabState | null {
  if (c.capDab === null) return null;
  const on = c.capDab.on ?? BARE_HUB;
  const tried = typeof on.fastener === 'object';
  const same = tried
    ? JSON.stringify(on.fastener) === JSON.stringify(trial)
    : on.fastener === 'present' && trial === null;
  if (on.spacer === null || !same) return null;
  const shifts = padShifts(plan, c, on.wheel);
  if (typeof shifts === 'string') return null;
  let deepest: DabState | null = null;
  for (const { by, pm } of shifts) {
    const here = { untouched: c.capDab.untouched, trial: tried, spacer: on.spacer - by, pm };
    if (deepest === null || here.spacer + here.pm > deepest.spacer + deepest.pm) deepest = here;
  }
  return deepest;
}

function bareCorner(plan: Plan, c: PlanCorner, trial: TrialPart | null, unrecorded: boolean): BareCorner[] {
  const { pitch } = compileThread(plan.hub.thread).thread;
  const { spacerPm } = plan.policy;
  const unclear: OnSpacer[] = [];
  const back = (id: OnSpacer, m: OnCar | null) => {
    if (m === null) return null;
    const { spacer: from, fastener, wheel } = setupOf(m);
    if (from === null || (id === 'studProtrusion' ? fastener === 'unknown' : wheel === 'unknown')) {
      unclear.push(id);
      return null;
    }
    const bare = carriedBack(id, m, { pitch, spacerPm, from });
    return wheel === 'chosen' ? bare : { ...bare, on: { ...setupOf(m), spacer: 0 } };
  };
  const on = c.turns === null ? null : setupOf(c.turns);
  const conversion = plan.fastener.kind === 'conversion';
  const shifts = conversion ? gripShifts(plan) : padShifts(plan, c, on?.wheel ?? 'chosen');
  const lacks =
    (unrecorded ? 'original' : null) ??
    (conversion || on === null ? null : on.spacer === null ? 'spacer' : partLacks(on, trial)) ??
    (typeof shifts === 'string' ? shifts : null);
  const turns =
    lacks === null && c.turns !== null
      ? carriedBack('turns', c.turns, { pitch, spacerPm, from: on?.spacer ?? 0 })
      : null;
  const read = {
    ...c,
    turns,
    studProtrusion: back('studProtrusion', c.studProtrusion),
    visibleThread: back('visibleThread', c.visibleThread),
    gap: back('gap', c.gap),
    loadedClearance: back('loadedClearance', c.loadedClearance),
    clock: c.clock.map((h) => ({ ...h, clearance: back('loadedClearance', h.clearance) })),
    innerClearance: back('innerClearance', c.innerClearance),
    dab: dabOn(plan, c, trial),
  };
  const s0 = on?.spacer ?? 0;
  if (lacks !== null || typeof shifts === 'string')
    return [{ ...read, turns: null, counted: { ...stateOf(s0), lacks: lacks ?? 'pad', unclear } }];
  return shifts.map(({ by, pm }) => {
    if (conversion) return { ...read, counted: { ...stateOf(s0), grip: by, unclear } };
    return {
      ...read,
      turns: turns === null ? null : { value: turns.value - by / pitch, pm: turns.pm + pm / pitch },
      counted: {
        ...stateOf(s0),
        spacer: s0 - by,
        pm,
        unclear,
        trial: trial !== null,
        otherWheel: on !== null && on.wheel !== 'chosen',
      },
    };
  });
}

const isBare = (c: BareCorner): boolean => c.counted !== undefined;

/**
 * A plan as its sums take it: each reading carried back by the spacer that was on while it was taken, that spacer's own
 * error in its ±. A spacer takes travel from a nut and shows less stud; it moves the tyre out, so gap and loaded
 * clearance were smaller and the room inside larger. Where wheels that can go on differ in their pads a corner stands
 * twice, on the shallowest and on the deepest. Source: geometry. What was counted, and in which setup, stays with the
 * corner (`counted`): the sums may be carried back, the proof may not. A count whose setup is not known, or is not that
 * of the choice, is left out, and `counted.lacks` says why.
 *   turns + s0/P · protrusion + s0 · gap + s0 · clearance + s0 · inner − s0
 * @returns the plan itself where nothing was on and nothing differs
 */
export function bare(asRead: Plan): Plan {
  const resolved = asRead.fastener.kind === 'original' ? withOriginal(asRead) : asRead;
  const plan = resolved ?? asRead;
  if (plan.corners.some(isBare)) return plan;
  if (resolved !== null && !padsDiffer(plan) && !plan.corners.some(anySetup)) return plan;
  const trial = trialOf(plan);
  const corners = plan.corners.flatMap((c) => bareCorner(plan, c, trial, resolved === null));
  if (trial === null) return { ...plan, corners };
  // A conversion stud asks for no count.
  return plan.fastener.kind === 'conversion'
    ? { ...plan, corners }
    : { ...plan, hub: withTrial(plan.hub, trial), corners };
}
