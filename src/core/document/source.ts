/** What people type where they have no source: none of it says where a figure came from. Common practice, no source. */
const NO_SOURCE: ReadonlySet<string> = new Set([
  'a guess',
  'any',
  'approx',
  'dont know',
  'dunno',
  'estimate',
  'estimated',
  'forgot',
  'guess',
  'guessed',
  'i think',
  'idk',
  'n a',
  'na',
  'nil',
  'no',
  'no idea',
  'no source',
  'nobody knows',
  'none',
  'not known',
  'not sure',
  'nothing',
  'null',
  'pending',
  'somewhere',
  'tba',
  'tbc',
  'tbd',
  'todo',
  'undefined',
  'unknown',
  'unsure',
  'various',
  'x',
  'xx',
  'xxx',
]);

/** Whether a text says where a figure came from: something with letters or digits, and not a word for having none. */
export function isSource(text: string): boolean {
  let is = known.get(text);
  if (is === undefined) {
    if (known.size >= KEPT) known.clear();
    is = reads(text);
    known.set(text, is);
  }
  return is;
}

/** Plans repeat a few sources. */
const known = new Map<string, boolean>();
const KEPT = 200;

function reads(text: string): boolean {
  const words = text
    .toLowerCase()
    .replace(/['’]/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
  return words !== '' && !NO_SOURCE.has(words);
}
