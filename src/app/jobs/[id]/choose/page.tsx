import { format } from 'date-fns';
import type { Metadata } from 'next';
import { BenchView } from '@/features/bench/BenchView';
import { JobFrame } from '@/features/shell/JobRail';
import { theStore } from '@/store/connection';
import { listParts } from '@/store/parts';
import { FIRST_CHOICE, isStale, planParts, staleBecause } from '@/usecases/jobPlan';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Choose' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const whole = await jobOr404((await params).id);
  const { units } = await readSession();
  const parts = await listParts((await theStore()).db);
  const frozen = whole.plan
    ? `A ${whole.plan.document.spacer.thickness} mm plan was taken forward on ${format(whole.plan.frozenAt, 'd MMM, HH:mm')} by ${whole.plan.frozenBy}${
        isStale(whole) ? '. It is stale: take forward again.' : '. Taking another forward starts kit list, job card and torque again.'
      }`
    : null;
  return (
    <JobFrame whole={whole} here="choose">
      <BenchView jobId={whole.job.id} version={whole.job.version} parts={planParts(whole)} start={whole.job.draft ?? FIRST_CHOICE} units={units} frozen={frozen} changes={staleBecause(whole, units)} shelf={parts.map((p) => ({ id: p.id, item: p.item }))} />
    </JobFrame>
  );
}
