import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import type { Plan } from '@/core/document/document';
import { AXLE_LABEL } from '@/core/document/labels';
import { gapsOf } from '@/core/figures/gaps';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { StancePreview } from '@/drawing/StancePreview';
import { ask } from '@/ui/ask';
import { Button, LinkButton } from '@/ui/Button';
import { copyToOther, openOtherAxle } from './actions';
import type { Bench } from './useBench';

export interface Partner {
  readonly jobId: string;
  /** The other axle with its choice: the frozen one, else what stands on its bench. */
  readonly plan: Plan;
  readonly frozen: boolean;
}

/** Both axles before and after, each with its own thickness; the way to the other axle's bench. */
export function WholeCar({
  jobId,
  bench,
  partner,
  units,
}: {
  jobId: string;
  bench: Bench;
  partner: Partner | null;
  units: UnitSystem;
}) {
  const { plan } = bench;
  const router = useRouter();
  const [copied, setCopied] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const other = plan.axle === 'front' ? 'rear' : 'front';
  const open = () =>
    start(async () => {
      const result = await ask(() => openOtherAxle(jobId));
      if (result.ok) router.push(`/jobs/${result.value}/take-in`);
      else setFailure(result.message);
    });
  const copy = () =>
    start(async () => {
      const result = await ask(() => copyToOther(jobId, bench.choice));
      setFailure(result.ok ? null : result.message);
      setCopied(result.ok ? `It stands on the ${other} axle’s bench now; nothing was taken forward there.` : null);
      if (result.ok) router.refresh();
    });
  const plans = partner ? [plan, partner.plan] : [plan];
  return (
    <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] items-start gap-5 max-md:grid-cols-1">
      <StancePreview corners={plans.flatMap(gapsOf)} units={units} />
      <div className="flex flex-col items-start gap-3 text-[14px]">
        <dl className="grid w-full grid-cols-[auto_1fr] gap-x-4 border-t border-line">
          {plans.map((p, i) => (
            <div key={p.axle} className="contents">
              <dt className="border-b border-line py-1.5 font-[600]">{AXLE_LABEL[p.axle]}</dt>
              <dd className="border-b border-line py-1.5">
                <span className="figure">{formatLength(p.spacer.thickness, units)}</span> {p.spacer.kind}, track{' '}
                <span className="figure">+{formatLength(2 * p.spacer.thickness, units)}</span>
                <span className="block text-[12.5px] text-soft">
                  {i === 0 ? 'on this bench' : partner?.frozen ? 'taken forward' : 'on its bench, not taken forward'}
                </span>
              </dd>
            </div>
          ))}
        </dl>
        {partner ? (
          <>
            <LinkButton href={`/jobs/${partner.jobId}/choose`}>Choose for the {other} axle</LinkButton>
            {partner.frozen ? null : (
              <Button disabled={busy} onClick={copy}>
                Put this choice on the {other} axle too
              </Button>
            )}
            {copied ? <p role="status">{copied}</p> : null}
          </>
        ) : (
          <>
            <p className="max-w-[46ch]">
              The {other} axle has no job in this visit, so its corners are not known here.
            </p>
            <Button disabled={busy} onClick={open}>
              Open a job for the {other} axle
            </Button>
          </>
        )}
        {failure ? (
          <p role="alert" className="text-stop">
            {failure}
          </p>
        ) : null}
      </div>
    </div>
  );
}
