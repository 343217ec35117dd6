import { CORNER_LABEL } from '@/core/document/labels';
import { plateName } from '@/core/document/plateName';
import { drawnEngagement } from '@/core/figures/result';
import { cautions } from '@/core/procedure/cautions';
import type { UnitSystem } from '@/core/units/format';
import { StackSection } from '@/drawing/StackSection';
import { LogTable } from '@/features/torque/LogTable';
import { SaveSvg } from '@/ui/SaveSvg';
import { Verdict } from '@/ui/Verdict';
import { bayLines } from '@/usecases/fit/bayLines';
import { jointsOf, specOf } from '@/usecases/fit/card';
import type { SheetRevision } from '@/usecases/record/recordedVisit';
import { recordEvaluation } from '@/usecases/record/recordFindings';
import type { JobWhole, PlanInForce } from '@/usecases/shown';
import { logLines } from '@/usecases/torque/logLines';
import { ReadingsTable } from './ReadingsTable';
import { FindingRows } from './SheetRows';
import { factsOf, gapLines } from './sheet';

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
  revision: SheetRevision | null;
}) {
  const plan = inForce.document;
  const e = recordEvaluation(whole, inForce, revision, units);
  const least = drawnEngagement(e.figures.corners);
  const facts = factsOf(whole, inForce, e, { units, revision });
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
      <section aria-labelledby={`r-drawing-${plan.axle}`} className="break-inside-avoid">
        <div className="flex items-center justify-between gap-3">
          <h2 id={`r-drawing-${plan.axle}`}>Stack section</h2>
          {e.geometry.drawable ? (
            <div className="no-print">
              <SaveSvg
                selector={`[aria-labelledby="r-drawing-${plan.axle}"] svg`}
                name={`section-${plateName(whole.vehicle.plate)}-${plan.axle}.svg`}
              />
            </div>
          ) : null}
        </div>
        <div className="mx-auto max-w-[720px]">
          <StackSection
            geometry={e.geometry}
            units={units}
            target={e.figures.target}
            engagement={least}
            level={e.findings.find((f) => f.rule === 'engagement.minimum')?.level ?? 'unmeasured'}
          />
        </div>
      </section>
      <section aria-labelledby={`r-readings-${plan.axle}`} className="break-inside-avoid">
        <h2 id={`r-readings-${plan.axle}`} className="mb-1">
          Readings
        </h2>
        <ReadingsTable whole={whole} units={units} />
      </section>
      <section aria-labelledby={`r-findings-${plan.axle}`} className="break-inside-avoid">
        <h2 id={`r-findings-${plan.axle}`} className="mb-1">
          Findings, worst first
        </h2>
        <FindingRows findings={e.findings.map(({ key, level, text }) => [key, level, text] as const)} />
        {e.note ? <p className="mt-1 text-[13px] text-soft">{e.note}</p> : null}
      </section>
      <section aria-labelledby={`r-gap-${plan.axle}`} className="break-inside-avoid">
        <h2 id={`r-gap-${plan.axle}`} className="mb-1">
          Gap, predicted and measured after the work
        </h2>
        <ul className="divide-y divide-line border-y border-line text-[14px]">
          {gapLines(whole, units).map((g) => (
            <li key={g.corner} className="grid grid-cols-[110px_1fr] gap-3 py-1">
              <span>{g.corner}</span>
              <span>{g.text}</span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby={`r-torque-${plan.axle}`}>
        <h2 id={`r-torque-${plan.axle}`} className="mb-1">
          Torque log
        </h2>
        <div className="grid gap-6 md:grid-cols-2">
          {jointsOf(whole).map(({ corner, joint, state }) => (
            <div key={`${corner}/${joint}`} className="break-inside-avoid">
              <h3 className="font-[600]">
                {CORNER_LABEL[corner]}
                {joint === 'adapter' ? ', adapter' : joint === 'hub' ? ', studs in the hub' : ''}:{' '}
                {state.complete ? 'every fastener held in the verify pass' : 'not through its verify pass'}
              </h3>
              <LogTable
                full
                log={logLines(specOf(whole, joint), whole.torque, corner, joint)}
                units={units}
                order={state.order}
              />
            </div>
          ))}
        </div>
      </section>
      <AtTheCar axle={plan.axle} lines={bayLines(whole, units)} />
      <section aria-labelledby={`r-cautions-${plan.axle}`} className="break-inside-avoid border-2 border-ink p-3">
        <h2 id={`r-cautions-${plan.axle}`}>Cautions</h2>
        <ul className="list-disc pl-5 text-[14px]">
          {cautions(plan).map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      </section>
      <p className="figure text-[12px] break-all text-soft">
        Plan digest {inForce.digest}
        {revision === null ? '' : `. Sealed ${revision.seal}`}
        {revision?.signature.printed ? `. ${revision.signature.printed}` : ''}
        {inForce.intact ? '' : '. The stored plan does not match it: it was altered after it was frozen.'}
      </p>
    </article>
  );
}

/** What happened while it was fitted; nothing where nothing did. */
function AtTheCar({ axle, lines }: { axle: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-labelledby={`r-bay-${axle}`} className="break-inside-avoid">
      <h2 id={`r-bay-${axle}`}>At the car</h2>
      <ul className="list-disc pl-5 text-[14px]">
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
    </section>
  );
}
