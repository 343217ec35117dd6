import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { sign } from './actions';
import type { TorqueAxle } from './TorqueView';

/** What stands before the sign-off of an axle, what must never be put together after it, and the signature. */
export function SignOff({
  axle,
  title,
  waiting,
  onSigned,
}: {
  axle: TorqueAxle;
  title: string;
  /** Entries are on their way to the server. */
  waiting: boolean;
  onSigned: () => void;
}) {
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const { signed, open, never, active } = axle;
  const signIt = () =>
    start(async () => {
      const result = await ask(() => sign(axle.jobId));
      setFailure(result.ok ? null : result.message);
      if (result.ok) onSigned();
    });
  return (
    <section aria-labelledby="sign" className="flex flex-col gap-2 border-t border-line pt-3">
      <h2 id="sign">{title}</h2>
      {signed ? (
        <p className="text-[14px]">Signed off by {signed}.</p>
      ) : open.length > 0 ? (
        <ul className="list-disc pl-5 text-[14px]">
          {open.map((o) => (
            <li key={o}>{o}</li>
          ))}
        </ul>
      ) : (
        <p className="text-[14px]">Nothing is open. Signing sets the recheck for tomorrow and keeps the record.</p>
      )}
      {never.length > 0 ? (
        <div className="border-l-2 border-caution pl-3 text-[14px]">
          <p className="font-[600]">With this on the car, never put together:</p>
          <ul className="list-disc pl-5">
            {never.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      {signed ? null : (
        <Button look="main" disabled={busy || open.length > 0 || !active || waiting} onClick={signIt}>
          {title}
        </Button>
      )}
    </section>
  );
}
