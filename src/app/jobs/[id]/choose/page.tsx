import { format } from 'date-fns';
import type { Metadata } from 'next';
import { formatLength } from '@/core/units/format';
import { BenchView } from '@/features/bench/BenchView';
import { SimilarWork } from '@/features/calendar/SimilarWork';
import { JobFrame } from '@/features/shell/JobRail';
import { similarTo } from '@/usecases/calendar/memory';
import { FIRST_CHOICE, isStale, planParts, planWith, staleBecause } from '@/usecases/job/jobPlan';
import { othersOfJob } from '@/usecases/job/jobs';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { everybody } from '@/usecases/shop/people';
import type { JobWhole } from '@/usecases/shown';

export const metadata: Metadata = { title: 'Choose' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const whole = await jobOr404((await params).id);
  const session = await readSession();
  const { units } = session;
  const people = await everybody();
  const others = await othersOfJob(whole);
  const similar = await similarTo(whole);
  const frozen = whole.plan
    ? `A ${formatLength(whole.plan.document.spacer.thickness, units)} plan was taken forward on ${format(whole.plan.frozenAt, 'd MMM, HH:mm')} by ${whole.plan.frozenBy}${
        isStale(whole)
          ? '. It is stale: approve it again.'
          : '. Taking another forward starts kit list, job card and torque again.'
      }`
    : null;
  return (
    <JobFrame whole={whole} here="choose">
      <BenchView
        jobId={whole.job.id}
        vehicleId={whole.vehicle.id}
        version={whole.job.version}
        parts={planParts(whole)}
        start={whole.job.draft ?? FIRST_CHOICE}
        units={units}
        frozen={frozen}
        changes={staleBecause(whole, units)}
        others={others.map(chosenThere)}
        without={whole.hubs.map((h) => h.axle).filter((a) => ![whole, ...others].some((o) => o.job.axle === a))}
        signing={{
          who: session.who,
          several: session.several,
          leads: people
            .filter((p) => p.role === 'lead' && p.hasPin && p.id !== session.personId)
            .map(({ id, name }) => ({ id, name })),
        }}
      />
      {similar ? <SimilarWork similar={similar} units={units} /> : null}
    </JobFrame>
  );
}

/** Another axle of the visit as it will be: approved, or as it stands on its own bench. */
const chosenThere = (other: JobWhole) => ({
  jobId: other.job.id,
  frozen: other.plan !== null,
  plan: other.plan?.document ?? planWith(other, other.job.draft ?? FIRST_CHOICE, null),
});
