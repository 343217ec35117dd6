import 'server-only';
import { acrossFrom } from '@/core/document/axles';
import type { Corner } from '@/core/document/document';
import { CORNER_LABEL } from '@/core/document/labels';
import { MODEL, type Quantity, type QuantityId, SAME, typedMethods, UNSEEN } from '@/core/document/quantities';
import { parseReading } from '@/core/document/readingText';
import { InputError } from '@/core/errors';
import { plural } from '@/core/plural';
import { combineRepeats } from '@/core/uncertainty';
import type { Executor } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import type { JobWhole } from '@/store/jobs';
import { countedReadings } from '../job/jobPlan';
import { expectedOf } from './fitment';

export interface TypedReading {
  readonly quantity: QuantityId;
  readonly typed: string;
  readonly method: string;
}

/** Understands a reading as typed. @throws InputError naming what would do */
export function understood(q: Quantity, { typed, method: id }: TypedReading) {
  const method = typedMethods(q).find((m) => m.id === id);
  if (!method)
    throw new InputError(
      q.label,
      id,
      'is not a way to measure this.',
      `Use ${typedMethods(q)
        .map((m) => m.label)
        .join(' or ')}.`,
    );
  // Nobody saw a figure, so none is asked for.
  if (method.id === UNSEEN.id)
    return { quantity: q.id, value: q.min, unit: '', typed: UNSEEN.label, pm: 0, method: method.id };
  const { value, unit } = parseReading(q, typed);
  return { quantity: q.id, value, unit, typed: typed.trim(), pm: method.pm, method: method.id };
}

/** What was read: typed, or held to the part. @throws InputError, RefusedError */
export async function figureOf(tx: Executor, whole: JobWhole, q: Quantity, corner: Corner | null, r: TypedReading) {
  if (r.method === SAME.id) return asOtherSide(whole, q, corner);
  return r.method === MODEL.id ? asModel(tx, whole, q) : understood(q, r);
}

/**
 * What other cars of the model had, to which a caliper was set that fits here. @throws RefusedError where nothing is
 * expected
 */
async function asModel(tx: Executor, whole: JobWhole, q: Quantity) {
  const expected = (await expectedOf(whole, new Set([q.id]), tx)).get(q.id);
  if (!expected) throw new RefusedError(`${q.label} was not measured on another car of this model. Measure it.`);
  if (expected.apart)
    throw new RefusedError(`${q.label} differs from one car of this model to the other. Measure it on this one.`);
  const { value, pm, cars } = expected;
  return {
    quantity: q.id,
    value,
    unit: 'mm',
    typed: `as on ${plural(cars, 'car')} of this model`,
    pm,
    method: MODEL.id,
  };
}

/**
 * The other side's figure, which the caliper that is still set to it fits here as well. Only where both sides carry the
 * same part.
 * @throws RefusedError
 */
function asOtherSide(whole: JobWhole, q: Quantity, corner: Corner | null) {
  if (q.bothSides !== true || corner === null)
    throw new RefusedError(`${q.label} is measured at each corner by itself.`);
  const other = acrossFrom(corner);
  const there = countedReadings(whole).filter((r) => r.quantity === q.id && r.corner === other);
  if (there.length === 0)
    throw new RefusedError(
      `${q.label} was not measured at the ${CORNER_LABEL[other]} yet, so nothing can be as there.`,
    );
  const { value, pm } = combineRepeats(there);
  const typed = `as the ${CORNER_LABEL[other]}`;
  return { quantity: q.id, value, unit: 'mm', typed, pm, method: SAME.id };
}
