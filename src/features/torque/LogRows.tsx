'use client';

import type { ReactNode } from 'react';

/** An entry of the torque log in words. */
export interface LogRow {
  readonly seq: number;
  readonly pass: string;
  readonly lug: string;
  readonly reading: string;
  readonly moved: string;
  /** Its pass has a note with it, and may take two lines. */
  readonly long?: boolean;
  readonly struck?: boolean;
  readonly outcome?: string;
  readonly plot?: ReactNode;
  readonly who?: string;
}

/** The entries of a torque log: a record has a hundred, so their words travel and not their table. */
export function LogRows({ rows }: { rows: readonly LogRow[] }) {
  return rows.map((r) => (
    <tr key={r.seq} className={`border-b border-line ${r.struck ? 'text-soft line-through' : ''}`}>
      <td className={`py-0.5 ${r.long ? '' : 'whitespace-nowrap'}`}>{r.pass}</td>
      <td className="pl-3 text-right">{r.lug}</td>
      <td className="pl-3 text-right whitespace-nowrap">{r.reading}</td>
      <td className="pl-3 text-right">{r.moved}</td>
      <td className="pl-3">
        {r.outcome ? <strong className="text-stop">{r.outcome} </strong> : null}
        {r.plot} {r.who}
      </td>
    </tr>
  ));
}
