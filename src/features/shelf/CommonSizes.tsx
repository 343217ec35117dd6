'use client';

import { useState, useTransition } from 'react';
import { SEAT_LABEL } from '@/core/document/labels';
import { SEATS } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { addCommon } from './actions';
import { commonFor } from './common';

const WHAT = [
  { value: 'plates', label: 'Spacers' },
  { value: 'bolts', label: 'Bolts' },
  { value: 'nuts', label: 'Nuts' },
] as const;

/** Common sizes to begin with: nobody’s parts, none of them in hand, each saying what a part bought to it has to be. */
export function CommonSizes({ onDone }: { onDone: (words: string | null) => void }) {
  const [what, setWhat] = useState<(typeof WHAT)[number]['value']>('plates');
  const [typed, setTyped] = useState({ plates: '', bore: '', thread: '', from: '', to: '', seat: 'unknown' });
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, begin] = useTransition();
  const asked =
    what === 'plates' ? { ...typed, thread: '', nuts: false } : { ...typed, plates: '', nuts: what === 'nuts' };
  const read = tryInput(() => commonFor(asked));
  const set = (change: Partial<typeof typed>) => {
    setTyped({ ...typed, ...change });
    setFailure(null);
  };
  const add = () => {
    if (read.error !== undefined) return setFailure(read.error);
    begin(async () => {
      const result = await ask(() => addCommon(asked));
      if (result.ok) onDone(`${result.value} common sizes are on the shelf, none of them in hand.`);
      else setFailure(result.message);
    });
  };
  return (
    <form
      noValidate
      aria-label="Common sizes"
      className="flex flex-col gap-3 border-l-2 border-accent py-2 pl-4"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <p className="max-w-[70ch] text-[14px] text-soft">
        To begin with before there is a catalogue. A common size is no real part: it says what one bought to it has to
        be, threaded so far or further, with no nose, of class 10.9 or better.
      </p>
      <div className="flex flex-wrap items-start gap-3">
        <Segments label="Which" value={what} options={WHAT} onChange={setWhat} />
        {what === 'plates' ? (
          <>
            <Field
              label="Spacers for"
              hint="5x112"
              value={typed.plates}
              onChange={(e) => set({ plates: e.target.value })}
              className="w-[140px]"
            />
            <Field
              label="Bore"
              unit="mm"
              figure
              value={typed.bore}
              onChange={(e) => set({ bore: e.target.value })}
              className="w-[140px]"
            />
          </>
        ) : (
          <>
            <Field
              label="Thread"
              hint="M14x1.5"
              value={typed.thread}
              onChange={(e) => set({ thread: e.target.value })}
              className="w-[140px]"
            />
            <SelectField
              label="Seat"
              value={typed.seat}
              options={SEATS.map((value) => ({ value, label: SEAT_LABEL[value] }))}
              onChange={(e) => set({ seat: e.target.value })}
              className="w-[170px]"
            />
          </>
        )}
        {what === 'bolts' ? (
          <>
            <Field
              label="Shortest"
              unit="mm"
              figure
              value={typed.from}
              onChange={(e) => set({ from: e.target.value })}
              className="w-[130px]"
            />
            <Field
              label="Longest"
              unit="mm"
              figure
              value={typed.to}
              onChange={(e) => set({ to: e.target.value })}
              className="w-[130px]"
            />
          </>
        ) : null}
      </div>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      <div className="flex gap-3">
        <Button type="submit" look="main" disabled={busy}>
          {read.error === undefined ? `Put ${read.value.length} on the shelf` : 'Put them on the shelf'}
        </Button>
        <Button look="quiet" onClick={() => onDone(null)}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
