import 'server-only';
import { lengthText } from '@/core/calendar/length';
import { AXLE_LABEL } from '@/core/document/labels';
import type { JobType } from '@/core/document/vocabulary';
import { type Quote, quoteAxle } from '@/core/procedure/quote';
import type { UnitSystem } from '@/core/units/format';
import { theStore } from '@/store/connection';
import { contactOf } from '@/store/contacts';
import { RefusedError } from '@/store/errors';
import { type JobWhole, loadJob } from '@/store/jobs';
import { shopTimeNow } from '@/store/shopTime';
import { jobsOfVisit } from '@/store/visits';
import { estimateVisit, planInMind } from '../calendar/estimates';
import { reads } from '../calendar/zone';

/**
 * What an owner is told before the work: every axle of the visit that is not signed, with what is chosen, what has to
 * be bought, how long it takes and what is still open. Nothing of it is a promise, and nothing of it is kept.
 * @throws NotFoundError, RefusedError where everything is signed
 */
export async function quoteOf(jobId: string, units: UnitSystem, now = Date.now()): Promise<Quote> {
  const { db } = await theStore();
  const asked = await loadJob(db, jobId);
  const jobs = await jobsOfVisit(db, asked.job.visitId);
  const wholes = (await Promise.all(jobs.map((j) => loadJob(db, j.id)))).filter((w) => w.job.signedAt === null);
  if (wholes.length === 0)
    throw new RefusedError(
      'This visit is signed off: its record says what was done. A quote is for work that is to come.',
    );
  wholes.sort((a, b) => a.job.axle.localeCompare(b.job.axle));
  const time = await estimateVisit(db, wholes);
  const { zone } = await shopTimeNow(db);
  return {
    car: asked.vehicle.name,
    plate: asked.vehicle.plate,
    owner: (await contactOf(db, asked.vehicle.id))?.name ?? '',
    day: reads(zone, now, 'd MMMM yyyy'),
    axles: wholes.map((w) => axleOf(w, units)),
    minutes: { usual: time.minutes, low: Math.min(time.low, time.minutes), high: Math.max(time.high, time.minutes) },
    wait: waitOf(time),
  };
}

const axleOf = (whole: JobWhole, units: UnitSystem) =>
  quoteAxle(AXLE_LABEL[whole.job.axle], whole.job.wish as JobType, planInMind(whole), units);

function waitOf({ cures, cure }: Awaited<ReturnType<typeof estimateVisit>>): string | null {
  if (!cures) return null;
  return cure === null
    ? 'the thread locker’s time, which stands on its bottle'
    : `${lengthText(cure.hours * 60)} for the thread locker (${cure.source})`;
}
