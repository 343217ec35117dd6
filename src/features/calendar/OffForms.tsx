import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import type { Bar } from '@/usecases/calendar/day';
import type { Result } from '@/usecases/result';
import { endCall, offBooking } from './actions';

/** A time that stands is called off. */
export const OffForm = ({ bar, onDone }: { bar: Bar; onDone: () => void }) => (
  <WithReason label="Call it off" act={(why) => offBooking(bar.id, bar.version, why)} onDone={onDone} />
);

/** The call came to nothing, before it had a time. */
export const EndCall = ({ id, onDone }: { id: string; onDone: () => void }) => (
  <WithReason label="It came to nothing" act={(why) => endCall(id, why)} onDone={onDone} />
);

function WithReason({
  label,
  act,
  onDone,
}: {
  label: string;
  act: (why: string) => Promise<Result<null>>;
  onDone: () => void;
}) {
  const [why, setWhy] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  return (
    <form
      noValidate
      aria-label={label}
      className="flex items-end gap-3 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        start(async () => {
          const done = await ask(() => act(why));
          if (done.ok) onDone();
          else setFailure(done.message);
        });
      }}
    >
      <Field
        label="Why it is called off"
        value={why}
        maxLength={300}
        className="flex-1"
        {...(failure ? { error: failure } : {})}
        onChange={(e) => setWhy(e.target.value)}
      />
      <Button type="submit" look="quiet" disabled={busy || why.trim() === ''}>
        {label}
      </Button>
    </form>
  );
}
