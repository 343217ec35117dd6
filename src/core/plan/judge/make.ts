import type { Corner } from '../document';
import { byDanger, type Finding, judge, type Level, RANK, type RuleId } from '../findings';
import type { CornerNumbers } from '../numbers';
import type { School } from '../policy';
import type { Result } from '../result';
import type { OfWheel } from '../wheels';

/** Builds findings; written out in one place and one shape, because a search judges hundreds of thousands of plans. */
export function make(
  rule: RuleId, level: Level, why = '', value: number | null = null, limit: number | null = null, margin: number | null = null,
  unit: Finding['unit'] = '', corner: Corner | null = null, school: School | null = null,
): Finding {
  return { rule, level: finite(value) && finite(limit) && finite(margin) ? level : 'unmeasured', value, limit, margin, pm: null, rss: null, unit, corner, school, uncertain: false, why, pitch: null };
}

/** A figure that is no number is not measured, whatever was made of it. */
const finite = (x: number | null): boolean => x === null || Number.isFinite(x);

/**
 * Judges one figure at every corner; the corner with the worst level decides, among equals the one with the least
 * margin, errors taken off. A stop at one corner stands whatever is blank at another; else one unmeasured corner decides.
 * Positional, because this is the inner loop of a search.
 * @param missing what is missing when a corner's value is
 * @param upper the value is held below the limit instead of above it
 * @param soft what a failed limit counts as, where it is no stop
 */
export function judgeCorners(
  rule: RuleId, limit: number, missing: string, corners: readonly CornerNumbers[], pick: (c: CornerNumbers) => Result,
  upper = false, soft: Level | null = null, school: School | null = null, why = '',
): Finding {
  let best: CornerNumbers | null = null;
  let found: NonNullable<Result> | null = null;
  let blank: CornerNumbers | null = null;
  let margin = 0;
  for (const c of corners) {
    const m = pick(c);
    if (m === null) {
      blank ??= c;
      continue;
    }
    const here = upper ? limit - m.value : m.value - limit;
    if (found !== null) {
      // A stop never hides behind a corner that was only measured worse.
      const order = RANK[judge(here, m.pm).level] - RANK[judge(margin, found.pm).level];
      if (order > 0 || (order === 0 && here - m.pm >= margin - found.pm)) continue;
    }
    best = c;
    found = m;
    margin = here;
  }
  const level = found === null ? 'unmeasured' : judge(margin, found.pm).level;
  if (found === null || best === null || (blank !== null && level !== 'stop')) return make(rule, 'unmeasured', missing, null, limit, null, 'mm', blank?.corner ?? null, school);
  const { uncertain } = judge(margin, found.pm);
  // A cross-check never weighs more than a note, whether it is short or only the error makes it so.
  const softened = soft !== null && (level === 'stop' || (level === 'caution' && soft === 'note')) ? soft : level;
  return {
    rule, level: softened, value: found.value, limit, margin, pm: found.pm, rss: found.rss, unit: 'mm',
    corner: best.corner, school, uncertain, why, pitch: null,
  };
}

/** A finding of `make` with the uncertainty of its margin; `uncertain` when the error alone makes it a caution. */
export function withError(f: Finding, pm: number, rss = pm): Finding {
  return {
    rule: f.rule, level: f.level, value: f.value, limit: f.limit, margin: f.margin, pm, rss, unit: f.unit, corner: f.corner, school: f.school,
    uncertain: f.level === 'caution', why: f.why, pitch: f.pitch,
  };
}

/**
 * Judges one figure of every wheel that can go on; the worst wheel decides; one that was not
 * measured decides before all but a stop.
 * @param why what the finding says of the wheel that decides, by its name
 * @param missing the same where that wheel was not measured
 * @param value the figure that is held against the limit, from the reading
 */
export function judgeWheels(
  rule: RuleId, limit: number, wheels: readonly OfWheel[], why: (name: string) => string, missing = why, value = (m: number): number => m,
): Finding {
  let found: Finding | null = null;
  let blank: string | null = wheels.length === 0 ? '' : null;
  for (const { name, measured } of wheels) {
    if (measured === null) {
      blank ??= name;
      continue;
    }
    const v = value(measured.value);
    found = worse(withError(make(rule, levelOf(v - limit, measured.pm), why(name), v, limit, v - limit, 'mm'), measured.pm), found);
  }
  return found === null || (blank !== null && found.level !== 'stop') ? make(rule, 'unmeasured', missing(blank ?? ''), null, limit, null, 'mm') : found;
}

/** The worse of two findings of one rule: by level, then by margin. */
export const worse = (a: Finding, b: Finding | null): Finding => (b === null || byDanger(a, b) < 0 ? a : b);

/** Level of a margin that its own error may eat. */
export const levelOf = (margin: number, pm: number): Level => judge(margin, pm).level;
