import { format } from 'date-fns';
import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { shoppingLines } from '@/core/procedure/shopping';
import type { UnitSystem } from '@/core/units/format';
import { JobFrame } from '@/features/shell/JobRail';
import { JobRemarks } from './remarks';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { Checklist } from '@/features/staging/Checklist';
import { KeptParts } from '@/features/staging/KeptParts';
import { LinkButton } from '@/ui/Button';
import { openAdapters, shownSteps, type StepStage } from '@/usecases/jobPlan';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { keptForJob } from '@/usecases/shelf';

/** What a plan asks to be bought, as limits. */
const toBuyFor = (plan: Plan, units: UnitSystem): string[] => shoppingLines(plan, assess(plan).numbers, units);

/** The kit list and the job card are the same kind of page: steps of the frozen plan, ticked one by one. */
export async function StepsPage({
  id,
  from,
  title,
  lead,
}: {
  id: string;
  from: StepStage;
  title: string;
  lead: string;
}) {
  const whole = await jobOr404(id);
  const adapters = openAdapters(whole);
  const { units } = await readSession();
  const steps = shownSteps(whole, from, units);
  return (
    <JobFrame whole={whole} here={from}>
      <main className="flex max-w-[960px] flex-col gap-5 p-5">
        <h1>{title}</h1>
        {whole.plan ? (
          <>
            <p className="text-soft">{lead}</p>
            {from === 'fit' && whole.plan.document.spacer.adapter ? (
              <div className="flex flex-col items-start gap-2 border-l-2 border-accent pl-3 text-[14px]">
                {adapters.length === 0 ? (
                  <p>Both adapters held in their own verify pass.</p>
                ) : (
                  adapters.map((o) => <p key={o}>{o}</p>)
                )}
                <LinkButton href={`/jobs/${id}/torque`}>Torque the adapters</LinkButton>
              </div>
            ) : null}
            {from === 'stage' ? (
              <KeptParts parts={await keptForJob(id)} toBuy={toBuyFor(whole.plan.document, units)} />
            ) : null}
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
        <JobRemarks whole={whole} />
      </main>
    </JobFrame>
  );
}
