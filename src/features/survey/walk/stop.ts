import type { Axle, Corner } from '@/core/document/vocabulary';
import type { TakenReading } from '@/usecases/survey/takenShown';
import type { WalkStop } from '@/usecases/survey/walk';
import type { EarlierShown } from '../EarlierReadings';
import type { TypedSetup } from '../OnCar';
import type { Loosened } from '../TorquedAgain';

/** One reading of the walk with what is known of it, worded. */
export interface ShownStop extends WalkStop {
  /** “Gap, arch to tyre, front left”. */
  readonly name: string;
  readonly taken: readonly TakenReading[];
  /** The other side, where both sides carry the same part; null where each is measured by itself. */
  readonly otherCorner: Corner | null;
  /** The other side’s figure, worded; null where it has none. */
  readonly other: string | null;
  readonly earlier: EarlierShown | null;
  /** What other cars of this model had, worded; null where none was measured, or it says nothing of this one. */
  readonly model: { readonly figure: string; readonly on: string; readonly apart: boolean } | null;
  /** Another wheel of the set that has this figure; null where this one has it too, or none has. */
  readonly like: { readonly id: string; readonly mark: string } | null;
}

/** What the walk has to know of a job of the visit. */
export interface WalkJob {
  readonly id: string;
  readonly axle: Axle;
  readonly corners: readonly Corner[];
  readonly fastening: 'bolt' | 'stud';
  readonly pitch: number;
  /** Full thread of the hub or the nut by corner, mm; left out where nobody measured it. */
  readonly mate: Readonly<Partial<Record<Corner, number>>>;
  readonly locking: boolean;
  readonly known: Readonly<Partial<Record<Corner, TypedSetup>>>;
  readonly sets: readonly { readonly id: string; readonly name: string }[];
  readonly loosened: Loosened;
  readonly ruledOut: readonly string[];
}

/** A stop by a name that stands in the address: `gap.front-left`, `boltLength.rear`, of a wheel by its id. */
export const keyOf = (s: WalkStop): string => `${s.quantity}.${s.corner ?? s.wheel?.id ?? s.axle}`;
