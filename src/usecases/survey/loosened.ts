import 'server-only';
import { cornersOf } from '@/core/document/axles';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { type Executor, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { eventsOfJob, recordEvent } from '@/store/events';
import type { JobWhole } from '@/store/jobs';
import { addNote } from '@/store/remarks';
import { advance } from '../job/advance';
import { hubOf } from '../job/jobPlan';
import { mayPull } from '../torque/wrenches';

const AGAIN = 'torqued.again';

/**
 * Corners whose fasteners were loosened to count turns and that nobody torqued again since: whatever is loosened is
 * torqued, also when no job follows. A wheel that was torqued in this job's own passes is.
 */
export async function loosenedCorners(db: Executor, whole: JobWhole): Promise<Corner[]> {
  const counted = whole.readings.filter((r) => r.quantity === 'turns' && r.corner !== null);
  if (counted.length === 0 || whole.job.signedAt !== null) return [];
  const again = (await eventsOfJob(db, whole.job.id)).filter((e) => e.kind === AGAIN);
  return cornersOf(whole.job.axle).filter((corner) => {
    const last = Math.max(...counted.filter((r) => r.corner === corner).map((r) => r.at.getTime()));
    if (!Number.isFinite(last)) return false;
    const noted = again.some((e) => e.detail.corner === corner && e.at.getTime() >= last);
    const pulled = whole.torque.some((e) => e.corner === corner && e.joint === 'wheel' && e.at.getTime() >= last);
    return !noted && !pulled;
  });
}

/** The same of the running store. */
export const loosenedAt = async (whole: JobWhole): Promise<Corner[]> => loosenedCorners((await theStore()).db, whole);

/**
 * What was loosened to count turns was torqued again: noted with its figure, its source and the wrench. @throws
 * RefusedError
 */
export function noteTorquedAgain(
  jobId: string,
  typed: { readonly corner: string; readonly tool: string },
  units: UnitSystem,
  by: string,
): Promise<void> {
  return advance({ jobId, event: 'measure', by }, async (tx, whole, at) => {
    const corner = (await loosenedCorners(tx, whole)).find((c) => c === typed.corner);
    if (!corner) throw new RefusedError('Nothing was loosened there that is not torqued again. Reload the page.');
    const { torqueNm, torqueSource } = hubOf(whole);
    if (torqueNm === null)
      throw new RefusedError(
        'This axle has no torque figure with a source yet: read it in the handbook and put it on the car.',
      );
    const tool = typed.tool.trim();
    if (tool === '' || tool.length > 60) throw new RefusedError('Say with which wrench, in up to 60 letters.');
    await mayPull(tx, tool, torqueNm);
    await recordEvent(tx, { jobId, kind: AGAIN, detail: { corner, nm: torqueNm, source: torqueSource, tool }, by, at });
    const text = `Loosened to count turns, torqued again at the ${CORNER_LABEL[corner]}: ${formatTorque(torqueNm, units)} (${torqueSource}), ${tool}, every fastener clicked, wheel down.`;
    await addNote(tx, { vehicleId: whole.vehicle.id, jobId, corner, text }, by, at);
    return { value: undefined };
  });
}

/** Why a job cannot be laid aside yet, as a sentence; null where nothing is loose. */
export async function looseBar(tx: Executor, whole: JobWhole): Promise<string | null> {
  const [corner] = await loosenedCorners(tx, whole);
  return corner
    ? `The ${CORNER_LABEL[corner]} was loosened to count turns, and nobody noted that it was torqued again. Torque it and note it under Measure first; or leave the car as it is on purpose, not for the road.`
    : null;
}
