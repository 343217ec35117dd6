/** File under src/core, text that stands there once, text with the fault, what the fault is. */
export const FAULTS: readonly (readonly [file: string, from: string, to: string, what: string])[];
