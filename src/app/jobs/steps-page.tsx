import { format } from 'date-fns';
import { jobCard, kitList } from '@/core/procedure/steps';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { Checklist } from '@/features/staging/Checklist';
import { jobOr404 } from '@/usecases/pages';

/** The kit list and the job card are the same kind of page: steps of the frozen plan, ticked one by one. */
export async function StepsPage({ id, from, title, lead }: { id: string; from: 'stage' | 'fit'; title: string; lead: string }) {
  const whole = await jobOr404(id);
  const steps = whole.plan ? (from === 'stage' ? kitList(whole.plan.document) : jobCard(whole.plan.document)) : [];
  return (
    <JobFrame whole={whole} here={from}>
      <main className="flex max-w-[960px] flex-col gap-5 p-5">
        <h1>{title}</h1>
        {whole.plan ? (
          <>
            <p className="text-soft">{lead}</p>
            <Checklist
              jobId={id}
              from={from}
              current={whole.job.stage === from}
              steps={steps.map((s) => {
                const t = whole.ticked.get(s.key);
                return { ...s, ticked: t ? `${t.by}, ${format(t.at, 'd MMM HH:mm')}` : null };
              })}
            />
          </>
        ) : (
          <NeedsPlan jobId={id} />
        )}
      </main>
    </JobFrame>
  );
}
