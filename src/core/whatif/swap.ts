import { type BareCorner, countedState } from '../document/bare';
import { plainSpacer, STOCK } from '../document/blank';
import type { Fastener, Measured, Plan, Spacer } from '../document/document';
import { fastenerText, onCarText } from '../document/fastenerText';
import { assess } from '../evaluate/evaluate';
import { compileThread } from '../figures/compiled';
import type { Finding, Level } from '../rules/kit/finding';
import { RANK } from '../rules/kit/finding';
import { formatLength, type UnitSystem } from '../units/format';

/** A plate and fasteners that may be put together; which they are is said beside the plan that they are told from. */
export interface Swap {
  /** `fitted`, `no-plate`, `stock-with-plate` and `as-maker` (what stayed on the car, without the plate) are of the plan's own parts; others number what the car owns beside them. */
  readonly key: string;
  readonly spacer: Spacer;
  readonly rightPlate: Plan['rightPlate'];
  readonly fastener: Fastener;
}

/** What the car owns beside what its plan puts in: plates of other jobs, or of wheels that came with them, and other fastener sets. */
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
}

/** Whether the joint holds is what a swap asks; where the tyre stands is the plan's own question. */
const ASKED = /^(reading|engagement|thread|circle|bolt|stud|nut|fastener|seat|centring|adapter)\.|^spacer\.kind$/;

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
 * States that the car's hardware allows: once studs are in, no stock bolt goes in; an adapter brings its own, so it is on as its plan has
 * it or off as the maker had it. Each other plate is tried with every fastener set that may go in, each other fastener set with every
 * plate.
 */
export function swapsOf(plan: Plan, owned: Owned = NOTHING_ELSE): readonly Swap[] {
  const { fastener, spacer } = plan;
  const bare = spacer.thickness === 0;
  const none = noPlate(plan.hub);
  const fitted: Swap = { key: 'fitted', spacer, rightPlate: plan.rightPlate, fastener };
  const off = (key: string, f: Fastener): Swap => ({ key, spacer: none, rightPlate: null, fastener: f });
  if (spacer.kind === 'adapter') return [fitted, off('as-maker', STOCK)];
  const stock = fastener.kind !== 'stock' && !staysIn(fastener);
  const own: Swap[] = [fitted];
  if (fastener.kind !== 'stock' && !bare) own.push(off('no-plate', fastener));
  if (stock && !bare) own.push({ key: 'stock-with-plate', spacer, rightPlate: plan.rightPlate, fastener: STOCK });
  if (stock || (fastener.kind === 'stock' && !bare)) own.push(off('as-maker', STOCK));

  // What stays in the hub can only be another of its kind by taking it out: that is a job, and no swap.
  const others = owned.fasteners.filter((f) => !staysIn(f) && f.kind !== 'stock' && !same(f, fastener));
  const loose = staysIn(fastener) ? [] : others;
  const plates = owned.plates.filter((p) => p.kind !== 'adapter' && p.thickness > 0 && !same(p, spacer));
  const every = [fastener, ...(stock ? [STOCK] : []), ...loose];
  const withPlates = plates.flatMap((p, i) =>
    every.map((f, j): Swap => ({ key: `plate-${i + 1}-${j}`, spacer: p, rightPlate: null, fastener: f })),
  );
  const withFasteners = loose.flatMap((f, i): Swap[] => [
    ...(bare ? [] : [{ key: `set-${i + 1}-plate`, spacer, rightPlate: plan.rightPlate, fastener: f }]),
    off(`set-${i + 1}-bare`, f),
  ]);
  return [...own, ...withFasteners, ...withPlates];
}

/** A state in words: “no plate, the plate’s bolts”. @param fitted the plan that the words are about */
export function swapText(swap: Swap, fitted: Plan, units: UnitSystem): string {
  const { fastener, hub } = fitted;
  const nut = fastener.kind === 'conversion' || hub.fastening === 'stud';
  const loose = nut ? 'studs and nuts' : 'bolts';
  const plateOf = (p: Spacer): string =>
    p.thickness === 0
      ? 'no plate'
      : `${formatLength(p.thickness, units)} ${p.kind === 'adapter' ? 'adapter' : 'plate'}`;
  const ownPlate = same(swap.spacer, fitted.spacer);
  const held = (): string => {
    // What stayed on the car belongs to no plate: it is called what it is.
    if (swap.fastener.kind === 'stock' && !ownPlate)
      return `the ${onCarText(hub, units, loose, fastener.kind !== 'stock')}`;
    if (same(swap.fastener, fastener)) {
      if (fitted.spacer.thickness === 0) return `these ${loose}`;
      return ownPlate ? `its ${loose}` : `the ${plateOf(fitted.spacer)}’s ${loose}`;
    }
    if (swap.fastener.kind === 'stock') return `the ${onCarText(hub, units, loose, fastener.kind !== 'stock')}`;
    return fastenerText({ fastener: swap.fastener, hub }, units);
  };
  if (swap.spacer.thickness === 0 && fitted.spacer.thickness === 0 && same(swap.fastener, fastener)) return held();
  return `${plateOf(swap.spacer)}, ${held()}`;
}

