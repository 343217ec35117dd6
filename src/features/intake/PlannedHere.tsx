'use client';

import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { JOB_TYPE_LABEL, USE_LABEL } from '@/core/document/labels';
import { ADDS_NOTHING, type JobType, type SpacerKind, type Use } from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { optionsOf, SelectField } from '@/ui/Field';
import { changePlanned } from './actions';
import { PLANNED, plannedOf, plansFor } from './planned';

const WISHES = optionsOf(JOB_TYPE_LABEL);
const USES = optionsOf(USE_LABEL);

interface Plan {
  readonly wish: JobType;
  readonly use: Use;
  readonly kind: SpacerKind | '';
}

/** What is planned on an open job, and may be changed as long as it is open: each change is saved at once. */
export function PlannedHere({ jobId, saved, approved }: { jobId: string; saved: Plan; approved: boolean }) {
  const router = useRouter();
  const [plan, setPlan] = useState(saved);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const change = (next: Plan) =>
    start(async () => {
      setPlan(next);
      const { wish, use, kind } = next;
      const result = await ask(() => changePlanned(jobId, { wish, use, kind: kind === '' ? null : kind }));
      setFailure(result.ok ? null : result.message);
      if (result.ok) router.refresh();
      else setPlan(plan);
    });
  return (
    <section aria-label="What is planned" data-saved={saved.wish} className="flex flex-col gap-1">
      <div className="flex flex-wrap items-end gap-3" aria-busy={busy}>
        <SelectField
          label="Planned"
          value={plannedOf(plan)}
          options={PLANNED}
          onChange={(e) => change({ ...plan, ...plansFor(e.target.value, plan) })}
        />
        {ADDS_NOTHING.has(plan.wish) ? null : (
          <SelectField
            label="Wish"
            value={plan.wish}
            options={WISHES}
            onChange={(e) => change({ ...plan, wish: e.target.value as JobType })}
          />
        )}
        <SelectField
          label="Use"
          value={plan.use}
          options={USES}
          onChange={(e) => change({ ...plan, use: e.target.value as Use })}
        />
      </div>
      <p className="text-[13px] text-soft">
        It decides what is asked, here and on the bench.
        {approved ? ' A choice is approved already: after a change it has to be approved again.' : ''}
      </p>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
