import { Accordion } from 'radix-ui';
import type { Plan } from '@/core/document/document';
import { SCHOOL_LABEL } from '@/core/document/labels';
import { inputsOf } from '@/core/evaluate/inputs';
import { ruleOf, sentence } from '@/core/rules/index';
import { type Finding, findingKey } from '@/core/rules/kit/finding';
import type { Wording } from '@/core/rules/kit/say';
import { citation } from '@/core/rules/kit/sources';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { focusLabelled } from './focusField';
import { NavLink } from './NavLink';
import { Verdict } from './Verdict';

/** A way to what a finding waits for: a page that opens at its field, or a field on this page by its label. */
export interface Way {
  readonly label: string;
  readonly href: string | null;
}
type Ways = (f: Finding) => readonly Way[];

/** Findings in order of danger, a line each, opening in place to formula, figures and source. */
export function FindingList({
  findings,
  wording,
  plan,
  ways,
}: {
  findings: readonly Finding[];
  wording: Wording;
  plan: Plan;
  /** Where each thing is entered that an unmeasured finding waits for. */
  ways?: Ways;
}) {
  return (
    <Accordion.Root type="multiple" className="divide-y divide-line border-y border-line">
      {findings.map((f) => (
        <FindingLine key={findingKey(f)} finding={f} wording={wording} plan={plan} ways={ways} />
      ))}
    </Accordion.Root>
  );
}

function FindingLine({
  finding,
  wording,
  plan,
  ways,
}: {
  finding: Finding;
  wording: Wording;
  plan: Plan;
  ways: Ways | undefined;
}) {
  const rule = ruleOf(finding.rule);
  const key = findingKey(finding);
  return (
    <Accordion.Item value={key} data-rule={finding.rule} data-level={finding.level}>
      <Accordion.Header asChild>
        <h3>
          <Accordion.Trigger className="group w-full py-2 text-left">
            <span className="flex items-baseline justify-between gap-2">
              <span className="text-[14px] font-[600]">
                {rule.title}
                {finding.school && finding.rule !== 'engagement.strength-known'
                  ? `: ${SCHOOL_LABEL[finding.school].toLowerCase()}`
                  : ''}
              </span>
              <Verdict level={finding.level} />
            </span>
            <span className="block text-[14px] leading-snug text-soft">{sentence(finding, wording)}</span>
          </Accordion.Trigger>
        </h3>
      </Accordion.Header>
      <WaysThere ways={ways?.(finding) ?? []} />
      <Accordion.Content className="mb-2 border-l-2 border-accent pl-3 text-[13px]">
        <p>{rule.statement}</p>
        <p className="figure my-1">{rule.formula}</p>
        {finding.value !== null && finding.limit !== null && finding.unit === 'mm' ? (
          <p className="figure">
            {formatLength(finding.value, wording.units)} against {formatLength(finding.limit, wording.units)}, margin{' '}
            {formatLength(finding.margin ?? 0, wording.units, 'down')}
            {finding.pm !== null ? ` ± ${formatLength(finding.pm, wording.units, 'up')}` : ''}
          </p>
        ) : null}
        <PutIn plan={plan} finding={finding} units={wording.units} />
        {finding.school ? (
          <p>
            Rule of thumb: {SCHOOL_LABEL[finding.school].toLowerCase()}. It is one of the trade’s ways to say how much
            thread is enough; of those in use the strictest decides.
          </p>
        ) : null}
        {rule.schools ? <p>Where the trade does it differently: {rule.schools}</p> : null}
        <p className="text-soft">
          Source: {citation(rule.sources)}{' '}
          <NavLink href={`/rulebook#${finding.rule}`} className="text-accent underline underline-offset-4">
            Where from
          </NavLink>
        </p>
      </Accordion.Content>
    </Accordion.Item>
  );
}

/** Links to what is missing, each to its own field. */
function WaysThere({ ways }: { ways: readonly Way[] }) {
  if (ways.length === 0) return null;
  const look = 'touch inline-flex items-center text-accent underline underline-offset-4';
  return (
    <ul aria-label="Enter" className="-mt-1 flex flex-wrap gap-x-4 pb-1 text-[14px] font-[560]">
      {ways.map(({ label, href }) => (
        <li key={label}>
          {href === null ? (
            <button type="button" className={look} onClick={() => focusLabelled(label)}>
              {label}
            </button>
          ) : (
            <NavLink href={href} className={look}>
              {label}
            </NavLink>
          )}
        </li>
      ))}
    </ul>
  );
}

/** Rendered only once its finding is opened, so that dragging does not pay for it. */
function PutIn({ plan, finding, units }: { plan: Plan; finding: Finding; units: UnitSystem }) {
  const inputs = inputsOf(plan, finding, units);
  if (inputs.length === 0) return null;
  return (
    <dl className="my-1 grid grid-cols-[minmax(0,1fr)_auto] gap-x-3" aria-label="Put in">
      {inputs.map((i) => (
        <div key={i.label} className="contents">
          <dt>{i.label}</dt>
          <dd className="figure text-right">{i.text}</dd>
        </div>
      ))}
    </dl>
  );
}
