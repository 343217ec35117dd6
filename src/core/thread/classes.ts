/** Property classes of bolts and studs. `unknown` is a state of its own, never assumed to be any class. */
export const BOLT_CLASSES = ['8.8', '10.9', '12.9', 'unknown'] as const;
export type BoltClass = (typeof BOLT_CLASSES)[number];

export interface Strength {
  /** Stress under proof load Sp, MPa. */
  readonly proof: number;
  /** Lower yield or 0.2 % proof strength, MPa. */
  readonly yield: number;
  /** Least tensile strength Rm, MPa. */
  readonly tensile: number;
}

/** ISO 898-1, mechanical properties (from memory). Class 8.8 has two size ranges, divided at 16 mm. */
const SMALL_8_8: Strength = { proof: 580, yield: 640, tensile: 800 };
const LARGE_8_8: Strength = { proof: 600, yield: 660, tensile: 830 };
const STRENGTH: Readonly<Record<'10.9' | '12.9', Strength>> = {
  '10.9': { proof: 830, yield: 940, tensile: 1040 },
  '12.9': { proof: 970, yield: 1100, tensile: 1220 },
};

/**
 * Strength of a property class at a nominal diameter (mm); null for an unknown class.
 * Source: ISO 898-1 (from memory).
 */
export function boltStrength(boltClass: BoltClass, d: number): Strength | null {
  if (boltClass === 'unknown') return null;
  if (boltClass === '8.8') return d <= 16 ? SMALL_8_8 : LARGE_8_8;
  return STRENGTH[boltClass];
}

export const NUT_CLASSES = ['8', '10', '12'] as const;
export const NUT_CLASSES_SAID = ['8', '10', '12', 'unknown'] as const;
export type NutClassSaid = (typeof NUT_CLASSES_SAID)[number];
export type NutClass = (typeof NUT_CLASSES)[number];

/** ISO 898-2, stress under proof load of regular nuts, MPa, for the sizes that wheels use (from memory). */
const NUT_PROOF: Readonly<Record<NutClass, readonly (readonly [number, number])[]>> = {
  // [largest diameter of the range, proof stress]
  '8': [
    [7, 855],
    [10, 870],
    [16, 880],
    [39, 920],
  ],
  '10': [
    [10, 1040],
    [16, 1050],
    [39, 1060],
  ],
  '12': [
    [10, 1160],
    [16, 1190],
    [39, 1200],
  ],
};

/** Proof stress of a nut class at a nominal diameter. @throws RangeError outside the table, never its end row */
export function nutProofStress(nutClass: NutClass, d: number): number {
  const row = NUT_PROOF[nutClass].find(([largest]) => d <= largest);
  if (d < 5 || !row) throw new RangeError(`ISO 898-2 has no class ${nutClass} nut for a ${d} mm thread.`);
  return row[1];
}
