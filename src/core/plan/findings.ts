import type { Corner } from './document';
import type { School } from './policy';

/** From worst to best. Unmeasured stands above caution: what nobody looked at is not known to be safe. */
export const LEVELS = ['stop', 'unmeasured', 'caution', 'note', 'pass'] as const;
export type Level = (typeof LEVELS)[number];

const RANK: Readonly<Record<Level, number>> = { stop: 0, unmeasured: 1, caution: 2, note: 3, pass: 4 };

export const RULE_IDS = [
  'spacer.kind',
  'engagement.minimum',
  'engagement.never-drive',
  'engagement.cross-check',
  'engagement.material',
  'nut.bottom',
  'nut.grip-bounded',
  'bolt.behind',
  'fastener.mix',
  'seat.match',
  'centring.spigot',
  'centring.seats',
  'centring.lip-bore',
  'centring.lip-root',
  'centring.over-spigot',
  'clearance.loaded',
  'stance.gap',
  'torque.source',
  'use.competition',
] as const;
export type RuleId = (typeof RULE_IDS)[number];

/** One judgement, as data. Its sentence is made from it by the messages module, in any unit. */
export interface Finding {
  readonly rule: RuleId;
  readonly level: Level;
  /** What was found, what it is held against, and value-to-limit margin (positive is safe). Core units. */
  readonly value: number | null;
  readonly limit: number | null;
  readonly margin: number | null;
  /** Worst-case uncertainty of the margin. */
  readonly pm: number | null;
  readonly unit: 'mm' | 'turns' | 'N·m' | '';
  /** Corner that decides, where corners differ. */
  readonly corner: Corner | null;
  readonly school: School | null;
  /** The measuring error alone decides this verdict. */
  readonly uncertain: boolean;
  /** What is missing or which case applies; a key the messages module knows. */
  readonly why: string;
}

/** Worst first; within a level the smallest margin first. Stable, so equal findings keep rule order. */
export function byDanger(a: Finding, b: Finding): number {
  return RANK[a.level] - RANK[b.level] || (a.margin ?? 0) - (b.margin ?? 0);
}

/** The worst level present; `pass` for none. */
export function worst(findings: readonly Finding[]): Level {
  let found: Level = 'pass';
  for (const f of findings) if (RANK[f.level] < RANK[found]) found = f.level;
  return found;
}

/**
 * Level of a margin with its uncertainty. Below zero is a stop. At or above zero, but not when the worst of
 * the measuring error is taken, is a caution: only a better measurement can make it a pass.
 */
export function judge(margin: number, pm: number): { level: Level; uncertain: boolean } {
  if (margin < -1e-9) return { level: 'stop', uncertain: margin + pm >= 0 };
  if (margin - pm < -1e-9) return { level: 'caution', uncertain: true };
  return { level: 'pass', uncertain: false };
}
