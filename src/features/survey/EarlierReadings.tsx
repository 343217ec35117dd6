'use client';

import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { type QuantityId, quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { confirm } from './actions';

export interface EarlierShown {
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  /** The figure with its ±, worded. */
  readonly figure: string;
  /** “12 Nov 2026, Ines”. */
  readonly taken: string;
  /** “3 weeks ago”. */
  readonly age: string;
}

const place = (e: EarlierShown): string => `${e.corner ?? ''}/${e.quantity}`;

/**
 * What earlier visits measured of this hub: looked at and confirmed, or measured anew below. Never taken over by
 * itself.
 */
export function EarlierReadings({ jobId, earlier }: { jobId: string; earlier: readonly EarlierShown[] }) {
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  if (earlier.length === 0) return null;
  const keep = (some: readonly EarlierShown[]) =>
    start(async () => {
      const result = await ask(() => confirm(jobId, some.map(place)));
      setFailure(result.ok ? null : result.message);
    });
  return (
    <section aria-labelledby="earlier" className="flex flex-col gap-2 border-l-2 border-accent pl-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="earlier">Measured on an earlier visit</h2>
        <Button look="main" disabled={busy} onClick={() => keep(earlier)}>
          All {earlier.length} still so
        </Button>
      </div>
      <p className="text-[13px] text-soft">Look at the car first. What changed is measured anew in its own row.</p>
      <ul className="grid gap-x-6 text-[14px] xl:grid-cols-2">
        {earlier.map((e) => (
          <li key={place(e)} className="flex items-center gap-3 border-b border-line py-1" data-earlier={place(e)}>
            <span className="min-w-0 flex-1">
              {quantity(e.quantity).label}
              {e.corner ? `, ${CORNER_LABEL[e.corner]}` : ''}
              <span className="block text-[12.5px] text-soft">
                {e.taken}, {e.age}
              </span>
            </span>
            <span className="figure text-[16px] font-[600]">{e.figure}</span>
            <Button
              disabled={busy}
              onClick={() => keep([e])}
              aria-label={`${quantity(e.quantity).label}${e.corner ? `, ${CORNER_LABEL[e.corner]}` : ''}: still so`}
            >
              Still so
            </Button>
          </li>
        ))}
      </ul>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
