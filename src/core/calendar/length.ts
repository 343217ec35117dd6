import { InputError } from '../errors';
import { waitText } from '../procedure/clocks';

const CLOCK = /^(\d{1,3}):([0-5]\d)$/;
const WORDS = /^(?:(\d+(?:[.,]\d+)?)\s*h(?:ours?)?)?\s*(?:(\d+)\s*min(?:utes?)?)?$/i;

/**
 * Minutes of a length as typed: `2:30`, `2 h 30 min`, `1.5 h`, `90 min`, or bare minutes. Empty is null: the usual
 * length.
 * @throws InputError for anything else
 */
export function readLength(field: string, typed: string): number | null {
  const text = typed.trim();
  if (text === '') return null;
  if (/^\d{1,4}$/.test(text)) return Number(text);
  const clock = CLOCK.exec(text);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
  const [, h, m] = WORDS.exec(text) ?? [];
  if (h === undefined && m === undefined)
    throw new InputError(field, text.slice(0, 20), 'is no length.', 'Type it as 2:30, 2 h 30 min or 150.');
  return Number((h ?? '0').replace(',', '.')) * 60 + Number(m ?? 0);
}

/** “2 h 30 min”, “45 min”: to the whole minute, upward. @param minutes 0 or more */
export function lengthText(minutes: number): string {
  return waitText(Math.max(0, minutes - 1e-6) * 60_000);
}
