import { format } from 'date-fns';
import type { Plan } from '@/core/document/document';
import { type Joint, judgeReading, type Outcome, type Pass } from '@/core/torque/log';
import type { TorqueEntryRow } from '@/store/schema';
import { asReading } from '@/store/torque';
import { torqueSpec } from './jobPlan';

/** Stored torque rows of one corner's joint as lines to show, each judged by the core. */
export function logLines(plan: Plan, log: readonly TorqueEntryRow[], corner: string, joint: Joint = 'wheel') {
  const spec = torqueSpec(plan, joint);
  return log
    .filter((e) => e.corner === corner && e.joint === joint)
    .map((e) => ({
      seq: e.seq,
      pass: e.pass as Pass,
      lug: e.lug,
      reading: e.readingNm,
      angle: e.angleDeg,
      outcome: judgeReading(spec, asReading(e)) as Outcome,
      by: e.by,
      at: format(e.at, 'd MMM HH:mm'),
      hash: e.hash,
    }));
}
