import 'server-only';
import { cornersOf } from '@/core/document/axles';
import { QUANTITY_IDS, type QuantityId, quantity } from '@/core/document/quantities';
import { type Executor, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { readingsOfAxle } from '@/store/hubs';
import { addReading, type JobWhole } from '@/store/jobs';
import type { ReadingRow } from '@/store/schema';
import { advance } from '../job/advance';
import { hubOf, isFigure } from '../job/jobPlan';

/** Of the hub itself: no job changes them. */
const OF_HUB: ReadonlySet<string> = new Set<QuantityId>([
  'spigotDiameter',
  'spigotHeight',
  'rotorHat',
  'tappedDepth',
  'roomBehind',
  'holeOpen',
]);
/** Of the fasteners that are on it: other ones end them. */
const OF_HARDWARE: ReadonlySet<string> = new Set<QuantityId>([
  'boltLength',
  'boltOverall',
  'boltThread',
  'pilotNose',
  'studThread',
  'studProtrusion',
  'nutThread',
  'nutBlindDepth',
  'capOpen',
  'nutHeight',
  'originalLength',
  'lockingShorter',
]);

/** Readings of one quantity at one place as an earlier visit took them. */
export interface Earlier {
  readonly quantity: QuantityId;
  readonly corner: string | null;
  readonly readings: readonly ReadingRow[];
  readonly at: Date;
  readonly by: string;
}

const place = (r: { readonly corner: string | null; readonly quantity: string }): string =>
  `${r.corner ?? ''}/${r.quantity}`;

/**
 * What earlier visits measured of this hub and was not measured in this one: asked to be confirmed, never taken over by
 * itself. What belongs to fasteners counts only while the same ones are on.
 * @param within the transaction of the caller; left out, the running store
 */
export async function earlierReadings(whole: JobWhole, within?: Executor): Promise<Earlier[]> {
  const db = within ?? (await theStore()).db;
  const { id, vehicleId, axle } = whole.job;
  const hub = hubOf(whole);
  const rows = await readingsOfAxle(db, { vehicleId, axle, butOf: id });
  const taken = new Set(whole.readings.map(place));
  const found = new Map<string, ReadingRow[]>();
  for (const { r, hubId } of rows) {
    const same = hubId === null ? hub.endedAt === null : hubId === hub.id;
    const stays = OF_HUB.has(r.quantity) || (OF_HARDWARE.has(r.quantity) && same);
    if (!stays || !isFigure(r) || taken.has(place(r)) || !goesWith(r.quantity, hub.fastening)) continue;
    const before = found.get(place(r)) ?? [];
    // Repeats of one visit stand together; those of another visit are another state.
    found.set(place(r), before[0]?.jobId === r.jobId ? [...before, r] : [r]);
  }
  return [...found.values()].flatMap((readings) => {
    const last = readings.at(-1);
    return last
      ? [{ quantity: last.quantity as QuantityId, corner: last.corner, readings, at: last.at, by: last.by }]
      : [];
  });
}

function goesWith(id: string, fastening: 'bolt' | 'stud'): boolean {
  if (!(QUANTITY_IDS as readonly string[]).includes(id)) return false;
  const q = quantity(id as QuantityId);
  return q.fastening === 'both' || q.fastening === fastening;
}

/**
 * Somebody looked at the car and found earlier readings so still: they are kept in this visit, with what they confirm.
 * @param places `corner/quantity`, as the screen showed them @throws RefusedError where one is there no more
 */
export async function confirmEarlier(jobId: string, places: readonly string[], by: string): Promise<void> {
  await advance({ jobId, event: 'measure', by }, async (tx, whole, at) => {
    const earlier = new Map((await earlierReadings(whole, tx)).map((e) => [place(e), e]));
    for (const p of places) {
      const e = earlier.get(p);
      if (!e)
        throw new RefusedError('That reading was confirmed or measured anew already. Look at the page once more.');
      for (const r of e.readings) {
        const { quantity: q, corner, hour, value, unit, typed, pm, method, onPlateMm, onWheelSetId, trialPart } = r;
        if (corner !== null && !(cornersOf(whole.job.axle) as readonly string[]).includes(corner)) continue;
        await addReading(
          tx,
          jobId,
          {
            quantity: q,
            corner,
            hour,
            value,
            unit,
            typed,
            pm,
            method,
            onPlateMm,
            onWheelSetId,
            trialPart,
            confirms: r.id,
          },
          by,
          at,
        );
      }
    }
    return { value: undefined };
  });
}
