import { InputError } from '../errors';
import { MM_PER_INCH } from '../units/factors';
import { parseNumber } from '../units/number';

export interface Thread {
  readonly system: 'metric' | 'unified';
  /** Nominal (major) diameter, mm. */
  readonly d: number;
  /** Pitch, mm. */
  readonly pitch: number;
}

/** Wheel fasteners lie well inside this; outside it a typing slip is likelier than a thread. mm. */
const DIAMETER_MM = { min: 6, max: 30 };
const MIN_PITCH_MM = 0.5;
/** A pitch of a third of the diameter or more leaves no core: no standard series comes near it. */
const MAX_PITCH_SHARE = 1 / 3;

/**
 * Reads a thread designation as typed: `M14x1.5`, `M14×1,5`, `m14 x 1.5`, `M12-1.5`, `1/2-20 UNF`, `9/16"-18`.
 * @returns system, diameter and pitch in mm.
 * @throws InputError when no pitch is given, or diameter and pitch cannot belong together.
 * Source: designations of ISO 965-1 (metric) and ASME B1.1 (unified).
 */
export function parseThread(field: string, text: string): Thread {
  const typed = text.trim();
  if (typed === '') {
    throw new InputError(field, '', 'is empty.', 'Enter the thread, such as M14x1.5 or 1/2-20.');
  }
  // Fourteen of what? A metric thread says M; nobody has a wheel bolt of fourteen inches.
  const bare = /^(\d{1,2}(?:[.,]\d+)?)\s*[x×*]\s*(\d(?:[.,]\d+)?)$/.exec(typed);
  if (bare && num(bare[1]) >= DIAMETER_MM.min && num(bare[2]) < 4)
    throw new InputError(field, typed, 'does not say whether it is metric.', `Type M${bare[1]}x${bare[2]} if it is.`);
  const thread = parseMetric(typed) ?? parseUnified(typed);
  if (!thread) {
    const pitchless = /^m?\s*\d+([.,]\d+)?\s*(mm)?$/i.test(typed);
    throw new InputError(
      field,
      typed,
      pitchless ? 'has no pitch.' : 'is not a thread designation.',
      'Type diameter and pitch, such as M14x1.5 or 1/2-20.',
    );
  }
  if (thread.d < DIAMETER_MM.min || thread.d > DIAMETER_MM.max) {
    throw new InputError(
      field,
      typed,
      `has a ${trim(thread.d)} mm diameter.`,
      `Wheel threads lie between ${DIAMETER_MM.min} and ${DIAMETER_MM.max} mm.`,
    );
  }
  if (thread.pitch < MIN_PITCH_MM || thread.pitch >= thread.d * MAX_PITCH_SHARE) {
    throw new InputError(
      field,
      typed,
      `has a ${trim(thread.pitch)} mm pitch, which does not go with a ${trim(thread.d)} mm diameter.`,
      `Enter a pitch from ${MIN_PITCH_MM} mm to under ${trim(Math.floor(thread.d * MAX_PITCH_SHARE * 100) / 100)} mm${slip(thread)}.`,
    );
  }
  return thread;
}

/** Short form for people: `M14 × 1.5`, `1/2-20`. */
export function formatThread(thread: Thread): string {
  if (thread.system === 'metric') return `M${trim(thread.d)} × ${trim(thread.pitch)}`;
  const sixteenths = (thread.d / MM_PER_INCH) * 16;
  const tpi = trim(MM_PER_INCH / thread.pitch);
  const whole = Math.round(sixteenths);
  if (Math.abs(sixteenths - whole) > 1e-6) return `${trim(thread.d / MM_PER_INCH)}″-${tpi}`;
  const divisor = [16, 8, 4, 2, 1].find((k) => whole % k === 0 && 16 % k === 0) as number;
  return 16 / divisor === 1 ? `${whole / 16}″-${tpi}` : `${whole / divisor}/${16 / divisor}″-${tpi}`;
}

/** Same diameter and pitch, so that one screws into the other. Metric and unified never match. */
export function sameThread(a: Thread, b: Thread): boolean {
  return a.system === b.system && Math.abs(a.d - b.d) < 1e-6 && Math.abs(a.pitch - b.pitch) < 1e-6;
}

function parseMetric(typed: string): Thread | null {
  const m =
    /^m\s*(\d+(?:[.,]\d+)?)\s*[x×*-]\s*(\d+(?:[.,]\d+)?)(?:\s*mm)?(?:\s*-?\s*[4-8][gheGH]{1,2}[\dghGH]*)?$/i.exec(
      typed,
    );
  if (!m) return null;
  return { system: 'metric', d: num(m[1]), pitch: num(m[2]) };
}

function parseUnified(typed: string): Thread | null {
  const m =
    /^([\d\s/.,⁄½¼¾⅛⅜⅝⅞-]+?)\s*(?:"|″|”|in)?\s*[-x×]\s*(\d+(?:[.,]\d+)?)\s*(?:tpi)?\s*(?:unf|unc|unef|un)?(?:\s*-?\s*[123][ab])?$/i.exec(
      typed,
    );
  if (!m) return null;
  const inches = parseNumber(m[1] as string);
  const perInch = num(m[2]);
  if (inches === null || perInch === 0) return null;
  return { system: 'unified', d: inches * MM_PER_INCH, pitch: MM_PER_INCH / perInch };
}

const num = (s: string | undefined): number => Number((s ?? '').replace(',', '.'));
const trim = (n: number): string => String(Number(n.toFixed(3)));

/** `M14x15` is nearly always a lost decimal point: offer the pitch that was probably meant. */
function slip(thread: Thread): string {
  const tenth = thread.pitch / 10;
  const plausible = thread.system === 'metric' && tenth >= MIN_PITCH_MM && tenth < thread.d * MAX_PITCH_SHARE;
  return plausible ? `; did you mean M${trim(thread.d)}x${trim(tenth)}?` : '';
}
