import { useState } from 'react';
import { heldMayStay, SHOWS, type TorqueState } from '@/core/torque/log';
import type { TraceClass } from '@/core/torque/trace';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';

/** What to do with a fastener that its trace stops. Common practice, no source. */
const NOW: Readonly<Record<TraceClass, string>> = {
  normal: '',
  'cross-threaded': 'Back it out by hand, look at both threads, and put a new one in.',
  bottomed: 'It clamps nothing. Take it out, measure stud and cap, and put one in that goes.',
  yielding: 'It has stretched. Take it out and put a new one in.',
  'already-tight': '',
};

/**
 * A fastener that was pulled far over the figure may have stretched: another one goes in, or somebody says why it
 * stays.
 */
export function OverPulled({
  lug,
  heldFor,
  onSay,
}: {
  lug: number;
  heldFor: TorqueState['heldFor'];
  onSay: (what: 'replaced' | 'stays', note: string) => void;
}) {
  const [why, setWhy] = useState('');
  return (
    <div className="flex flex-col gap-3 border-l-4 border-stop pl-3">
      <p className="text-[16px]">
        {heldFor === 'over' || heldFor === null
          ? `Lug ${lug} was pulled far over the figure. It may have stretched, and looks like any other. Take it out and put a new one in.`
          : `The trace of lug ${lug} shows ${SHOWS[heldFor]}. ${NOW[heldFor]}`}
      </p>
      <Button look="main" className="!min-h-[64px] text-[18px]" onClick={() => onSay('replaced', '')}>
        Lug {lug} is replaced
      </Button>
      {heldMayStay(heldFor) ? (
        <>
          <Field
            label="Or why it stays, by a lead"
            value={why}
            maxLength={200}
            onChange={(e) => setWhy(e.target.value)}
          />
          <Button disabled={why.trim() === ''} onClick={() => onSay('stays', why)}>
            It stays
          </Button>
        </>
      ) : null}
    </div>
  );
}
