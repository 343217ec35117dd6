import type { Metadata } from 'next';
import { QuoteSheet } from '@/features/quote/QuoteSheet';
import { JobFrame } from '@/features/shell/JobRail';
import { LinkButton } from '@/ui/Button';
import { quoteOf } from '@/usecases/job/quote';
import { jobOr404 } from '@/usecases/pages';
import { attempt } from '@/usecases/result';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Quote' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const whole = await jobOr404((await params).id);
  const { units } = await readSession();
  const done = await attempt(() => quoteOf(whole.job.id, units));
  return (
    <JobFrame whole={whole} here="quote">
      {done.ok ? (
        <QuoteSheet quote={done.value} jobId={whole.job.id} />
      ) : (
        <main className="flex flex-col items-start gap-4 p-6">
          <h1>Quote</h1>
          <p>{done.message}</p>
          <LinkButton href={`/jobs/${whole.job.id}/record`}>Open the record</LinkButton>
        </main>
      )}
    </JobFrame>
  );
}
