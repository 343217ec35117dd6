import 'server-only';
import { readPhone } from '@/core/calendar/template';
import type { JobType } from '@/core/document/vocabulary';
import { InputError } from '@/core/errors';
import { WORK_KINDS, WORK_LABEL, type WorkKind } from '@/core/procedure/estimate';
import { addCaller, carCame, endCaller, openCaller } from '@/store/callers';
import { type Executor, theStore } from '@/store/connection';
import { contactOf, keepContact } from '@/store/contacts';
import type { CallerRow } from '@/store/schema';
import { reasonFrom } from '../reason';

/** A phone booking as typed. */
export interface CallerTyped {
  readonly name: string;
  readonly phone: string;
  readonly plate: string;
  readonly work: string;
}

const MOST = 80;

/**
 * Notes somebody who called: a name, a number or a plate, and what it is about, guessed. @returns its id @throws
 * InputError
 */
export async function callerTyped(typed: CallerTyped, by: string): Promise<string> {
  const [name, plate] = [typed.name.trim().replace(/\s+/g, ' '), typed.plate.trim().replace(/\s+/g, ' ').toUpperCase()];
  if (name === '') throw new InputError('Name', '', 'is missing.', 'Who called, as they said it.');
  for (const [field, text] of [
    ['Name', name],
    ['Plate', plate],
  ] as const)
    if (text.length > MOST)
      throw new InputError(field, text.slice(0, 20), `is longer than ${MOST} letters.`, 'Write it as it was said.');
  const phone = readPhone(typed.phone);
  if (phone === '' && plate === '')
    throw new InputError('Telephone', '', 'is missing, and so is the plate.', 'One of the two, to find them again.');
  const work = WORK_KINDS.find((k) => k === typed.work);
  if (!work) throw new InputError('What for', typed.work.slice(0, 20), 'is no kind of work.', 'Pick one of the list.');
  const { db } = await theStore();
  return db.transaction((tx) => addCaller(tx, { name, phone, plate, work }, by, new Date()));
}

/** The call came to nothing: its times are free again. @throws InputError, NotFoundError */
export async function callEnded(id: string, why: string, by: string): Promise<void> {
  const reason = reasonFrom('Why it is called off', why);
  const { db } = await theStore();
  await db.transaction((tx) => endCaller(tx, id, reason, by, new Date()));
}

/** What a call is about, in a line. */
export const calledFor = ({ work }: Pick<CallerRow, 'work'>): string =>
  work === 'open' ? 'Phone booking, work not known yet' : `Phone booking, ${WORK_LABEL[work].toLowerCase()}`;

const WISH: Readonly<Record<WorkKind, JobType | null>> = {
  'wheel-change': 'wheels',
  plate: 'stance',
  nuts: 'stance',
  conversion: 'conversion',
  adapter: 'stance',
  open: null,
};

/** What a call is about, as the wish of a job; null where that says too little. */
export const wishOf = ({ work }: Pick<CallerRow, 'work'>): JobType | null => WISH[work];

/**
 * The car of somebody who called is here. Their name and number are its owner's, where nobody said whose it is.
 * @throws NotFoundError where it was taken in already, or came to nothing
 */
export async function callerHere(
  tx: Executor,
  callId: string,
  { visitId, vehicleId }: { readonly visitId: string; readonly vehicleId: string },
  by: string,
  at: Date,
): Promise<void> {
  const { name, phone } = await carCame(tx, callId, visitId, by, at);
  const known = await contactOf(tx, vehicleId);
  if (known && (known.name !== '' || known.phone !== '')) return;
  const { email = '', kmADay = null } = known ?? {};
  await keepContact(tx, vehicleId, { name, phone, email, kmADay }, by, at);
}

/** Who called, for the forms that take their car in; null where it came already, or came to nothing. */
export async function callOf(id: string | null): Promise<CallerRow | null> {
  return id === null ? null : openCaller((await theStore()).db, id);
}
