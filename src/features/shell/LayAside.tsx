'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { HELD_LABEL } from './held';
import { changePlan, hold, takeUp } from './jobActions';

/** A job that is not fitted for now: declined, or waiting, with its reason. */
export function LayAside({ jobId }: { jobId: string }) {
  const [open, setOpen] = useState(false);
  const [why, setWhy] = useState('declined');
  const [reason, setReason] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  if (!open)
    return (
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="touch self-start px-2 text-left text-[14px] text-accent underline underline-offset-4"
      >
        Put this job on hold
      </button>
    );
  const save = () =>
    start(async () => {
      const result = await ask(() => hold(jobId, why, reason));
      if (!result.ok) return setFailure(result.message);
      setOpen(false);
      setReason('');
      setFailure(null);
    });
  return (
    <form
      noValidate
      className="flex flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <SelectField label="It" options={optionsOf(HELD_LABEL)} value={why} onChange={(e) => setWhy(e.target.value)} />
      <Field
        label="Reason"
        value={reason}
        maxLength={300}
        error={failure ?? undefined}
        onChange={(e) => setReason(e.target.value)}
      />
      <Button type="submit" look="main" disabled={busy}>
        Put on hold
      </Button>
      <Button look="quiet" onClick={() => setOpen(false)}>
        Go on with it
      </Button>
    </form>
  );
}

/** A job that rests says so on each of its pages, and can be taken up again. */
export function TakeUp({ jobId, children }: { jobId: string; children: React.ReactNode }) {
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const again = () =>
    start(async () => {
      const result = await ask(() => takeUp(jobId));
      setFailure(result.ok ? null : result.message);
    });
  return (
    <section
      aria-label="On hold"
      className="no-print flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-accent-wash px-5 py-2 text-[14px]"
    >
      <p className="min-w-0 flex-1">{children}</p>
      <Button disabled={busy} onClick={again}>
        Resume this job
      </Button>
      {failure ? (
        <p role="alert" className="w-full text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}

/** The choice that was judged and set ready beside the one in force: changed to at the car with a reason. */
export function PlanBReady({ jobId, text, may }: { jobId: string; text: string; may: boolean }) {
  const [reason, setReason] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const change = () =>
    start(async () => {
      const result = await ask(() => changePlan(jobId, reason));
      setFailure(result.ok ? null : result.message);
      if (result.ok) setReason('');
    });
  return (
    <section
      aria-label="Plan B"
      className="no-print flex flex-wrap items-end gap-x-4 gap-y-1 border-b border-line px-5 py-2 text-[14px]"
    >
      <p className="min-w-[200px] flex-1 self-center">
        <span className="font-[620]">Plan B ready:</span> {text}
      </p>
      {may ? (
        <>
          <Field
            label="Why plan B"
            value={reason}
            maxLength={300}
            onChange={(e) => setReason(e.target.value)}
            className="w-[260px]"
          />
          <Button disabled={busy} onClick={change}>
            Change to plan B
          </Button>
        </>
      ) : null}
      {failure ? (
        <p role="alert" className="w-full text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
