import type { Corner, Fastener, Hub, Measured, Plan, PlanCorner, Spacer } from './document';
import { combineRepeats } from '../uncertainty';
import type { Policy } from './policy';
import type { QuantityId } from './quantities';
import { FORMAT } from './vocabulary';

/** A reading as it was taken. `corner` is null for what belongs to the whole axle. Core units. */
export interface Reading {
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  /** Clock position of a loaded clearance, 1 to 12; left out or null where none was noted. */
  readonly hour?: number | null;
  readonly value: number;
  readonly pm: number;
}

export interface PlanParts {
  readonly title: string;
  readonly axle: Plan['axle'];
  readonly wish: Plan['wish'];
  readonly use: Plan['use'];
  readonly hub: Pick<Hub, 'lugs' | 'boltCircle' | 'thread' | 'fastening' | 'seat' | 'threadMaterial' | 'nutStyle' | 'torque' | 'lockingFastener' | 'fastenerClass' | 'internalTensile'>;
  readonly wheel: Pick<Plan['wheel'], 'name' | 'tyre' | 'offset' | 'seat'>;
  /** In the order they were taken; repeats of the same thing are averaged with their spread. */
  readonly readings: readonly Reading[];
  readonly spacer: Spacer;
  readonly fastener: Fastener;
  /** Degrees more negative than when it was measured; 0 where nobody changes it. */
  readonly camberChange?: number | undefined;
  readonly leadSignOff: Plan['leadSignOff'];
  readonly policy: Policy;
}

const HOURS = Array.from({ length: 12 }, (_, i) => i + 1);

/** The two corners of an axle, left first. */
export const cornersOf = (axle: Plan['axle']): [Corner, Corner] => [`${axle}-left`, `${axle}-right`];

/** Builds the plan document of one axle from what was taken in, measured and chosen. Missing stays null. */
export function assemblePlan(parts: PlanParts): Plan {
  const taken = new Map<string, Reading[]>();
  for (const r of parts.readings) {
    const key = `${r.corner ?? ''}/${r.quantity}${r.hour ? `/${r.hour}` : ''}`;
    taken.set(key, [...(taken.get(key) ?? []), r]);
  }
  const averaged = (key: string): Measured => {
    const readings = taken.get(key);
    if (!readings) return null;
    const { value, pm } = combineRepeats(readings);
    return { value, pm };
  };
  const axle = (id: QuantityId): Measured => averaged(`/${id}`);
  return {
    format: FORMAT,
    title: parts.title,
    axle: parts.axle,
    wish: parts.wish,
    use: parts.use,
    camberChange: parts.camberChange ?? 0,
    hub: {
      ...parts.hub,
      // Job cards ask for clean dry threads; what is not asked for anywhere yet stays unknown.
      condition: 'dry',
      contactDiameter: null,
      wheelLoad: null,
      socketOutside: null,
      nutGrip: null,
      spigotDiameter: axle('spigotDiameter'),
      stockBoltLength: axle('stockBoltLength'),
      nutThread: axle('nutThread'),
      nutBlindDepth: axle('nutBlindDepth'),
    },
    wheel: { ...parts.wheel, bore: axle('wheelBore'), boreRecess: null, padThickness: null, each: [] },
    corners: cornersOf(parts.axle).map((corner): PlanCorner => {
      const at = (id: QuantityId): Measured => averaged(`${corner}/${id}`);
      return {
        corner,
        turns: at('turns'),
        studProtrusion: at('studProtrusion'),
        rotorHat: at('rotorHat'),
        tappedDepth: at('tappedDepth'),
        roomBehind: at('roomBehind'),
        spigotHeight: at('spigotHeight'),
        chamferDepth: at('chamferDepth'),
        gap: at('gap'),
        loadedClearance: at('loadedClearance'),
        clock: HOURS.flatMap((hour) => {
          const clearance = averaged(`${corner}/loadedClearance/${hour}`);
          return clearance ? [{ hour, clearance, trim: 0 }] : [];
        }),
        archHeight: at('archHeight'),
        innerClearance: at('innerClearance'),
      };
    }),
    spacer: parts.spacer,
    fastener: parts.fastener,
    leadSignOff: parts.leadSignOff,
    policy: parts.policy,
  };
}
