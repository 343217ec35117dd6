import { THREAD_MATERIAL_LABEL } from '@/core/document/labels';
import type { Policy } from '@/core/document/policy';
import { INCH_SIZES_MM, METRIC_SIZES_MM } from '@/core/document/sizes';
import { THREAD_MATERIALS } from '@/core/document/vocabulary';
import type { QuickAnswer } from '@/core/quick/answer';
import type { Carried } from '@/core/quick/carried';
import type { PlateSize } from '@/core/quick/plate';
import { parseThread } from '@/core/thread/designation';
import type { UnitSystem } from '@/core/units/format';
import { parseAngle, parseLength, parseTorque, parseTurns, type Range } from '@/core/units/parse';

/** A field of a question: typed text that is read, or one of a few words. */
type WordAsk = Extract<Ask, { kind: 'one-of' }>;
export type TypedAsk = Exclude<Ask, WordAsk>;
export type Ask =
  | {
      readonly id: string;
      readonly kind: 'length' | 'turns' | 'angle' | 'torque' | 'thread';
      readonly label: string;
      readonly hint?: string;
      readonly range: Range;
      /** The answer needs it; the others narrow it. */
      readonly needed?: boolean;
    }
  | {
      readonly id: string;
      readonly kind: 'one-of';
      readonly label: string;
      readonly options: readonly { readonly value: string; readonly label: string }[];
    };

/** What was read of the fields: numbers in core units, words, or null where nothing stands. */
export interface Values {
  num(id: string): number | null;
  word(id: string): string;
}

export interface Answered extends QuickAnswer {
  readonly sizes?: readonly PlateSize[];
}

export interface Question {
  readonly id: 'plate' | 'length' | 'pocket' | 'ends' | 'flush' | 'clamp';
  readonly tab: string;
  readonly title: string;
  readonly asks: readonly Ask[];
  answer(v: Values, policy: Policy, units: UnitSystem): Answered;
  /** What a job begins with. */
  carry(v: Values, typed: Readonly<Record<string, string>>): Omit<Carried, 'from'>;
}

export const THREAD: TypedAsk = {
  id: 'thread',
  kind: 'thread',
  label: 'Thread',
  hint: 'M14x1.5 or 1/2-20.',
  range: { min: 0, max: 0 },
  needed: true,
};
export const length = (
  id: string,
  label: string,
  range: Range,
  more: { needed?: boolean; hint?: string } = {},
): Ask => ({
  id,
  kind: 'length',
  label,
  range,
  ...more,
});
export const oneOf = (id: string, label: string, options: readonly { value: string; label: string }[]): Ask => ({
  id,
  kind: 'one-of',
  label,
  options,
});
export const TURNS: TypedAsk = {
  id: 'turns',
  kind: 'turns',
  label: 'Turns, first catch to seated',
  hint: 'Full turns, by hand. Never on the locking piece.',
  range: { min: 0, max: 40 },
};
export const PLATE_ON = length('plateOn', 'Spacer that was on', { min: 0, max: 100 }, { hint: 'Empty: nothing.' });
export const material = (label: string): Ask =>
  oneOf(
    'material',
    label,
    THREAD_MATERIALS.map((m) => ({ value: m, label: THREAD_MATERIAL_LABEL[m] })),
  );

export const sizesOf = (units: UnitSystem) => (units === 'imperial' ? INCH_SIZES_MM : METRIC_SIZES_MM);
export const readingsOf = (
  typed: Readonly<Record<string, string>>,
  rows: readonly (readonly [
    field: string,
    quantity: Carried['readings'][number]['quantity'],
    method: string,
    plated?: boolean,
  ])[],
): Carried['readings'] =>
  rows
    .filter(([field]) => (typed[field] ?? '').trim() !== '')
    .map(([field, quantity, method, plated]) => ({
      quantity,
      method,
      typed: (typed[field] as string).trim(),
      ...(plated && (typed.plateOn ?? '').trim() !== '' ? { plate: (typed.plateOn as string).trim() } : {}),
    }));

/** Reads one field. @throws InputError naming what would do */
export function readAsk(ask: TypedAsk, text: string): number | string {
  switch (ask.kind) {
    case 'thread':
      parseThread(ask.label, text);
      return text.trim();
    case 'length':
      return parseLength(ask.label, text.replace(/^\s*et\s*/i, ''), ask.range).value;
    case 'turns':
      return parseTurns(ask.label, text, ask.range).value;
    case 'angle':
      return parseAngle(ask.label, text, ask.range).value;
    case 'torque':
      return parseTorque(ask.label, text, ask.range).value;
  }
}
