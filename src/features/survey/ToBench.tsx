import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { goChoose } from './actions';

/** Measuring is over for now: on to the bench, once everything that was typed is on the server. */
export function ToBench({ jobId, done, waiting }: { jobId: string; done: boolean; waiting: number }) {
  const router = useRouter();
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const go = () =>
    start(async () => {
      const result = await ask(() => goChoose(jobId));
      if (result.ok) router.push(`/jobs/${jobId}/choose`);
      else setFailure(result.message);
    });
  return (
    <>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      <Button look={done ? 'main' : 'plain'} onClick={go} disabled={busy || waiting > 0}>
        Go to the bench
      </Button>
    </>
  );
}
