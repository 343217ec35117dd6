import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useUnkept } from '@/ui/useUnkept';
import { keepArchWork } from './actions';

export interface ArchWorkDone {
  readonly note: string;
  readonly by: string;
  readonly at: string;
  /** What was read of the arches before, a line each. */
  readonly before: readonly string[];
}

/** Arch work splits the readings of the arches into two states: what was read before it is kept and counts no more. */
export function ArchWork({ jobId, done }: { jobId: string; done: ArchWorkDone | null }) {
  const [note, setNote, clear] = useUnkept(`${jobId}/arch-work`, '');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const send = (text: string | null) =>
    start(async () => {
      const kept = await ask(() => keepArchWork(jobId, text));
      setFailure(kept.ok ? null : kept.message);
      if (kept.ok) clear();
    });
  return (
    <section aria-label="Arch work" id="arch-work">
      <h2 className="border-b border-line pb-1">Arch work, only where the chalk says so</h2>
      {done ? (
        <div className="pt-2 text-[14px]">
          <p>
            <span className="font-[620]">{done.note}</span>{' '}
            <span className="text-soft">
              ({done.by}, {done.at})
            </span>
          </p>
          <p className="mt-1 text-soft">
            Gap, clearance, lip and chalk are measured anew. Before it, and counting no more:
          </p>
          <ul className="list-disc pl-5 text-soft" aria-label="Before the arch work">
            {done.before.length === 0 ? <li>nothing was read of the arches</li> : null}
            {done.before.map((b) => (
              <li key={b}>{b}</li>
            ))}
          </ul>
          <button
            type="button"
            disabled={busy}
            onClick={() => send(null)}
            className="touch text-accent underline underline-offset-4"
          >
            It was not done: take it back
          </button>
        </div>
      ) : (
        <div className="flex flex-wrap items-end gap-3 pt-2">
          <Field
            label="What was done"
            value={note}
            maxLength={200}
            hint="Such as: lip trimmed 10 mm from 10 to 2 o’clock, sealed and painted."
            onChange={(e) => setNote(e.target.value)}
            className="min-w-[280px] flex-1"
          />
          <Button disabled={busy || note.trim() === ''} onClick={() => send(note)} className="mb-[22px]">
            Arch work is done
          </Button>
        </div>
      )}
      {failure ? (
        <p role="alert" className="text-[14px] font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
