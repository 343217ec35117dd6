import 'server-only';
import { addDays, format, startOfDay } from 'date-fns';
import type { Plan } from '@/core/document/document';
import { RECHECK_LABEL, recheckChain } from '@/core/procedure/rechecks';
import { theStore } from '@/store/connection';
import { contactOf } from '@/store/contacts';
import { RefusedError } from '@/store/errors';
import { recordEvent } from '@/store/events';
import { type JobWhole, loadJob } from '@/store/jobs';
import { keepJudgement } from '@/store/plans';
import { allowEarly, endRecheck, setRechecks } from '@/store/rechecks';
import { recordsOf, writeRecord } from '@/store/records';
import type { JobRow } from '@/store/schema';
import { settleSigned } from '@/store/settle';
import { rememberJob } from '../calendar/memory';
import { advance } from '../job/advance';
import { openLink } from '../job/joints';
import { openPoints } from '../job/openPoints';
import type { JobEvent } from '../job/transitions';
import { reasonFrom } from '../reason';
import { leadOnly } from '../roles';
import type { Actor } from '../session';

const nothing = { value: undefined };

/**
 * A recheck before its time proves little: alloy wheels settle over night and over the first kilometres. @throws
 * RefusedError
 */
export function notTooEarly(whole: JobWhole, at: Date): void {
  const link = openLink(whole);
  if (link === null || at >= link.dueFrom || link.reason !== null) return;
  throw new RefusedError(
    `“${RECHECK_LABEL[link.kind]}” is due from ${format(link.dueFrom, 'EEEE d MMMM, HH:mm')}. Say why it is done early first.`,
  );
}

/** What follows once a link of the chain is ended: the next one is due, or the job closes with its last. */
export function afterLink(whole: JobWhole, endedId: string | null): { event: JobEvent; set?: Partial<JobRow> } {
  const next = whole.rechecks.find((l) => l.doneAt === null && l.id !== endedId);
  return next
    ? { event: 'recheck-link', set: { recheckDueAt: next.dueTo } }
    : { event: 'recheck-done', set: { recheckDueAt: null } };
}

/** Says why the next recheck is done before its time. @throws RefusedError, InputError */
export async function recheckEarly(jobId: string, typed: string, by: string): Promise<void> {
  const reason = reasonFrom('Why early', typed);
  await advance({ jobId, event: 'recheck', by }, async (tx, whole, at) => {
    const link = openLink(whole);
    if (link === null) throw new RefusedError('No recheck is open on this job.');
    await allowEarly(tx, link.id, reason);
    await recordEvent(tx, { jobId, kind: 'recheck.early', detail: { kind: link.kind, reason }, by, at });
    return nothing;
  });
}

/**
 * The owner declined a recheck, or could not be reached: it ends with that on the record. @throws RefusedError,
 * InputError
 */
export async function declineRecheck(jobId: string, typed: string, by: string): Promise<void> {
  const reason = reasonFrom('Why declined', typed);
  await advance({ jobId, event: 'recheck', by }, async (tx, whole, at) => {
    const link = openLink(whole) ?? whole.rechecks.find((l) => l.doneAt === null) ?? null;
    if (link === null) throw new RefusedError('No recheck is open on this job.');
    await endRecheck(tx, link.id, 'declined', by, at, reason);
    await recordEvent(tx, { jobId, kind: 'recheck.declined', detail: { kind: link.kind, reason }, by, at });
    return { ...nothing, follows: afterLink(whole, link.id) };
  });
}

/**
 * Signs a job off: keeps what the rules found in it then, seals the record as one more revision, and sets its chain of
 * rechecks.
 * @throws RefusedError naming the first open point
 */
export async function signOff(jobId: string, { name: by, personId }: Actor): Promise<void> {
  const { signer } = await theStore();
  await advance({ jobId, event: 'sign-off', by }, async (tx, whole, at) => {
    const open = openPoints(whole, at.getTime());
    if (open.length > 0) throw new RefusedError(`Not yet: ${open[0]}`);
    // Without a plan there were open points.
    if (whole.plan) await keepJudgement(tx, whole.plan, at);
    const revision = (await recordsOf(tx, jobId)).length + 1;
    const reason = whole.job.revisionReason ?? (revision > 1 ? 'a fastener moved in a recheck' : null);
    const chain = recheckChain(
      whole.job.use as Plan['use'],
      startOfDay(addDays(at, 1)).getTime() - at.getTime(),
      (await contactOf(tx, whole.vehicle.id))?.kmADay ?? undefined,
    );
    await setRechecks(tx, jobId, revision, chain, at);
    const due = chain[0] ? new Date(at.getTime() + chain[0].to) : null;
    return {
      ...nothing,
      set: { signedAt: at, signedBy: by, recheckDueAt: due, revision, revisionReason: null },
      after: async (db) => {
        const signed = await loadJob(db, jobId);
        await writeRecord(db, signed, reason, signer, personId);
        await settleSigned(db, signed, by, at);
        await rememberJob(db, signed);
      },
    };
  });
}

/**
 * Opens a signed record for a correction: what was signed stays beside it, readable; the next sign-off is one more
 * revision. @throws RefusedError, InputError
 */
export async function revise(jobId: string, typed: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('revise', personId);
  const reason = reasonFrom('Why it is corrected', typed);
  await advance({ jobId, event: 'revise', by }, async (tx, { job }, at) => {
    await recordEvent(tx, { jobId, kind: 'record.revised', detail: { revision: job.revision, reason }, by, at });
    return { ...nothing, set: { signedAt: null, signedBy: null, recheckDueAt: null, revisionReason: reason } };
  });
}
