'use client';

import { NavLink } from '@/ui/NavLink';
import { Verdict } from '@/ui/Verdict';
import { stagePath } from '@/usecases/job/stages';
import type { Stage } from '@/usecases/shown';

/** A job on the board, in words: what is not said is not sent. */
export interface BoardLine {
  readonly id: string;
  readonly stage: Stage;
  readonly name: string;
  readonly plate: string;
  readonly about: string;
  readonly next: string;
  /** Left as it is on purpose: not for the road. */
  readonly unfit?: boolean;
  readonly due?: string;
  readonly overdue?: string;
}

/** Jobs of one stage, each a link to where it is; `more` of them do not fit the board. */
export function BoardLines({ lines, more }: { lines: readonly BoardLine[]; more: number }) {
  return (
    <ul className="divide-y divide-line">
      {lines.map((l) => (
        <li key={l.id}>
          <NavLink href={stagePath(l.id, l.stage)} className="touch board-line">
            <span>
              <b>{l.name}</b> <small className="figure">{l.plate}</small>
            </span>
            <i>{l.about}</i>
            <span>
              {l.unfit ? <Verdict level="stop" /> : null}
              <em>{l.next}</em>
              {l.overdue ? (
                <span className="flex items-center gap-2">
                  <Verdict level="caution" /> {l.overdue}
                </span>
              ) : null}
              {l.due ? <i>{l.due}</i> : null}
            </span>
          </NavLink>
        </li>
      ))}
      {more > 0 ? <li className="px-2 py-2 text-[14px] text-soft">and {more} more: find the car above</li> : null}
    </ul>
  );
}
