import { PRESENT, plainSpacer } from '../document/blank';
import type { Fastener, Measured, Plan, PlanCorner, Setup, Spacer } from '../document/document';
import { fastenerText, onCarText } from '../document/fastenerText';
import { setupOf } from '../document/setup';
import { ofWheels } from '../document/wheels';
import { assess, named } from '../evaluate/evaluate';
import type { Finding, Level } from '../rules/kit/finding';
import { RANK } from '../rules/kit/finding';
import { formatLength, type UnitSystem } from '../units/format';

/** A plate and fasteners that may be put together; which they are is said beside the plan that they are told from. */
export interface Swap {
  /**
   * `fitted`, `no-plate`, `earlier-with-plate`, `earlier` (what was on before, without the plate) and `original` are of
   * the plan's own parts; others number what the car owns beside them.
   */
  readonly key: string;
  readonly spacer: Spacer;
  readonly rightSpacer: Plan['rightSpacer'];
  readonly fastener: Fastener;
}

/**
 * What the car owns beside what its plan puts in: plates of other jobs, or of wheels that came with them, and other
 * fastener sets.
 */
export interface Owned {
  readonly plates: readonly Spacer[];
  readonly fasteners: readonly Fastener[];
}

export const NOTHING_ELSE: Owned = { plates: [], fasteners: [] };

export interface SwapCell {
  readonly set: string;
  readonly swap: Swap;
  readonly level: Level;
  /** What decides; null where nothing stands in the way. */
  readonly reason: Finding | null;
  /** The plan that was judged, for its drawing. */
  readonly plan: Plan;
}

export interface SwapSet {
  readonly name: string;
  readonly wheel: Plan['wheel'];
  /** The set that the plan was measured on. */
  readonly measured: boolean;
  /** Bolts or nuts that go on with it and no other set, as the set has them today; null where it has none. */
  readonly own?: Plan['wheel']['own'] | null;
}

/** Whether the joint holds is what a swap asks; where the tyre stands is the plan's own question. */
const ASKED =
  /^(reading|engagement|locking|thread|circle|bolt|stud|nut|fastener|seat|centring|adapter)\.|^spacer\.kind$/;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** No plate between hub and wheel, of the hub's own drilling. */
export function noPlate(hub: Plan['hub']): Spacer {
  return {
    ...plainSpacer(0, hub.spigotDiameter?.value ?? null),
    lugs: hub.lugs,
    boltCircles: hub.boltCircle === null ? null : [hub.boltCircle],
  };
}

/** What was put into the hub and stays there when a wheel comes off. */
export const staysIn = (f: Fastener): boolean => f.kind === 'conversion' || f.kind === 'stud';

/**
 * States that the car's hardware allows: once studs are in, no bolt goes in; an adapter brings its own, so it is on as
 * its plan has it or off as the car was before. Original ones that were recorded may go back on the bare hub. Each
 * other plate is tried with every fastener set that may go in, each other fastener set with every plate.
 */
