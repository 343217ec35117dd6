import { compileThread } from '../figures/compiled';
import type { Plan, PlanCorner } from './document';

/** A reading with the plate that was on while it was taken, mm; left out, nothing was on. */
interface OnCar {
  readonly value: number;
  readonly pm: number;
  readonly plate?: number | undefined;
}

/** Readings that a plate changes, and how: what comes on per mm of it when it is taken off. Pitch in mm. Source: geometry. */
export const PER_MM = {
  turns: (pitch: number) => 1 / pitch,
  studProtrusion: () => 1,
  visibleThread: () => 1,
  gap: () => 1,
  loadedClearance: () => 1,
  innerClearance: () => -1,
} as const satisfies Readonly<Record<string, (pitch: number) => number>>;
export type Plated = keyof typeof PER_MM;

/**
 * The state in which a corner's turns were counted: the plate that was on, mm, with the error that another wheel's pad adds. A count
 * proves this state only; taken to a thinner plate the same fastener ends further in than anybody has seen.
 */
export interface CountedState {
  readonly plate: number;
  readonly pm: number;
}

/** A corner carried back to the bare hub that still knows how it was counted. */
export interface BareCorner extends PlanCorner {
  readonly counted?: CountedState;
}

/** How a corner was counted, whether it was carried back already or not. */
export const countedState = (c: BareCorner): CountedState => c.counted ?? { plate: c.turns?.plate ?? 0, pm: 0 };

/** Whether what was on the hub matters to a reading of this quantity. */
export const isPlated = (id: string): id is Plated => id in PER_MM;

/**
 * A reading carried back to a thinner plate, or to nothing on the hub.
 * @param spacerPm error of the plate's marked thickness, mm
 * @param to plate that it is carried back to, mm, no thicker than the one that was on
 */
export function carriedBack(
  id: Plated,
  m: OnCar,
  { pitch, spacerPm, to = 0 }: { readonly pitch: number; readonly spacerPm: number; readonly to?: number },
): { value: number; pm: number } {
  const off = (m.plate ?? 0) - to;
  const perMm = PER_MM[id](pitch);
  return { value: m.value + perMm * off, pm: off > 0 ? m.pm + Math.abs(perMm) * spacerPm : m.pm };
}

const plated = (m: OnCar | null): boolean => m !== null && (m.plate ?? 0) > 0;

const anyPlate = (c: PlanCorner): boolean =>
  plated(c.turns) ||
  plated(c.studProtrusion) ||
  plated(c.visibleThread) ||
  plated(c.gap) ||
  plated(c.loadedClearance) ||
  plated(c.innerClearance) ||
  c.clock.some((h) => plated(h.clearance));

/**
 * A plan as it would have been read with nothing on the hub: each reading is carried back by the plate that was on while it
 * was taken, and the plate's own error goes into its ±. A plate takes travel from a nut and shows less stud; it moves the tyre
 * out, so gap and loaded clearance were smaller and the room inside larger. Source: geometry.
 * What was counted, and with which plate, stays with the corner (`counted`): the sums may be carried back, the proof may not.
 *   turns + s0/P · protrusion + s0 · gap + s0 · clearance + s0 · inner − s0
 * @returns the plan itself where nothing was on
 */
export function bare(plan: Plan): Plan {
  if (!plan.corners.some(anyPlate)) return plan;
  const { pitch } = compileThread(plan.hub.thread).thread;
  const { spacerPm } = plan.policy;
  const back = (id: Plated, m: OnCar | null) => (m === null ? null : carriedBack(id, m, { pitch, spacerPm }));
  return {
    ...plan,
    corners: plan.corners.map(
      (c): BareCorner => ({
        ...c,
        counted: countedState(c),
        turns: back('turns', c.turns),
        studProtrusion: back('studProtrusion', c.studProtrusion),
        visibleThread: back('visibleThread', c.visibleThread),
        gap: back('gap', c.gap),
        loadedClearance: back('loadedClearance', c.loadedClearance),
        clock: c.clock.map((h) => ({ ...h, clearance: back('loadedClearance', h.clearance) })),
        innerClearance: back('innerClearance', c.innerClearance),
      }),
    ),
  };
}
