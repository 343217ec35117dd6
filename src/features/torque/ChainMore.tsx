'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { NavLink } from '@/ui/NavLink';
import { planSeason, planSession } from './actions';

export interface SetChoice {
  readonly id: string;
  readonly name: string;
  readonly goes: boolean;
  readonly why: string;
}

/**
 * What else comes back by itself: a track session, the season's other wheels; when the next one would fit; what was
 * written.
 */
export function ChainMore({
  jobId,
  sets,
  slots,
  reminders,
}: {
  jobId: string;
  sets: readonly SetChoice[];
  slots: readonly string[];
  reminders: readonly string[];
}) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [day, setDay] = useState('');
  const [set, setSet] = useState(sets.find((s) => s.goes)?.id ?? '');
  const [said, setSaid] = useState<{ of: string; bad: boolean; text: string } | null>(null);
  const [busy, start] = useTransition();
  const send = (of: string, work: () => ReturnType<typeof planSession>) =>
    start(async () => {
      const done = await ask(work);
      setSaid(done.ok ? { of, bad: false, text: 'It is on the chain.' } : { of, bad: true, text: done.message });
    });
  const note = (of: string) =>
    said?.of === of ? (
      <p role={said.bad ? 'alert' : 'status'} className={`basis-full ${said.bad ? 'text-stop' : 'text-soft'}`}>
        {said.text}
      </p>
    ) : null;
  return (
    <section aria-label="What else comes back">
      <details className="border-b border-line px-4 text-[14px]">
        <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
          Sessions, season change, free times
        </summary>
        <div className="flex flex-col gap-3 pb-3">
          {slots.length > 0 ? (
            <p>
              Free in its window: <span className="figure">{slots.join(' · ')}</span>.{' '}
              <NavLink href="/" className="text-accent underline underline-offset-4">
                Book it on the day board
              </NavLink>
            </p>
          ) : null}
          <form
            noValidate
            aria-label="Track session"
            className="flex flex-wrap items-end gap-3"
            onSubmit={(e) => {
              e.preventDefault();
              send('session', () => planSession(jobId, from, to));
            }}
          >
            <Field
              label="Session begins"
              type="datetime-local"
              value={from}
              onChange={(e) => setFrom(e.target.value)}
            />
            <Field label="Session ends" type="datetime-local" value={to} onChange={(e) => setTo(e.target.value)} />
            <Button type="submit" disabled={busy}>
              Recheck before it
            </Button>
            {note('session')}
          </form>
          {sets.length > 0 ? (
            <form
              noValidate
              aria-label="Season change"
              className="flex flex-wrap items-end gap-3"
              onSubmit={(e) => {
                e.preventDefault();
                send('season', () => planSeason(jobId, day, set));
              }}
            >
              <Field label="Season change" type="date" value={day} onChange={(e) => setDay(e.target.value)} />
              <SelectField
                label="To"
                value={set}
                options={[
                  { value: '', label: 'Pick the wheels' },
                  ...sets.map((s) => ({ value: s.id, label: s.goes ? s.name : `${s.name}: ${s.why}` })),
                ]}
                onChange={(e) => setSet(e.target.value)}
              />
              <Button type="submit" disabled={busy || set === ''}>
                Put it on the chain
              </Button>
              {note('season')}
            </form>
          ) : null}
          {reminders.length > 0 ? (
            <ul aria-label="Reminders written" className="list-disc pl-5">
              {reminders.map((r) => (
                <li key={r}>{r}</li>
              ))}
            </ul>
          ) : null}
        </div>
      </details>
    </section>
  );
}
