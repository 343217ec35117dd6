import { useState } from 'react';
import type { BayDetail, BayState } from '@/core/procedure/bay';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';

/** Left off for now, or handed to somebody else: who has it is said before anybody goes on. */
export function Pause({ paused, onSay }: { paused: BayState['paused']; onSay: (detail: BayDetail) => void }) {
  const [open, setOpen] = useState(false);
  const [words, setWords] = useState('');
  if (paused)
    return (
      <div className="flex flex-col gap-2 border-l-4 border-caution pl-3 text-[14px]">
        <p>
          Left off by {paused.by}: {paused.why}
        </p>
        <Button onClick={() => onSay({ kind: 'go-on' })}>Go on</Button>
      </div>
    );
  if (!open)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        Pause and hand over
      </Button>
    );
  const say = (detail: BayDetail) => {
    onSay(detail);
    setWords('');
    setOpen(false);
  };
  const said = words.trim();
  return (
    <div className="flex flex-col gap-2">
      <Field label="Why, or to whom" value={words} maxLength={400} onChange={(e) => setWords(e.target.value)} />
      <Button disabled={said === ''} onClick={() => say({ kind: 'pause', why: said })}>
        Pause for this reason
      </Button>
      <Button disabled={said === ''} onClick={() => say({ kind: 'hand-over', to: said })}>
        Hand over to this person
      </Button>
      <Button look="quiet" onClick={() => setOpen(false)}>
        Neither
      </Button>
    </div>
  );
}