/**
 * What of this car's wheels, plates and fasteners may be put together after a job: every wheel set with every state, judged by the same
 * rules as any plan. A count belongs to the wheel it was made on: on another it is carried over by the difference of their pads, or
 * unknown where they were not measured or seat otherwise.
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
  swap: Pick<Swap, 'spacer' | 'rightPlate' | 'fastener'>,
): Pick<SwapCell, 'level' | 'reason' | 'plan'> {
  const { spacer, rightPlate, fastener } = swap;
  const plan: Plan = { ...on, leadSignOff: null, spacer, rightPlate, fastener };
  const reason = assess(plan).findings.find(
    (f) => ASKED.test(f.rule) && f.rule !== 'engagement.strength-known' && RANK[f.level] <= RANK.caution,
  );
  return { level: reason?.level ?? 'pass', reason: reason ?? null, plan };
}

/** Thickest plate that is asked about, mm, and how fine. */
const THICKEST = 40;
const FINE = 0.5;

/**
 * How much plain plate the plan's own fasteners carry on a wheel set, mm in steps of half a millimetre, rounded down: the thickest up to
 * which every one goes without a stop and without anything unmeasured in the thread or behind it. How the plate centres is asked of a
 * plate that is there. Null where not even no plate is known to go.
 */
export function carries(plan: Plan, set: SwapSet): number | null {
  const on = planOn(plan, set);
  const none = noPlate(plan.hub);
  const goes = (thickness: number): boolean =>
    assess({
      ...on,
      leadSignOff: null,
      spacer: { ...none, thickness },
      rightPlate: null,
      // Stock bolts and studs are judged by what was counted, as they are.
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

const LENGTH = /^(reading|engagement|thread|bolt|stud|nut|fastener)\./;

/** How much deeper another set's pads are than those that were counted on, with every wheel inside its ±; null where nobody measured them. */
function deeper(was: Plan['wheel'], now: Plan['wheel']): Measured {
  const range = (w: Plan['wheel']): readonly [number, number] | null => {
    const pads = w.each.length > 0 ? w.each.map((e) => e.padThickness) : [w.padThickness];
    let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const m of pads) {
      if (m === null) return null;
      low = Math.min(low, m.value - m.pm);
      high = Math.max(high, m.value + m.pm);
    }
    return [low, high];
  };
  const [a, b] = [range(was), range(now)];
  if (a === null || b === null || was.seat !== now.seat || was.seat === 'unknown') return null;
  const [low, high] = [b[0] - a[1], b[1] - a[0]];
  return { value: (low + high) / 2, pm: (high - low) / 2 };
}

function onOtherWheels(plan: Plan, wheel: Plan['wheel']): Plan {
  const by = deeper(plan.wheel, wheel);
  const { pitch } = compileThread(plan.hub.thread).thread;
  const further = (m: Measured, per: number): Measured =>
    m === null || by === null ? null : { ...m, value: m.value + by.value * per, pm: m.pm + Math.abs(by.pm * per) };
  return {
    ...plan,
    wheel,
    // What the car came with was counted on other wheels, so it is no measure here.
    hub: { ...plan.hub, hardware: 'unknown', makersLength: null, nutGrip: further(plan.hub.nutGrip, 1) },
    corners: plan.corners.map(
      (c): BareCorner => ({
        ...c,
        turns: further(c.turns, -1 / pitch),
        // A thinner pad lets the same fastener in further than it was counted, just as a thinner plate does.
        counted: by === null ? countedState(c) : { plate: countedState(c).plate - by.value, pm: by.pm },
        standThrough: null,
        visibleThread: null,
        slidesOn: null,
        chamferDepth: null,
        gap: null,
        loadedClearance: null,
        clock: [],
        innerClearance: null,
        chalk: [],
      }),
    ),
  };
}
