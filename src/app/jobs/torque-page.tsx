import { format } from 'date-fns';
import type { Plan } from '@/core/document/document';
import { wheelTorque } from '@/core/document/hardware';
import { AXLE_LABEL, axleInSentence } from '@/core/document/labels';
import { moveCauses } from '@/core/procedure/moveCauses';
import type { Joint } from '@/core/torque/log';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { JobFrame } from '@/features/shell/JobRail';
import { NeedsPlan } from '@/features/shell/NeedsPlan';
import { ClampPanel } from '@/features/torque/ClampPanel';
import { CompareGap } from '@/features/torque/CompareGap';
import { Drive } from '@/features/torque/Drive';
import { MovedWhy } from '@/features/torque/MovedWhy';
import { type TorqueAxle, type TorquedJoint, TorqueView } from '@/features/torque/TorqueView';
import { Verdict } from '@/ui/Verdict';
import { bayOf, cornerWaits, heldBack, jointsOf, openRounds, specOf } from '@/usecases/fit/card';
import { openLink, wheelStatesSigned } from '@/usecases/job/joints';
import { openPoints } from '@/usecases/job/openPoints';
import { barOf, isRetorque } from '@/usecases/job/standing';
import { refusalOf } from '@/usecases/job/transitions';
import { axlesAt, jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import type { JobWhole, Stage } from '@/usecases/shown';
import { clampSaid } from '@/usecases/torque/clampWords';
import { gapsCompared } from '@/usecases/torque/gapCompare';
import { logLines } from '@/usecases/torque/logLines';
import { wrenchesFor } from '@/usecases/torque/wrenches';
import { neverAfter } from '@/usecases/vehicle/swaps';

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
  const shown = await atTheWrench(whole, here);
  const axles = await Promise.all(shown.map((w) => axleOf(w, here, units)));
  const ofAxle = (w: JobWhole): string => (shown.length > 1 ? `, ${AXLE_LABEL[w.job.axle].toLowerCase()}` : '');
  return (
    <JobFrame whole={whole} here={here}>
      <div className="flex min-w-0 flex-col">
        {await before?.(whole)}
        {shown
          .filter((w) => isRetorque(w) && w.job.stage === 'torque')
          .map((w) => (
            <MovedWhy key={w.job.id} causes={moveCauses(w.plan?.document as Plan)} />
          ))}
        {recheck ? shown.map((w) => <UnderTheWheel key={w.job.id} whole={w} units={units} />) : null}
        <TorqueView
          axles={axles.map((a) => a.axle) as [TorqueAxle, ...TorqueAxle[]]}
          wheels={[...axles].sort((a, b) => a.axle.axle.localeCompare(b.axle.axle)).flatMap((a) => a.joints)}
          units={units}
          recheck={recheck}
        />
        {stage === 'fit' || stage === 'torque' || stage === 'recheck' ? (
          <Drive jobId={id} said={bayOf(whole, 0).drive} />
        ) : null}
        {shown.map((w) => (
          <ClampPanel
            key={w.job.id}
            title={`Clamp force at this torque${ofAxle(w)}`}
            clamps={clampSaid(w.plan?.document as Plan, units)}
          />
        ))}
        {shown.map((w) => (
          <CompareGap key={w.job.id} jobId={w.job.id} of={ofAxle(w)} rows={gapsCompared(w)} units={units} />
        ))}
      </div>
    </JobFrame>
  );
}

/**
 * An adapter's own nuts are not to be reached at a recheck as it is done; that is said where one would think all is
 * checked.
 */
function UnderTheWheel({ whole, units }: { whole: JobWhole; units: UnitSystem }) {
  const torque = whole.plan?.document.spacer.adapter?.torque;
  if (!torque) return null;
  return (
    <p className="flex items-start gap-2 border-b border-line px-4 py-2 text-[14px]">
      <Verdict level="caution" />
      <span>
        The adapters’ own nuts are under the wheels of {axleInSentence(whole.job.axle)}: what is checked here does not
        reach them. With the wheel off they are held to {formatTorque(torque.value, units)} ({torque.source}), hub held
        from turning; then the wheel goes on and is torqued anew.
      </span>
    </p>
  );
}

/**
 * The job and, where it is at the wrench as well, the one on the other axle of the visit: all lugs of the visit in one
 * place.
 */
async function atTheWrench(whole: JobWhole, here: 'torque' | 'recheck'): Promise<JobWhole[]> {
  const stages: readonly Stage[] = here === 'recheck' ? ['recheck'] : ['fit', 'torque'];
  if (!stages.includes(whole.job.stage)) return [whole];
  return (await axlesAt(whole, ...stages)).filter((w) => w.plan !== null);
}

/** An axle with its joints as the wrench needs them. */
async function axleOf(
  whole: JobWhole,
  here: 'torque' | 'recheck',
  units: UnitSystem,
): Promise<{ axle: TorqueAxle; joints: TorquedJoint[] }> {
  const recheck = here === 'recheck';
  const { stage, id, signedAt, signedBy } = whole.job;
  const signed = signedAt !== null;
  const states = recheck ? wheelStatesSigned(whole) : jointsOf(whole);
  const bar = recheck || isRetorque(whole) || signed ? null : barOf(whole);
  const now = Date.now();
  const link = openLink(whole);
  const open = signed ? [] : openPoints(whole, now);
  const early = recheck && link !== null && link.reason === null && new Date() < link.dueFrom;
  const wrenches = new Map(
    await Promise.all(
      [...new Set(states.map((w) => w.joint))].map(
        async (joint) => [joint, await wrenchesFor(specOf(whole, joint).target)] as const,
      ),
    ),
  );
  const joints = states.map((w): TorquedJoint => {
    const spec = specOf(whole, w.joint);
    const waits = recheck ? [] : [...openRounds(whole, w.corner), ...cornerWaits(whole, w.corner)];
    const held = w.joint === 'wheel' ? [...waits, ...heldBack(whole, w.corner, now).map((text) => ({ text }))] : [];
    const may =
      w.joint === 'wheel'
        ? stage === here || (!recheck && stage === 'fit')
        : refusalOf('torque-adapter', stage) === null;
    return {
      ...w,
      jobId: id,
      log: logLines(spec, whole.torque, w.corner, w.joint),
      spec,
      wrenches: wrenches.get(w.joint) ?? [],
      source: sourceOf(whole, w.joint),
      held,
      active: bar === null && !early && may,
    };
  });
  return {
    joints,
    axle: {
      jobId: id,
      axle: whole.job.axle,
      paired: whole.others.length > 0,
      open,
      // Judged over every set and state, so only once there is something to sign.
      never: recheck || open.length > 0 ? [] : await neverAfter(whole, units),
      bar,
      order: bayOf(whole, 0).order,
      active: stage === here,
      signed: signedAt ? `${signedBy}, ${format(signedAt, 'd MMM HH:mm')}` : null,
    },
  };
}

/** Where the figure of a joint was read. */
function sourceOf(whole: JobWhole, joint: Joint): string {
  const plan = whole.plan?.document;
  if (!plan) return '';
  if (joint === 'hub') return bayOf(whole, 0).hub?.source ?? '';
  return (joint === 'adapter' ? plan.spacer.adapter?.torque?.source : wheelTorque(plan)?.source) ?? '';
}
