'use client';

import { useState, useTransition } from 'react';
import { PLACEHOLDERS } from '@/core/calendar/template';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import type { DueReminder } from '@/usecases/calendar/reminders';
import { saveTemplate, sendReminders } from './memoryActions';

/** What owners are to be told now, each as it would go. */
export function Reminders({ due, noAddress }: { due: readonly DueReminder[]; noAddress: readonly string[] }) {
  const [said, setSaid] = useState<{ bad: boolean; text: string } | null>(null);
  const [busy, start] = useTransition();
  const send = (ofs: readonly string[]) =>
    start(async () => {
      const done = await ask(() => sendReminders(ofs));
      setSaid(done.ok ? { bad: false, text: `${done.value} put into the outbox.` } : { bad: true, text: done.message });
    });
  return (
    <div className="flex flex-col gap-3" aria-busy={busy}>
      {due.length === 0 ? (
        <p className="border-l-2 border-accent pl-3">No reminders are due now.</p>
      ) : (
        <>
          <ul aria-label="To be told" className="flex flex-col gap-2">
            {due.map((d) => (
              <li key={d.of} className="border-t border-line pt-1">
                <details>
                  <summary className="touch flex cursor-pointer flex-wrap items-center gap-x-4">
                    <span className="min-w-[180px] font-[600]">{d.title}</span>
                    <span className="flex-1">{d.label}</span>
                    <span className="text-soft">{d.to}</span>
                  </summary>
                  <p className="font-[600]">{d.subject}</p>
                  <p className="max-w-[76ch] whitespace-pre-line">{d.text}</p>
                  <Button className="my-2" disabled={busy} onClick={() => send([d.of])}>
                    Only this one into the outbox
                  </Button>
                </details>
              </li>
            ))}
          </ul>
          <Button look="main" className="self-start" disabled={busy} onClick={() => send(due.map((d) => d.of))}>
            Put {due.length === 1 ? 'it' : `all ${due.length}`} into the outbox
          </Button>
        </>
      )}
      {noAddress.length > 0 ? (
        <p className="text-[14px] text-soft">
          Without an address, so nothing can be written: {noAddress.join(', ')}. It is kept on the car’s page.
        </p>
      ) : null}
      {said ? <p role={said.bad ? 'alert' : 'status'}>{said.text}</p> : null}
    </div>
  );
}

/** The shop's own words for each kind of reminder. */
export function Templates({
  lines,
}: {
  lines: readonly { readonly kind: string; readonly label: string; readonly text: string }[];
}) {
  return (
    <div className="flex flex-col gap-3">
      <p className="text-[14px] text-soft">
        The first line is the subject. {PLACEHOLDERS.map((p) => `{${p}}`).join(', ')} are filled in. Left empty, the
        usual words are taken.
      </p>
      {lines.map((l) => (
        <OneTemplate key={l.kind} {...l} />
      ))}
    </div>
  );
}

function OneTemplate({ kind, label, text }: { kind: string; label: string; text: string }) {
  const [typed, setTyped] = useState(text);
  const [said, setSaid] = useState<{ bad: boolean; text: string } | null>(null);
  const [busy, start] = useTransition();
  return (
    <form
      className="flex flex-col gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        start(async () => {
          const done = await ask(() => saveTemplate(kind, typed));
          setSaid(done.ok ? { bad: false, text: 'Saved.' } : { bad: true, text: done.message });
        });
      }}
    >
      <label className="flex flex-col gap-1">
        <span className="narrow text-[13px] font-[600] text-soft">{label}</span>
        <textarea
          value={typed}
          rows={6}
          maxLength={4000}
          className="w-full rounded-[3px] border border-strong bg-sheet px-3 py-2"
          onChange={(e) => setTyped(e.target.value)}
        />
      </label>
      <div className="flex items-center gap-3">
        <Button type="submit" disabled={busy}>
          Save these words
        </Button>
        {said ? <p role={said.bad ? 'alert' : 'status'}>{said.text}</p> : null}
      </div>
    </form>
  );
}
