import type { Corner } from '../../document/document';
import type { School } from '../../document/policy';
import type { RuleId } from '../ids';
import type { ItemId } from './items';

/** From worst to best. Unmeasured stands above caution: what nobody looked at is not known to be safe. */
export const LEVELS = ['stop', 'unmeasured', 'caution', 'note', 'pass'] as const;
export type Level = (typeof LEVELS)[number];

/** Place of a level from worst to best. */
export const RANK: Readonly<Record<Level, number>> = { stop: 0, unmeasured: 1, caution: 2, note: 3, pass: 4 };

/** Which case of a rule applies; each rule has its own, and its sentence reads them back. */
export interface Case {
  readonly is: string;
}

/** One judgement, as data. Its sentence is made from it by its rule, in any unit. */
export interface Finding<C extends Case = Case> {
  readonly rule: RuleId;
  readonly level: Level;
  /** What was found, what it is held against, and value-to-limit margin (positive is safe). Core units. */
  readonly value: number | null;
  readonly limit: number | null;
  readonly margin: number | null;
  /** Uncertainty of the margin: worst case, and root-sum-square of independent errors. */
  readonly pm: number | null;
  readonly rss: number | null;
  readonly unit: 'mm' | 'turns' | 'N·m' | 'N' | '%' | '';
  /** Corner that decides, where corners differ. */
  readonly corner: Corner | null;
  readonly school: School | null;
  /** The measuring error alone decides this verdict. */
  readonly uncertain: boolean;
  readonly case: C;
  /** What an unmeasured one waits for, by name: readings, and what is not known of a part. */
  readonly lacks?: readonly ItemId[];
  /** Pitch of the thread it speaks of, mm, where that is not the wheel joint’s; turns are told in it. */
  readonly pitch: number | null;
}

/** What tells two findings of one plan apart. */
export const findingKey = (f: Finding): string =>
  `${f.rule}/${f.school ?? ''}/${f.corner ?? ''}/${JSON.stringify(f.case)}`;

/** Worst first; within a level the smallest margin first. Stable, so equal findings keep rule order. */
export function byDanger(a: Finding, b: Finding): number {
  return RANK[a.level] - RANK[b.level] || (a.margin ?? 0) - (b.margin ?? 0);
}

/**
 * Sorts in place by danger. A plain insertion sort on ranks taken once: lists are short and searches sort hundreds of
 * thousands.
 */
export function sortByDanger(findings: Finding[]): void {
  for (let i = 1; i < findings.length; i += 1) {
    const f = findings[i] as Finding;
    const rank = RANK[f.level];
    const margin = f.margin ?? 0;
    let k = i - 1;
    for (; k >= 0; k -= 1) {
      const other = findings[k] as Finding;
      const r = RANK[other.level];
      if (r < rank || (r === rank && (other.margin ?? 0) <= margin)) break;
      findings[k + 1] = other;
    }
    findings[k + 1] = f;
  }
}

/** The worst level present; `pass` for none. */
export function worst(findings: readonly Finding[]): Level {
  let found: Level = 'pass';
  for (const f of findings) if (RANK[f.level] < RANK[found]) found = f.level;
  return found;
}

export interface Judgement {
  readonly level: Level;
  readonly uncertain: boolean;
}

/**
 * Level of a margin with its uncertainty. A figure that is no number (NaN, infinite) is unmeasured. Below zero is a
 * stop. At or above zero, but not when the worst of the measuring error is taken, is a caution: only a better
 * measurement can make it a pass.
 */
export function judge(margin: number, pm: number): Judgement {
  if (!(Number.isFinite(margin) && Number.isFinite(pm))) return NO_NUMBER;
  if (margin < -1e-9) return margin + pm >= 0 ? STOP_UNCERTAIN : STOP;
  return margin - pm < -1e-9 ? CAUTION : PASS;
}

const NO_NUMBER: Judgement = { level: 'unmeasured', uncertain: false };
const STOP: Judgement = { level: 'stop', uncertain: false };
const STOP_UNCERTAIN: Judgement = { level: 'stop', uncertain: true };
const CAUTION: Judgement = { level: 'caution', uncertain: true };
const PASS: Judgement = { level: 'pass', uncertain: false };
