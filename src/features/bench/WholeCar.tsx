import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { cornersOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { AXLE_LABEL, axleInSentence } from '@/core/document/labels';
import type { Axle } from '@/core/document/vocabulary';
import { gapsOf } from '@/core/figures/gaps';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { StancePreview } from '@/drawing/StancePreview';
import { ask } from '@/ui/ask';
import { Button, LinkButton } from '@/ui/Button';
import { copyToOther, openOtherAxle } from './actions';
import type { Bench } from './useBench';

export interface OtherAxle {
  readonly jobId: string;
  /** The other axle with its choice: the frozen one, else what stands on its bench. */
  readonly plan: Plan;
  readonly frozen: boolean;
}

/** All axles before and after, each with its own thickness; the way to another one's bench. */
export function WholeCar({
  jobId,
  bench,
  others,
  without,
  units,
}: {
  jobId: string;
  bench: Bench;
  others: readonly OtherAxle[];
  /** Axles, or sides of one, that have no job in this visit. */
  without: readonly Axle[];
  units: UnitSystem;
}) {
  const { plan } = bench;
  const router = useRouter();
  const [copied, setCopied] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const open = (axle: Axle) =>
    start(async () => {
      const result = await ask(() => openOtherAxle(jobId, axle));
      if (result.ok) router.push(`/jobs/${result.value}/take-in`);
      else setFailure(result.message);
    });
  const copy = (axle: Axle) =>
    start(async () => {
      const result = await ask(() => copyToOther(jobId, bench.choice, axle));
      setFailure(result.ok ? null : result.message);
      setCopied(result.ok ? copiedText(axle) : null);
      if (result.ok) router.refresh();
    });
  return (
    <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] items-start gap-5 max-md:grid-cols-1">
      <StancePreview corners={[plan, ...others.map((o) => o.plan)].flatMap(gapsOf)} units={units} />
      <div className="flex flex-col items-start gap-3 text-[14px]">
        <dl className="grid w-full grid-cols-[auto_1fr] gap-x-4 border-t border-line">
          <ChosenLine plan={plan} state="on this bench" units={units} />
          {others.map((o) => (
            <ChosenLine
              key={o.jobId}
              plan={o.plan}
              state={o.frozen ? 'approved' : 'on its bench, not approved'}
              units={units}
            />
          ))}
        </dl>
        {others.map(({ jobId: there, plan: { axle }, frozen }) => (
          <div key={there} className="flex flex-col items-start gap-3">
            <LinkButton href={`/jobs/${there}/choose`}>Choose for {axleInSentence(axle)}</LinkButton>
            {frozen ? null : (
              <Button disabled={busy} onClick={() => copy(axle)}>
                Put this choice on {axleInSentence(axle)} too
              </Button>
            )}
          </div>
        ))}
        {copied ? <p role="status">{copied}</p> : null}
        {without.map((axle) => (
          <div key={axle} className="flex flex-col items-start gap-3">
            <p className="max-w-[46ch]">
              No job in this visit for {axleInSentence(axle)}, so nothing is known of it here.
            </p>
            <Button disabled={busy} onClick={() => open(axle)}>
              Open a job for {axleInSentence(axle)}
            </Button>
          </div>
        ))}
        {failure ? (
          <p role="alert" className="text-stop">
            {failure}
          </p>
        ) : null}
      </div>
    </div>
  );
}

const copiedText = (axle: Axle): string =>
  `It is on the bench of ${axleInSentence(axle)} now; nothing was approved there.`;

function ChosenLine({ plan, state, units }: { plan: Plan; state: string; units: UnitSystem }) {
  const { axle, spacer } = plan;
  return (
    <div className="contents">
      <dt className="border-b border-line py-1.5 font-[600]">{AXLE_LABEL[axle]}</dt>
      <dd className="border-b border-line py-1.5">
        <span className="figure">{formatLength(spacer.thickness, units)}</span> {spacer.kind}, track{' '}
        <span className="figure">+{formatLength(cornersOf(axle).length * spacer.thickness, units)}</span>
        <span className="block text-[12.5px] text-soft">{state}</span>
      </dd>
    </div>
  );
}
