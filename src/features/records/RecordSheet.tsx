import { format } from 'date-fns';
import { AXLE_LABEL, CORNER_LABEL, seatInSentence, USE_LABEL, WISH_LABEL } from '@/core/document/labels';
import { wheelTorque } from '@/core/document/hardware';
import { fastenerText } from '@/core/document/fastenerText';
import { drawnEngagement } from '@/core/figures/result';
import { gapCheckText } from '@/core/figures/gaps';
import { compareGap } from '@/core/figures/gaps';
import type { Plan } from '@/core/document/document';
import { cautions } from '@/core/procedure/steps';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import { formatThread } from '@/core/thread/designation';
import { findingKey } from '@/core/rules/finding';
import { formatLength, formatTorque, type UnitSystem } from '@/core/units/format';
import { StackSection } from '@/drawing/StackSection';
import type { JobWhole } from '@/store/jobs';
import type { PlanInForce } from '@/store/plans';
import { LogTable } from '@/features/torque/LogTable';
import { ReadingsTable } from './ReadingsTable';
import { Verdict } from '@/ui/Verdict';
import { adapterStates, wheelStates } from '@/usecases/jobPlan';
import { gapsCompared } from '@/usecases/gapCompare';
import { logLines } from '@/usecases/logLines';
import { recordEvaluation } from '@/usecases/recordFindings';

