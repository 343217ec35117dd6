import 'server-only';
import { InputError } from '@/core/errors';
import { cornersOf } from '@/core/plan/assemble';
import type { Corner } from '@/core/plan/document';
import { type Quantity, quantity, type QuantityId, UNSEEN } from '@/core/plan/quantities';
import { parseReading } from '@/core/plan/readingText';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { addReading, loadJob } from '@/store/jobs';
import { addWheelReading } from '@/store/wheels';

export interface TypedReading {
  readonly quantity: QuantityId;
  readonly typed: string;
  readonly method: string;
}

/** Understands a reading as typed. @throws InputError naming what would do */
function understood(q: Quantity, { typed, method: id }: TypedReading) {
  const method = q.methods.find((m) => m.id === id);
  if (!method) throw new InputError(q.label, id, 'is not a way to measure this.', `${q.methods.map((m) => m.label).join(' or ')} will do.`);
  // Nobody saw a figure, so none is asked for.
  if (method.id === UNSEEN.id) return { quantity: q.id, value: q.min, unit: '', typed: UNSEEN.label, pm: 0, method: method.id };
  const { value, unit } = parseReading(q, typed);
  return { quantity: q.id, value, unit, typed: typed.trim(), pm: method.pm, method: method.id };
}

/** Keeps a reading of a corner or an axle with its ±, method, person and time. @throws InputError, RefusedError */
export async function takeReading(jobId: string, r: TypedReading & { readonly corner: Corner | null; readonly hour?: number | null | undefined }, by: string): Promise<void> {
  const q = quantity(r.quantity);
  const { db } = await theStore();
  const { job } = await loadJob(db, jobId);
  if (q.scope === 'wheel') throw new RefusedError(`${q.label} belongs to a wheel. Pick the wheel first.`);
  const corner = q.scope === 'axle' ? null : r.corner;
  if (q.scope === 'corner' && !(corner && cornersOf(job.axle).includes(corner))) {
    throw new RefusedError(`${q.label} belongs to a corner of the ${job.axle} axle. Pick the corner first.`);
  }
  await addReading(db, jobId, { ...understood(q, r), corner, hour: q.id === 'loadedClearance' ? (r.hour ?? null) : null }, by, new Date());
}

/** Keeps a reading of one wheel; it goes where the wheel goes. @throws InputError, RefusedError */
export async function takeWheelReading(vehicleId: string, wheelId: string, r: TypedReading, by: string): Promise<void> {
  const q = quantity(r.quantity);
  if (q.scope !== 'wheel') throw new RefusedError(`${q.label} does not belong to a wheel.`);
  await addWheelReading((await theStore()).db, vehicleId, wheelId, understood(q, r), by, new Date());
}
