import { format } from 'date-fns';
import type { Metadata } from 'next';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import { type ChainLink, RecheckChain } from '@/features/torque/RecheckChain';
import type { JobWhole } from '@/store/jobs';
import { TorquePage } from '../../torque-page';

export const metadata: Metadata = { title: 'Recheck' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const now = new Date();
  return (
    <TorquePage
      id={id}
      here="recheck"
      before={(whole) =>
        whole.rechecks.length > 0 ? <RecheckChain jobId={id} links={whole.rechecks.map((l) => linkOf(l, now))} /> : null
      }
    />
  );
}

function linkOf(l: JobWhole['rechecks'][number], now: Date): ChainLink {
  const label = RECHECK_LABEL[l.kind];
  const why = l.reason ? `: ${l.reason}` : '';
  if (l.doneAt !== null) {
    const state = l.outcome ?? 'held';
    return { id: l.id, label, state, when: `${state} ${format(l.doneAt, 'd MMM HH:mm')}, ${l.doneBy ?? ''}${why}` };
  }
  const due = `${format(l.dueFrom, 'EEE d MMM')} to ${format(l.dueTo, 'EEE d MMM')}`;
  const state = now > l.dueTo ? 'overdue' : now >= l.dueFrom || l.reason ? 'due' : 'early';
  return { id: l.id, label, state, when: `due ${due}${why}` };
}
