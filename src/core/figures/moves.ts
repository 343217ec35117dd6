import type { OtherWheel, Plan, PlanCorner } from '../document/document';
import type { OnCar } from '../document/setup';
import { tryInput } from '../errors';
import { camberShift } from '../stance/position';
import { parseTyre, type Tyre } from '../stance/tyre';

/** How far the tyre's side comes outward, mm, with its error; null where a reading that it needs is missing. */
export type Shift = { readonly out: number; readonly pm: number } | null;

/** What a change of camber, ride height or wheel does to a corner, beside the plate. */
export interface Moves {
  readonly gap: Shift;
  /** At a clock position; without one, the worst of the arch. */
  loaded(hour: number | null): Shift;
  readonly inner: Shift;
}

const STILL = { out: 0, pm: 0 } as const;
const NOTHING: Moves = { gap: STILL, loaded: () => STILL, inner: STILL };

/** Nobody measures where camber is set about: the hub's centre, within this, mm. Common practice, no source. */
const PIVOT = 100;

const tyres = new Map<string, Tyre | null>();

/** A tyre by its sidewall, kept: plans repeat a few. Null for what is no designation. */
function tyreOf(text: string): Tyre | null {
  let t = tyres.get(text);
  if (t === undefined) {
    t = tryInput(() => parseTyre('Tyre', text)).value ?? null;
    tyres.set(text, t);
  }
  return t;
}

const add = (...shifts: readonly Shift[]): Shift => {
  let [out, pm] = [0, 0];
  for (const s of shifts) {
    if (s === null) return null;
    out += s.out;
    pm += s.pm;
  }
  return { out, pm };
};

/** The wheel of another set that was on while something was read; null where it was one of the chosen. */
const wheelRead = (m: OnCar | null): OtherWheel | null => (typeof m?.on?.wheel === 'object' ? m.on.wheel : null);

const differenceOf = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : a - b);

/**
 * What another tyre on another offset does: outside −ΔET + ΔB/2, inside the other way about. Its diameter is looked at
 * under load.
 */
function ofWheel(plan: Plan, read: OnCar | null): { outside: Shift; inside: Shift; loadedPm: number } {
  const { planned, wheel } = plan;
  const on = wheelRead(read);
  if (planned === null && on === null) return { outside: STILL, inside: STILL, loadedPm: 0 };
  const before = on ?? wheel;
  const after = { tyre: planned?.tyre ?? wheel.tyre, offset: planned?.offset ?? wheel.offset };
  // Another tyre on the very wheels that were read: whatever their offset is, it stays.
  const sameWheels = on === null && (planned === null || planned.offset === null);
  const [was, next] = [tyreOf(before.tyre), tyreOf(after.tyre)];
  if (was === null || next === null) return { outside: null, inside: null, loadedPm: 0 };
  const further = sameWheels ? 0 : differenceOf(after.offset, before.offset);
  if (further === null) return { outside: null, inside: null, loadedPm: 0 };
  const wider = (next.sectionWidth - was.sectionWidth) / 2;
  return {
    outside: { out: -further + wider, pm: 0 },
    inside: { out: -further - wider, pm: 0 },
    loadedPm: Math.abs(next.overallDiameter - was.overallDiameter) / 2,
  };
}

/** Whether nothing but a spacer moves the wheel of a corner from where it was read. */
export const staysPut = ({ camberChange, lowerBy, planned }: Plan, c: PlanCorner): boolean =>
  camberChange === 0 &&
  lowerBy === 0 &&
  planned === null &&
  wheelRead(c.gap) === null &&
  wheelRead(c.innerClearance) === null &&
  wheelRead(c.loadedClearance) === null &&
  c.clock.every((h) => wheelRead(h.clearance) === null);

/**
 * Camber, ride height and planned wheel together: outward at height z above the hub's centre −z·sin Δγ; a lower car by
 * the figure that was taken for 10 mm; a wheel by its offset and width. Clock hour k stands at z = R·cos(30°·k).
 * Inside, what the wheel comes near may stand on the knuckle or above it: the smaller clearance is taken. Sources:
 * geometry; definition of offset.
 */
export function movesOf(plan: Plan, c: PlanCorner): Moves {
  const { camberChange, lowerBy, planned } = plan;
  if (staysPut(plan, c)) return NOTHING;
  const sine = Math.abs(Math.sin((camberChange * Math.PI) / 180));
  const pm = PIVOT * sine;
  const radius = tyreOf(planned?.tyre ?? plan.wheel.tyre);
  const at = (z: number): Shift => ({ out: camberShift(z, camberChange), pm });
  const still: Shift = camberChange === 0 ? STILL : null;
  const R = radius === null ? null : radius.overallDiameter / 2;
  const lower = lowering(lowerBy, c.gapPer10);
  const gapWheel = ofWheel(plan, c.gap);
  const innerWheel = ofWheel(plan, c.innerClearance);
  const loadedWheel = ofWheel(plan, c.loadedClearance ?? c.clock[0]?.clearance ?? null);
  const loadedAt = (hour: number | null): Shift => {
    if (camberChange === 0) return STILL;
    if (R === null) return null;
    if (hour !== null) return at(R * Math.cos((hour * Math.PI) / 6));
    // Any hour of the arch, from the hub's height up: the side that comes out furthest.
    return { out: Math.max(0, camberShift(R, camberChange)), pm };
  };
  return {
    gap: add(c.archHeight === null ? still : at(c.archHeight.value), lower, gapWheel.outside),
    loaded: (hour) => add(loadedAt(hour), lower, loadedWheel.outside, { out: 0, pm: loadedWheel.loadedPm }),
    inner: add(camberChange === 0 ? STILL : R === null ? null : { out: -R * sine, pm }, lower, innerWheel.inside),
  };
}

/** The gap grows by so much for 10 mm lower: the tyre comes in by it. */
function lowering(lowerBy: number, per10: PlanCorner['gapPer10']): Shift {
  if (lowerBy === 0) return STILL;
  if (per10 === null) return null;
  return { out: (-per10.value * lowerBy) / 10, pm: (per10.pm * Math.abs(lowerBy)) / 10 };
}
