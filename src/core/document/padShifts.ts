import type { Measured, Plan, PlanCorner } from './document';
import { quantity } from './quantities';
import type { Setup } from './setup';
import { ofWheels } from './wheels';

/** Why the pads of the wheels say nothing: the wheel is not known, a pad was not measured, or it seats otherwise. */
export type PadLacks = 'wheel' | 'pad' | 'seat';

/** A pad of another set that is known no better than this was not measured, mm. */
const WIDEST = quantity('padThickness').widest as number;

/** How much deeper a wheel’s pad is than the one that was counted on, mm. */
export interface PadShift {
  readonly by: number;
  readonly pm: number;
}

const SAME_PAD: readonly PadShift[] = [{ by: 0, pm: 0 }];

/**
 * The extremes of some shifts, errors inside: the deepest decides engagement, the shallowest tip, cap and thread start.
 */
function extremes(shifts: readonly PadShift[]): readonly PadShift[] {
  let [low, high] = [shifts[0] as PadShift, shifts[0] as PadShift];
  for (const s of shifts) {
    if (s.by - s.pm < low.by - low.pm) low = s;
    if (s.by + s.pm > high.by + high.pm) high = s;
  }
  return low === high || (low.by === high.by && low.pm === high.pm) ? [high] : [low, high];
}

const shiftTo = (to: NonNullable<Measured>, from: NonNullable<Measured>): PadShift => ({
  by: to.value - from.value,
  pm: to.pm + from.pm,
});

/**
 * Pads of every wheel that can go on against the one that was counted on. Wheels of one set are alike until a pad of
 * one was measured by itself; then all of them have to be. q′ = q + pad′ − pad. Source: geometry.
 */
export function padShifts(plan: Plan, c: PlanCorner, on: Setup['wheel']): readonly PadShift[] | PadLacks {
  if (on === 'unknown') return 'wheel';
  const pads = ofWheels(plan.wheel, 'padThickness');
  if (on === 'chosen') {
    if (pads.length === 1 && pads[0]?.name === '') return SAME_PAD;
    const own = plan.wheel.each.find((w) => w.corner === c.corner);
    const shifts: PadShift[] = [];
    // Which of them hung here may not have been said: then it was any of them.
    for (const from of own ? [{ name: own.name, measured: own.padThickness }] : pads)
      for (const to of pads) {
        if (from.measured === null || to.measured === null) return 'pad';
        // Wheels of one set whose pads read the same are one casting: the error is that of reading the same thing
        // twice.
        const alike = to.name === from.name || to.measured.value === from.measured.value;
        shifts.push(alike ? { by: 0, pm: 0 } : shiftTo(to.measured, from.measured));
      }
    return extremes(shifts);
  }
  if (on.seat !== plan.wheel.seat || on.seat === 'unknown') return 'seat';
  const shifts: PadShift[] = [];
  for (const p of pads) {
    if (p.measured === null || on.pad === null || on.pad.pm > WIDEST) return 'pad';
    shifts.push(shiftTo(p.measured, on.pad));
  }
  return extremes(shifts);
}

/**
 * A nut’s grip was measured on some wheel of the set: on another it begins as much further out or in as their pads
 * differ.
 */
export function gripShifts(plan: Plan): readonly PadShift[] | PadLacks {
  const pads = ofWheels(plan.wheel, 'padThickness');
  if (pads.length === 1 && pads[0]?.name === '') return SAME_PAD;
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { measured } of pads) {
    if (measured === null) return 'pad';
    low = Math.min(low, measured.value);
    high = Math.max(high, measured.value);
  }
  return high === low
    ? SAME_PAD
    : [
        { by: low - high, pm: 0 },
        { by: high - low, pm: 0 },
      ];
}

/** Whether a wheel's pad was measured by itself, so that the wheels of a set may differ. */
export const padsDiffer = (plan: Plan): boolean => plan.wheel.each.some((w) => w.padThickness !== null);
