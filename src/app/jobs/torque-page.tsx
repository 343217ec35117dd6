import { wheelTorque } from '@/core/document/hardware';
import { format } from 'date-fns';
import { JobFrame } from '@/features/shell/JobRail';
import { moveCauses } from '@/core/procedure/moveCauses';
import { ClampPanel } from '@/features/torque/ClampPanel';
import { MovedWhy } from '@/features/torque/MovedWhy';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { Drive } from '@/features/torque/Drive';
import { CompareGap } from '@/features/torque/CompareGap';
import { TorqueView } from '@/features/torque/TorqueView';
import { gapsCompared } from '@/usecases/gapCompare';
import type { Joint } from '@/core/torque/log';
import { bayOf, heldBack, jointsOf, openRounds, specOf } from '@/usecases/card';
import { openLink, wheelStatesSigned } from '@/usecases/jobPlan';
import { openPoints } from '@/usecases/openPoints';
import { logLines } from '@/usecases/logLines';
import type { JobWhole } from '@/store/jobs';
import { jobOr404 } from '@/usecases/pages';
import { clampSaid } from '@/usecases/clampWords';
import { barOf, isRetorque } from '@/usecases/standing';
import { refusalOf } from '@/usecases/transitions';
import { readSession } from '@/usecases/session';
import { neverAfter } from '@/usecases/swaps';
import { wrenchesFor } from '@/usecases/wrenches';

/** First torque and recheck are the same wheel face and the same log. */
export async function TorquePage({
  id,
  here,
  before,
}: {
  id: string;
  here: 'torque' | 'recheck';
  before?: (whole: JobWhole) => Promise<React.ReactNode>;
}) {
  const whole = await jobOr404(id);
  const { units } = await readSession();
  const plan = whole.plan?.document;
  const recheck = here === 'recheck';
  const signed = whole.job.signedAt !== null;
  if (!plan || (recheck && !signed)) {
    return (
      <JobFrame whole={whole} here={here}>
        <main className="flex flex-col gap-5 p-5">
          <h1>{recheck ? 'Recheck' : 'Torque'}</h1>
          {plan ? (
            <p className="max-w-[600px] border-l-2 border-accent pl-4">
              A recheck begins after the sign-off: next day, and again after 50–100 km. This job is not signed off yet.
            </p>
          ) : (
            <NeedsPlan jobId={id} />
          )}
        </main>
      </JobFrame>
    );
  }
  const { stage } = whole.job;
  const states = recheck ? wheelStatesSigned(whole) : jointsOf(whole);
  const bar = recheck || isRetorque(whole) || signed ? null : barOf(whole);
  const now = Date.now();
  const roundsDone = openRounds(whole).length === 0;
  const link = openLink(whole);
  const open = signed ? [] : openPoints(whole, now);
  const early = recheck && link !== null && link.reason === null && new Date() < link.dueFrom;
  const wrenches = new Map(
    await Promise.all(states.map(async (w) => [w.joint, await wrenchesFor(specOf(whole, w.joint).target)] as const)),
  );
  return (
    <JobFrame whole={whole} here={here}>
      <div className="flex min-w-0 flex-col">
        {await before?.(whole)}
        {isRetorque(whole) && stage === 'torque' ? <MovedWhy causes={moveCauses(plan)} /> : null}
        <TorqueView
          jobId={id}
          wheels={states.map((w) => {
            const spec = specOf(whole, w.joint);
            const before = w.joint !== 'wheel';
            return {
              ...w,
              log: logLines(spec, whole.torque, w.corner, w.joint),
              spec,
              wrenches: wrenches.get(w.joint) ?? [],
              source: sourceOf(whole, w.joint),
              held: w.joint === 'wheel' ? heldBack(whole, w.corner, now) : [],
              active:
                bar === null &&
                !early &&
                (before
                  ? refusalOf('torque-adapter', stage) === null
                  : stage === here && roundsDone && heldBack(whole, w.corner, now).length === 0),
            };
          })}
          lugs={plan.hub.lugs ?? 0}
          units={units}
          open={open}
          recheck={recheck}
          // Judged over every set and state, so only once there is something to sign.
          never={recheck || open.length > 0 ? [] : await neverAfter(whole, units)}
          bar={bar}
          order={bayOf(whole, 0).order}
          active={whole.job.stage === here}
          signed={whole.job.signedAt ? `${whole.job.signedBy}, ${format(whole.job.signedAt, 'd MMM HH:mm')}` : null}
        />
        {stage === 'fit' || stage === 'torque' || stage === 'recheck' ? (
          <Drive jobId={id} said={bayOf(whole, 0).drive} />
        ) : null}
        <ClampPanel clamps={clampSaid(plan, units)} />
        <CompareGap jobId={id} rows={gapsCompared(whole)} units={units} />
      </div>
    </JobFrame>
  );
}

/** Where the figure of a joint was read. */
function sourceOf(whole: JobWhole, joint: Joint): string {
  const plan = whole.plan?.document;
  if (!plan) return '';
  if (joint === 'hub') return bayOf(whole, 0).hub?.source ?? '';
  return (joint === 'adapter' ? plan.spacer.adapter?.torque?.source : wheelTorque(plan)?.source) ?? '';
}
