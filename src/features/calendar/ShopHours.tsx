'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { keepHours } from './shopActions';

const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

/** Zone and open hours, a line a day. */
export function ShopHours({ zone, hours }: { zone: string; hours: readonly string[] }) {
  const [typed, setTyped] = useState({ zone, hours: [...hours] });
  const [said, setSaid] = useState<{ field: string; text: string } | null>(null);
  const [busy, start] = useTransition();
  const errorOf = (field: string) => (said?.field === field ? { error: said.text } : {});
  return (
    <form
      noValidate
      aria-label="Open hours"
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        start(async () => {
          const done = await ask(() => keepHours(typed.zone, typed.hours));
          setSaid(done.ok ? { field: '', text: 'Saved.' } : { field: done.field ?? '', text: done.message });
        });
      }}
    >
      <Field
        label="Time zone"
        value={typed.zone}
        hint="Such as Europe/London. Every day and time here is by its clock, also in the nights when it changes."
        {...errorOf('Time zone')}
        onChange={(e) => setTyped({ ...typed, zone: e.target.value })}
      />
      <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
        {DAYS.map((d, i) => (
          <Field
            key={d}
            label={d}
            figure
            value={typed.hours[i] ?? ''}
            placeholder="closed"
            {...errorOf(d)}
            onChange={(e) => setTyped({ ...typed, hours: typed.hours.map((h, k) => (k === i ? e.target.value : h)) })}
          />
        ))}
      </div>
      <div className="flex items-center gap-3">
        <Button type="submit" look="main" disabled={busy}>
          Save open hours
        </Button>
        {said?.field === '' ? <span role="status">{said.text}</span> : null}
      </div>
    </form>
  );
}