/** One sheet of a job: readings, drawing, findings, torque log, cautions. Screen and print are the same page. */
export function RecordSheet({
  whole,
  inForce,
  units,
  revision,
}: {
  whole: JobWhole;
  inForce: PlanInForce;
  units: UnitSystem;
  /** The signed revision that this is; null while it is open. */
  revision: { readonly number: number; readonly reason: string | null; readonly seal: string } | null;
}) {
  const plan = inForce.document;
  const e = recordEvaluation(whole, inForce, units);
  const n = e.numbers;
  const least = drawnEngagement(n.corners);
  const { job, vehicle } = whole;
  const torque = wheelTorque(plan);
  const facts: [string, string][] = [
    ['Vehicle', `${vehicle.name}, ${vehicle.plate}`],
    ['Axle', `${AXLE_LABEL[plan.axle]}, ${drillingText(plan.hub, units)}`],
    ['Wheels', `${plan.wheel.name}, ${plan.wheel.tyre}`],
    ['Wish and use', `${WISH_LABEL[plan.wish]}, ${USE_LABEL[plan.use].toLowerCase()}`],
    ['Thread, seat', `${formatThread(n.thread)}, ${seatInSentence(plan.hub.seat)}`],
    ['Spacer', spacerText(plan, units)],
    ['Fasteners', fastenerText(plan, units)],
    ['Torque', torque ? `${formatTorque(torque.value, units)}, ${torque.source}` : 'no figure'],
    [
      'Offset, track',
      `${n.effectiveOffset === null ? 'ET not read' : `ET ${plan.wheel.offset} → ${Number(n.effectiveOffset.toFixed(2))}`}, track +${formatLength(n.trackChange, units)}`,
    ],
    ['Camber, height, lip', laterText(plan, units)],
    ...(job.archDoneAt === null
      ? []
      : [
          ['Arch work', `${job.archNote}, ${job.archDoneBy}, ${format(job.archDoneAt, 'd MMM yyyy HH:mm')}`] as [
            string,
            string,
          ],
        ]),
    [
      'Plan',
      `${plan.format}, policy ${plan.policy.version}, ${format(inForce.frozenAt, 'd MMM yyyy HH:mm')} by ${inForce.frozenBy}`,
    ],
    ...(revision === null
      ? []
      : [['Revision', `${revision.number}${revision.reason ? `: ${revision.reason}` : ''}`] as [string, string]]),
    ['Signed off', job.signedAt ? `${job.signedBy}, ${format(job.signedAt, 'd MMM yyyy HH:mm')}` : 'not yet'],
    ['Recheck', whole.rechecks.length === 0 ? 'set at sign-off' : whole.rechecks.map(recheckText).join('; ')],
  ];
  return (
    <article className="flex flex-col gap-6">
      <header className="flex items-baseline justify-between border-b-2 border-ink pb-2">
        <h1>Record: {plan.title}</h1>
        <Verdict level={e.verdict} />
      </header>
      <dl className="grid grid-cols-[120px_1fr_120px_1fr] border-t border-line text-[14px] max-md:grid-cols-[120px_1fr]">
        {facts.map(([label, value]) => (
          <div key={label} className="contents">
            <dt className="border-b border-line py-1 text-soft">{label}</dt>
            <dd className="figure border-b border-line py-1 pr-4">{value}</dd>
          </div>
        ))}
      </dl>
      {plan.leadSignOff ? (
        <p>
          Cautions accepted by {plan.leadSignOff.by}: {plan.leadSignOff.reason}
        </p>
      ) : null}
      <section aria-labelledby="r-drawing" className="break-inside-avoid">
        <h2 id="r-drawing">Stack section</h2>
        <div className="mx-auto max-w-[720px]">
          <StackSection
            geometry={e.geometry}
            units={units}
            target={n.minimum}
            engagement={least}
            level={e.findings.find((f) => f.finding.rule === 'engagement.minimum')?.finding.level ?? 'unmeasured'}
          />
        </div>
      </section>
      <section aria-labelledby="r-readings" className="break-inside-avoid">
        <h2 id="r-readings" className="mb-1">
          Readings
        </h2>
        <ReadingsTable whole={whole} units={units} />
      </section>
      <section aria-labelledby="r-findings" className="break-inside-avoid">
        <h2 id="r-findings" className="mb-1">
          Findings, worst first
        </h2>
        <ul className="divide-y divide-line border-y border-line">
          {e.findings.map(({ finding: f, text }) => (
            <li key={findingKey(f)} className="grid grid-cols-[110px_1fr] gap-3 py-1 text-[14px]">
              <Verdict level={f.level} />
              {text}
            </li>
          ))}
        </ul>
        {e.note ? <p className="mt-1 text-[13px] text-soft">{e.note}</p> : null}
      </section>
      <section aria-labelledby="r-gap" className="break-inside-avoid">
        <h2 id="r-gap" className="mb-1">
          Gap, predicted and as it came out
        </h2>
        <ul className="divide-y divide-line border-y border-line text-[14px]">
          {gapsCompared(whole).map((g) => (
            <li key={g.corner} className="grid grid-cols-[110px_1fr] gap-3 py-1">
              <span>{CORNER_LABEL[g.corner]}</span>
              <span>
                {g.after ? `predicted ${formatLength(g.after.value, units)}` : 'no prediction'},{' '}
                {g.measured ? `measured ${formatLength(g.measured.value, units)}. ` : 'not measured since. '}
                {g.after && g.measured ? gapCheckText(compareGap(g.after, g.measured), units) : ''}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="r-torque">
        <h2 id="r-torque" className="mb-1">
          Torque log
        </h2>
        <div className="grid gap-6 md:grid-cols-2">
          {[...adapterStates(plan, whole.torque), ...wheelStates(plan, whole.torque)].map(
            ({ corner, joint, state }) => (
              <div key={`${corner}/${joint}`} className="break-inside-avoid">
                <h3 className="font-[600]">
                  {CORNER_LABEL[corner]}
                  {joint === 'adapter' ? ', adapter' : ''}:{' '}
                  {state.complete ? 'every fastener held in the verify pass' : 'not through its verify pass'}
                </h3>
                <LogTable full log={logLines(plan, whole.torque, corner, joint)} units={units} order={state.order} />
              </div>
            ),
          )}
        </div>
      </section>
      <section aria-labelledby="r-cautions" className="break-inside-avoid border-2 border-ink p-3">
        <h2 id="r-cautions">Cautions</h2>
        <ul className="list-disc pl-5 text-[14px]">
          {cautions(plan).map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      </section>
      <p className="figure text-[12px] break-all text-soft">
        Plan digest {inForce.digest}
        {revision === null ? '' : `. Sealed ${revision.seal}`}
        {inForce.intact ? '' : '. The stored plan does not match it: it was altered after it was frozen.'}
      </p>
    </article>
  );
}

function recheckText(l: JobWhole['rechecks'][number]): string {
  const label = RECHECK_LABEL[l.kind].toLowerCase();
  if (l.doneAt === null) return `${label}: due ${format(l.dueFrom, 'd MMM')} to ${format(l.dueTo, 'd MMM yyyy')}`;
  return `${label}: ${l.outcome} ${format(l.doneAt, 'd MMM yyyy HH:mm')}${l.reason ? ` (${l.reason})` : ''}`;
}

const drillingText = ({ lugs, boltCircle }: Plan['hub'], units: UnitSystem): string =>
  lugs === null || boltCircle === null ? 'drilling not known' : `${lugs} × ${formatLength(boltCircle, units)}`;

function spacerText({ spacer, rightPlate }: Plan, units: UnitSystem): string {
  const size = formatLength(spacer.thickness, units);
  const right = rightPlate === null ? '' : ` left, ${formatLength(rightPlate, units)} right`;
  const on =
    spacer.lugs === null || spacer.boltCircles === null ? '' : `, ${spacer.lugs} × ${spacer.boltCircles.join(' / ')}`;
  return `${size}${right}, ${spacer.kind}${on}`;
}

function laterText({ camberChange, lowerBy, trim }: Plan, units: UnitSystem): string {
  const said = [
    ...(camberChange === 0 ? [] : [`camber ${camberChange}° more negative`]),
    ...(lowerBy === 0 ? [] : [`${formatLength(lowerBy, units)} lower`]),
    ...(trim === 0 ? [] : [`lip trimmed by ${formatLength(trim, units)}`]),
  ];
  return said.length === 0 ? 'as measured' : said.join(', ');
}
