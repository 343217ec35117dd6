import { format } from 'date-fns';
import { type Entry, type Joint, judgeReading, type Outcome, struckOut, type TorqueSpec } from '@/core/torque/log';
import type { TorqueEntryRow } from '@/store/schema';
import { asReading } from '@/store/torque';

/** Stored torque rows of one corner's joint as lines to show, each judged by the core. */
export function logLines(spec: TorqueSpec, log: readonly TorqueEntryRow[], corner: string, joint: Joint = 'wheel') {
  const own = log.filter((e) => e.corner === corner && e.joint === joint);
  const struck = struckOut(own);
  return own.map((e, i) => ({
    seq: e.seq,
    pass: e.pass as Entry,
    felt: e.felt,
    note: e.note,
    struck: struck.has(i),
    lug: e.lug,
    reading: e.readingNm,
    angle: e.angleDeg,
    outcome: judgeReading(spec, asReading(e)) as Outcome,
    by: e.by,
    at: format(e.at, 'd MMM HH:mm'),
    trace: e.trace,
    shows: e.shows,
    hash: e.hash,
  }));
}
