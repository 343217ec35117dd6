import { format } from 'date-fns';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { Checklist } from '@/features/staging/Checklist';
import { type StepStage, stepsOf } from '@/usecases/jobPlan';
import { jobOr404 } from '@/usecases/pages';

/** The kit list and the job card are the same kind of page: steps of the frozen plan, ticked one by one. */
export async function StepsPage({ id, from, title, lead }: { id: string; from: StepStage; title: string; lead: string }) {
  const whole = await jobOr404(id);
  const steps = whole.plan ? stepsOf(whole.plan.document, from) : [];
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
