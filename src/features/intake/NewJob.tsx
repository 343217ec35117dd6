'use client';

import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { USE_LABEL, WISH_LABEL } from '@/core/document/labels';
import type { Use, Wish } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { optionsOf, SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { openJob } from './actions';

const AXLES = [
  { value: 'front' as const, label: 'Front' },
  { value: 'rear' as const, label: 'Rear' },
  { value: 'both' as const, label: 'Both' },
];

/** Opens a job: which axle, which wheels, what is wished, what it is used for. */
export function NewJob({
  vehicleId,
  wheelSets,
}: {
  vehicleId: string;
  wheelSets: readonly { id: string; name: string }[];
}) {
  const router = useRouter();
  const [axle, setAxle] = useState<'front' | 'rear' | 'both'>('front');
  const [wish, setWish] = useState<Wish>('stance');
  const [use, setUse] = useState<Use>('street');
  const [wheelSetId, setWheelSetId] = useState(wheelSets[0]?.id ?? '');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();

  const open = () =>
    start(async () => {
      const result = await ask(() => openJob(vehicleId, { axle, wish, use, wheelSetId }));
      if (result.ok) router.push(`/jobs/${result.value}/take-in`);
      else setFailure(result.message);
    });

  return (
    <section aria-labelledby="new-job" className="flex flex-col gap-3">
      <h2 id="new-job">New job</h2>
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        <Segments label="Axle" value={axle} options={AXLES} onChange={setAxle} />
        <Segments
          label="Wish"
          value={wish}
          options={optionsOf(WISH_LABEL) as { value: Wish; label: string }[]}
          onChange={setWish}
        />
        <Segments
          label="Use"
          value={use}
          options={optionsOf(USE_LABEL) as { value: Use; label: string }[]}
          onChange={setUse}
        />
        <SelectField
          label="Wheels"
          value={wheelSetId}
          onChange={(e) => setWheelSetId(e.target.value)}
          options={wheelSets.map((w) => ({ value: w.id, label: w.name }))}
        />
      </div>
      <p className="text-[13px] text-soft">
        {wish === 'clearance'
          ? 'Clearance: the smallest spacer that clears wins.'
          : 'Stance: the biggest spacer that never rubs wins.'}
        {use === 'competition' ? ' Competition: every caution is a stop unless the lead signs it off.' : ''}
        {axle === 'both' ? ' Both axles: one visit, a job for each, so each has its own thickness.' : ''}
      </p>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      <Button look="main" onClick={open} disabled={busy} className="self-start">
        Open job
      </Button>
    </section>
  );
}
