import { answerSentence } from '@/core/quick/answer';
import type { PlateSize, SizeLeaves } from '@/core/quick/plate';
import type { RuleId } from '@/core/rules/ids';
import { ruleOf } from '@/core/rules/index';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { AxisRows } from '@/drawing/AxisRows';
import { Button } from '@/ui/Button';
import { NavLink } from '@/ui/NavLink';
import { Verdict } from '@/ui/Verdict';
import type { Answered } from './asks';

const LEAVES: Readonly<Record<SizeLeaves, string>> = {
  target: 'reaches the target',
  floor: 'between floor and target, by name only',
  short: 'too little',
  never: 'under three turns: do not drive',
};

/** The answer as a sentence, drawn, with what it rests on and what would change it. Never a verdict. */
export function Answer({
  answer,
  missing,
  units,
  onJob,
}: {
  answer: Answered | null;
  missing: readonly string[];
  units: UnitSystem;
  onJob: () => void;
}) {
  if (answer === null)
    return (
      <div className="flex min-h-[220px] items-center justify-center border border-dashed border-strong p-8 text-center">
        <p className="max-w-[44ch]">
          {missing.length > 0
            ? `Type ${missing.map((m) => m.charAt(0).toLowerCase() + m.slice(1)).join(' and ')}, and the answer is shown here.`
            : 'A field says what to enter instead; then the answer is shown here.'}
        </p>
      </div>
    );
  return (
    <section aria-label="Answer" className="flex flex-col gap-4">
      {answer.warns?.map((w) => (
        <p key={w} className="flex max-w-[60ch] items-baseline gap-3 border-l-4 border-stop pl-3 font-[620]">
          <Verdict level="stop" />
          {w}
        </p>
      ))}
      <p role="status" className="max-w-[60ch] text-[20px] leading-snug font-[620]" data-testid="quick-answer">
        {answerSentence(answer)}
      </p>
      {answer.rows.length > 0 ? <AxisRows rows={answer.rows} title={answerSentence(answer)} /> : null}
      {answer.missing.length > 0 ? (
        <div>
          <h2>What would change it</h2>
          <dl className="mt-1 border-t border-line text-[14px]">
            {answer.missing.map((m) => (
              <div key={m.what} className="grid gap-x-4 border-b border-line py-1.5 md:grid-cols-[240px_minmax(0,1fr)]">
                <dt className="font-[600]">{m.what}</dt>
                <dd className="text-soft">{m.changes}</dd>
              </div>
            ))}
          </dl>
        </div>
      ) : null}
      <div>
        <h2>How it comes about</h2>
        <ul className="mt-1 list-disc pl-5 text-[14px]">
          {answer.because.map((b) => (
            <li key={b}>{b}</li>
          ))}
        </ul>
        <p className="mt-1 text-[13px] text-soft">
          Where from:{' '}
          {answer.rules.map((id, i) => (
            <span key={id}>
              {i > 0 ? ', ' : ''}
              <NavLink href={`/rulebook#${id}`} className="text-accent underline underline-offset-4">
                {ruleOf(id as RuleId).title}
              </NavLink>
            </span>
          ))}
        </p>
      </div>
      {answer.sizes ? <Sizes sizes={answer.sizes} units={units} /> : null}
      <div className="flex flex-wrap items-center gap-3 border-t border-line pt-3">
        <Button look="main" onClick={onJob}>
          Make it a job
        </Button>
        <p className="max-w-[52ch] text-[13px] text-soft">
          Takes these figures along. An answer without a car is no permission: a job measures the rest and judges it.
        </p>
      </div>
    </section>
  );
}

function Sizes({ sizes, units }: { sizes: readonly PlateSize[]; units: UnitSystem }) {
  return (
    <table className="w-full max-w-[720px] text-[14px]">
      <caption className="pb-1 text-left text-[13px] text-soft">
        What each common size leaves, as counted; a quarter turn either way comes on top.
      </caption>
      <thead>
        <tr className="border-b border-line text-left text-[12.5px] text-soft">
          <th scope="col" className="font-normal">
            Size
          </th>
          <th scope="col" className="text-right font-normal">
            Thread left
          </th>
          <th scope="col" className="text-right font-normal">
            Turns left
          </th>
          <th scope="col" className="pl-6 font-normal">
            Which
          </th>
        </tr>
      </thead>
      <tbody>
        {sizes.map((s) => (
          <tr key={s.size} className="border-b border-line" data-size={s.size} data-leaves={s.leaves}>
            <th scope="row" className="figure py-1 text-left font-normal">
              {formatLength(s.size, units)}
            </th>
            <td className="figure text-right">{formatLength(s.left, units, 'down')}</td>
            <td className="figure text-right">{s.turns}</td>
            <td className={`pl-6 ${s.leaves === 'target' ? '' : s.leaves === 'floor' ? 'text-caution' : 'text-stop'}`}>
              {LEAVES[s.leaves]}
              {s.unproven ? ', and further in than it was counted' : ''}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
