'use client';

import type { Level } from '@/core/rules/kit/finding';
import { Verdict } from '@/ui/Verdict';

/** Readings of a record, worded: label, where, value, ± and the rest of the line. */
export type ReadingWords = readonly [
  id: string,
  label: string,
  where: string,
  value: string,
  pm: string,
  typed: string,
  how: string,
];

/** The lines of a table of readings: their words travel with the page, and not their table. */
export function ReadingRows({ rows }: { rows: readonly ReadingWords[] }) {
  return rows.map(([id, label, where, value, pm, typed, how]) => (
    <tr key={id} className="border-b border-line">
      <td className="py-0.5">{label}</td>
      <td>{where}</td>
      <td className="figure text-right">{value}</td>
      <td className="figure pl-3 text-right">{pm}</td>
      <td className="pl-4 text-soft">
        <span className="figure">{typed}</span>, {how}
      </td>
    </tr>
  ));
}

/** Findings of a record, worst first. */
export function FindingRows({
  findings,
}: {
  findings: readonly (readonly [key: string, level: Level, text: string])[];
}) {
  return (
    <ul className="divide-y divide-line border-y border-line">
      {findings.map(([key, level, text]) => (
        <li key={key} className="grid grid-cols-[110px_1fr] gap-3 py-1 text-[14px]">
          <Verdict level={level} />
          {text}
        </li>
      ))}
    </ul>
  );
}
