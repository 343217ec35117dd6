import 'server-only';
import { v7 as newId } from 'uuid';
import { cornersOf } from '@/core/document/axles';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { DONE_BEFORE, doneWithCorner } from '@/core/procedure/doneBefore';
import { byWordOf, guardsPeople } from '@/core/procedure/holdReasons';
import { addBayEntry } from '@/store/bay';
import { RefusedError } from '@/store/errors';
import { advance } from '../job/advance';
import { planOf } from '../job/soundPlan';
import { maySay } from './bay';
import { doneOf, stepsNow, wheelBegun } from './card';

/**
 * Ends the work at the hub of a corner whose studs and spacer were fitted before this visit: each open step with the
 * same reason, one entry each with one time. What has to be seen at the wheel stays open.
 * @param saw what was looked at, as typed; empty where nothing is added
 * @param lead who gave their word, by PIN: studs that are not torqued here are held by it
 * @throws InputError, RefusedError where nothing is open there, or the wheel is torqued already
 */
export function doneBefore(
  jobId: string,
  corner: Corner,
  saw: string,
  by: string,
  lead: string | null = null,
): Promise<void> {
  return advance({ jobId, event: 'bay', by }, async (tx, whole, at) => {
    const plan = planOf(whole);
    if (!cornersOf(whole.job.axle).includes(corner)) throw new RefusedError('Say at which corner of this axle it was.');
    if (wheelBegun(whole, whole.torque, corner))
      throw new RefusedError(`The ${CORNER_LABEL[corner]} wheel is being torqued already.`);
    const open = doneWithCorner(stepsNow(whole, 'fit'), corner).filter((s) => doneOf(whole, s) === null);
    if (open.length === 0) throw new RefusedError(`Nothing is open at the ${CORNER_LABEL[corner]} hub.`);
    const why = saw.trim() === '' ? `${DONE_BEFORE}.` : `${DONE_BEFORE}: ${saw.trim()}`;
    await maySay(why, open.some(guardsPeople), { tx, lead });
    for (const { key } of open) {
      const entry = {
        id: newId(),
        jobId,
        planId: plan.log,
        corner: null,
        detail: { kind: 'instead', key, why },
      } as const;
      await addBayEntry(tx, entry, byWordOf(by, lead), at);
    }
    return { value: undefined };
  });
}
