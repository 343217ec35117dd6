import { useId, useState } from 'react';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';

/** A reason in words, and one press that says it. */
export function Reason({ ask, label, onSay }: { ask: string; label: string; onSay: (why: string) => void }) {
  const [why, setWhy] = useState('');
  const id = useId();
  return (
    <form
      aria-labelledby={id}
      className="flex flex-col gap-2 border-l-4 border-caution pl-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (why.trim() !== '') onSay(why.trim());
      }}
    >
      <p id={id} className="text-[15px]">
        {ask}
      </p>
      <div className="flex items-end gap-3">
        <Field label="Why" className="flex-1" value={why} maxLength={400} onChange={(e) => setWhy(e.target.value)} />
        <Button type="submit" disabled={why.trim() === ''}>
          {label}
        </Button>
      </div>
    </form>
  );
}
