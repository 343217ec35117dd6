import { format } from 'date-fns';
import type { Metadata } from 'next';
import { cornersOf } from '@/core/document/axles';
import { QUANTITY_IDS, type QuantityId } from '@/core/document/quantities';
import type { Corner, Seat } from '@/core/document/vocabulary';
import { parseThread } from '@/core/thread/designation';
import type { UnitSystem } from '@/core/units/format';
import { nextReading } from '@/core/whatif/nextReading';
import { JobFrame } from '@/features/shell/JobRail';
import { Survey } from '@/features/survey/Survey';
import { Walk } from '@/features/survey/walk/Walk';
import { hubOf, planWith } from '@/usecases/job/jobPlan';
import { othersOfJob } from '@/usecases/job/jobs';
import { measuredFor, missingReadings, wantedReadings } from '@/usecases/job/wanted';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import type { JobWhole } from '@/usecases/shown';
import { countedChalk } from '@/usecases/survey/archCuts';
import { heldText, oldStateLines } from '@/usecases/survey/archState';
import { earlierReadings } from '@/usecases/survey/earlier';
import { takenOfJob } from '@/usecases/survey/takenShown';
import { fittedOn } from '@/usecases/vehicle/vehicles';
import { earlierShown, knownOn, loosenedShown, ruledOutOf } from './shown';
import { type Asked, walkProps } from './walkProps';

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
  const { units, measure } = await readSession();
  const asked = {
    quantity: QUANTITY_IDS.find((q) => q === field) ?? null,
    corner: cornersOf(whole.job.axle).find((c) => c === corner) ?? null,
  };
  return (
    <JobFrame whole={whole} here="measure">
      {measure === 'list' ? (
        <Listed whole={whole} units={units} asked={asked} />
      ) : (
        <Walk {...(await walkProps(whole, asked, units))} demo={demo()} />
      )}
    </JobFrame>
  );
}

const demo = (): boolean => process.env.VECTIS_DEMO === '1';

/** All readings in a list, corner by corner. */
async function Listed({ whole, units, asked }: { whole: JobWhole; units: UnitSystem; asked: Asked }) {
  const hub = hubOf(whole);
  const corners = cornersOf(whole.job.axle);
  const others = await othersOfJob(whole);
  const plan = planWith(whole, measuredFor(whole), null);
  const earlier = await earlierReadings(whole);
  const fitted = await fittedOn(whole.vehicle.id);
  return (
    <Survey
      jobId={whole.job.id}
      vehicleId={whole.vehicle.id}
      axle={whole.job.axle}
      corners={corners}
      ruledOut={ruledOutOf(plan, units)}
      arriveAt={asked.quantity}
      begin={asked.corner ?? corners[0]}
      elsewhere={Object.fromEntries(others.flatMap((o) => cornersOf(o.job.axle).map((c) => [c, o.job.id])))}
      open={Object.assign({}, ...[...others, whole].map(openByCorner))}
      quantities={wantedReadings(whole).map((q) => q.id)}
      readings={takenOfJob(whole, units)}
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
      loosened={await loosenedShown(whole, units)}
      seat={hub.seat as Seat}
      demo={demo()}
    />
  );
}

/** Readings still open at each corner of a job. */
function openByCorner(whole: JobWhole): Partial<Record<Corner, number>> {
  const missing = missingReadings(whole);
  return Object.fromEntries(cornersOf(whole.job.axle).map((c) => [c, missing.filter((m) => m.corner === c).length]));
}