export function swapsOf(plan: Plan, owned: Owned = NOTHING_ELSE): readonly Swap[] {
  const { fastener, spacer } = plan;
  const bare = spacer.thickness === 0;
  const none = noPlate(plan.hub);
  const fitted: Swap = { key: 'fitted', spacer, rightSpacer: plan.rightSpacer, fastener };
  const off = (key: string, f: Fastener): Swap => ({ key, spacer: none, rightSpacer: null, fastener: f });
  if (spacer.kind === 'adapter') return [fitted, off('earlier', PRESENT)];
  const loosed = fastener.kind !== 'present' && !staysIn(fastener);
  const own: Swap[] = [fitted];
  if (fastener.kind !== 'present' && !bare) own.push(off('no-plate', fastener));
  if (loosed && !bare)
    own.push({ key: 'earlier-with-plate', spacer, rightSpacer: plan.rightSpacer, fastener: PRESENT });
  if (loosed || (fastener.kind === 'present' && !bare)) own.push(off('earlier', PRESENT));

  const recorded = plan.hub.hardware !== 'original' && plan.hub.original !== null;
  if (recorded && fastener.kind !== 'original' && !staysIn(fastener) && plan.hub.fastening === 'bolt')
    own.push(off('original', { kind: 'original' }));

  // What stays in the hub can only be another of its kind by taking it out: that is a job, and no swap.
  const others = owned.fasteners.filter((f) => !staysIn(f) && f.kind !== 'present' && !same(f, fastener));
  const loose = staysIn(fastener) ? [] : others;
  const plates = owned.plates.filter((p) => p.kind !== 'adapter' && p.thickness > 0 && !same(p, spacer));
  const every = [fastener, ...(loosed ? [PRESENT] : []), ...loose];
  const withPlates = plates.flatMap((p, i) =>
    every.map((f, j): Swap => ({ key: `plate-${i + 1}-${j}`, spacer: p, rightSpacer: null, fastener: f })),
  );
  const withFasteners = loose.flatMap((f, i): Swap[] => [
    ...(bare ? [] : [{ key: `set-${i + 1}-plate`, spacer, rightSpacer: plan.rightSpacer, fastener: f }]),
    off(`set-${i + 1}-bare`, f),
  ]);
  return [...own, ...withFasteners, ...withPlates];
}

/** A state in words: “no spacer, the spacer’s bolts”. @param fitted the plan that the words are about */
export function swapText(swap: Swap, fitted: Plan, units: UnitSystem): string {
  const { fastener, hub } = fitted;
  const nut = fastener.kind === 'conversion' || hub.fastening === 'stud';
  const loose = nut ? 'studs and nuts' : 'bolts';
  const plateOf = (p: Spacer): string =>
    p.thickness === 0
      ? 'no spacer'
      : `${formatLength(p.thickness, units)} ${p.kind === 'adapter' ? 'adapter' : 'spacer'}`;
  const ownPlate = same(swap.spacer, fitted.spacer);
  const held = (): string => {
    // What stayed on the car belongs to no spacer: it is called what it is.
    if (swap.fastener.kind === 'present' && !ownPlate)
      return `the ${onCarText(hub, units, loose, fastener.kind !== 'present')}`;
    if (same(swap.fastener, fastener)) {
      if (fitted.spacer.thickness === 0) return `these ${loose}`;
      return ownPlate ? `its ${loose}` : `the ${plateOf(fitted.spacer)}’s ${loose}`;
    }
    if (swap.fastener.kind === 'present') return `the ${onCarText(hub, units, loose, fastener.kind !== 'present')}`;
    return fastenerText({ fastener: swap.fastener, hub }, units);
  };
  if (swap.spacer.thickness === 0 && fitted.spacer.thickness === 0 && same(swap.fastener, fastener)) return held();
  return `${plateOf(swap.spacer)}, ${held()}`;
}

/**
 * What of this car's wheels, plates and fasteners may be put together after a job: every wheel set with every state,
 * judged by the same rules as any plan. A count belongs to the wheel it was made on: on another it is carried over by
 * the difference of their pads, or unknown where they were not measured or seat otherwise.
 */
export function swapMatrix(plan: Plan, sets: readonly SwapSet[], owned: Owned = NOTHING_ELSE): SwapCell[] {
  const swaps = swapsOf(plan, owned);
  return sets.flatMap((set) => {
    const on = planOn(plan, set);
    return swaps.map((swap) => ({ set: set.name, swap, ...holdsWith(on, swap) }));
  });
}

/** The plan with another wheel set on, its counts carried over by the pads. */
export const planOn = (plan: Plan, set: SwapSet): Plan => (set.measured ? plan : onOtherWheels(plan, set.wheel));

/** Whether the joint holds and sits with these parts, and what decides. @param on the plan with the wheel set on */
export function holdsWith(
  on: Plan,
  swap: Pick<Swap, 'spacer' | 'rightSpacer' | 'fastener'>,
): Pick<SwapCell, 'level' | 'reason' | 'plan'> {
  const { spacer, rightSpacer, fastener } = swap;
  const plan: Plan = { ...on, leadSignOff: null, spacer, rightSpacer, fastener };
  const reason = assess(plan).findings.find(
    (f) => ASKED.test(f.rule) && f.rule !== 'engagement.strength-known' && RANK[f.level] <= RANK.caution,
  );
  return { level: reason?.level ?? 'pass', reason: reason ? named(plan, reason) : null, plan };
}

