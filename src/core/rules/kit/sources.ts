/**
 * Where rules come from, by id. A finding names its rule, a rule its sources, so every figure leads to one of these.
 */
export const SOURCES = {
  common: 'Common practice, no source',
  geometry: 'Geometry of the stack: each figure is a difference of positions',
  'iso-724': 'ISO 68-1, ISO 724 and ISO 965-1, thread profile, dimensions and designation (from memory)',
  'asme-b1.1': 'ASME B1.1, unified threads (from memory)',
  'iso-898': 'ISO 898-1 and 898-2, property classes (from memory)',
  'iso-4753': 'ISO 4753, incomplete thread at an end (from memory)',
  stripping: 'FED-STD-H28 and Machinery’s Handbook, stripping areas (from memory)',
  'vdi-2230': 'VDI 2230, bolted joints (from memory)',
  'iso-6789': 'ISO 6789, hand torque tools (from memory)',
  statics: 'Statics',
  maker: 'The vehicle maker’s or hardware supplier’s figure; entered with its source, never guessed',
  local: 'Local rules on wheel cover and structure come first',
} as const;
export type SourceId = keyof typeof SOURCES;

/** Sources in words, one after another. */
export const citation = (ids: readonly SourceId[]): string => `${ids.map((s) => SOURCES[s]).join('; ')}.`;
