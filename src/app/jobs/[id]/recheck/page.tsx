import { format } from 'date-fns';
import type { Metadata } from 'next';
import { ChainMore } from '@/features/torque/ChainMore';
import { type ChainLink, RecheckChain } from '@/features/torque/RecheckChain';
import type { JobWhole } from '@/store/jobs';
import { besideLinks, freeForNext, linkName, seasonSets } from '@/usecases/calendar/chain';
import { remindersLines } from '@/usecases/calendar/reminders';
import { jobOr404 } from '@/usecases/pages';
import { TorquePage } from '../../torque-page';

export const metadata: Metadata = { title: 'Recheck' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const now = new Date();
  const whole = await jobOr404(id);
  const beside = await besideLinks(whole);
  const open = whole.rechecks.some((l) => l.doneAt === null);
  const reminders = await remindersLines(whole.job.visitId);
  const sets = open ? await seasonSets(whole) : [];
  const slots = open ? await freeForNext(whole, now.getTime()) : [];
  const links = whole.rechecks.map((l) => linkOf(l, now, beside.get(l.id) ?? []));
  return (
    <TorquePage
      id={id}
      here="recheck"
      before={() =>
        links.length > 0 ? (
          <>
            <RecheckChain jobId={id} links={links} />
            {open ? <ChainMore jobId={id} sets={sets} slots={slots} reminders={reminders} /> : null}
          </>
        ) : null
      }
    />
  );
}

function linkOf(l: JobWhole['rechecks'][number], now: Date, beside: readonly string[]): ChainLink {
  const label = linkName(l.kind, l.note);
  const why = l.reason ? `: ${l.reason}` : '';
  const base = { id: l.id, label, season: l.kind === 'season', beside };
  if (l.doneAt !== null) {
    const state = l.outcome ?? 'held';
    return { ...base, state, when: `${state} ${format(l.doneAt, 'd MMM HH:mm')}, ${l.doneBy ?? ''}${why}` };
  }
  const due = `${format(l.dueFrom, 'EEE d MMM')} to ${format(l.dueTo, 'EEE d MMM')}`;
  const state = now > l.dueTo ? 'overdue' : now >= l.dueFrom || l.reason ? 'due' : 'early';
  return { ...base, state, when: `due ${due}${why}` };
}
