import 'server-only';
import { cornersOf } from '@/core/document/axles';
import { inSetup } from '@/core/document/bare';
import type { Corner, Seat, TrialPart } from '@/core/document/document';
import { axleInSentence, CORNER_LABEL } from '@/core/document/labels';
import { quantity } from '@/core/document/quantities';
import { InputError } from '@/core/errors';
import type { ArchCut } from '@/core/stance/archWork';
import { trimAt, trims } from '@/core/stance/trim';
import { parseLength } from '@/core/units/parse';
import { theStore } from '@/store/connection';
import { NotFoundError, RefusedError } from '@/store/errors';
import { recordEvent } from '@/store/events';
import type { JobWhole } from '@/store/jobs';
import {
  addChalkTest,
  addReading,
  type ChalkInput,
  quantityOf,
  withdrawChalkTest,
  withdrawReading,
} from '@/store/jobs';
import type { ChoiceDraft } from '@/store/schema';
import { loadVehicle } from '@/store/vehicles';
import { addWheelReading, markWheel, moveWheel, setRotates, withdrawWheelReading } from '@/store/wheels';
import { advance } from '../job/advance';
import type { JobEvent } from '../job/transitions';
import { figureOf, type TypedReading, understood } from './readingFigure';

/** A gap as it came out belongs to fitting and recheck, every other reading to the plan. */
const eventOf = (id: string): JobEvent => (id === 'gapFitted' ? 'compare-gap' : 'measure');

/**
 * Keeps a reading of a corner or an axle with its ±, method, person and time.
 * @param id made by who sends it: sent twice it counts once @throws InputError, RefusedError
 */
export function takeReading(
  jobId: string,
  r: TypedReading & {
    readonly corner: Corner | null;
    readonly hour?: number | null | undefined;
    /** Spacer that was on, as typed; left out or empty, nothing was. */
    readonly plate?: string | undefined;
    /** Wheel set that was on; left out, that of the job. */
    readonly wheelSet?: string | undefined;
    /** Part that was turned in by hand for a count, as typed. */
    readonly trial?: TypedTrial | undefined;
  },
  by: string,
  id?: string,
): Promise<void> {
  const q = quantity(r.quantity);
  return advance({ jobId, event: eventOf(q.id), by }, async (tx, whole, at) => {
    const { job, wheelSets, hubs } = whole;
    if (q.scope === 'wheel') throw new RefusedError(`${q.label} belongs to a wheel. Pick the wheel first.`);
    const bolt = hubs.find((h) => h.axle === job.axle)?.fastening === 'bolt';
    const corner = q.scope === 'axle' ? null : r.corner;
    if (q.scope === 'corner' && !(corner && cornersOf(job.axle).includes(corner))) {
      throw new RefusedError(`${q.label} belongs to a corner of ${axleInSentence(job.axle)}. Pick the corner first.`);
    }
    await addReading(
      tx,
      jobId,
      {
        ...(await figureOf(tx, whole, q, corner, r)),
        corner,
        hour: q.id === 'loadedClearance' ? (r.hour ?? null) : null,
        onPlateMm: plateOn(q.id, r.plate),
        onWheelSetId: wheelSetOn(q.id, r.wheelSet, job.wheelSetId, wheelSets),
        trialPart: trialOn(q.id, r.trial, bolt),
      },
      by,
      at,
      id,
    );
    return { value: undefined };
  });
}

/**
 * Set that was on, where it is not that of the job and makes a difference. @throws RefusedError where it is no set of
 * this car
 */
function wheelSetOn(
  id: string,
  set: string | undefined,
  own: string,
  sets: readonly { readonly id: string }[],
): string | null {
  if (!inSetup(id) || set === undefined || set === own) return null;
  if (!sets.some((s) => s.id === set))
    throw new RefusedError('These wheels are not a set of this car. Reload the page and pick the wheels that are on.');
  return set;
}

export interface TypedTrial {
  readonly seat: Seat;
  readonly length: string;
  readonly nose: string;
}

/** ± of a length that is read off a new part by caliper, mm. */
const NEW_PART_PM = 0.1;

