import 'server-only';
import { type Executor, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { people } from '@/store/people';

/** What only a lead does, with what is said to anybody else. */
export const LEAD_ACTS = {
  'back-up': 'A backup is made by a lead.',
  'download-backup': 'A backup is downloaded by a lead: it holds everything of the workshop.',
  restore: 'A backup is put in place by a lead. Nothing was touched.',
  policy: 'Thresholds and rules of thumb are changed by a lead.',
  hours: 'Open hours, closures and what is on the calendar are changed by a lead.',
  addresses: 'The address of a calendar is changed by a lead.',
  'reminder-text': 'What reminders say is changed by a lead.',
  wrenches: 'Torque wrenches are changed by a lead.',
  people: 'People are changed by a lead: sign in as one first.',
  revise: 'A signed record is opened for a correction by a lead.',
  'import-visit': 'A visit of another workshop is imported by a lead. Nothing was changed.',
} as const;
export type LeadAct = keyof typeof LEAD_ACTS;

/**
 * Refuses an act of a lead to anybody else: rights are the person's and never the name's. Where there is no lead on the
 * list of people, whoever is at the machine acts as one.
 * @param personId who does it; null where nobody is signed in
 * @throws RefusedError
 */
export async function leadOnly(act: LeadAct, personId: string | null): Promise<void> {
  await onlyLead((await theStore()).db, personId, LEAD_ACTS[act]);
}

/** Whether somebody acts as a lead. */
export async function isLead(personId: string | null): Promise<boolean> {
  return actsAsLead((await theStore()).db, personId);
}

/**
 * The same for what a lead alone decides in the middle of something else.
 * @param tx the transaction of the caller
 * @throws RefusedError with `otherwise`
 */
export async function onlyLead(tx: Executor, personId: string | null, otherwise: string): Promise<void> {
  if (!(await actsAsLead(tx, personId))) throw new RefusedError(otherwise);
}

async function actsAsLead(tx: Executor, personId: string | null): Promise<boolean> {
  const leads = (await people(tx)).filter((p) => p.role === 'lead');
  return leads.length === 0 || leads.some((p) => p.id === personId);
}
