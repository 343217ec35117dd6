import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { SelectField } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';
import { sayTorquedAgain } from './actions';

export interface Loosened {
  readonly corners: readonly Corner[];
  /** The car's own figure with its source; null where nobody gave one. */
  readonly figure: string | null;
  readonly wrenches: readonly string[];
}

/**
 * What was loosened to count turns is torqued again, also when no job follows; said at its corner until it is noted.
 */
export function TorquedAgain({ jobId, corner, loosened }: { jobId: string; corner: Corner; loosened: Loosened }) {
  const [tool, setTool] = useState(loosened.wrenches[0] ?? 'click wrench');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  if (!loosened.corners.includes(corner)) return null;
  const all = [...new Set([...loosened.wrenches, 'click wrench'])];
  return (
    <section
      aria-label={`Loosened to count, ${CORNER_LABEL[corner]}`}
      className="flex flex-wrap items-end gap-3 border-l-4 border-caution bg-sheet py-2 pl-3 text-[14px]"
    >
      <p className="flex min-w-[260px] flex-1 items-center gap-2 self-center">
        <VerdictMark level="caution" size={14} />
        <span>
          Loosened to count at the {CORNER_LABEL[corner]}: before the car moves it is torqued again
          {loosened.figure ? `, ${loosened.figure}` : '. Its figure has no source yet'}.
        </span>
      </p>
      {loosened.figure ? (
        <>
          <SelectField
            label="With"
            value={tool}
            options={all.map((w) => ({ value: w, label: w }))}
            onChange={(e) => setTool(e.target.value)}
          />
          <Button
            disabled={busy}
            onClick={() =>
              start(async () => {
                const done = await ask(() => sayTorquedAgain(jobId, corner, tool));
                setFailure(done.ok ? null : done.message);
              })
            }
          >
            Torqued again, every one clicked
          </Button>
        </>
      ) : null}
      {failure ? (
        <p role="alert" className="basis-full text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
