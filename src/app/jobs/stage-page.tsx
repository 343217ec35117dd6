import { format } from 'date-fns';
import type { Plan } from '@/core/document/document';
import { AXLE_LABEL } from '@/core/document/labels';
import { assess } from '@/core/evaluate/evaluate';
import { shoppingLines } from '@/core/procedure/shopping';
import { type TrolleyPart, trolley } from '@/core/procedure/trolley';
import type { UnitSystem } from '@/core/units/format';
import { Checklist } from '@/features/bay/Checklist';
import { KeptParts } from '@/features/bay/KeptParts';
import { ScanBox } from '@/features/bay/ScanBox';
import { Sockets } from '@/features/bay/Sockets';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { doneOf, stepsNow } from '@/usecases/fit/card';
import { binsForJob, socketsForJob } from '@/usecases/fit/kit';
import { axlesAt, jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { keptForJob } from '@/usecases/shelf/shelf';
import type { JobWhole } from '@/usecases/shown';
import { JobRemarks } from './remarks';

/** What a plan asks to be bought, as limits. */
const toBuyFor = (plan: Plan, units: UnitSystem): string[] => shoppingLines(plan, assess(plan).numbers, units);

/** Parts of a plan as they lie on the trolley, each with the bin that its kept pieces come from. */
function trolleyOf(
  plan: Plan,
  units: UnitSystem,
  bins: Awaited<ReturnType<typeof binsForJob>>,
): (TrolleyPart & { readonly bin: string })[] {
  return trolley(plan, units).map((p) => {
    const own = bins.filter((b) => b.kind === p.item.kind);
    const looks = own.map((b) => b.looks).filter((x) => x !== '');
    return {
      ...p,
      facts: [...p.facts, ...looks],
      bin: [...new Set(own.map((b) => b.bin).filter((b) => b !== ''))].join(', '),
    };
  });
}

/** The kit of a visit, on one trolley once both axles are as far. */
export async function StagePage({ id }: { id: string }) {
  const whole = await jobOr404(id);
  const { units } = await readSession();
  const axles = await axlesAt(whole, 'stage');
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
  const kept = await keptForJob(id);
  return (
    <section aria-label={AXLE_LABEL[axle]} className="flex flex-col gap-4">
      {several ? <h2 className="border-b-2 border-ink pb-1 text-[16px]">{AXLE_LABEL[axle]}</h2> : null}
      {stage === 'stage' ? <ScanBox jobId={id} axle={name} /> : null}
      <Checklist
        jobId={id}
        units={units}
        parts={whole.plan ? trolleyOf(whole.plan.document, units, await binsForJob(id)) : []}
        current={stage === 'stage'}
        steps={stepsNow(whole, 'stage', units).map((s) => {
          const done = doneOf(whole, s);
          return { ...s, ticked: done && `${done.by}${done.at ? `, ${format(done.at, 'd MMM HH:mm')}` : ''}` };
        })}
      />
      {whole.plan ? (
        <>
          <KeptParts axle={name} parts={kept} toBuy={toBuyFor(whole.plan.document, units)} />
          <Sockets axle={name} lines={await socketsForJob(whole, units)} />
        </>
      ) : null}
    </section>
  );
}
