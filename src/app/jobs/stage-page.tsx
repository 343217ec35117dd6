import { format } from 'date-fns';
import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { shoppingLines } from '@/core/procedure/shopping';
import type { UnitSystem } from '@/core/units/format';
import { JobFrame } from '@/features/shell/JobRail';
import { JobRemarks } from './remarks';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { Checklist } from '@/features/bay/Checklist';
import { KeptParts } from '@/features/bay/KeptParts';
import { Sockets } from '@/features/bay/Sockets';
import { doneOf, stepsNow } from '@/usecases/card';
import { jobById } from '@/usecases/jobs';
import type { JobWhole } from '@/store/jobs';
import { AXLE_LABEL } from '@/core/document/labels';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { socketsForJob } from '@/usecases/kit';
import { keptForJob } from '@/usecases/shelf';

/** What a plan asks to be bought, as limits. */
const toBuyFor = (plan: Plan, units: UnitSystem): string[] => shoppingLines(plan, assess(plan).numbers, units);

/** The kit of a visit, on one trolley once both axles are as far. */
export async function StagePage({ id }: { id: string }) {
  const whole = await jobOr404(id);
  const { units } = await readSession();
  const other =
    whole.partner?.stage === 'stage' && whole.partner.held === null ? await jobById(whole.partner.id) : null;
  const axles = [whole, ...(other ? [other] : [])];
  return (
    <JobFrame whole={whole} here="stage">
      <main className="flex max-w-[960px] flex-col gap-5 p-5">
        <h1>Stage the kit</h1>
        {whole.plan ? (
          <>
            <p className="text-soft">
              Everything on the trolley before the car is lifted: right count, right length, right finish.
            </p>
            {axles.map((axle) => (
              <OneAxle key={axle.job.id} whole={axle} units={units} several={axles.length > 1} />
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

/** The list of one axle: what is kept for it, and its lines. */
async function OneAxle({ whole, units, several }: { whole: JobWhole; units: UnitSystem; several: boolean }) {
  const { id, axle, stage } = whole.job;
  const name = AXLE_LABEL[axle].toLowerCase();
  return (
    <section aria-label={AXLE_LABEL[axle]} className="flex flex-col gap-4">
      {several ? <h2 className="border-b-2 border-ink pb-1 text-[16px]">{AXLE_LABEL[axle]}</h2> : null}
      {whole.plan ? (
        <>
          <KeptParts axle={name} parts={await keptForJob(id)} toBuy={toBuyFor(whole.plan.document, units)} />
          <Sockets axle={name} lines={await socketsForJob(whole, units)} />
        </>
      ) : null}
      <Checklist
        jobId={id}
        current={stage === 'stage'}
        steps={stepsNow(whole, 'stage', units).map((s) => {
          const done = doneOf(whole, s);
          return { ...s, ticked: done && `${done.by}${done.at ? `, ${format(done.at, 'd MMM HH:mm')}` : ''}` };
        })}
      />
    </section>
  );
}