/** The part that was turned in by hand, as it was typed. @throws InputError */
function trialOn(id: string, typed: TypedTrial | undefined, bolt: boolean): TrialPart | null {
  if ((id !== 'turns' && id !== 'capDab') || typed === undefined) return null;
  if (typed.seat === 'unknown')
    throw new InputError(
      'Seat of the new one',
      'Not known',
      'says nothing.',
      'Look at it: the count holds for one seat only.',
    );
  if (!bolt) return { seat: typed.seat, length: null, nose: null };
  const { value } = parseLength('Its length under the seat', typed.length, { min: 10, max: 150 });
  const nose = typed.nose.trim() === '' ? null : parseLength('Its pilot nose', typed.nose, { min: 0, max: 30 }).value;
  return {
    seat: typed.seat,
    length: { value, pm: NEW_PART_PM },
    nose: nose === null ? null : { value: nose, pm: NEW_PART_PM },
  };
}

/**
 * Spacer that was on, mm; null where nothing was, or where it makes no difference to the reading. @throws InputError
 */
export function plateOn(id: string, typed: string | undefined): number | null {
  if (!inSetup(id) || typed === undefined || typed.trim() === '') return null;
  const { value } = parseLength('Spacer on it now', typed, { min: 0, max: 100 });
  return value === 0 ? null : value;
}

/** Takes a reading back; the one before it counts again. @throws NotFoundError, RefusedError */
export async function takeBackReading(jobId: string, readingId: string, by: string): Promise<void> {
  const id = await quantityOf((await theStore()).db, jobId, readingId);
  if (id === null) throw new NotFoundError('This reading');
  await advance({ jobId, event: eventOf(id), by }, async (tx, _, at) => ({
    value: await withdrawReading(tx, jobId, readingId, by, at),
  }));
}

/**
 * Arch work was done at some corners: what was read of their arches before becomes the old state, and is measured anew;
 * a trim that was planned there is off. The other side's readings stay. Null takes it back. @throws InputError,
 * RefusedError
 */
export async function noteArchWork(
  jobId: string,
  { typed, corners }: { readonly typed: string | null; readonly corners: readonly Corner[] },
  by: string,
): Promise<void> {
  const note = typed?.trim() ?? null;
  if (note !== null && (note === '' || note.length > 200))
    throw new InputError(
      'What was done',
      note.slice(0, 40),
      note === '' ? 'is empty.' : 'is longer than 200 characters.',
      'Such as “lip trimmed 10 mm from 10 to 2 o’clock, sealed and painted”.',
    );
  if (corners.length === 0) throw new InputError('Where', '', 'is not said.', 'One corner, or both.');
  return advance({ jobId, event: 'arch-work', by }, async (tx, { job }, at) => {
    const archCuts: Partial<Record<Corner, ArchCut>> = { ...job.archCuts };
    for (const c of corners) {
      if (!cornersOf(job.axle).includes(c))
        throw new RefusedError(`${CORNER_LABEL[c]} is not part of this job, which is ${axleInSentence(job.axle)}.`);
      const where = CORNER_LABEL[c];
      if ((note === null) === (archCuts[c] === undefined))
        throw new RefusedError(
          note === null
            ? `No arch work is noted at the ${where}.`
            : `Arch work is noted at the ${where} already. Take it back first.`,
        );
      if (note === null) delete archCuts[c];
      else archCuts[c] = { at: at.toISOString(), by, note };
    }
    const kind = note === null ? 'arch.taken-back' : 'arch.done';
    await recordEvent(tx, { jobId, kind, detail: { note, corners: [...corners] }, by, at });
    return { value: undefined, set: { archCuts, ...(note === null ? {} : draftCut(job, corners)) } };
  });
}

/** The choice on the bench without the trims that are off now. */
function draftCut({ draft, axle }: JobWhole['job'], done: readonly Corner[]): { draft?: ChoiceDraft } {
  if (!draft) return {};
  const plan = { trim: draft.trim ?? 0, trimRight: draft.trimRight ?? null };
  const [first, second = first] = cornersOf(axle);
  const still = (c: Corner): number => (done.includes(c) ? 0 : trimAt(plan, c));
  return { draft: { ...draft, ...trims(still(first), still(second)) } };
}

export interface TypedChalk extends Omit<ChalkInput, 'trialMm' | 'hours'> {
  readonly trial: string;
  readonly hours: readonly number[];
}

