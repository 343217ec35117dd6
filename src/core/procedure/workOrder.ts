import type { Corner } from '../document/vocabulary';
import { groupBy } from '../groupBy';
import { type Lift, PHASES, type Step } from './step';

/** Corners that come up together, in the order they are worked. */
function lifted(corners: readonly Corner[], lift: Lift): readonly (readonly Corner[])[] {
  const by = (key: (c: Corner) => string): readonly (readonly Corner[])[] => [...groupBy(corners, key).values()];
  switch (lift) {
    case 'corner':
      return corners.map((c) => [c]);
    case 'side':
      return by((c) => (c.endsWith('left') ? 'left' : 'right'));
    case 'axle':
      return by((c) => (c.startsWith('front') ? 'front' : 'rear'));
    case 'all':
      return [corners];
  }
}

/**
 * Steps of a visit's corners in the order in which its lift has them done: corners that come up together go through
 * each part of the work in turn, so that what cures at one is waited for at another. Steps without a corner come first.
 */
export function workOrder(steps: readonly Step[], lift: Lift): Step[] {
  const corners = [...new Set(steps.flatMap((s) => s.card?.corner ?? []))];
  const ordered = lifted(corners, lift).flatMap((group) =>
    PHASES.flatMap((phase) =>
      group.flatMap((corner) => steps.filter((s) => s.card?.corner === corner && s.card.phase === phase)),
    ),
  );
  return [...steps.filter((s) => s.card === undefined), ...ordered];
}

/** What a card usually takes, minutes. Common practice, no source. */
export const usualMinutes = (steps: readonly Step[]): number =>
  steps.reduce((sum, s) => sum + (s.card?.minutes ?? 0), 0);

/**
 * A list as it was kept with its plan, in today's words and the units that are read. A step that this release does not
 * know any more keeps its own words; one that it has learned since belongs to plans that are frozen from now on.
 */
export function asKept(kept: readonly Step[] | undefined, today: readonly Step[]): readonly Step[] {
  if (kept === undefined) return today;
  const now = new Map(today.map((s) => [s.key, s]));
  return kept.map((s) => now.get(s.key) ?? s);
}