/** Thickest plate that is asked about, mm, and how fine. */
const THICKEST = 40;
const FINE = 0.5;

/**
 * How much plain plate the plan's own fasteners carry on a wheel set, mm in steps of half a millimetre, rounded down:
 * the thickest up to which every one goes without a stop and without anything unmeasured in the thread or behind it.
 * How the plate centres is asked of a plate that is there. Null where not even no plate is known to go.
 */
export function carries(plan: Plan, set: SwapSet): number | null {
  const on = planOn(plan, set);
  const none = noPlate(plan.hub);
  const goes = (thickness: number): boolean =>
    assess({
      ...on,
      leadSignOff: null,
      spacer: { ...none, thickness },
      rightSpacer: null,
      // What is on the car is judged by what was counted, as it is.
      fastener: plan.fastener,
    }).findings.every((f) => !LENGTH.test(f.rule) || (f.level !== 'stop' && f.level !== 'unmeasured'));
  let most: number | null = null;
  for (let i = 0; i * FINE <= THICKEST; i += 1) {
    if (!goes(i * FINE)) {
      // Long fasteners may need a plate before they go: what comes after nothing is still a plate that goes.
      if (most === null) continue;
      break;
    }
    most = i * FINE;
  }
  return most;
}

const LENGTH = /^(reading|engagement|locking|thread|bolt|stud|nut|fastener)\./;

/**
 * The plan with another set hung: its counts were made on the wheels that the plan was measured on, so they are carried
 * over by the difference of the pads, or say nothing where those were not measured or seat otherwise. What was read of
 * tyre and arch is not theirs.
 */
function onOtherWheels(plan: Plan, wheel: Plan['wheel']): Plan {
  return {
    ...plan,
    wheel,
    hub: { ...plan.hub, nutGrip: gripOn(plan, wheel) },
    corners: plan.corners.map((c) => ({
      ...c,
      turns: c.turns === null ? null : { ...c.turns, on: onWheel(plan, c, setupOf(c.turns)) },
      standThrough: null,
      visibleThread: null,
      slidesOn: null,
      chamferDepth: null,
      gap: null,
      loadedClearance: null,
      clock: [],
      innerClearance: null,
      chalk: [],
    })),
  };
}

/** The wheel that a corner was counted on, as one of another set than the one that hangs now. */
function onWheel({ wheel }: Plan, c: PlanCorner, on: Setup): Setup {
  if (on.wheel !== 'chosen') return on;
  const own = wheel.each.find((w) => w.corner === c.corner);
  const range = padRange(wheel);
  const pad = own?.padThickness ?? (range && { value: (range[0] + range[1]) / 2, pm: (range[1] - range[0]) / 2 });
  const { name, seat, tyre, offset } = wheel;
  return { ...on, wheel: { name, seat, pad, tyre, offset } };
}

/** Least and most of the pads of a set, errors inside; null as soon as one was not measured. */
function padRange(wheel: Plan['wheel']): readonly [number, number] | null {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { measured: m } of ofWheels(wheel, 'padThickness')) {
    if (m === null) return null;
    low = Math.min(low, m.value - m.pm);
    high = Math.max(high, m.value + m.pm);
  }
  return [low, high];
}

/**
 * A nut's grip on another set: further out by as much as its pads are deeper, with every wheel inside its ±; null where
 * they were not measured.
 */
function gripOn(plan: Plan, wheel: Plan['wheel']): Measured {
  const { nutGrip } = plan.hub;
  const [a, b] = [padRange(plan.wheel), padRange(wheel)];
  if (nutGrip === null || a === null || b === null || plan.wheel.seat !== wheel.seat || wheel.seat === 'unknown')
    return null;
  const [low, high] = [b[0] - a[1], b[1] - a[0]];
  return { value: nutGrip.value + (low + high) / 2, pm: nutGrip.pm + (high - low) / 2 };
}
