'use client';

import { useState, useTransition } from 'react';
import type { ScanSaid } from '@/usecases/kit';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';
import { scan, setReady } from './actions';

/** A code typed by hand or by a scanner that types: what it is to this kit is said at once, and the field is ready for the next. */
export function ScanBox({ jobId, axle }: { jobId: string; axle: string }) {
  const [code, setCode] = useState('');
  const [said, setSaid] = useState<(ScanSaid & { code: string }) | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const send = () =>
    start(async () => {
      const typed = code.trim();
      if (typed === '') return;
      const result = await ask(() => scan(jobId, typed));
      setFailure(result.ok ? null : result.message);
      setSaid(result.ok ? { ...result.value, code: typed } : null);
      if (result.ok) setCode('');
    });
  const ready = () =>
    start(async () => {
      if (!said) return;
      const result = await ask(() => setReady(jobId, said.code));
      setFailure(result.ok ? null : result.message);
      if (result.ok) setSaid(null);
    });
  return (
    <form
      aria-label={`Scan a part, ${axle}`}
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      <div className="flex items-end gap-3">
        <Field
          label="Scan or type a part’s code"
          className="w-[300px] max-md:flex-1"
          value={code}
          maxLength={200}
          onChange={(e) => setCode(e.target.value)}
        />
        <Button type="submit" disabled={busy}>
          Check against kit
        </Button>
      </div>
      {said ? (
        <div role="status" className="flex flex-col gap-2 text-[15px]">
          <p className="flex items-start gap-2">
            <span className="pt-1">
              <VerdictMark level={said.level} size={14} />
            </span>
            {said.text}
          </p>
          {said.instead ? (
            <Button className="self-start" disabled={busy} onClick={ready}>
              Set it ready as plan B
            </Button>
          ) : null}
        </div>
      ) : null}
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </form>
  );
}
