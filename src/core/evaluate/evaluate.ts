import { bare } from '../document/bare';
import type { Plan } from '../document/document';
import { type StackGeometry, stackGeometry } from '../figures/geometry';
import { computeNumbers, type Numbers } from '../figures/numbers';
import { type Finding, type Level, sortByDanger, worst } from '../rules/finding';
import { needsName } from '../rules/enoughShared';
import { RULES } from '../rules/index';

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
 * Deterministic, changes nothing. Unmeasured is never a pass; engagement between floor and target, and in competition every
 * caution, blocks until a named person has accepted it with a reason. Readings are first carried back to nothing on the hub.
 * @throws InputError when the plan's thread is not a thread (a validated plan cannot do that).
 */
export function assess(asRead: Plan): Assessment {
  const plan = bare(asRead);
  const numbers = computeNumbers(plan);
  const judged = { plan, n: numbers };
  const findings: Finding[] = [];
  for (const rule of RULES) rule.judge(judged, findings);
  sortByDanger(findings);
  const accepted = plan.leadSignOff !== null;
  const strict = plan.use === 'competition' && !accepted;
  const blocking: Finding[] = [];
  for (const f of findings) {
    const open = f.level === 'caution' && (strict || (!accepted && needsName(f)));
    if (f.level === 'stop' || f.level === 'unmeasured' || open) blocking.push(f);
  }
  return { numbers, findings, verdict: worst(findings), blocking };
}

/** Numbers, findings and the drawing's geometry. */
export function evaluate(asRead: Plan): Evaluation {
  const plan = bare(asRead);
  const assessment = assess(plan);
  return { ...assessment, geometry: stackGeometry(plan, assessment.numbers) };
}
