import type { Method } from './methods';

/** How a reading is typed and shown. A yes or no is kept as 1 or 0. */
export type Kind = 'length' | 'turns' | 'angle' | 'load' | 'yes-no';

/**
 * When in a visit a reading is taken: with the car on the ground, a corner loaded, as its wheel comes off and behind
 * it, or with wheel and parts on the bench.
 */
export type Phase = 'ground' | 'loaded' | 'off' | 'bench';

/** What is measured on a car, as data: where it belongs, what it may be, how it is read. */
export interface QuantityRow {
  readonly id: string;
  readonly label: string;
  /** One line: how to take it. */
  readonly how: string;
  /** A wheel's own figures go where the wheel goes. */
  readonly scope: 'corner' | 'axle' | 'wheel';
  readonly phase: Phase;
  /** A length where nothing is said. */
  readonly kind?: Kind;
  readonly fastening: 'bolt' | 'stud' | 'both';
  readonly min: number;
  readonly max: number;
  readonly methods: readonly Method[];
  /** The decision that waits for it. */
  readonly blocks: string;
  /**
   * The widest error, in its unit, that is still a measurement. Left out, lengths of a joint are known to a millimetre
   * or not known, and nothing else is asked. Common practice, no source.
   */
  readonly widest?: number;
  /** Without it nothing is blocked; it only makes the drawing truer. */
  readonly optional?: boolean;
  /** Both sides of an axle carry the same part: a caliper that is still set from one side can be held to the other. */
  readonly bothSides?: boolean;
  /**
   * Every car of a model came with the same: what the others had is expected here, and confirmed by a caliper that is
   * set to it and held to the part. Of the hub itself, or of the maker’s own fasteners while they are on.
   */
  readonly ofModel?: 'hub' | 'hardware';
  /** Another piece may be in the hand the next time: the last reading counts, the ones before are not its repeats. */
  readonly lastCounts?: boolean;
}
