import { useMemo } from 'react';
import type { Plan } from '@/core/document/document';
import { type Assessment, assess } from '@/core/evaluate/evaluate';
import { threadLengthOf } from '@/core/figures/ownThread';
import { leastValue } from '@/core/figures/result';
import { sentence } from '@/core/rules/index';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Verdict } from '@/ui/Verdict';
import type { Bench } from './useBench';

const NONE: NonNullable<Bench['choice']['candidates']> = [];

interface Row {
  readonly label: string;
  readonly of: (plan: Plan, a: Assessment) => string;
}

/** Candidates and the choice on the bench, side by side; what differs from the bench is marked. */
export function Candidates({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const candidates = bench.choice.candidates ?? NONE;
  const columns = useMemo(
    () =>
      [bench.plan, ...candidates.map((c): Plan => ({ ...bench.plan, spacer: c.spacer, fastener: c.fastener }))].map(
        (plan) => ({ plan, a: assess(plan) }),
      ),
    [bench.plan, candidates],
  );
  if (candidates.length === 0) {
    return (
      <div className="flex flex-col items-start gap-2">
        <p className="max-w-[60ch] text-[14px]">
          Nothing set aside yet. Set the choice on the bench aside, change it, and compare the two here. Key: c.
        </p>
        <Button onClick={bench.setAside}>Set aside to compare</Button>
      </div>
    );
  }
  const rows = rowsFor(units, bench.evaluation.numbers.thread.pitch);
  return (
    <div className="flex flex-col gap-3">
      <table className="w-full table-fixed text-[14px]">
        <caption className="sr-only">Candidates compared with the choice on the bench</caption>
        <thead>
          <tr className="border-b border-line text-left align-top">
            <td className="w-[110px]" />
            {columns.map(({ a }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two candidates may be the same choice; their place is their name
              <th key={i} scope="col" className="pr-3 pb-1 font-normal">
                <span className="block font-[620]">{i === 0 ? 'On the bench' : `Candidate ${i}`}</span>
                <Verdict level={a.verdict} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const here = columns[0] ? row.of(columns[0].plan, columns[0].a) : '';
            return (
              <tr key={row.label} className="border-b border-line align-top">
                <th scope="row" className="py-1 pr-2 text-left font-normal text-soft">
                  {row.label}
                </th>
                {columns.map(({ plan, a }, i) => {
                  const text = row.of(plan, a);
                  const differs = text !== here;
                  return (
                    // biome-ignore lint/suspicious/noArrayIndexKey: as above
                    <td key={i} className={cx('py-1 pr-3', differs && 'font-[640] text-accent')}>
                      {text}
                      {differs ? <span className="sr-only"> (differs from the bench)</span> : null}
                    </td>
                  );
                })}
              </tr>
            );
          })}
          <tr>
            <td />
            <td />
            {candidates.map((c, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: as above
              <td key={i} className="py-2 pr-2">
                <span className="flex flex-col items-start gap-1">
                  <Button onClick={() => bench.take(c)} aria-label={`Take candidate ${i + 1} to the bench`}>
                    Take
                  </Button>
                  <Button look="quiet" onClick={() => bench.drop(i)} aria-label={`Drop candidate ${i + 1}`}>
                    Drop
                  </Button>
                </span>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <Button className="self-start" onClick={bench.setAside}>
        Set aside to compare
      </Button>
    </div>
  );
}

function rowsFor(units: UnitSystem, pitch: number): Row[] {
  const len = (mm: number | null | undefined) =>
    mm === null || mm === undefined ? 'unmeasured' : formatLength(mm, units, 'down');
  const least = (
    a: Assessment,
    pick: (c: Assessment['numbers']['corners'][number]) => { value: number } | null,
  ): number | null => leastValue(a.numbers.corners.map(pick));
  return [
    { label: 'Spacer', of: (p) => `${formatLength(p.spacer.thickness, units)}, ${p.spacer.kind}` },
    { label: 'Fasteners', of: (p) => fastenerText(p, units) },
    { label: 'Thread left', of: (_, a) => len(least(a, (c) => c.engagement)) },
    {
      label: 'Over minimum',
      of: (_, a) => {
        const e = least(a, (c) => c.engagement);
        return len(e === null ? null : e - a.numbers.minimum);
      },
    },
    { label: 'Clearance', of: (_, a) => len(least(a, (c) => c.clearanceAfter)) },
    { label: 'Gap left', of: (_, a) => len(least(a, (c) => c.gapAfter)) },
    {
      label: 'Offset',
      of: (_, a) =>
        a.numbers.effectiveOffset === null ? 'not read' : `ET ${Number(a.numbers.effectiveOffset.toFixed(2))}`,
    },
    { label: 'In the way', of: (_, a) => (a.blocking[0] ? sentence(a.blocking[0], { units, pitch }) : 'nothing') },
  ];
}

function fastenerText(p: Plan, units: UnitSystem): string {
  const threaded = threadLengthOf(p.fastener);
  const thread = threaded === null ? '' : `, thread ${formatLength(threaded, units)}`;
  if (p.fastener.kind === 'bolt')
    return `bolts ${formatLength(p.fastener.length, units)}${thread}, ${p.fastener.class}`;
  if (p.fastener.kind === 'stud')
    return `studs ${formatLength(p.fastener.protrusion, units)}${thread}, ${p.fastener.class}`;
  if (p.fastener.kind === 'conversion')
    return `conversion studs ${formatLength(p.fastener.length, units)}${thread}, ${p.fastener.class}`;
  if (p.fastener.kind === 'nuts')
    return `studs on the car, ${p.fastener.nut.style} nuts${(p.fastener.nut.shankReach ?? 0) > 0 ? ` that reach ${formatLength(p.fastener.nut.shankReach ?? 0, units)} deeper` : ''}`;
  return 'what is on the car';
}
