'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';

type Answer =
  | { readonly ok: true; readonly value: string }
  | { readonly ok: false; readonly message: string; readonly again?: boolean };

/** Reads a visit in that another installation wrote: its plans, torque chains and seals are worked out again first. */
export function ReadVisit() {
  const input = useRef<HTMLInputElement>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const router = useRouter();
  const read = (file: File | undefined) =>
    start(async () => {
      if (!file) return;
      const result = await ask(async () => {
        const response = await fetch('/api/visit', { method: 'POST', body: file });
        return (await response.json()) as Answer;
      });
      if (input.current) input.current.value = '';
      if (!result.ok) return setFailure(result.message);
      setFailure(null);
      router.push(`/jobs/${result.value}/record`);
    });
  return (
    <div className="flex flex-col gap-1">
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
        className="sr-only"
        aria-label="File of a visit"
        onChange={(e) => read(e.target.files?.[0])}
      />
      <Button look="quiet" disabled={busy} className="self-start" onClick={() => input.current?.click()}>
        {busy ? 'Reading …' : 'Import a visit'}
      </Button>
      {failure ? (
        <p role="alert" className="max-w-[60ch] font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}
