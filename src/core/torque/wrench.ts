import { isDay } from '../calendar/isDay';
import { InputError } from '../errors';
import { parseTorque } from '../units/parse';

export const WRENCH_KINDS = ['click', 'beam', 'electronic'] as const;
export type WrenchKind = (typeof WRENCH_KINDS)[number];

export interface Wrench {
  readonly name: string;
  readonly kind: WrenchKind;
  /** Range that it is good for, N·m. */
  readonly fromNm: number;
  readonly toNm: number;
  /** Day on which its calibration runs out, as `2027-03-31`; null where nobody knows. */
  readonly dueOn: string | null;
}

/** What a wrench is for a figure on a day. */
export interface WrenchState {
  /** The figure lies outside its range: it is not to be used. */
  readonly outside: boolean;
  /** Its calibration has run out, or nobody knows when it does. */
  readonly calibration: 'in date' | 'overdue' | 'unknown';
}

/**
 * Whether a wrench is good for a figure: a figure on either end of its range is inside it, one beyond is refused.
 * Calibration that is due on a day is good through that day (ISO 6789 asks for a period and leaves its length to the
 * user; from memory).
 * @param targetNm figure to be pulled, N·m @param today the calendar day in the shop’s zone, as `2027-03-31`
 */
export function wrenchState(
  w: Pick<Wrench, 'fromNm' | 'toNm' | 'dueOn'>,
  targetNm: number,
  today: string,
): WrenchState {
  const inside = targetNm >= w.fromNm - 1e-9 && targetNm <= w.toNm + 1e-9;
  const calibration = w.dueOn === null ? 'unknown' : today > w.dueOn ? 'overdue' : 'in date';
  return { outside: !inside, calibration };
}

export interface WrenchTyped {
  readonly name: string;
  readonly kind: string;
  readonly from: string;
  readonly to: string;
  readonly dueOn: string;
}

/** Reads a wrench as typed. @throws InputError that names the field */
export function readWrench(typed: WrenchTyped): Wrench {
  const name = typed.name.trim();
  if (name === '' || name.length > 40)
    throw new InputError('Name', name, name === '' ? 'is empty.' : 'is too long.', 'Enter 1 to 40 letters.');
  const kind = WRENCH_KINDS.find((k) => k === typed.kind);
  if (!kind) throw new InputError('Kind', typed.kind, 'is not known.', `Use one of ${WRENCH_KINDS.join(', ')}.`);
  const fromNm = parseTorque('Range from', typed.from, { min: 1, max: 2000 }).value;
  const toNm = parseTorque('Range to', typed.to, { min: 1, max: 2000 }).value;
  if (!(toNm > fromNm))
    throw new InputError('Range to', typed.to, 'is no more than where it begins.', `Enter more than ${fromNm} N·m.`);
  const dueOn = typed.dueOn.trim();
  if (dueOn !== '' && !isDay(dueOn))
    throw new InputError('Calibration due', dueOn, 'is no day.', 'Such as 2027-03-31, or leave it empty.');
  return { name, kind, fromNm, toNm, dueOn: dueOn === '' ? null : dueOn };
}
