import { mmToInch, nmToLbfFt, nToLbf } from './factors';
import { type Direction, roundTo } from './round';

/** Which units people read first; the core always keeps mm and N·m. */
export type UnitSystem = 'metric' | 'imperial';

/** Length in mm as text: `11.2 mm` or `0.441 in`, rounded in the direction given. */
export function formatLength(mm: number, system: UnitSystem, direction: Direction = 'nearest'): string {
  if (system === 'imperial') return `${roundTo(mmToInch(mm), 3, direction).toFixed(3)} in`;
  const rounded = roundTo(mm, 2, direction);
  return `${rounded.toFixed(Math.abs(rounded * 10 - Math.round(rounded * 10)) < 1e-9 ? 1 : 2)} mm`;
}

/** Torque in N·m as text: `120 N·m` or `88.5 lbf·ft`. */
export function formatTorque(nm: number, system: UnitSystem): string {
  return system === 'imperial' ? `${roundTo(nmToLbfFt(nm), 1, 'nearest')} lbf·ft` : `${roundTo(nm, 1, 'nearest')} N·m`;
}

/** Force in N as text: `42.1 kN` or `9470 lbf`. */
export function formatForce(n: number, system: UnitSystem, direction: Direction = 'nearest'): string {
  return system === 'imperial' ? `${roundTo(nToLbf(n), 0, direction)} lbf` : `${roundTo(n / 1000, 1, direction)} kN`;
}

/** Turns as text, to a hundredth. */
export function formatTurns(turns: number, direction: Direction = 'nearest'): string {
  return `${Number(roundTo(turns, 2, direction).toFixed(2))} turns`;
}