/** Keeps a chalk test of a corner. No hours: it stayed clean. @throws InputError, RefusedError */
export function takeChalk(
  jobId: string,
  { corner, load, across, hours, trial, heldBy }: TypedChalk,
  by: string,
  id?: string,
): Promise<void> {
  return advance({ jobId, event: 'measure', by }, async (tx, { job }, at) => {
    if (!cornersOf(job.axle).includes(corner))
      throw new RefusedError(`${CORNER_LABEL[corner]} is not part of this job, which is ${axleInSentence(job.axle)}.`);
    const trialMm = parseLength('Trial spacer', trial, { min: 0, max: 100 }).value;
    await addChalkTest(
      tx,
      jobId,
      { corner, load, across: hours.length > 0 ? across : null, hours: [...hours], trialMm, heldBy: heldBy ?? null },
      by,
      at,
      id,
    );
    return { value: undefined };
  });
}

/** Takes a chalk test back. @throws NotFoundError, RefusedError */
export const takeBackChalk = (jobId: string, testId: string, by: string): Promise<void> =>
  advance({ jobId, event: 'measure', by }, async (tx, _, at) => ({
    value: await withdrawChalkTest(tx, jobId, testId, by, at),
  }));

/** Keeps a reading of one wheel; it goes where the wheel goes. @throws InputError, RefusedError */
export async function takeWheelReading(
  vehicleId: string,
  wheelId: string,
  r: TypedReading,
  by: string,
  id?: string,
): Promise<void> {
  const q = quantity(r.quantity);
  if (q.scope !== 'wheel') throw new RefusedError(`${q.label} does not belong to a wheel.`);
  await addWheelReading((await theStore()).db, vehicleId, wheelId, understood(q, r), by, new Date(), id);
}

/**
 * Says that every wheel of a set was looked at and is as one of them: what was measured of that one and of no other is
 * written down for the others, as that one's figures. What was measured of a wheel by itself stays. @returns how many
 * figures @throws RefusedError
 */
export async function wheelsAlike(vehicleId: string, wheelId: string, by: string): Promise<number> {
  const { db } = await theStore();
  const { wheels: all } = await loadVehicle(db, vehicleId);
  const like = all.find((w) => w.id === wheelId);
  if (!like) throw new NotFoundError('This wheel');
  if (like.readings.length === 0) throw new RefusedError('Nothing was measured of this wheel yet.');
  const others = all.filter((w) => w.wheelSetId === like.wheelSetId && w.id !== like.id);
  const at = new Date();
  const kept = await db.transaction(async (tx) => {
    let count = 0;
    for (const wheel of others)
      for (const id of new Set(like.readings.map((r) => r.quantity))) {
        if (wheel.readings.some((r) => r.quantity === id)) continue;
        const last = like.readings.findLast((r) => r.quantity === id);
        if (!last) continue;
        const { quantity: q, value, unit, pm, method } = last;
        const typed = `${last.typed.slice(0, 20)}, as wheel ${like.mark}`;
        await addWheelReading(tx, vehicleId, wheel.id, { quantity: q, value, unit, pm, method, typed }, by, at);
        count += 1;
      }
    return count;
  });
  if (kept === 0) throw new RefusedError('Every wheel of this set has figures of its own for what was measured here.');
  return kept;
}

/** Takes a reading of a wheel back. @throws NotFoundError when the wheel is another vehicle's */
export async function takeBackWheelReading(
  vehicleId: string,
  wheelId: string,
  readingId: string,
  by: string,
): Promise<void> {
  await withdrawWheelReading((await theStore()).db, vehicleId, wheelId, readingId, by, new Date());
}

/** Marks a wheel, so that it is known again. @throws InputError, RefusedError */
export async function markAWheel(vehicleId: string, wheelId: string, typed: string, by: string): Promise<void> {
  const text = typed.trim();
  if (text === '' || text.length > 20)
    throw new InputError(
      'Mark',
      text.slice(0, 40),
      text === '' ? 'is empty.' : 'is longer than 20 characters.',
      'Use a letter or a short word chalked on the wheel.',
    );
  await markWheel((await theStore()).db, vehicleId, wheelId, text, by, new Date());
}

/** Hangs a wheel at another corner; the two change places. */
export async function hangWheel(vehicleId: string, wheelId: string, corner: Corner, by: string): Promise<void> {
  await moveWheel((await theStore()).db, vehicleId, wheelId, corner, by, new Date());
}

/** Says whether the wheels of a set may change axles. */
export async function keepRotating(vehicleId: string, wheelSetId: string, rotates: boolean, by: string): Promise<void> {
  await setRotates((await theStore()).db, vehicleId, wheelSetId, rotates, by, new Date());
}
