import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { useUnkept } from '@/ui/useUnkept';
import { keepArchWork } from './actions';

export interface ArchWorkDone {
  readonly corner: Corner;
  readonly note: string;
  readonly by: string;
  readonly at: string;
  /** What was read of this arch before, a line each. */
  readonly before: readonly string[];
}

interface ArchWorkProps {
  readonly jobId: string;
  /** Corners of the axle, left first. */
  readonly corners: readonly Corner[];
  /** Corner that is being measured: the one that is offered first. */
  readonly corner: Corner;
  readonly done: readonly ArchWorkDone[];
}

/**
 * Arch work splits the readings of an arch into two states: what was read before it is kept and counts no more. Each
 * side is cut by itself; what was read of the other one stays.
 */
export function ArchWork({ jobId, corners, corner, done }: ArchWorkProps) {
  const [note, setNote, clear] = useUnkept(`${jobId}/arch-work`, '');
  const [where, setWhere] = useState<Corner | 'both'>(corner);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const open = corners.filter((c) => !done.some((d) => d.corner === c));
  const send = (text: string | null, at: readonly Corner[]) =>
    start(async () => {
      const kept = await ask(() => keepArchWork(jobId, text, at));
      setFailure(kept.ok ? null : kept.message);
      if (kept.ok && text !== null) clear();
    });
  const wanted = open.length > 1 && where === 'both' ? open : open.filter((c) => open.length === 1 || c === where);
  return (
    <section aria-label="Arch work" id="arch-work">
      <h2 className="border-b border-line pb-1">Arch work, only where the chalk says so</h2>
      {done.map((d) => (
        <div key={d.corner} className="pt-2 text-[14px]">
          <p>
            <span className="font-[620]">
              {CORNER_LABEL[d.corner]}: {d.note}
            </span>{' '}
            <span className="text-soft">
              ({d.by}, {d.at})
            </span>
          </p>
          <p className="mt-1 text-soft">
            Gap, clearance, lip and chalk of this side are measured anew. Before it, and counting no more:
          </p>
          <ul className="list-disc pl-5 text-soft" aria-label={`Before the arch work, ${CORNER_LABEL[d.corner]}`}>
            {d.before.length === 0 ? <li>nothing was read of this arch</li> : null}
            {d.before.map((b) => (
              <li key={b}>{b}</li>
            ))}
          </ul>
          <button
            type="button"
            disabled={busy}
            onClick={() => send(null, [d.corner])}
            className="touch text-accent underline underline-offset-4"
          >
            It was not done: take it back
          </button>
        </div>
      ))}
      {open.length > 0 ? (
        <div className="flex flex-wrap items-start gap-3 pt-2">
          {open.length > 1 ? (
            <Segments
              label="Where"
              value={where}
              options={[
                ...open.map((c) => ({ value: c, label: CORNER_LABEL[c] })),
                { value: 'both' as const, label: 'both' },
              ]}
              onChange={setWhere}
            />
          ) : null}
          <Field
            label={open.length === 1 ? `What was done at the ${CORNER_LABEL[open[0] as Corner]}` : 'What was done'}
            value={note}
            maxLength={200}
            hint="Such as: lip trimmed 10 mm from 10 to 2 o’clock, sealed and painted."
            onChange={(e) => setNote(e.target.value)}
            className="min-w-[280px] flex-1"
          />
          <Button disabled={busy || note.trim() === ''} onClick={() => send(note, wanted)} className="mt-[27px]">
            Arch work is done
          </Button>
        </div>
      ) : null}
      {failure ? (
        <p role="alert" className="text-[14px] font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
