import { InputError } from '../errors';
import { formatThread, parseThread } from '../thread/designation';
import { parseLength } from '../units/parse';
import { FITMENT_FACTS, type FitmentFact } from './fitment';
import { QUANTITIES, type Quantity, type QuantityId } from './quantities';
import { ENDS, type End, NUT_STYLES, SEATS, THREAD_MATERIALS } from './vocabulary';

/** Columns of a file with what cars of a model had. */
export const FITMENT_COLUMNS = ['model', 'axle', 'what', 'value', 'pm', 'cars', 'shop'] as const;
export type FitmentColumn = (typeof FITMENT_COLUMNS)[number];

/** One thing that cars of a model had on one axle: a fact of the hub, or a figure with its ± in mm. */
export interface FitmentRow {
  readonly model: string;
  readonly axle: End;
  readonly what: FitmentFact | QuantityId;
  /** A fact as take in writes it; a figure in mm. */
  readonly value: string;
  /** ± of a figure, mm; null for a fact. */
  readonly pm: number | null;
  readonly cars: number;
  /** Key of the installation that it came from; empty where the file does not say. */
  readonly shop: string;
}

const FACT_LABEL: Readonly<Record<FitmentFact, string>> = {
  thread: 'Thread',
  fastening: 'Held by',
  lugs: 'Lugs',
  boltCircle: 'Bolt circle',
  seat: 'Seat',
  threadMaterial: 'Hub thread cut in',
  nutStyle: 'Nuts',
};

/** What a line speaks of, as forms call it. */
export const fitmentLabel = ({ what }: Pick<FitmentRow, 'what'>): string =>
  FACT_LABEL[what as FitmentFact] ?? QUANTITIES.find((q) => q.id === what)?.label ?? what;

/** Readings that are the same on every car of a model. */
export const MODEL_READINGS: readonly Quantity[] = QUANTITIES.filter((q) => q.ofModel !== undefined);

const CARS = { most: 100_000 } as const;
const CLOSED: Readonly<Partial<Record<FitmentFact, readonly string[]>>> = {
  fastening: ['bolt', 'stud'],
  seat: SEATS,
  threadMaterial: THREAD_MATERIALS,
  nutStyle: NUT_STYLES,
};

function wholeNumber(field: string, text: string, least: number, most: number): number {
  const n = Number(text);
  if (!/^\d+$/.test(text) || n < least || n > most)
    throw new InputError(field, text, 'is no such number.', `A whole number from ${least} to ${most}.`);
  return n;
}

function factFrom(fact: FitmentFact, text: string): string {
  if (text === '' || text.toLowerCase() === 'unknown')
    throw new InputError('value', text, 'says nothing.', 'Leave the line out where it is not known.');
  if (fact === 'thread') return formatThread(parseThread('value', text)).replace(' × ', 'x');
  if (fact === 'lugs') return String(wholeNumber('value', text, 3, 10));
  if (fact === 'boltCircle') return String(parseLength('value', text, { min: 60, max: 300 }).value);
  const found = CLOSED[fact]?.find((v) => v === text.toLowerCase());
  if (!found)
    throw new InputError(
      'value',
      text,
      `is no ${fact}.`,
      `One of ${CLOSED[fact]?.filter((v) => v !== 'unknown').join(', ')}.`,
    );
  return found;
}

/** Reads one line of such a file. @throws InputError that names the column, the value and what would do */
export function fitmentRow(cells: Readonly<Record<FitmentColumn, string>>): FitmentRow {
  const model = cells.model.trim().replace(/\s+/g, ' ');
  if (model === '' || model.length > 120)
    throw new InputError(
      'model',
      model.slice(0, 20),
      model === '' ? 'is missing.' : 'is longer than 120 letters.',
      'The car as take in names it.',
    );
  const axle = ENDS.find((a) => a === cells.axle.trim().toLowerCase());
  if (!axle) throw new InputError('axle', cells.axle, 'is no axle.', 'front or rear.');
  const cars = cells.cars.trim() === '' ? 1 : wholeNumber('cars', cells.cars.trim(), 1, CARS.most);
  const shop = cells.shop.trim().slice(0, 64);
  const [asked, value, pm] = [cells.what.trim(), cells.value.trim(), cells.pm.trim()];
  const same = (id: string): boolean => id.toLowerCase() === asked.toLowerCase();
  const fact = FITMENT_FACTS.find(same);
  if (fact) return { model, axle, what: fact, value: factFrom(fact, value), pm: null, cars, shop };
  const reading = MODEL_READINGS.find((q) => same(q.id));
  if (!reading)
    throw new InputError(
      'what',
      asked,
      'is not the same on every car of a model.',
      `One of ${[...FITMENT_FACTS, ...MODEL_READINGS.map((q) => q.id)].join(', ')}.`,
    );
  const mm = parseLength('value', value, { min: reading.min, max: reading.max }).value;
  if (pm === '')
    throw new InputError('pm', '', 'is missing.', 'A figure without its ± is no measurement; type it in mm.');
  const widest = reading.widest ?? 1;
  const error = parseLength('pm', pm, { min: 0, max: widest }).value;
  if (!(error > 0)) throw new InputError('pm', pm, 'is nothing.', 'Every caliper has an error; 0.1 mm is usual.');
  return { model, axle, what: reading.id, value: String(mm), pm: error, cars, shop };
}
