import { format } from 'date-fns';
import type { Corner } from '@/core/document/vocabulary';
import { evaluate } from '@/core/evaluate/evaluate';
import type { SectionNeed, StackGeometry } from '@/core/figures/geometry';
import type { Result } from '@/core/figures/result';
import { sentence } from '@/core/rules/index';
import { findingKey, type Level } from '@/core/rules/kit/finding';
import type { UnitSystem } from '@/core/units/format';
import type { RecordedEvaluation } from '@/records/document';
import type { JobWhole } from '@/store/jobs';
import type { PlanInForce } from '@/store/plans';
import type { SheetRevision } from './recordedVisit';

/** What of a plan’s figures a record says. mm. */
export interface RecordFigures {
  readonly effectiveOffset: number | null;
  readonly trackChange: number;
  readonly target: number;
  readonly corners: readonly { readonly corner: Corner; readonly engagement: Result }[];
}

export interface RecordFinding {
  /** Unlike any other of the same record. */
  readonly key: string;
  readonly rule: string;
  readonly level: Level;
  readonly text: string;
}

export interface RecordEvaluation {
  readonly verdict: Level;
  readonly figures: RecordFigures;
  readonly geometry: StackGeometry;
  readonly findings: readonly RecordFinding[];
  /** Version of the rules that a signed record was judged by; null while it is open. */
  readonly rulesVersion: number | null;
  /** By which rules it was judged, where a reader has to know. */
  readonly note: string | null;
}

/**
 * What a record says of its plan. A signed job keeps what it was signed with, in the words of then; an open one is
 * judged by today's rules.
 */
export function recordEvaluation(
  whole: JobWhole,
  inForce: PlanInForce,
  revision: SheetRevision | null,
  units: UnitSystem,
): RecordEvaluation {
  const signed = revision?.evaluation ?? null;
  return signed === null ? byToday(inForce, units) : asSigned(signed, whole.job.signedAt, units);
}

function byToday(inForce: PlanInForce, units: UnitSystem): RecordEvaluation {
  const { verdict, numbers, geometry, findings } = evaluate(inForce.document);
  const wording = { units, pitch: numbers.thread.pitch };
  return {
    verdict,
    geometry,
    figures: {
      effectiveOffset: numbers.effectiveOffset,
      trackChange: numbers.trackChange,
      target: numbers.minimum,
      corners: numbers.corners,
    },
    findings: findings.map((f) => ({
      key: findingKey(f),
      rule: f.rule,
      level: f.level,
      text: sentence(f, wording),
    })),
    rulesVersion: null,
    note: null,
  };
}

function asSigned(e: RecordedEvaluation, signedAt: Date | null, units: UnitSystem): RecordEvaluation {
  const late = signedAt !== null && e.at !== null && new Date(e.at) > signedAt;
  return {
    verdict: e.verdict,
    geometry: sectionOf(e.section),
    figures: {
      effectiveOffset: e.effectiveOffset,
      trackChange: e.trackChange,
      target: e.target,
      corners: e.engagement.map(({ corner, result }) => ({ corner, engagement: result })),
    },
    findings: e.findings.map((f, i) => ({
      key: `${i}`,
      rule: f.rule,
      level: f.level,
      text: units === 'imperial' ? f.imperial : f.metric,
    })),
    rulesVersion: e.rulesVersion,
    note: late
      ? `The release that signed this kept no findings. These were worked out afterwards, on ${format(new Date(e.at as string), 'd MMM yyyy')}, by rules version ${e.rulesVersion}.`
      : `As signed, by rules version ${e.rulesVersion}.`,
  };
}

/** The section as it was drawn. */
function sectionOf(s: RecordedEvaluation['section']): StackGeometry {
  if (!s.drawable) return { drawable: false, needs: s.needs as SectionNeed[] };
  const { targetAt, blocks, ...same } = s;
  return {
    ...same,
    minimumAt: targetAt,
    blocks: blocks.map(({ assumed, ...b }) => (assumed === undefined ? b : { ...b, assumed })),
  };
}
