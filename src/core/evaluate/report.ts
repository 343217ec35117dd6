import { type PlanIssue, readPlan } from '../document/document';
import { ruleOf, sentence } from '../rules/index';
import type { Finding } from '../rules/kit/finding';
import { citation } from '../rules/kit/sources';
import type { UnitSystem } from '../units/format';
import { type Evaluation, evaluate } from './evaluate';

export interface ReportedFinding extends Finding {
  readonly title: string;
  readonly sentence: string;
  readonly source: string;
  readonly sourceIds: readonly string[];
}

export interface Report extends Omit<Evaluation, 'findings' | 'blocking'> {
  readonly format: 'vectis-evaluation/1';
  readonly mayGoForward: boolean;
  readonly findings: readonly ReportedFinding[];
  /** Rule ids of what stands in the way. */
  readonly blocking: readonly string[];
}

/**
 * A document from outside to its evaluation in words and figures, or to what is wrong with it. API and command line
 * both call this.
 */
export function report(input: unknown, units: UnitSystem): Report | { readonly issues: readonly PlanIssue[] } {
  const read = readPlan(input);
  if ('issues' in read) return read;
  const e = evaluate(read.plan);
  const wording = { units, pitch: e.numbers.thread.pitch };
  return {
    format: 'vectis-evaluation/1',
    verdict: e.verdict,
    mayGoForward: e.blocking.length === 0,
    blocking: e.blocking.map((f) => f.rule),
    findings: e.findings.map((f) => ({
      ...f,
      title: ruleOf(f.rule).title,
      sentence: sentence(f, wording),
      source: citation(ruleOf(f.rule).sources),
      sourceIds: ruleOf(f.rule).sources,
    })),
    numbers: e.numbers,
    geometry: e.geometry,
  };
}
