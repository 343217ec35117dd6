import { format } from 'date-fns';
import type { Metadata } from 'next';
import { cornersOf } from '@/core/plan/assemble';
import { type QuantityId, quantitiesFor } from '@/core/plan/quantities';
import type { Corner } from '@/core/plan/vocabulary';
import { parseThread } from '@/core/thread/designation';
import { JobFrame } from '@/features/shell/JobRail';
import { Survey } from '@/features/survey/Survey';
import { hubOf, missingReadings } from '@/usecases/jobPlan';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Measure' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const whole = await jobOr404((await params).id);
  const { units } = await readSession();
  const hub = hubOf(whole);
  return (
    <JobFrame whole={whole} here="measure">
      <Survey
        jobId={whole.job.id}
        corners={cornersOf(whole.job.axle)}
        quantities={quantitiesFor({ fastening: hub.fastening, nutStyle: hub.nutStyle as 'open' }).map((q) => q.id)}
        readings={whole.readings.map((r) => ({
          id: r.id, quantity: r.quantity as QuantityId, corner: r.corner as Corner | null, hour: r.hour, value: r.value, typed: r.typed,
          pm: r.pm, method: r.method, by: r.by, at: format(r.at, 'd MMM HH:mm'),
        }))}
        missing={missingReadings(whole).map((m) => ({ quantity: m.quantity.id, corner: m.corner }))}
        pitch={parseThread('Thread', hub.thread).pitch}
        units={units}
        fastener={hub.fastening === 'bolt' ? 'bolt' : 'nut'}
        locking={hub.lockingFastener}
      />
    </JobFrame>
  );
}
