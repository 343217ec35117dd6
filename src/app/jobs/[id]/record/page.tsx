import type { Metadata } from 'next';
import { PrintButton } from '@/features/records/PrintButton';
import { ReadingsTable } from '@/features/records/ReadingsTable';
import { RecordSheet } from '@/features/records/RecordSheet';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { isStale, staleBecause } from '@/usecases/jobPlan';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Record' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const whole = await jobOr404(id);
  const { units } = await readSession();
  return (
    <JobFrame whole={whole} here="record">
      <main className="flex max-w-[980px] flex-col gap-4 p-5 print:max-w-none print:p-0">
        {whole.plan ? (
          <>
            <div className="no-print flex items-center justify-end gap-4">
              {whole.job.signedAt === null && isStale(whole) ? (
                <p className="text-stop">Changed since this plan was chosen: {staleBecause(whole, units).join(' ')}</p>
              ) : null}
              <PrintButton />
            </div>
            <RecordSheet whole={whole} inForce={whole.plan} units={units} />
          </>
        ) : (
          <>
            <h1>Record</h1>
            <NeedsPlan jobId={id} />
            <ReadingsTable whole={whole} units={units} />
          </>
        )}
      </main>
    </JobFrame>
  );
}
