import 'server-only';
import { plateName } from '@/core/document/plateName';
import type { TorqueCsvRow } from '@/files/torqueCsv';
import { jobById, othersOfJob } from '../job/jobs';

/** Every torque entry of a job’s visit as rows of a file, with a name for it. @throws NotFoundError */
export async function torqueRows(jobId: string): Promise<{ readonly name: string; readonly rows: TorqueCsvRow[] }> {
  const whole = await jobById(jobId);
  const axles = [whole, ...(await othersOfJob(whole))].sort((a, b) => a.job.axle.localeCompare(b.job.axle));
  const rows = axles.flatMap(({ job, torque }) =>
    [...torque]
      .sort((a, b) => a.corner.localeCompare(b.corner) || a.seq - b.seq)
      .map((e) => ({
        axle: job.axle,
        corner: e.corner,
        joint: e.joint,
        seq: e.seq,
        pass: e.pass,
        lug: e.lug + 1,
        figure_nm: e.targetNm,
        reading_nm: e.readingNm,
        moved_deg: e.angleDeg,
        told: e.felt,
        trace: e.shows,
        tool: e.tool,
        note: e.note,
        by: e.by,
        at: e.at.toISOString(),
        hash: e.hash,
      })),
  );
  return { name: `torque-${plateName(whole.vehicle.plate)}.csv`, rows };
}
