'use client';

import { Check } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { Checkbox } from 'radix-ui';
import { useOptimistic, useState, useTransition } from 'react';
import type { Step } from '@/core/procedure/step';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { VerdictMark } from '@/ui/Verdict';
import { finish, tick } from './actions';

export interface TickedStep extends Step {
  /** Who ticked it and when, worded; null while open. */
  readonly ticked: string | null;
}

/** The kit list: each line ticked where it is done; hold points keep the next stage shut. */
export function Checklist({
  jobId,
  steps,
  current,
}: {
  jobId: string;
  steps: readonly TickedStep[];
  current: boolean;
}) {
  const router = useRouter();
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const [shown, flip] = useOptimistic(steps, (list, change: { key: string; on: boolean }) =>
    list.map((s) => (s.key === change.key ? { ...s, ticked: change.on ? 'now' : null } : s)),
  );
  const open = shown.filter((s) => s.hold && s.ticked === null).length;

  const toggle = (key: string, on: boolean) =>
    start(async () => {
      flip({ key, on });
      const result = await ask(() => tick(jobId, key, on));
      setFailure(result.ok ? null : result.message);
    });
  const next = () =>
    start(async () => {
      const result = await ask(() => finish(jobId, 'stage'));
      if (result.ok) router.push(`/jobs/${jobId}/fit`);
      else setFailure(result.message);
    });

  return (
    <div className="flex flex-col gap-4">
      <ol className="divide-y divide-line border-y border-line">
        {shown.map((s, i) => (
          <li key={s.key} className="grid grid-cols-[44px_28px_minmax(0,1fr)_auto] items-center gap-x-2 py-1">
            <Checkbox.Root
              checked={s.ticked !== null}
              onCheckedChange={(on) => toggle(s.key, on === true)}
              aria-labelledby={`step-${jobId}-${i}`}
              className="flex h-11 w-11 items-center justify-center"
            >
              <span className="flex h-6 w-6 items-center justify-center rounded-[3px] border-2 border-strong bg-sheet">
                <Checkbox.Indicator>
                  <Check size={18} strokeWidth={3} className="text-accent" aria-hidden="true" />
                </Checkbox.Indicator>
              </span>
            </Checkbox.Root>
            <span className="figure text-[14px] text-soft">{i + 1}</span>
            <span>
              <span id={`step-${jobId}-${i}`} className="text-[16px]">
                {s.text}
              </span>
              {s.caution ? (
                <span className="flex items-center gap-1.5 text-[14px] font-[560] text-caution">
                  <VerdictMark level="caution" size={13} /> {s.caution}
                </span>
              ) : null}
            </span>
            <span className="text-right text-[13px] text-soft">{s.ticked ?? (s.hold ? 'hold point' : '')}</span>
          </li>
        ))}
      </ol>
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
      <div className="flex items-center gap-4">
        <Button look="main" disabled={busy || open > 0 || !current} onClick={next}>
          Kit is complete
        </Button>
        <p className="text-[14px] text-soft">
          {open > 0
            ? `${open} hold ${open === 1 ? 'point' : 'points'} open.`
            : current
              ? 'All hold points ticked.'
              : 'This job is at another stage.'}
        </p>
      </div>
    </div>
  );
}
