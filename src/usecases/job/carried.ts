import 'server-only';
import { PRESENT, plainSpacer } from '@/core/document/blank';
import type { Corner, Fastener } from '@/core/document/document';
import { quantity } from '@/core/document/quantities';
import type { Carried } from '@/core/quick/carried';
import type { Executor } from '@/store/connection';
import { addReading, loadJob, saveDraft } from '@/store/jobs';
import { understood } from '../survey/readingFigure';
import { plateOn } from '../survey/readings';

/**
 * Begins a job with the figures of a quick answer: readings as if they had been typed while measuring, plate and stud
 * on the bench. What belongs to one corner goes to the one where it was taken; what does not go with this hub is left.
 * @throws InputError where a figure cannot be a reading
 */
export async function beginWith(
  tx: Executor,
  jobId: string,
  { figures, corner, fastening }: { figures: Carried; corner: Corner; fastening: 'bolt' | 'stud' },
  by: string,
  at: Date,
): Promise<void> {
  for (const r of figures.readings) {
    const q = quantity(r.quantity);
    if (q.scope === 'wheel' || (q.fastening !== 'both' && q.fastening !== fastening)) continue;
    await addReading(
      tx,
      jobId,
      {
        ...understood(q, r),
        corner: q.scope === 'axle' ? null : corner,
        hour: null,
        onPlateMm: plateOn(q.id, r.plate),
      },
      by,
      at,
    );
  }
  const stud = fastening === 'bolt' ? conversionOf(figures) : null;
  if (figures.plate === null && figures.camberChange === undefined && stud === null) return;
  const { job } = await loadJob(tx, jobId);
  await saveDraft(
    tx,
    jobId,
    job.version,
    {
      spacer: plainSpacer(figures.plate ?? 0),
      fastener: stud ?? PRESENT,
      ...(figures.camberChange === undefined ? {} : { camberChange: figures.camberChange }),
    },
    at,
  );
}

/** The two-ended stud that was asked about, as far as it was said; the rest is unknown and cannot pass. */
function conversionOf({ stud, hub }: Carried): Fastener | null {
  if (stud === undefined || hub.thread === undefined) return null;
  return {
    kind: 'conversion',
    length: stud.overall,
    shortEnd: stud.shortEnd,
    threadLength: null,
    nose: stud.nose,
    hubThread: hub.thread,
    outerThread: stud.outerThread,
    seatsAt: stud.seatsAt,
    torque: null,
    class: 'unknown',
    nut: {
      thread: stud.outerThread,
      style: 'unknown',
      seat: 'unknown',
      threadLength: stud.nutThread,
      blindDepth: null,
      capOpen: null,
      shankReach: null,
      shankLength: 0,
      shankDiameter: null,
      material: 'unknown',
      class: 'unknown',
      tensile: null,
    },
  };
}
