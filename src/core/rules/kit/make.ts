import type { School } from '../../document/policy';
import type { OfWheel } from '../../document/wheels';
import type { CornerNumbers } from '../../figures/numbers';
import type { Result } from '../../figures/result';
import type { RuleId } from '../ids';
import { OK } from './cases';
import { byDanger, type Case, type Finding, judge, type Level, RANK } from './finding';

/** A figure that is no number is not measured, whatever was made of it. */
const finite = (x: number | null): boolean => x === null || Number.isFinite(x);

/** What a rule says of a finding; what it leaves out is nothing, and unmeasured. */
export type Draft = Pick<Finding, 'rule'> & Partial<Finding>;

/**
 * The one place where findings are made, field by field in one shape, so that a search that makes hundreds of thousands
 * of them stays quick. One with a figure that is no number is unmeasured.
 */
export function finding(f: Draft): Finding {
  return make(f, f.level ?? 'unmeasured', f.uncertain ?? false, f.rss ?? null);
}

function make(f: Draft, level: Level, uncertain: boolean, rss: number | null): Finding {
  const value = f.value ?? null;
  const limit = f.limit ?? null;
  const margin = f.margin ?? null;
  return {
    rule: f.rule,
    level: finite(value) && finite(limit) && finite(margin) ? level : 'unmeasured',
    value,
    limit,
    margin,
    pm: f.pm ?? null,
    rss,
    unit: f.unit ?? '',
    corner: f.corner ?? null,
    school: f.school ?? null,
    uncertain,
    case: f.case ?? OK,
    pitch: f.pitch ?? null,
  };
}

export interface OverCorners {
  readonly rule: RuleId;
  readonly limit: number;
  /** Case of a corner whose figure is missing. */
  readonly missing: Case;
  readonly corners: readonly CornerNumbers[];
  readonly pick: (c: CornerNumbers, i: number) => Result;
  /** The figure is held below the limit instead of above it. */
  readonly upper: boolean;
  /** What a failed limit counts as, where it is no stop. */
  readonly soft: Level | null;
  readonly school: School | null;
  readonly case: Case;
}

/** What most judgements over the corners leave out, to be spread first. */
export const OVER: OverCorners = Object.freeze({
  rule: 'spacer.kind',
  limit: 0,
  missing: OK,
  corners: [],
  pick: () => null,
  upper: false,
  soft: null,
  school: null,
  case: OK,
});

/**
 * Judges one figure at every corner; the corner with the worst level decides, among equals the one with the least
 * margin, errors taken off. A stop at one corner stands whatever is blank at another; else one unmeasured corner
 * decides.
 */
export function judgeCorners(o: OverCorners): Finding {
  const { rule, limit, corners, pick, school } = o;
  let best: CornerNumbers | null = null;
  let found: NonNullable<Result> | null = null;
  let blank: CornerNumbers | null = null;
  let margin = 0;
  for (let i = 0; i < corners.length; i += 1) {
    const c = corners[i] as CornerNumbers;
    const m = pick(c, i);
    if (m === null) {
      blank ??= c;
      continue;
    }
    const here = o.upper ? limit - m.value : m.value - limit;
    if (found !== null) {
      // A stop never hides behind a corner that was only measured worse.
      const order = RANK[judge(here, m.pm).level] - RANK[judge(margin, found.pm).level];
      if (order > 0 || (order === 0 && here - m.pm >= margin - found.pm)) continue;
    }
    best = c;
    found = m;
    margin = here;
  }
  const j = found === null ? null : judge(margin, found.pm);
  if (found === null || best === null || j === null || (blank !== null && j.level !== 'stop')) {
    const corner = blank?.corner ?? null;
    return finding({ rule, case: o.missing, limit, unit: 'mm', corner, school });
  }
  const { value, pm, rss } = found;
  return finding({
    rule,
    level: softened(j.level, o.soft),
    value,
    limit,
    margin,
    pm,
    rss,
    unit: 'mm',
    corner: best.corner,
    school,
    uncertain: j.uncertain,
    case: o.case,
    pitch: null,
  });
}

/** A cross-check never weighs more than a note, whether it is short or only the error makes it so. */
function softened(level: Level, soft: Level | null): Level {
  if (soft === null) return level;
  return level === 'stop' || (level === 'caution' && soft === 'note') ? soft : level;
}

/** A figure of one place against its limit, its error in the margin; only the error decides where it is a caution. */
export function against(f: Draft): Finding {
  const { level } = judge(f.margin ?? Number.NaN, f.pm ?? 0);
  return make(f, level, level === 'caution', f.rss ?? f.pm ?? null);
}

export interface OverWheels {
  readonly rule: RuleId;
  readonly limit: number;
  readonly wheels: readonly OfWheel[];
  /** Case of the wheel that decides, by its name. */
  readonly of: (name: string) => Case;
  /** The same where that wheel was not measured. */
  readonly blank: (name: string) => Case;
  /** The figure that is held against the limit, from the reading. */
  readonly value?: (m: number) => number;
  /** The error of the reading is taken off first, and what is left decides: no caution that only measuring settles. */
  readonly inside?: boolean;
}

/**
 * Judges one figure of every wheel that can go on; the worst wheel decides; one that was not measured decides before
 * all but a stop.
 */
export function judgeWheels({ rule, limit, wheels, of, blank: blankCase, value, inside }: OverWheels): Finding {
  let found: Finding | null = null;
  let blank: string | null = wheels.length === 0 ? '' : null;
  for (const { name, measured } of wheels) {
    if (measured === null) {
      blank ??= name;
      continue;
    }
    const read = inside ? measured.value - measured.pm : measured.value;
    const v = value ? value(read) : read;
    const here = against({
      rule,
      case: of(name),
      value: v,
      limit,
      margin: v - limit,
      pm: inside ? 0 : measured.pm,
      unit: 'mm',
    });
    found = worse(here, found);
  }
  if (found !== null && (blank === null || found.level === 'stop')) return found;
  return finding({ rule, case: blankCase(blank ?? ''), limit, unit: 'mm' });
}

/** The worse of two findings of one rule: by level, then by margin. */
export const worse = (a: Finding, b: Finding | null): Finding => (b === null || byDanger(a, b) < 0 ? a : b);

/**
 * Errors inside: where only the measuring error fails a figure, it is not measured well enough. Said of where a thread
 * starts, of a cap or blind bottom, of a thread’s own length and of a tip behind the hub: what is wrong there clicks
 * the wrench and clamps nothing.
 */
export const errorsInside = (f: Finding): Finding =>
  f.level === 'caution' && f.uncertain ? { ...f, level: 'unmeasured' } : f;

/** What decides of a rule that some corners leave blank: a stop stands, else the blank one, else what was found. */
export const stopOrBlank = (found: Finding | null, blank: Finding | null): Finding | null =>
  found === null || (blank !== null && found.level !== 'stop') ? (blank ?? found) : found;

/** Level of a margin that its own error may eat. */
export const levelOf = (margin: number, pm: number): Level => judge(margin, pm).level;
