import 'server-only';
import { AXLE_LABEL } from '@/core/document/labels';
import type { Axle } from '@/core/document/vocabulary';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import type { DueRecheck } from '@/files/calendar';
import { theStore } from '@/store/connection';
import { openRechecks, openRechecksOf } from '@/store/rechecks';
import { STAGE_VIEWS, stagePath } from '../job/stages';
import { jobsOfCar } from './vehicles';

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

/** Something that waits at a car: work that was begun, or a recheck. */
export interface Waiting {
  readonly id: string;
  readonly axle: Axle;
  readonly what: string;
  readonly href: string;
  /** From when a recheck is due; null for work that was begun. */
  readonly from: Date | null;
  readonly late: boolean;
}

/** What is begun at a car and what is due there, of each job the next recheck only. */
export async function waitingAt(vehicleId: string, now = new Date()): Promise<Waiting[]> {
  const { db } = await theStore();
  const begun = (await jobsOfCar(vehicleId)).flatMap(({ job }): Waiting[] => {
    const view = STAGE_VIEWS.find((s) => s.stage === job.stage);
    if (!view || job.stage === 'recheck') return [];
    const what = `${view.label}${job.held === null ? '' : ', on hold'}`;
    return [{ id: job.id, axle: job.axle, what, href: stagePath(job.id, job.stage), from: null, late: false }];
  });
  const next = new Map<string, Waiting>();
  for (const { link, job } of await openRechecksOf(db, vehicleId)) {
    if (next.has(job.id)) continue;
    const late = link.dueTo.getTime() < now.getTime();
    const href = stagePath(job.id, job.stage);
    next.set(job.id, { id: link.id, axle: job.axle, what: RECHECK_LABEL[link.kind], href, from: link.dueFrom, late });
  }
  return [...begun, ...next.values()];
}
