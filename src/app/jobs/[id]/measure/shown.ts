import { format, formatDistanceToNow } from 'date-fns';
import { cornersOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { quantity } from '@/core/document/quantities';
import { pmText, readingText } from '@/core/document/readingText';
import type { Corner } from '@/core/document/vocabulary';
import { combineRepeats } from '@/core/uncertainty';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { ruledOut, ruledOutSentence } from '@/core/whatif/ruledOut';
import type { EarlierShown } from '@/features/survey/EarlierReadings';
import type { TypedSetup } from '@/features/survey/OnCar';
import type { Loosened } from '@/features/survey/TorquedAgain';
import { hubOf } from '@/usecases/job/jobPlan';
import type { FittedRow, JobWhole } from '@/usecases/shown';
import type { Earlier } from '@/usecases/survey/earlier';
import { loosenedAt } from '@/usecases/survey/loosened';
import { wrenchesFor } from '@/usecases/torque/wrenches';

/** What the list of readings and the walk both show, worded. */

/** What the car as it was taken in and measured rules out. */
export const ruledOutOf = (plan: Plan, units: UnitSystem): string[] =>
  ruledOut(plan).map((r) => ruledOutSentence(r, plan, units));

/** Corners that were loosened to count, with the car's own figure and the wrenches that reach it. */
export async function loosenedShown(whole: JobWhole, units: UnitSystem): Promise<Loosened> {
  const { torqueNm, torqueSource } = hubOf(whole);
  return {
    corners: await loosenedAt(whole),
    figure: torqueNm === null ? null : `${formatTorque(torqueNm, units)} (${torqueSource})`,
    wrenches:
      torqueNm === null ? [] : (await wrenchesFor(torqueNm)).filter((w) => w.refused === null).map((w) => w.name),
  };
}

/** What each corner is known to have on, as it would be typed. */
export const knownOn = (whole: JobWhole, now: readonly FittedRow[]): Partial<Record<Corner, TypedSetup>> =>
  Object.fromEntries(
    cornersOf(whole.job.axle).map((corner) => {
      const f = now.find((x) => x.corner === corner);
      const spacer = f?.plateMm ? String(f.plateMm) : '';
      const set =
        f?.wheelSetId && whole.wheelSets.some((s) => s.id === f.wheelSetId) ? f.wheelSetId : whole.job.wheelSetId;
      return [corner, { spacer, set, trial: null }];
    }),
  );

export function earlierShown(e: Earlier, units: UnitSystem): EarlierShown {
  const q = quantity(e.quantity);
  const { value, pm } = combineRepeats(e.readings);
  return {
    quantity: e.quantity,
    corner: e.corner as Corner | null,
    figure:
      q.kind === 'yes-no' ? readingText(q, value, units) : `${readingText(q, value, units)} ± ${pmText(q, pm, units)}`,
    taken: `${format(e.at, 'd MMM yyyy')}, ${e.by}`,
    age: formatDistanceToNow(e.at, { addSuffix: true }),
  };
}
