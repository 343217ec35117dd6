import { sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Db } from '@/store/connection';
import { stepsNow } from '@/usecases/fit/card';
import { takeForward } from '@/usecases/job/bench';
import { finishSteps, jobById } from '@/usecases/job/jobs';
import { tickLine } from '@/usecases/job/ticks';

/** The demo workshop's job that is being fitted, planned anew as a conversion and at its card again. */
export async function conversionAtCard(db: Db, fit: string, by: string): Promise<void> {
  const { job } = await jobById(fit);
  const nut = { thread: 'M12x1.25', style: 'open', seat: 'cone60', threadLength: 22, blindDepth: null };
  const shank = { shankReach: 0, shankLength: 0, shankDiameter: null, class: '10', material: 'steel', tensile: 900 };
  await db.execute(
    sql`insert into reading (id, job_id, quantity, value, unit, typed, pm, method, by, at)
        values (${newId()}, ${fit}, 'nutGrip', 12, 'mm', '12', 0.1, 'caliper', ${by}, now())`,
  );
  const choice = {
    ...job.draft,
    locking: { kind: 'none' },
    fastener: {
      kind: 'conversion',
      length: 70,
      shortEnd: 15,
      threadLength: 40,
      nose: 0,
      hubThread: 'M12x1.5',
      outerThread: 'M12x1.25',
      seatsAt: 'shoulder',
      torque: { value: 105, source: 'stud leaflet' },
      class: '10.9',
      nut: { ...nut, ...shank },
    },
  };
  await takeForward(fit, undefined, choice as never, null, by);
  for (const s of stepsNow(await jobById(fit), 'stage')) await tickLine(fit, s.key, true, by);
  await finishSteps(fit, 'stage', by);
}
