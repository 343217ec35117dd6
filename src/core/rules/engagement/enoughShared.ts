import type { School } from '../../document/policy';
import type { Enough } from '../../engagement/boltStack';
import type { CornerNumbers } from '../../figures/numbers';
import type { Result } from '../../figures/result';
import type { RuleId } from '../ids';
import type { Case, Finding, Level } from '../kit/finding';
import { finding, worse } from '../kit/make';
import type { Say } from '../kit/say';

/**
 * At the target; between floor and target, which somebody accepts by name; as the car came with it, which is no worse
 * than it was; or under the floor.
 */
export interface EnoughCase extends Case {
  readonly is: 'target' | 'own' | 'between' | 'as-came' | 'under' | 'makers';
  readonly target: number;
  readonly floor: number;
  /** What the untouched car had at that corner, mm; null where nobody knows. */
  readonly untouched: number | null;
}

/** A caution of this case goes forward only once a named person has accepted it. */
export const needsName = (f: Finding): boolean => f.level === 'caution' && f.case.is === 'between';

export interface OverEnough {
  readonly rule: RuleId;
  readonly corners: readonly CornerNumbers[];
  readonly pick: (c: CornerNumbers) => Result;
  readonly enough: Enough;
  /** Case of a corner whose figure is missing, and of one whose mate was never measured. */
  readonly missing: Case;
  readonly mate: Case;
  /** The wheel still hangs in the very thread that was counted, so what the car came with is a measure. */
  readonly relief: boolean;
  /**
   * Nothing is added to the maker’s own joint, so a count that reaches the target speaks for the maker’s own thread.
   */
  readonly makers?: boolean;
  /** Three turns, mm: no relief goes under them. */
  readonly never: number;
  readonly school: School | null;
  readonly pitch: number | null;
}

const SLACK = 1e-9;

function levelOf(is: EnoughCase['is'], value: number, pm: number, target: number): Level {
  if (is === 'under') return 'stop';
  if (is !== 'target' && is !== 'own') return 'caution';
  return value - pm < target - SLACK ? 'caution' : 'pass';
}

function caseOf(o: OverEnough, value: number, untouched: number | null): EnoughCase['is'] {
  const { target, floor } = o.enough;
  if (value >= target - SLACK) return 'target';
  if (o.enough.own !== null && value >= o.enough.own - SLACK) return 'own';
  const asCame = o.relief && untouched !== null && value >= untouched - SLACK && value >= o.never - SLACK;
  if (asCame) return 'as-came';
  return value >= floor - SLACK ? 'between' : 'under';
}

function judgeAt(o: OverEnough, c: CornerNumbers, m: NonNullable<Result>): Finding {
  const { rule, school, pitch } = o;
  const { floor, own } = o.enough;
  const untouched = c.untouched === null ? null : c.untouched.value;
  if (!Number.isFinite(m.value) || !Number.isFinite(m.pm))
    return finding({ rule, value: m.value, school, corner: c.corner });
  const is = caseOf(o, m.value, untouched);
  const target = is === 'own' ? (own as number) : o.enough.target;
  const limit = is === 'under' ? floor : target;
  const which: EnoughCase = { is, target, floor, untouched };
  const level = levelOf(is, m.value, m.pm, target);
  const uncertain = is === 'under' ? m.value + m.pm >= floor : (is === 'target' || is === 'own') && level === 'caution';
  const margin = m.value - limit;
  const { value, pm, rss } = m;
  const unit = 'mm' as const;
  const { corner } = c;
  return finding({
    rule,
    level,
    value,
    limit,
    margin,
    pm,
    rss,
    unit,
    corner,
    school,
    uncertain,
    case: which,
    pitch,
  });
}

/**
 * The worse of two corners. One that waits for a name comes before one that is merely as the car came, however much
 * thread it has.
 */
function graver(here: Finding, found: Finding | null): Finding {
  if (found !== null && found.level === here.level && needsName(found) !== needsName(here))
    return needsName(here) ? here : found;
  return worse(here, found);
}

const openAt = (o: OverEnough, { corner }: CornerNumbers, why: Case, value: number | null): Finding =>
  finding({
    rule: o.rule,
    limit: o.enough.target,
    unit: 'mm',
    corner,
    school: o.school,
    pitch: o.pitch,
    case: why,
    value,
  });

/** Whether a count reaches its target with its error. */
const reaches = (f: Finding): boolean => f.level === 'pass' && f.case.is === 'target';

const asMade = (f: Finding): Finding => ({ ...f, level: 'note', case: { ...f.case, is: 'makers' } as EnoughCase });

/**
 * Engagement at every corner against target and floor. A count is travel: where nobody measured the mate's own thread
 * it is too little at best, and never enough. A stop at one corner stands whatever is blank at the other.
 */
export function judgeEnough(o: OverEnough): Finding {
  const { rule, school, pitch } = o;
  let found: Finding | null = null;
  let blank: Finding | null = null;
  for (const c of o.corners) {
    const m = o.pick(c);
    if (m === null) {
      blank ??= openAt(o, c, o.missing, null);
      continue;
    }
    const here = judgeAt(o, c, m);
    // Deeper than it was counted, on another wheel’s pad, it is no longer what the maker made.
    if (o.makers === true && !c.deeper && c.atMost && reaches(here)) found = graver(asMade(here), found);
    else if (c.atMost && here.level !== 'stop') blank ??= openAt(o, c, o.mate, m.value);
    else found = graver(here, found);
  }
  if (found !== null && (blank === null || found.level === 'stop')) return found;
  return blank ?? finding({ rule, case: o.missing, limit: o.enough.target, unit: 'mm', school, pitch });
}

/**
 * “11.5 mm (7.66 turns) of thread at the front left; min 14.0 mm, one diameter”, and how it compares with the car as
 * received.
 */
export function enoughWords(f: Finding<EnoughCase>, s: Say, what: string): string {
  const { is, target, floor, untouched } = f.case;
  const has = `${s.both(f.value, 'down')} of thread${s.at}`;
  const aim = `min ${s.both(target, 'up')}, ${what}`;
  const came = untouched === null ? '' : ` As received: ${s.len(untouched, 'down')}.`;
  const short = s.len(target - (f.value ?? 0), 'up');
  switch (is) {
    case 'target':
      return `${has}; ${aim}.${s.error}`;
    case 'own':
      return `${has}: the nut is of marked class and fully on, so its own thread of ${s.len(target, 'down')} is enough.${s.error}`;
    case 'between':
      return `${has}; ${aim}. Short of that by ${short}, and over the floor of ${s.len(floor, 'up')}: needs a named sign-off.${came}`;
    case 'as-came':
      return `${has}; ${aim}. Short of that by ${short}, and no less than as received.`;
    case 'makers':
      return `${s.both(f.value, 'down')} of travel counted${s.at}; ${aim}. Nothing is added to the original joint; its own thread was not measured.`;
    case 'under':
      return `${has}; the floor is ${s.both(floor, 'up')}. Short by ${s.shortBy()}; ${aim}.${came}${s.error}`;
  }
}
