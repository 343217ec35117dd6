import { format } from 'date-fns';
import { evaluate } from '@/core/evaluate/evaluate';
import type { Finding, Level } from '@/core/rules/finding';
import type { StackGeometry } from '@/core/figures/geometry';
import { sentence } from '@/core/rules/index';
import type { Numbers } from '@/core/figures/numbers';
import type { UnitSystem } from '@/core/units/format';
import type { JobWhole } from '@/store/jobs';
import type { PlanInForce } from '@/store/plans';

export interface RecordEvaluation {
  readonly verdict: Level;
  readonly numbers: Numbers;
  readonly geometry: StackGeometry;
  readonly findings: readonly { readonly finding: Finding; readonly text: string }[];
  /** By which rules it was judged, where a reader has to know. */
  readonly note: string | null;
}

/**
 * What a record says of its plan. A signed job keeps what it was signed with, in the words of then; an open one is judged by
 * today's rules.
 */
export function recordEvaluation(whole: JobWhole, inForce: PlanInForce, units: UnitSystem): RecordEvaluation {
  const kept = whole.job.signedAt === null ? null : inForce.evaluation;
  if (kept === null) {
    const e = evaluate(inForce.document);
    const wording = { units, pitch: e.numbers.thread.pitch };
    return { ...e, findings: e.findings.map((finding) => ({ finding, text: sentence(finding, wording) })), note: null };
  }
  const { signedAt } = whole.job;
  const late = signedAt !== null && inForce.judgedAt !== null && inForce.judgedAt > signedAt;
  return {
    ...kept,
    findings: kept.findings.map((finding) => ({
      finding,
      text: units === 'imperial' ? finding.imperial : finding.metric,
    })),
    note: late
      ? `The release that signed this kept no findings. These were worked out afterwards, on ${format(inForce.judgedAt as Date, 'd MMM yyyy')}, by rules version ${kept.rules}.`
      : `As signed, by rules version ${kept.rules}.`,
  };
}
