import { format } from 'date-fns';
import type { Metadata } from 'next';
import { ChainMore } from '@/features/torque/ChainMore';
import { type ChainLink, RecheckChain } from '@/features/torque/RecheckChain';
import { besideLinks, freeForNext, linkName, seasonSets } from '@/usecases/calendar/chain';
import { contactTyped, remindersLines } from '@/usecases/calendar/reminders';
import type { JobWhole } from '@/usecases/shown';
import { TorquePage } from '../../torque-page';

export const metadata: Metadata = { title: 'Recheck' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <TorquePage id={(await params).id} here="recheck" before={chainOf} />;
}

/** The chain of a job above its face; nothing where it has none. */
async function chainOf(whole: JobWhole) {
  if (whole.rechecks.length === 0) return null;
  const now = new Date();
  const beside = await besideLinks(whole);
  const links = whole.rechecks.map((l) => linkOf(l, now, beside.get(l.id) ?? []));
  return (
    <>
      <RecheckChain jobId={whole.job.id} links={links} owner={await contactTyped(whole.vehicle.id)} />
      {whole.rechecks.some((l) => l.doneAt === null) ? (
        <ChainMore
          jobId={whole.job.id}
          sets={await seasonSets(whole)}
          slots={await freeForNext(whole, now.getTime())}
          reminders={await remindersLines(whole.job.visitId)}
        />
      ) : null}
    </>
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
