'use client';

import { useState, useTransition } from 'react';
import type { OrderFor, OrderLine } from '@/core/calendar/orders';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { NavLink } from '@/ui/NavLink';
import { sayCame, sayOrdered } from './orderActions';

/** What is short this week, one line a thing, under it the visits it is for. */
export function Orders({ lines }: { lines: readonly OrderLine[] }) {
  if (lines.length === 0)
    return (
      <p className="border-l-2 border-accent pl-3">
        Nothing is short: every kit of this week is on the shelf or kept. A visit without an approved choice needs
        nothing yet.
      </p>
    );
  return (
    <ul aria-label="To order" className="flex flex-col gap-4">
      {lines.map((l) => (
        <li key={l.what} className="border-t border-ink pt-2">
          <p className="text-[16px]">
            <span className="figure mr-3 text-[19px] font-[640]">{l.short}</span>
            {l.what}
          </p>
          <ul className="divide-y divide-line pl-6">
            {l.of.map((f) => (
              <One key={`${f.jobId}/${f.line}`} f={f} what={l.what} />
            ))}
          </ul>
        </li>
      ))}
    </ul>
  );
}

function One({ f, what }: { f: OrderFor; what: string }) {
  const [dueOn, setDueOn] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const act = (work: () => ReturnType<typeof sayCame>) =>
    start(async () => {
      const done = await ask(work);
      setFailure(done.ok ? null : done.message);
    });
  return (
    <li className="flex flex-wrap items-end gap-x-4 gap-y-1 py-1" aria-busy={busy}>
      <span className="min-w-[280px] flex-1 self-center">
        <span className="figure mr-2">{f.short}</span>
        <NavLink href={`/jobs/${f.jobId}/stage`} className="text-accent underline underline-offset-4">
          {f.title}
        </NavLink>{' '}
        <span className="text-soft">{f.when}</span>
      </span>
      {f.order ? (
        <>
          <span className="self-center">
            {f.order.pieces} on order{f.order.dueOn ? `, promised for ${f.order.dueOn}` : ', no date given'}
          </span>
          <Button className="px-3" disabled={busy} onClick={() => act(() => sayCame(f.order?.id ?? ''))}>
            It came
          </Button>
        </>
      ) : (
        <>
          <Field
            label={`Promised for, ${f.title}`}
            hideLabel
            type="date"
            value={dueOn}
            onChange={(e) => setDueOn(e.target.value)}
          />
          <Button
            className="px-3"
            disabled={busy}
            onClick={() => act(() => sayOrdered({ jobId: f.jobId, line: f.line, what, pieces: f.short, dueOn }))}
          >
            Mark as ordered
          </Button>
        </>
      )}
      {failure ? (
        <p role="alert" className="w-full text-stop">
          {failure}
        </p>
      ) : null}
    </li>
  );
}
