import 'server-only';
import { expectedFigure, FITMENT_FACTS, known } from '@/core/document/fitment';
import { type FitmentRow, MODEL_READINGS } from '@/core/document/fitmentRow';
import { type FitmentIssue, readFitment, writeFitment } from '@/files/fitmentCsv';
import { theStore } from '@/store/connection';
import { factsThere, modelNames, takeModelFacts } from '@/store/modelFacts';
import { hubsOfModel } from '@/store/vehicles';
import { RefusedError } from '../result';
import { factsOf, figuresOfModel, ownFigures } from './fitment';

/** What a file would do, before it does it. */
export interface FitmentLooked {
  readonly rows: number;
  readonly models: readonly string[];
  /** The first of them. */
  readonly first: readonly FitmentRow[];
  readonly issues: readonly FitmentIssue[];
  /** More is wrong than is shown. */
  readonly more: number;
}

const SHOWN = 20;
const MOST_LINES = 20_000;

/**
 * Looks at a file with what other shops' cars had; nothing is changed. @throws RefusedError where it came out of this
 * shop, or is too long
 */
export async function lookAtFitment(text: string): Promise<FitmentLooked> {
  const { rows, issues } = await read(text);
  return {
    rows: rows.length,
    models: [...new Map(rows.map((r) => [r.model.toLowerCase(), r.model])).values()].sort(),
    first: rows.slice(0, SHOWN),
    issues: issues.slice(0, SHOWN),
    more: Math.max(0, issues.length - SHOWN),
  };
}

async function read(text: string) {
  const file = readFitment(text);
  if (file.rows.length > MOST_LINES)
    throw new RefusedError(`This file has more than ${MOST_LINES} lines. Take it in parts.`);
  const { signer } = await theStore();
  if (file.rows.some((r) => r.shop === signer.keyId))
    throw new RefusedError('This file came out of this shop: its cars are counted here already.');
  return file;
}

/**
 * Takes such a file over, whole or not at all. @returns how many lines stand now @throws RefusedError where a line
 * cannot be read
 */
export async function takeFitment(text: string, name: string, by: string): Promise<number> {
  const { rows, issues } = await read(text);
  const [first] = issues;
  if (first)
    throw new RefusedError(
      `Line ${first.line}: ${first.message}${issues.length > 1 ? ` ${issues.length - 1} more ${issues.length === 2 ? 'line is' : 'lines are'} wrong.` : ''} Nothing was taken over.`,
    );
  if (rows.length === 0) throw new RefusedError('There is no line in this file. Nothing was taken over.');
  const { db } = await theStore();
  await db.transaction((tx) => takeModelFacts(tx, rows, name.trim().slice(0, 120) || 'a file', by, new Date()));
  return rows.length;
}

/** What stands that came from other shops. */
export const fitmentThere = async (): Promise<{ lines: number; models: number }> => factsThere((await theStore()).db);

/**
 * What this shop's own cars had, model by model, as a file for another shop. What came from others is not passed on.
 */
export async function fitmentFile(): Promise<string> {
  const { db, signer } = await theStore();
  const rows: FitmentRow[] = [];
  for (const model of await modelNames(db)) {
    const hubs = await hubsOfModel(db, model);
    for (const axle of ['front', 'rear'] as const) {
      const own = hubs.filter((h) => h.axle === axle).map(factsOf);
      const add = (row: Pick<FitmentRow, 'what' | 'value' | 'pm' | 'cars'>) =>
        rows.push({ model, axle, shop: signer.keyId, ...row });
      for (const what of FITMENT_FACTS) {
        const values = new Map<string, number>();
        for (const h of own) if (known(h[what])) values.set(h[what], (values.get(h[what]) ?? 0) + 1);
        for (const [value, cars] of values) add({ what, value, pm: null, cars });
      }
      const readings = await figuresOfModel(db, {
        name: model,
        axle,
        butVehicle: '',
        quantities: MODEL_READINGS.map((q) => q.id),
      });
      for (const q of MODEL_READINGS) {
        const figure = expectedFigure(
          ownFigures(
            readings.filter((r) => r.quantity === q.id),
            q,
          ),
        );
        // Cars whose figures lie further apart than their errors had different parts: that helps nobody.
        if (figure === null || figure.apart) continue;
        // To a thousandth of a millimetre, as far as any caliper reads.
        const value = Math.round(figure.value * 1000) / 1000;
        // What rounding takes off the figure goes on its ±.
        const pm = Math.ceil((figure.pm + Math.abs(value - figure.value)) * 1000 - 1e-6) / 1000;
        if (pm <= (q.widest ?? 1)) add({ what: q.id, value: String(value), pm, cars: figure.cars });
      }
    }
  }
  return writeFitment(rows);
}
