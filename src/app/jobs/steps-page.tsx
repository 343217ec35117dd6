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
import { Sockets } from '@/features/staging/Sockets';
import { LinkButton } from '@/ui/Button';
import { openAdapters, shownSteps, type StepStage } from '@/usecases/jobPlan';
import { jobById } from '@/usecases/jobs';
import type { JobWhole } from '@/store/jobs';
import { AXLE_LABEL } from '@/core/document/labels';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { socketsForJob } from '@/usecases/kit';
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
  const { units } = await readSession();
  // The other axle of the visit stands on the same card once it is as far.
  const other = whole.partner?.stage === from && whole.partner.held === null ? await jobById(whole.partner.id) : null;
  const axles = [whole, ...(other ? [other] : [])];
  return (
    <JobFrame whole={whole} here={from}>
      <main className="flex max-w-[960px] flex-col gap-5 p-5">
        <h1>{title}</h1>
        {whole.plan ? (
          <>
            <p className="text-soft">{lead}</p>
            {axles.map((axle) => (
              <OneAxle key={axle.job.id} whole={axle} from={from} units={units} several={axles.length > 1} />
            ))}
          </>
        ) : (
          <NeedsPlan jobId={id} />
        )}
        <JobRemarks whole={whole} />
      </main>
    </JobFrame>
  );
}

/** The list of one axle: what is kept for it, and its steps. */
async function OneAxle({
  whole,
  from,
  units,
  several,
}: {
  whole: JobWhole;
  from: StepStage;
  units: UnitSystem;
  several: boolean;
}) {
  const { id, axle, stage } = whole.job;
  const adapters = openAdapters(whole);
  return (
    <section aria-label={AXLE_LABEL[axle]} className="flex flex-col gap-4">
      {several ? <h2 className="border-b-2 border-ink pb-1 text-[16px]">{AXLE_LABEL[axle]}</h2> : null}
      {from === 'fit' && whole.plan?.document.spacer.adapter ? (
        <div className="flex flex-col items-start gap-2 border-l-2 border-accent pl-3 text-[14px]">
          {adapters.length === 0 ? (
            <p>Both adapters held in their own verify pass.</p>
          ) : (
            adapters.map((o) => <p key={o}>{o}</p>)
          )}
          <LinkButton href={`/jobs/${id}/torque`}>Torque the adapters</LinkButton>
        </div>
      ) : null}
      {from === 'stage' && whole.plan ? (
        <>
          <KeptParts
            axle={AXLE_LABEL[axle].toLowerCase()}
            parts={await keptForJob(id)}
            toBuy={toBuyFor(whole.plan.document, units)}
          />
          <Sockets axle={AXLE_LABEL[axle].toLowerCase()} lines={await socketsForJob(whole, units)} />
        </>
      ) : null}
      <Checklist
        jobId={id}
        from={from}
        current={stage === from}
        steps={shownSteps(whole, from, units).map((s) => {
          const t = whole.ticked.get(s.key);
          return { ...s, ticked: t ? `${t.by}, ${format(t.at, 'd MMM HH:mm')}` : null };
        })}
      />
    </section>
  );
}
