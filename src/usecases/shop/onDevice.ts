import 'server-only';
import { visitsAtWork } from '@/store/board';
import { bookingsIn } from '@/store/bookings';
import { theStore } from '@/store/connection';
import type { Stage } from '@/store/schema';
import { shopTimeNow } from '@/store/shopTime';
import { visitOf } from '@/store/visits';
import { dayAfter, dayOf, dayStart } from '../calendar/zone';
import { statesOfVisits, type VisitState } from '../watch';

/** Pages of a visit that a tablet has with it, and a text that is another one once they are out of date. */
export interface VisitPages {
  readonly mark: string;
  readonly paths: readonly string[];
  /** Those of them where the work is now: they are the ones to keep up to date. */
  readonly now: readonly string[];
}

/** A visit that nobody touched for so long is not at the car. */
const AT_WORK_MS = 36 * 3600_000;
const MOST_AT_WORK = 8;
const MOST_BOOKED = 12;

/**
 * What a tablet is to have with it for when it loses the server: the visit that is open on it, first, then those that
 * are worked on, then those booked today.
 * @param open a job that is open on the tablet
 */
export async function pagesForTheDay(open: string | null, now = Date.now()): Promise<VisitPages[]> {
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  const today = dayOf(zone, now);
  const booked = await bookingsIn(db, new Date(dayStart(zone, today)), new Date(dayStart(zone, dayAfter(today, 1))));
  const here = open === null ? null : await visitOf(db, open);
  const wanted = new Set([
    ...(here === null ? [] : [here]),
    ...(await visitsAtWork(db, new Date(now - AT_WORK_MS), MOST_AT_WORK)),
    ...booked.slice(0, MOST_BOOKED).map((b) => b.visitId),
  ]);
  const states = await statesOfVisits(db, [...wanted]);
  return [...wanted].flatMap((visitId) => {
    const found = states.find((s) => s.visitId === visitId);
    return found === undefined ? [] : [pagesOf(found)];
  });
}

const AT_THE_CAR = ['measure', 'choose', 'stage', 'fit', 'torque'];
const SIGNED = ['recheck', 'record'];

/** Where work goes on from a stage, without the server. */
const NOW: Readonly<Record<Stage, readonly string[]>> = {
  'take-in': ['measure'],
  measure: ['measure', 'choose'],
  choose: ['measure', 'choose'],
  stage: ['stage', 'fit'],
  fit: ['fit', 'torque'],
  torque: ['torque'],
  recheck: ['recheck'],
  closed: [],
};

const pagesOf = ({ vehicleId, jobs, state }: VisitState): VisitPages => ({
  mark: state,
  paths: [
    ...jobs.flatMap(({ id, stage, signed }) => {
      // What a recheck sent back is torqued again, signed as it is.
      const views = signed ? new Set([...SIGNED, ...NOW[stage]]) : AT_THE_CAR;
      return [...views].map((view) => `/jobs/${id}/${view}`);
    }),
    `/vehicles/${vehicleId}`,
  ],
  now: jobs.flatMap(({ id, stage }) => NOW[stage].map((view) => `/jobs/${id}/${view}`)),
});
