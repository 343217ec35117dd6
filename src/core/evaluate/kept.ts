import type { Plan } from '../document/document';
import type { RuleId } from '../rules/ids';
import { RULES_VERSION, sentence } from '../rules/index';
import type { Finding } from '../rules/kit/finding';
import { type Evaluation, evaluate } from './evaluate';

/** A finding in its own words of then: a later release may word or judge it otherwise. */
export interface KeptFinding extends Finding {
  readonly metric: string;
  readonly imperial: string;
}

/** What the rules found in a plan, as it is kept beside the plan. */
export interface KeptEvaluation extends Omit<Evaluation, 'findings' | 'blocking'> {
  /** Version of the rules that judged. */
  readonly rules: number;
  readonly findings: readonly KeptFinding[];
  /** Rules of what stood in the way. */
  readonly blocking: readonly RuleId[];
}

/** Judges a plan and keeps what was found with its sentences in both unit systems. Pure: the plan is not changed. */
export function keepEvaluation(plan: Plan): KeptEvaluation {
  const { numbers, findings, verdict, blocking, geometry } = evaluate(plan);
  const { pitch } = numbers.thread;
  return {
    rules: RULES_VERSION,
    verdict,
    numbers,
    geometry,
    findings: findings.map((f) => ({
      ...f,
      metric: sentence(f, { units: 'metric', pitch }),
      imperial: sentence(f, { units: 'imperial', pitch }),
    })),
    blocking: blocking.map((f) => f.rule),
  };
}
