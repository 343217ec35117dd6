import { requireNotNegative, requirePositive } from '../errors';

/** A count is read to a quarter turn. */
export const TURN_RESOLUTION = 0.25;

/**
 * Thread engagement from counted turns, mm: E = N·P. One full turn moves a nut by one pitch.
 * Worked example: 8 turns at 1.5 mm pitch = 12.0 mm.
 * @param turns full turns from first catch to seated, ≥ 0
 * @param pitch thread pitch, mm, > 0
 */
export function turnsToLength(turns: number, pitch: number): number {
  requireNotNegative('Turns', turns);
  requirePositive('Pitch', pitch);
  return turns * pitch;
}

/** Turns that a length of engagement (mm) takes at a pitch (mm): N = E/P. */
export function lengthToTurns(length: number, pitch: number): number {
  requireNotNegative('Engagement', length);
  requirePositive('Pitch', pitch);
  return length / pitch;
}
