import { format, formatDistanceToNow } from 'date-fns';
import type { Metadata } from 'next';
import { cornersOf } from '@/core/document/assemble';
import { seatInSentence } from '@/core/document/labels';
import { quantity, QUANTITY_IDS, type QuantityId } from '@/core/document/quantities';
import type { Corner, Seat } from '@/core/document/vocabulary';
import { parseThread } from '@/core/thread/designation';
import { JobFrame } from '@/features/shell/JobRail';
import type { TypedSetup } from '@/features/survey/OnCar';
import { Survey } from '@/features/survey/Survey';
import { measuredFor, hubOf, missingReadings, planWith, wantedReadings } from '@/usecases/jobPlan';
import { countedChalk, isOldState } from '@/usecases/archCuts';
import { heldText, oldStateLines } from '@/usecases/archState';
import { nextReading } from '@/core/whatif/nextReading';
import { ruledOut, ruledOutSentence } from '@/core/whatif/ruledOut';
import type { JobWhole } from '@/store/jobs';
import { type Earlier, earlierReadings } from '@/usecases/earlier';
import { fittedOn } from '@/usecases/vehicles';
import type { FittedRow } from '@/store/schema';
import type { EarlierShown } from '@/features/survey/EarlierReadings';
import { readingText, pmText } from '@/core/document/readingText';
import { formatLength, formatTorque, type UnitSystem } from '@/core/units/format';
import { combineRepeats } from '@/core/uncertainty';
import { theStore } from '@/store/connection';
import { loosenedCorners } from '@/usecases/loosened';
import { wrenchesFor } from '@/usecases/wrenches';
import { partnerOfJob } from '@/usecases/jobs';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Measure' };

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ corner?: string | string[]; field?: string | string[] }>;
}) {
  const whole = await jobOr404((await params).id);
  const { corner, field } = await searchParams;
  const { units } = await readSession();
  const hub = hubOf(whole);
  const corners = cornersOf(whole.job.axle);
  const partner = await partnerOfJob(whole);
  const plan = planWith(whole, measuredFor(whole), null);
  const earlier = await earlierReadings(whole);
  const fitted = await fittedOn(whole.vehicle.id);
  const now = whole.readings.filter((r) => !isOldState(whole, r));
  return (
    <JobFrame whole={whole} here="measure">
      <Survey
        jobId={whole.job.id}
        vehicleId={whole.vehicle.id}
        axle={whole.job.axle}
        corners={corners}
        ruledOut={ruledOut(plan).map((r) => ruledOutSentence(r, plan, units))}
        arriveAt={QUANTITY_IDS.find((q) => q === field) ?? null}
        begin={corners.find((c) => c === corner) ?? corners[0]}
        partnerId={partner?.job.id ?? null}
        open={{ ...(partner ? openByCorner(partner) : {}), ...openByCorner(whole) }}
        quantities={wantedReadings(whole).map((q) => q.id)}
        readings={now.map((r) => ({
          id: r.id,
          quantity: r.quantity as QuantityId,
          corner: r.corner as Corner | null,
          hour: r.hour,
          value: r.value,
          typed: r.typed,
          pm: r.pm,
          on: onText(whole, r, units),
          method: r.method,
          by: r.by,
          at: format(r.at, 'd MMM HH:mm'),
          takenAt: r.at.getTime(),
        }))}
        sets={whole.wheelSets.map((s) => ({ id: s.id, name: s.name, rotates: s.rotates }))}
        jobSet={whole.job.wheelSetId}
        wheels={whole.wheels.map((w) => ({
          id: w.id,
          setId: w.wheelSetId,
          mark: w.mark,
          corner: w.corner,
          taken: w.readings.map((r) => ({ id: r.id, quantity: r.quantity as QuantityId, value: r.value, pm: r.pm })),
        }))}
        chalk={countedChalk(whole).map((t) => ({
          id: t.id,
          corner: t.corner,
          trial: t.trialMm,
          load: t.load,
          across: t.across,
          hours: t.hours,
          held: heldText(t.heldBy, units),
          by: t.by,
          at: format(t.at, 'd MMM HH:mm'),
        }))}
        missing={missingReadings(whole).map((m) => ({ quantity: m.quantity.id, corner: m.corner, wheel: m.wheel }))}
        next={nextReading(plan)}
        known={knownOn(whole, fitted.now)}
        earlier={earlier.map((e) => earlierShown(e, units))}
        plan={plan}
        archWork={cornersOf(whole.job.axle).flatMap((c) => {
          const cut = whole.job.archCuts[c];
          if (!cut) return [];
          const { note, by } = cut;
          return [{ corner: c, note, by, at: format(cut.at, 'd MMM HH:mm'), before: oldStateLines(whole, c, units) }];
        })}
        pitch={parseThread('Thread', hub.thread).pitch}
        units={units}
        fastener={hub.fastening === 'bolt' ? 'bolt' : 'nut'}
        locking={hub.lockingFastener}
        loosened={{
          corners: await loosenedCorners((await theStore()).db, whole),
          figure: hub.torqueNm === null ? null : `${formatTorque(hub.torqueNm, units)} (${hub.torqueSource})`,
          wrenches:
            hub.torqueNm === null
              ? []
              : (await wrenchesFor(hub.torqueNm)).filter((w) => w.refused === null).map((w) => w.name),
        }}
        seat={hub.seat as Seat}
      />
    </JobFrame>
  );
}

/** Readings still open at each corner of a job. */
function openByCorner(whole: JobWhole): Partial<Record<Corner, number>> {
  const missing = missingReadings(whole);
  return Object.fromEntries(cornersOf(whole.job.axle).map((c) => [c, missing.filter((m) => m.corner === c).length]));
}

/** What each corner is known to have on, as it would be typed. */
const knownOn = (whole: JobWhole, now: readonly FittedRow[]): Partial<Record<Corner, TypedSetup>> =>
  Object.fromEntries(
    cornersOf(whole.job.axle).map((corner) => {
      const f = now.find((x) => x.corner === corner);
      const spacer = f?.plateMm ? String(f.plateMm) : '';
      const set =
        f?.wheelSetId && whole.wheelSets.some((s) => s.id === f.wheelSetId) ? f.wheelSetId : whole.job.wheelSetId;
      return [corner, { spacer, set, trial: null }];
    }),
  );

/** What was on while a reading was taken, in words; empty where nothing was, on the present fasteners and the wheels of the job. */
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

function earlierShown(e: Earlier, units: UnitSystem): EarlierShown {
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
