'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { addToCalendar, changeAddress, takeOffCalendar } from './shopActions';

export interface ResourceLine {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly token: string;
  /** On the list of people, where they are added and leave. */
  readonly person: boolean;
}

const KINDS = [
  { value: 'bay', label: 'Bay' },
  { value: 'mobile', label: 'Mobile' },
  { value: 'person', label: 'Somebody' },
  { value: 'helper', label: 'Helper' },
  { value: 'light', label: 'Light' },
  { value: 'heat', label: 'Heat' },
] as const;
const kindLabel = (k: string): string => KINDS.find((x) => x.value === k)?.label ?? k;

/** What can be booked, each with the address of its calendar. */
export function Resources({ lines, origin }: { lines: readonly ResourceLine[]; origin: string }) {
  const [typed, setTyped] = useState({ kind: 'bay', name: '' });
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const act = (work: () => ReturnType<typeof addToCalendar>, then = () => {}) =>
    start(async () => {
      const done = await ask(work);
      setFailure(done.ok ? null : done.message);
      if (done.ok) then();
    });
  return (
    <div className="flex flex-col gap-3" aria-busy={busy}>
      {lines.length === 0 ? (
        <p className="border-l-2 border-accent pl-3">Nothing can be booked yet: a bay is where it begins.</p>
      ) : (
        <ul aria-label="On the calendar" className="divide-y divide-line border-y border-line">
          {lines.map((l) => (
            <li key={l.id} className="flex flex-wrap items-center gap-x-4 py-1">
              <span className="min-w-[160px] font-[600]">{l.name}</span>
              <span className="min-w-[130px] text-[14px] text-soft">{kindLabel(l.kind)}</span>
              <details className="flex-1 text-[14px]">
                <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
                  Calendar address of {l.name}
                </summary>
                <p className="figure pb-1 break-all">{`${origin}/api/feed/${l.token}.ics`}</p>
                <p className="flex flex-wrap gap-4 pb-2">
                  <a
                    href={`/api/feed/${l.token}.ics`}
                    download
                    className="touch inline-flex items-center text-accent underline underline-offset-4"
                  >
                    As a file
                  </a>
                  <button
                    type="button"
                    className="touch text-accent underline underline-offset-4"
                    onClick={() => act(() => changeAddress(l.id))}
                  >
                    Another address, this one ends
                  </button>
                  {l.kind === 'bay' || l.kind === 'mobile' ? (
                    <a
                      href={`/bay/${l.id}`}
                      className="touch inline-flex items-center text-accent underline underline-offset-4"
                    >
                      Its display for the wall
                    </a>
                  ) : null}
                </p>
              </details>
              {l.person ? null : (
                <button
                  type="button"
                  aria-label={`Remove from the calendar: ${l.name}`}
                  className="touch text-accent underline underline-offset-4"
                  onClick={() => act(() => takeOffCalendar(l.id))}
                >
                  Remove
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <form
        noValidate
        aria-label="Add to the calendar"
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          act(
            () => addToCalendar(typed.kind, typed.name),
            () => setTyped({ ...typed, name: '' }),
          );
        }}
      >
        <SelectField
          label="What"
          value={typed.kind}
          options={KINDS.map((k) => ({ value: k.value, label: k.label }))}
          onChange={(e) => setTyped({ ...typed, kind: e.target.value })}
        />
        <Field
          label="Name"
          value={typed.name}
          maxLength={60}
          {...(failure ? { error: failure } : {})}
          onChange={(e) => setTyped({ ...typed, name: e.target.value })}
        />
        <Button type="submit" disabled={busy}>
          Add to the calendar
        </Button>
      </form>
    </div>
  );
}
