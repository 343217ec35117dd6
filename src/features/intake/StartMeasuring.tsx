'use client';

import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { startMeasuring } from './actions';

/** Confirms the intake and goes on to measuring; on a job that is further along it only goes there. */
export function StartMeasuring({ jobId, started }: { jobId: string; started: boolean }) {
  const router = useRouter();
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const go = () =>
    start(async () => {
      const result = started ? { ok: true as const, value: null } : await ask(() => startMeasuring(jobId));
      if (result.ok) router.push(`/jobs/${jobId}/measure`);
      else setFailure(result.message);
    });
  return (
    <>
      <Button look="main" onClick={go} disabled={busy}>
        {started ? 'Go to measuring' : 'Start measuring'}
      </Button>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </>
  );
}
