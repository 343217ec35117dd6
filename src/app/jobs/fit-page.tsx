import { format } from 'date-fns';
import { cornersOf } from '@/core/document/axles';
import type { Corner } from '@/core/document/vocabulary';
import type { Step } from '@/core/procedure/step';
import type { UnitSystem } from '@/core/units/format';
import { FitView } from '@/features/bay/FitView';
import type { FitAxle } from '@/features/bay/fitProps';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { bayOf, doneOf, stepsNow } from '@/usecases/fit/card';
import { lockersOnShelf } from '@/usecases/fit/kit';
import { wheelStates } from '@/usecases/job/joints';
import { axlesAt, jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { leadsHere } from '@/usecases/shop/people';
import type { JobWhole } from '@/usecases/shown';
import { JobRemarks } from './remarks';

/** The job card of a visit, corner by corner; both axles on it once both are as far. */
export async function FitPage({ id }: { id: string }) {
  const whole = await jobOr404(id);
  const { units } = await readSession();
  if (!whole.plan)
    return (
      <JobFrame whole={whole} here="fit">
        <main className="flex max-w-[960px] flex-col gap-5 p-5">
          <h1>Fit</h1>
          <NeedsPlan jobId={id} />
        </main>
      </JobFrame>
    );
  const now = Date.now();
  const axles = (await axlesAt(whole, 'fit')).filter((w) => w.plan !== null);
  const wholes = axles.sort((a, b) => a.job.axle.localeCompare(b.job.axle));
  return (
    <JobFrame whole={whole} here="fit">
      <FitView
        vehicleId={whole.vehicle.id}
        axles={wholes.map((w) => fitAxle(w, units, now))}
        marks={marksOf(whole)}
        lockers={await lockersOnShelf()}
        leads={await leadsHere()}
        units={units}
        now={now}
      />
      <div className="max-w-[960px] p-5">
        <JobRemarks whole={whole} />
      </div>
    </JobFrame>
  );
}

function fitAxle(whole: JobWhole, units: UnitSystem, now: number): FitAxle {
  const bay = bayOf(whole, now);
  const steps = stepsNow(whole, 'fit', units).map((step) => ({ step, done: doneOf(whole, step) }));
  return {
    jobId: whole.job.id,
    axle: whole.job.axle,
    corners: cornersOf(whole.job.axle),
    plan: whole.plan?.document as FitAxle['plan'],
    current: whole.job.stage === 'fit',
    steps: steps.map(({ step, done }) => ({
      ...step,
      jobId: whole.job.id,
      done: done && {
        who: done.at === null ? `${done.by}, fastener by fastener` : `${done.by}, ${format(done.at, 'd MMM HH:mm')}`,
        reason: done.reason,
      },
    })),
    begun: begunAt(steps),
    hub: bay.hub,
    brakesOpen: bay.brakesOpen,
    clocks: bay.clocks,
    troubles: bay.troubles,
    deviations: bay.deviations,
    oldKept: bay.oldKept,
    paused: bay.paused,
    lift: bay.lift,
    torqued: wheelStates(whole, whole.torque).flatMap((s) => (s.state.complete ? [s.corner] : [])),
  };
}

/** Since when each corner is worked on, and who began it: its first step that was ended. */
function begunAt(
  steps: readonly { readonly step: Step; readonly done: ReturnType<typeof doneOf> }[],
): Partial<Record<Corner, string>> {
  const first = new Map<Corner, { at: number; text: string }>();
  for (const { step, done } of steps) {
    const corner = step.card?.corner;
    const at = done?.at?.getTime() ?? 0;
    if (!corner || !done || at === 0 || at >= (first.get(corner)?.at ?? Number.POSITIVE_INFINITY)) continue;
    first.set(corner, { at, text: `${format(at, 'd MMM HH:mm')}, ${done.by}` });
  }
  return Object.fromEntries([...first].map(([corner, { text }]) => [corner, text]));
}

/** Mark of the wheel that hangs at each corner. */
function marksOf(whole: JobWhole): Partial<Record<Corner, string>> {
  const own = whole.wheels.filter((w) => w.wheelSetId === whole.job.wheelSetId);
  return Object.fromEntries(own.map((w) => [w.corner, w.mark]));
}
