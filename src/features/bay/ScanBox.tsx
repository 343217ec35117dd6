'use client';

import { useRef, useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';
import type { ScanSaid } from '@/usecases/fit/kit';
import { scan, setReady } from './actions';

/**
 * A code typed by hand or by a scanner that types: what it is to this kit is said at once. The field is empty for the
 * next code as soon as Enter is pressed, since a scanner does not wait; codes are answered in their order.
 */
export function ScanBox({ jobId, axle }: { jobId: string; axle: string }) {
  const [code, setCode] = useState('');
  const [said, setSaid] = useState<(ScanSaid & { code: string }) | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const before = useRef<Promise<void>>(Promise.resolve());
  const send = () => {
    const typed = code.trim();
    if (typed === '') return;
    setCode('');
    const answered = before.current.then(async () => {
      const result = await ask(() => scan(jobId, typed));
      setFailure(result.ok ? null : result.message);
      setSaid(result.ok ? { ...result.value, code: typed } : null);
      // A code that had no answer stands in the field again, unless the next one is already being typed.
      if (!result.ok) setCode((now) => (now === '' ? typed : now));
    });
    before.current = answered.catch(() => undefined);
    start(() => answered);
  };
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
        <Button type="submit">Check against kit</Button>
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
