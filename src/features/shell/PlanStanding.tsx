'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button, LinkButton } from '@/ui/Button';
import { VerdictMark } from '@/ui/Verdict';
import { takeIn } from './planActions';

export interface PlanStandingProps {
  readonly jobId: string;
  /** What changed since the plan was frozen, a line each. */
  readonly changes: readonly string[];
  /** What the rules find in the way of it today, worst first. */
  readonly findings: readonly { readonly level: 'stop' | 'unmeasured' | 'caution'; readonly text: string }[];
}

/** A plan that does not stand any more, said where the work is, with the ways on. */
export function PlanStanding({ jobId, changes, findings }: PlanStandingProps) {
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const take = () =>
    start(async () => {
      const result = await ask(() => takeIn(jobId));
      setFailure(result.ok ? null : result.message);
    });
  return (
    <section
      aria-label="The plan does not stand"
      className="no-print flex flex-col gap-2 border-b-2 border-stop bg-stop-wash px-5 py-3 text-[14px]"
    >
      {changes.length > 0 ? (
        <>
          <p className="font-[620]">Changed since this plan was chosen. It is not torqued or signed like this.</p>
          <ul className="list-disc pl-5" aria-label="Changed since">
            {changes.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </>
      ) : (
        <p className="font-[620]">
          The rules find this in the way of the plan now. It is not torqued or signed like this.
        </p>
      )}
      {findings.length > 0 ? (
        <ul className="flex flex-col gap-1">
          {findings.map((f) => (
            <li key={f.text} className="flex items-start gap-2">
              <VerdictMark level={f.level} size={14} /> <span>{f.text}</span>
            </li>
          ))}
        </ul>
      ) : null}
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
      <div className="flex flex-wrap gap-2">
        {changes.length > 0 ? (
          <Button look="main" disabled={busy} onClick={take}>
            Take them into the plan
          </Button>
        ) : null}
        <LinkButton href={`/jobs/${jobId}/measure`}>Measure</LinkButton>
        <LinkButton href={`/jobs/${jobId}/choose`}>Choose again</LinkButton>
      </div>
    </section>
  );
}
