import { useState } from 'react';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';

/** A fastener that was pulled far over the figure may have stretched: another one goes in, or somebody says why it stays. */
export function OverPulled({ lug, onSay }: { lug: number; onSay: (what: 'replaced' | 'stays', note: string) => void }) {
  const [why, setWhy] = useState('');
  return (
    <div className="flex flex-col gap-3 border-l-4 border-stop pl-3">
      <p className="text-[16px]">
        Lug {lug} was pulled far over the figure. It may have stretched, and looks like any other. Take it out and put a
        new one in.
      </p>
      <Button look="main" className="!min-h-[64px] text-[18px]" onClick={() => onSay('replaced', '')}>
        Lug {lug} is replaced
      </Button>
      <Field label="Or why it stays" value={why} maxLength={200} onChange={(e) => setWhy(e.target.value)} />
      <Button disabled={why.trim() === ''} onClick={() => onSay('stays', why)}>
        It stays
      </Button>
    </div>
  );
}
