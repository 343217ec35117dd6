import { format } from 'date-fns';
import type { Metadata } from 'next';
import { cornersOf } from '@/core/document/assemble';
import type { QuantityId } from '@/core/document/quantities';
import type { Corner, Seat } from '@/core/document/vocabulary';
import { parseThread } from '@/core/thread/designation';
import { JobFrame } from '@/features/shell/JobRail';
import { Survey } from '@/features/survey/Survey';
import { hubOf, missingReadings, wantedReadings } from '@/usecases/jobPlan';
import type { JobWhole } from '@/store/jobs';
import { partnerOfJob } from '@/usecases/jobs';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Measure' };

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ corner?: string | string[] }>;
}) {
  const whole = await jobOr404((await params).id);
  const { corner } = await searchParams;
  const { units } = await readSession();
  const hub = hubOf(whole);
  const corners = cornersOf(whole.job.axle);
  const partner = await partnerOfJob(whole);
  return (
    <JobFrame whole={whole} here="measure">
      <Survey
        jobId={whole.job.id}
        vehicleId={whole.vehicle.id}
        axle={whole.job.axle}
        corners={corners}
        begin={corners.find((c) => c === corner) ?? corners[0]}
        partnerId={partner?.job.id ?? null}
        open={{ ...(partner ? openByCorner(partner) : {}), ...openByCorner(whole) }}
        quantities={wantedReadings(whole).map((q) => q.id)}
        readings={whole.readings.map((r) => ({
          id: r.id,
          quantity: r.quantity as QuantityId,
          corner: r.corner as Corner | null,
          hour: r.hour,
          value: r.value,
          typed: r.typed,
          pm: r.pm,
          plate: r.onPlateMm,
          method: r.method,
          by: r.by,
          at: format(r.at, 'd MMM HH:mm'),
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
        chalk={whole.chalk.map((t) => ({
          id: t.id,
          corner: t.corner,
          trial: t.trialMm,
          load: t.load,
          hours: t.hours,
          by: t.by,
          at: format(t.at, 'd MMM HH:mm'),
        }))}
        missing={missingReadings(whole).map((m) => ({ quantity: m.quantity.id, corner: m.corner, wheel: m.wheel }))}
        pitch={parseThread('Thread', hub.thread).pitch}
        units={units}
        fastener={hub.fastening === 'bolt' ? 'bolt' : 'nut'}
        locking={hub.lockingFastener}
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
