'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { PhoneLink } from '@/ui/PhoneLink';
import { Verdict, VerdictMark } from '@/ui/Verdict';
import type { ContactTyped } from '@/usecases/calendar/reminders';
import type { Result } from '@/usecases/result';
import { decline, sayEarly, seasonDone, unreached } from './actions';

export interface ChainLink {
  readonly id: string;
  readonly label: string;
  /** Worded: when it is due, or how it ended. */
  readonly when: string;
  readonly state: 'early' | 'due' | 'overdue' | 'held' | 'declined' | 'moved';
  /** Its booking, and tries to reach somebody. */
  readonly beside: readonly string[];
  /** A season change: a visit of its own, and no torque of this one. */
  readonly season: boolean;
}

const WHY = { early: 'Why early', decline: 'Why declined', unreached: 'How it was tried' } as const;
const DOES = { early: 'Recheck now', decline: 'End this recheck', unreached: 'Note it; it stays open' } as const;
const SEND = { early: sayEarly, decline, unreached } as const;
const DONE = ['held', 'declined', 'moved'];

/** The rechecks after a sign-off, one after the other: the job closes when the last is through. */
export function RecheckChain({
  jobId,
  links,
  owner,
}: {
  jobId: string;
  links: readonly ChainLink[];
  /** Whom to call, where a number is known. */
  owner: Pick<ContactTyped, 'name' | 'phone'>;
}) {
  const next = links.find((l) => !DONE.includes(l.state));
  return (
    <section aria-label="Rechecks" className="flex flex-col gap-2 border-b border-line px-4 py-2 text-[15px]">
      <ol className="flex flex-wrap gap-x-8 gap-y-1">
        {links.map((l) => (
          <li key={l.id} className="flex items-center gap-2" data-link={l.state}>
            {l.state === 'overdue' ? (
              <Verdict level="caution" />
            ) : (
              <VerdictMark
                level={l.state === 'held' ? 'pass' : DONE.includes(l.state) ? 'note' : 'unmeasured'}
                size={14}
              />
            )}
            <span>
              <span className={l === next ? 'font-[640]' : ''}>{l.label}</span>{' '}
              <span className="text-[13px] text-soft">{[l.when, ...l.beside].join(' · ')}</span>
            </span>
          </li>
        ))}
      </ol>
      {next && owner.phone !== '' ? (
        <p className="text-[14px]">
          Call {owner.name === '' ? 'the owner' : owner.name}: <PhoneLink phone={owner.phone} />
        </p>
      ) : null}
      {next ? <Ways key={next.id} jobId={jobId} link={next} /> : null}
    </section>
  );
}

function Ways({ jobId, link }: { jobId: string; link: ChainLink }) {
  const [open, setOpen] = useState<'early' | 'decline' | 'unreached' | null>(null);
  const [reason, setReason] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const send = (work: () => Promise<Result<null>>) =>
    start(async () => {
      const result = await ask(work);
      setFailure(result.ok ? null : result.message);
      if (result.ok) {
        setOpen(null);
        setReason('');
      }
    });
  return (
    <div className="flex flex-wrap items-end gap-3 text-[14px]">
      {open === null ? (
        <>
          <p className="flex-1 text-soft">
            {link.season
              ? 'A visit of its own: open it on the car’s page, then say here that it was done.'
              : 'Every fastener once more; one that moves reopens the job.'}
            {link.state === 'early'
              ? ' It is not due yet: alloy wheels settle over night and over the first kilometres.'
              : ''}
          </p>
          {link.season ? (
            <Button onClick={() => send(() => seasonDone(jobId, link.id))}>The wheels were changed</Button>
          ) : null}
          {link.state === 'early' && !link.season ? (
            <Button onClick={() => setOpen('early')}>Do it now all the same</Button>
          ) : null}
          <Button look="quiet" onClick={() => setOpen('decline')}>
            Declined
          </Button>
          <Button look="quiet" onClick={() => setOpen('unreached')}>
            Not reached
          </Button>
        </>
      ) : (
        <>
          <Field
            label={WHY[open]}
            value={reason}
            maxLength={300}
            onChange={(e) => setReason(e.target.value)}
            className="min-w-[280px] flex-1"
          />
          <Button
            look="main"
            disabled={busy || reason.trim() === ''}
            onClick={() => send(() => SEND[open](jobId, reason))}
          >
            {DOES[open]}
          </Button>
          <Button look="quiet" onClick={() => setOpen(null)}>
            Leave it
          </Button>
        </>
      )}
      {failure ? (
        <p role="alert" className="basis-full font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}
