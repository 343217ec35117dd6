import type { Plan } from './document';
import { type Finding, type Level, sortByDanger, worst } from './findings';
import { type StackGeometry, stackGeometry } from './geometry';
import { judgeAdapter } from './judge/adapter';
import { judgeCentring } from './judge/centring';
import { judgeEnds } from './judge/ends';
import { judgeEngagement } from './judge/engagement';
import { judgeJoint } from './judge/joint';
import { judgeLooked } from './judge/looked';
import { judgeReadings } from './judge/readings';
import { judgeStance } from './judge/stance';
import { computeNumbers, type Numbers } from './numbers';

export interface Assessment {
  readonly numbers: Numbers;
  /** Sorted by danger, worst first. */
  readonly findings: readonly Finding[];
  readonly verdict: Level;
  /** What stands in the way of taking this choice forward; empty when it may go. */
  readonly blocking: readonly Finding[];
}

export interface Evaluation extends Assessment {
  readonly geometry: StackGeometry;
}

/**
 * The one judgement of a plan: numbers and findings. Interface, record, job card, search and API all call this.
 * Deterministic, changes nothing. Unmeasured is never a pass; in competition a caution blocks like a stop
 * until the lead has signed it off.
 * @throws InputError when the plan's thread is not a thread (a validated plan cannot do that).
 */
export function assess(plan: Plan): Assessment {
  const numbers = computeNumbers(plan);
  const findings: Finding[] = [];
  judgeEngagement(plan, numbers, findings);
  judgeEnds(plan, numbers, findings);
  judgeCentring(plan, numbers, findings);
  judgeAdapter(plan, findings);
  judgeStance(plan, numbers, findings);
  judgeLooked(plan, findings);
  judgeJoint(plan, numbers, findings);
  judgeReadings(plan, findings);
  sortByDanger(findings);
  const strict = plan.use === 'competition' && plan.leadSignOff === null;
  const blocking: Finding[] = [];
  for (const f of findings) {
    if (f.level === 'stop' || f.level === 'unmeasured' || (strict && f.level === 'caution')) blocking.push(f);
  }
  return { numbers, findings, verdict: worst(findings), blocking };
}

/** Numbers, findings and the drawing's geometry. */
export function evaluate(plan: Plan): Evaluation {
  const { numbers, findings, verdict, blocking } = assess(plan);
  return { numbers, findings, verdict, blocking, geometry: stackGeometry(plan, numbers) };
}
