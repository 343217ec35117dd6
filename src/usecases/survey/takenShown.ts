import 'server-only';
import { format } from 'date-fns';
import { seatInSentence } from '@/core/document/labels';
import type { QuantityId } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { formatLength, type UnitSystem } from '@/core/units/format';
import type { JobWhole } from '@/store/jobs';
import type { WheelWhole } from '@/store/wheels';
import { isOldState } from './archCuts';

/** A reading as a page shows it. */
export interface TakenReading {
  readonly id: string;
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  readonly hour: number | null;
  readonly value: number;
  readonly typed: string;
  readonly pm: number;
  /** What was on, in words; empty where nothing was. Readings of another setup are figures of another state. */
  readonly on: string;
  readonly method: string;
  readonly by: string;
  /** Already worded, so that server and browser agree on the time zone. */
  readonly at: string;
  /** The same as a moment, ms. */
  readonly takenAt: number;
}

/** A row as a page shows it, with where it was taken and what was on. */
const shown = (
  r: JobWhole['readings'][number] | WheelWhole['readings'][number],
  { corner, hour, on }: Pick<TakenReading, 'corner' | 'hour' | 'on'>,
): TakenReading => ({
  id: r.id,
  quantity: r.quantity as QuantityId,
  corner,
  hour,
  value: r.value,
  typed: r.typed,
  pm: r.pm,
  on,
  method: r.method,
  by: r.by,
  at: format(r.at, 'd MMM HH:mm'),
  takenAt: r.at.getTime(),
});

/** Readings of a job that speak of the car as it is now. */
export const takenOfJob = (whole: JobWhole, units: UnitSystem): TakenReading[] =>
  whole.readings
    .filter((r) => !isOldState(whole, r))
    .map((r) => shown(r, { corner: r.corner as Corner | null, hour: r.hour, on: onText(whole, r, units) }));

/** Readings of one wheel. */
export const takenOfWheel = (wheel: WheelWhole): TakenReading[] =>
  wheel.readings.map((r) => shown(r, { corner: null, hour: null, on: '' }));

/**
 * What was on while a reading was taken, in words; empty where nothing was, on the present fasteners and the wheels of
 * the job.
 */
function onText(whole: JobWhole, r: JobWhole['readings'][number], units: UnitSystem): string {
  const set = r.onWheelSetId === null || r.onWheelSetId === whole.job.wheelSetId ? null : r.onWheelSetId;
  return [
    r.onPlateMm === null ? '' : `with a ${formatLength(r.onPlateMm, units)} spacer on`,
    set === null ? '' : `on ${whole.wheelSets.find((s) => s.id === set)?.name ?? 'another set'}`,
    r.trialPart === null
      ? ''
      : `new part by hand, ${seatInSentence(r.trialPart.seat)}${r.trialPart.length === null ? '' : `, ${formatLength(r.trialPart.length.value, units)}`}`,
  ]
    .filter((x) => x !== '')
    .join(', ');
}
