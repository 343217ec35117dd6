'use client';

import { Check } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { Checkbox } from 'radix-ui';
import { useState, useTransition } from 'react';
import type { Step } from '@/core/procedure/step';
import type { TrolleyPart } from '@/core/procedure/trolley';
import type { UnitSystem } from '@/core/units/format';
import { PartSketch } from '@/drawing/PartSketch';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/Verdict';
import { finish } from './actions';
import { useBayQueue } from './useBayQueue';

export interface TickedStep extends Step {
  /** Who ticked it and when, worded; null while open. */
  readonly ticked: string | null;
}

/** The kit list: each line ticked where it is done; hold points keep the next stage shut. */
export function Checklist({
  jobId,
  steps,
  parts,
  units,
  current,
}: {
  jobId: string;
  steps: readonly TickedStep[];
  /** Lines that are parts, drawn; the others are a list under them. */
  parts: readonly (TrolleyPart & { readonly bin: string })[];
  units: UnitSystem;
  current: boolean;
}) {
  const router = useRouter();
  const queue = useBayQueue();
  const [refused, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const failure = queue.trouble ?? refused;
  const shown = steps.map((s) => {
    const on = queue.pending(jobId, s.key);
    return on === undefined || on === (s.ticked !== null) ? s : { ...s, ticked: on ? 'now' : null };
  });
  const drawn = new Set(parts.map((p) => p.key));
  const open = shown.filter((s) => s.hold && s.ticked === null).length;

  const toggle = (key: string, on: boolean) => queue.tick(jobId, key, on);
  const next = () =>
    start(async () => {
      const result = await ask(() => finish(jobId, 'stage'));
      if (result.ok) router.push(`/jobs/${jobId}/fit`);
      else setFailure(result.message);
    });

  return (
    <div className="flex flex-col gap-4">
      {parts.length > 0 ? (
        <ul aria-label="Parts on the trolley" className="grid grid-cols-2 gap-3 max-lg:grid-cols-1">
          {parts.map((p, i) => {
            const s = shown.find((x) => x.key === p.key);
            return s ? (
              <li
                key={`${p.key}/${p.item.name}`}
                // On a tablet the words stand beside the drawing, so that its letters stay large enough to read.
                className={cx(
                  'flex flex-col border-2 bg-sheet sm:max-lg:grid sm:max-lg:grid-cols-[350px_minmax(0,1fr)]',
                  s.ticked ? 'border-accent' : 'border-line',
                )}
              >
                <PartSketch item={p.item} units={units} />
                <div className="grid grid-cols-[44px_minmax(0,1fr)] items-center gap-x-2 p-1">
                  {parts.findIndex((x) => x.key === p.key) === i ? (
                    <Tick id={`step-${jobId}-${p.key}`} on={s.ticked !== null} onChange={(on) => toggle(s.key, on)} />
                  ) : (
                    <span />
                  )}
                  <div>
                    <p className="text-[15px]">
                      <span className="figure text-[22px] leading-none font-[680]">
                        {p.count}
                        {p.locking > 0 ? ` + ${p.locking}` : ''}
                      </span>{' '}
                      × {p.item.name}
                      {p.locking > 0 ? ', the last ones locking' : ''}
                    </p>
                    <p className="text-[13px] text-soft">{p.facts.join(' · ')}</p>
                    {p.bin ? <p className="figure text-[13px]">bin {p.bin}</p> : null}
                  </div>
                  <p className="col-span-2 px-2 pb-1 text-[13.5px]" id={`step-${jobId}-${p.key}`}>
                    {parts.findIndex((x) => x.key === p.key) === i ? s.text : ''}
                    {s.ticked ? <span className="block text-[12.5px] text-soft">{s.ticked}</span> : null}
                  </p>
                </div>
              </li>
            ) : null;
          })}
        </ul>
      ) : null}
      <ol className="divide-y divide-line border-y border-line">
        {shown
          .filter((s) => !drawn.has(s.key))
          .map((s, i) => (
            <li key={s.key} className="grid grid-cols-[44px_28px_minmax(0,1fr)_auto] items-center gap-x-2 py-1">
              <Tick id={`step-${jobId}-${s.key}`} on={s.ticked !== null} onChange={(on) => toggle(s.key, on)} />
              <span className="figure text-[14px] text-soft">{i + 1}</span>
              <span>
                <span id={`step-${jobId}-${s.key}`} className="text-[16px]">
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
        <Button look="main" disabled={busy || open > 0 || !current || queue.waiting > 0} onClick={next}>
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

function Tick({ id, on, onChange }: { id: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <Checkbox.Root
      checked={on}
      onCheckedChange={(v) => onChange(v === true)}
      aria-labelledby={id}
      className="flex h-11 w-11 items-center justify-center"
    >
      <span className="flex h-6 w-6 items-center justify-center rounded-[3px] border-2 border-strong bg-sheet">
        <Checkbox.Indicator>
          <Check size={18} strokeWidth={3} className="text-accent" aria-hidden="true" />
        </Checkbox.Indicator>
      </span>
    </Checkbox.Root>
  );
}
