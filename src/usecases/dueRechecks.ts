import 'server-only';
import { AXLE_LABEL } from '@/core/document/labels';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import type { DueRecheck } from '@/files/calendar';
import { theStore } from '@/store/connection';
import { openRechecks } from '@/store/rechecks';

/** Every recheck that is still to be done, the one due first at the top, worded for a calendar. */
export async function dueRechecks(): Promise<DueRecheck[]> {
  const { db } = await theStore();
  return (await openRechecks(db)).map(({ link, job, name, plate }) => ({
    id: link.id,
    summary: `Recheck ${name} ${plate}, ${AXLE_LABEL[job.axle].toLowerCase()}`,
    description: `${RECHECK_LABEL[link.kind]}. Signed off by ${job.signedBy ?? 'nobody'}. Torque every fastener cold, in the order of the star; one that moves sends the wheel back.`,
    from: link.dueFrom,
    to: link.dueTo,
    stamp: job.updatedAt,
  }));
}
