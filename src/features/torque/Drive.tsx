'use client';

import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { BayDetail } from '@/core/procedure/bay';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { post, useOutbox } from '@/ui/outbox';
import { Segments } from '@/ui/Segments';

type Said = Extract<BayDetail, { kind: 'drive' }>;

const yes = [
  { value: 'no' as const, label: 'No' },
  { value: 'yes' as const, label: 'Yes' },
];

/**
 * Test drive: vibration that was there before the job and after it, rubbing, pulling. A spacer lengthens the arm: what
 * shook before shakes more.
 */
export function Drive({ jobId, said }: { jobId: string; said: Said | null }) {
  const [before, setBefore] = useState<Said['before'] | null>(said?.before ?? null);
  const [after, setAfter] = useState<Said['after'] | null>(said?.after ?? null);
  const [rub, setRub] = useState<'yes' | 'no' | null>(said ? (said.rub ? 'yes' : 'no') : null);
  const [pull, setPull] = useState<'yes' | 'no' | null>(said ? (said.pull ? 'yes' : 'no') : null);
  const [note, setNote] = useState(said?.note ?? '');
  const [kept, setKept] = useState(false);
  const { waiting, trouble } = useOutbox();
  const whole = before !== null && after !== null && rub !== null && pull !== null;
  const keep = () => {
    if (!whole) return;
    const detail: Said = { kind: 'drive', before, after, rub: rub === 'yes', pull: pull === 'yes', note: note.trim() };
    post({ id: newId(), url: '/api/bay', body: { is: 'note', jobId, id: newId(), corner: null, detail } });
    setKept(true);
  };
  return (
    <section aria-labelledby="drive" className="flex flex-col gap-3 border-t border-line p-5">
      <h2 id="drive">Test drive</h2>
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        <Segments
          label="Did it shake before the job?"
          value={before}
          options={[...yes, { value: 'not asked' as const, label: 'Not asked' }]}
          onChange={setBefore}
        />
        <Segments
          label="Does it shake now?"
          value={after}
          options={[...yes, { value: 'not driven' as const, label: 'Not driven' }]}
          onChange={setAfter}
        />
        <Segments label="Does it rub?" value={rub} options={yes} onChange={setRub} />
        <Segments label="Does it pull?" value={pull} options={yes} onChange={setPull} />
      </div>
      {before === 'no' && after === 'yes' ? (
        <p className="max-w-[70ch] border-l-4 border-caution pl-3 text-[15px]">
          It did not shake before. Look at how the wheels sit on spigot and spacer, at their balance, and whether a
          spacer stands proud, before the car goes.
        </p>
      ) : null}
      <div className="flex items-end gap-3">
        <Field
          label="In words (may be left out)"
          className="max-w-[420px] flex-1"
          value={note}
          maxLength={400}
          onChange={(e) => setNote(e.target.value)}
        />
        <Button disabled={!whole} onClick={keep}>
          Save the drive
        </Button>
        {kept ? <AfterSaving waits={waiting.length > 0} trouble={trouble} /> : null}
      </div>
    </section>
  );
}

/**
 * What became of it. What was refused of the torque stands beside the torque, and only what was saved here is spoken of
 * here.
 */
function AfterSaving({ waits, trouble }: { waits: boolean; trouble: string | null }) {
  if (trouble !== null)
    return (
      <p role="alert" className="font-[560] text-stop">
        {trouble}
      </p>
    );
  return waits ? null : (
    <p role="status" className="pb-3 text-[14px]">
      Saved.
    </p>
  );
}
