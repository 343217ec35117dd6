'use client';

import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';
import type { Verified } from '@/usecases/record/verify';
import { correct, verify } from './actions';

/** What can be done with a signed record: work it out again, or correct it as one more revision beside it. */
export function Revising({ jobId, revision, latest }: { jobId: string; revision: number; latest: boolean }) {
  const router = useRouter();
  const [verified, setVerified] = useState<Verified | null>(null);
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const check = () =>
    start(async () => {
      const result = await ask(() => verify(jobId, revision));
      setFailure(result.ok ? null : result.message);
      if (result.ok) setVerified(result.value);
    });
  const open = () =>
    start(async () => {
      const result = await ask(() => correct(jobId, reason));
      if (result.ok) router.push(`/jobs/${jobId}/torque`);
      else setFailure(result.message);
    });
  return (
    <div className="no-print flex flex-col gap-2 border-y border-line py-2 text-[14px]">
      <div className="flex flex-wrap items-end gap-3">
        <Button disabled={busy} onClick={check}>
          Verify this record
        </Button>
        {latest && !asking ? (
          <Button look="quiet" onClick={() => setAsking(true)}>
            Correct it as revision {revision + 1}
          </Button>
        ) : null}
        {asking ? (
          <>
            <Field
              label="Why it is corrected"
              hint="What was signed stays beside it, readable."
              value={reason}
              maxLength={300}
              onChange={(e) => setReason(e.target.value)}
              className="min-w-[280px] flex-1"
            />
            <Button look="main" className="mb-[22px]" disabled={busy || reason.trim() === ''} onClick={open}>
              Open revision {revision + 1}
            </Button>
            <Button look="quiet" className="mb-[22px]" onClick={() => setAsking(false)}>
              Leave it
            </Button>
          </>
        ) : null}
      </div>
      {verified ? (
        <div role="status" data-testid="verified">
          <p className="flex items-center gap-2 font-[620]">
            <VerdictMark level={verified.broken.length === 0 ? 'pass' : 'stop'} size={14} />
            {verified.broken.length === 0 ? 'Everything holds.' : 'This record does not hold.'}
          </p>
          <p>{verified.signature}</p>
          <p className="text-soft">Worked out again: {verified.looked}.</p>
          {verified.broken.length > 0 ? (
            <ul className="list-disc pl-5">
              {verified.broken.map((b) => (
                <li key={b}>{b}</li>
              ))}
            </ul>
          ) : null}
        </div>
      ) : null}
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}
