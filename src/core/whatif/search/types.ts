import type { Fastener, Nut, Plan, PlanCorner, Spacer } from '../../document/document';
import type { Finding } from '../../rules/kit/finding';

/** A part that is on the shelf or in a catalogue. `count` pieces are in hand; 0 has to be bought. */
export interface Part<T> {
  readonly id: string;
  readonly part: T;
  readonly count: number;
}

/** A stud without its nut: nuts are listed by themselves. */
export type LooseStud =
  | Omit<Extract<Fastener, { kind: 'stud' }>, 'nut'>
  | Omit<Extract<Fastener, { kind: 'conversion' }>, 'nut'>;
export type LooseFastener = Extract<Fastener, { kind: 'bolt' }> | LooseStud;

/** A wheel set with what was measured with it on: gap, clearance, turns belong to the wheel that was there. */
export interface WheelOption {
  readonly id: string;
  readonly wheel: Plan['wheel'];
  readonly corners: readonly PlanCorner[];
  /** The hub as its counts make it; left out, that of the base. */
  readonly hub?: Plan['hub'];
}

export interface SearchInput {
  /** Vehicle, use, policy; its spacer, fastener, wheel and corners are replaced by what is searched. */
  readonly base: Plan;
  /** Gap from arch to tyre that is wished, mm; null where the thinnest spacer that goes is wanted. */
  readonly wantedGap: number | null;
  readonly spacers: readonly Part<Spacer>[];
  readonly fasteners: readonly Part<LooseFastener>[];
  readonly nuts: readonly Part<Nut>[];
  readonly wheels: readonly WheelOption[];
  /** How many of the best to name; the count is always of all. */
  readonly limit: number;
  /**
   * How many of the best with one spacer on one wheel set, so that a spacer with many fasteners does not fill the list;
   * what is on the car already is named beside them. Left out, as many as there are.
   */
  readonly perSpacer?: number;
}

/** One allowed combination. Null stands for what is on the car already. */
export interface Candidate {
  readonly wheel: string;
  readonly spacer: string;
  readonly fastener: string | null;
  readonly nut: string | null;
  /** Distance of the predicted gap from the wanted one, mm; the thickness where the thinnest is wanted. */
  readonly off: number;
  /** Least engagement over the minimum, mm. */
  readonly margin: number;
  /** Pieces that have to be bought. */
  readonly toBuy: number;
}

export interface Rejected {
  readonly wheel: string;
  readonly spacer: string;
  /** What stands first in the way: of the spacer whatever the fastener, else of it on the fasteners the car has. */
  readonly reason: Finding;
}

export interface SearchResult {
  /** Every allowed combination is counted; the best `limit` are named. */
  readonly total: number;
  readonly ranked: readonly Candidate[];
  readonly rejected: readonly Rejected[];
}

/**
 * Closest to the wanted gap or thinnest, then most margin, then fewest parts to buy, then by name so that ties are
 * settled.
 */
export function rank(a: Candidate, b: Candidate): number {
  return near(a.off, b.off) || near(b.margin, a.margin) || a.toBuy - b.toBuy || byName(a, b);
}

const byName = (a: Candidate, b: Candidate): number =>
  byText(a.wheel, b.wheel) ||
  byText(a.spacer, b.spacer) ||
  byText(a.fastener ?? '', b.fastener ?? '') ||
  byText(a.nut ?? '', b.nut ?? '');

const byText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** Differences under a nanometre are arithmetic, not margin. */
const near = (a: number, b: number): number => (Math.abs(a - b) < 1e-6 ? 0 : a - b);
