import { format } from 'date-fns';
import type { Plan } from '@/core/plan/document';
import { judgeReading, type Outcome, type Pass } from '@/core/torque/log';
import type { TorqueEntryRow } from '@/store/schema';
import { asReading } from '@/store/torque';
import { torqueSpec } from './jobPlan';

/** Stored torque rows of one corner as lines to show, each judged by the core. */
export function logLines(plan: Plan, log: readonly TorqueEntryRow[], corner: string) {
  const spec = torqueSpec(plan);
  return log
    .filter((e) => e.corner === corner)
    .map((e) => ({
      seq: e.seq, pass: e.pass as Pass, lug: e.lug, reading: e.readingNm, angle: e.angleDeg,
      outcome: judgeReading(spec, asReading(e)) as Outcome, by: e.by, at: format(e.at, 'd MMM HH:mm'), hash: e.hash,
    }));
}
