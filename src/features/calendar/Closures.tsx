'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import type { ClosuresRead } from '@/usecases/calendar/shop';
import { addClosure, readClosureFile, takeClosureBack } from './shopActions';

export interface ClosureLine {
  readonly id: string;
  readonly title: string;
  readonly of: string;
  readonly when: string;
}

const FRESH = { title: '', of: '', from: '', to: '' };

/** Times when nothing is done: typed, or read out of a calendar file. */
export function Closures({
  lines,
  count,
  owners,
}: {
  lines: readonly ClosureLine[];
  count: number;
  owners: readonly { readonly id: string; readonly name: string }[];
}) {
  const [typed, setTyped] = useState(FRESH);
  const [failed, setFailed] = useState<{ field: string; text: string } | null>(null);
  const [read, setRead] = useState<ClosuresRead | null>(null);
  const [busy, start] = useTransition();
  const set = (change: Partial<typeof FRESH>) => setTyped({ ...typed, ...change });
  const errorOf = (field: string) => (failed?.field === field ? { error: failed.text } : {});
  const options = [{ value: '', label: 'The whole shop' }, ...owners.map((o) => ({ value: o.id, label: o.name }))];
  const keep = () =>
    start(async () => {
      const done = await ask(() => addClosure(typed));
      if (done.ok) setTyped(FRESH);
      setFailed(done.ok ? null : { field: done.field ?? 'Title', text: done.message });
    });
  const importFrom = (file: File | undefined) => {
    if (!file) return;
    if (file.size > 8 * 1024 * 1024) {
      setFailed({ field: 'File', text: `${file.name} is larger than 8 MB. Cut it in two.` });
      return;
    }
    start(async () => {
      const form = new FormData();
      form.set('file', file);
      form.set('of', typed.of);
      const done = await ask(() => readClosureFile(form));
      setRead(done.ok ? done.value : null);
      setFailed(done.ok ? null : { field: 'File', text: done.message });
    });
  };
  return (
    <div className="flex flex-col gap-3" aria-busy={busy}>
      {lines.length === 0 ? (
        <p className="text-soft">No closure is ahead.</p>
      ) : (
        <ul aria-label="Closures ahead" className="divide-y divide-line border-y border-line text-[14px]">
          {lines.map((c) => (
            <li key={c.id} className="flex flex-wrap items-center gap-x-4">
              <span className="min-w-[200px] font-[600]">{c.title}</span>
              <span className="min-w-[120px]">{c.of}</span>
              <span className="figure flex-1 text-[13px]">{c.when}</span>
              <button
                type="button"
                aria-label={`Remove ${c.title}, ${c.when}`}
                className="touch text-accent underline underline-offset-4"
                onClick={() =>
                  start(async () => {
                    await ask(() => takeClosureBack(c.id));
                  })
                }
              >
                Remove
              </button>
            </li>
          ))}
        </ul>
      )}
      {count > lines.length ? <p className="text-soft">and {count - lines.length} more after these</p> : null}
      <form
        noValidate
        aria-label="New closure"
        className="grid grid-cols-2 items-start gap-3 max-sm:grid-cols-1"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <Field
          label="Title"
          value={typed.title}
          {...errorOf('Title')}
          onChange={(e) => set({ title: e.target.value })}
        />
        <SelectField label="Of" value={typed.of} options={options} onChange={(e) => set({ of: e.target.value })} />
        <Field
          label="From"
          figure
          value={typed.from}
          placeholder="2026-12-24"
          hint="A day, or a day and a time: 2026-12-24 13:00"
          {...errorOf('From')}
          onChange={(e) => set({ from: e.target.value })}
        />
        <Field
          label="To"
          figure
          value={typed.to}
          placeholder="2027-01-02"
          hint="The last day is closed too"
          {...errorOf('To')}
          onChange={(e) => set({ to: e.target.value })}
        />
        <Button type="submit" className="justify-self-start" disabled={busy}>
          Add a closure
        </Button>
      </form>
      <label className="flex flex-col gap-1">
        <span className="narrow text-[13px] font-[600] text-soft">
          Closures from a calendar file (.ics), for whoever is chosen under “Of”
        </span>
        <input
          type="file"
          accept=".ics,text/calendar"
          className="touch"
          onChange={(e) => {
            importFrom(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </label>
      {failed?.field === 'File' ? (
        <p role="alert" className="border-l-4 border-stop pl-3">
          {failed.text}
        </p>
      ) : null}
      {read ? <Read read={read} /> : null}
    </div>
  );
}

function Read({ read }: { read: ClosuresRead }) {
  return (
    <div role="status" className="border-l-2 border-accent pl-3 text-[14px]">
      <p>
        {read.found} read, {read.fresh} of them new
        {read.bad.length > 0 ? `; ${read.bad.length} could not be read:` : '.'}
      </p>
      {read.bad.length > 0 ? (
        <ul className="max-h-[200px] list-disc overflow-y-auto pl-5">
          {read.bad.map((b) => (
            <li key={b.line}>
              Line {b.line}: {b.why}
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}
