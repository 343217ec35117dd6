import type { PlanCorner } from '../../document/document';
import type { ChalkPlace } from '../../document/vocabulary';
import { chalkLimits, chalkVerdict } from '../../stance/chalk';
import { hourText } from '../../stance/clock';
import { trimAt } from '../../stance/trim';
import type { Case, Finding } from '../kit/finding';
import { finding, worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface ChalkCase extends Case {
  readonly is: 'touches' | 'clear' | 'unproven' | 'after-cut';
  /** Clock positions where it came off. */
  readonly hours: readonly number[];
  readonly across: ChalkPlace | null;
}

/** What it means, by where across the tyre the chalk came off. Common practice, no source. */
const MEANS: Readonly<Record<ChalkPlace, string>> = {
  'outer wall': ', on the outer wall: the lip cuts the sidewall.',
  shoulder: ', on the shoulder: it rubs as the wheel comes up, and will cut the tyre.',
  tread: ', on the tread: the tyre reaches the liner or the lip’s back, and will be worn through.',
};

const LEVEL = { touches: 'stop', clear: 'pass', unproven: 'note', 'after-cut': 'caution' } as const;

/**
 * @param cut whether the plan cuts the lip at this corner: what the chalk touched then is gone when the wheel goes on
 */
function judgeChalk(c: PlanCorner, value: number, cut: boolean): Finding {
  const limits = chalkLimits(c.chalk);
  const said = chalkVerdict(limits, value);
  const is = said === 'touches' && cut ? ('after-cut' as const) : said;
  const which: ChalkCase = { is, hours: said === 'touches' ? limits.hours : [], across: limits.across };
  const limit = said === 'touches' ? limits.touchesFrom : limits.clearUpTo;
  const margin = is === 'unproven' ? null : (limit ?? 0) - value;
  const { corner } = c;
  return finding({
    rule: 'clearance.chalk',
    level: LEVEL[is],
    case: which,
    value,
    limit,
    margin,
    unit: 'mm',
    corner,
  });
}

/** What chalk tests say of this thickness. */
export const clearanceChalk: Rule<'clearance.chalk', ChalkCase> = {
  ...PLAIN,
  id: 'clearance.chalk',
  title: 'Chalk test',
  statement:
    'Chalk that came off at a trial thickness stops that thickness and every thicker one; clean chalk counts once bounced to the stop. Chalk from before a cut is repeated after it, and blocks no plan that makes the cut.',
  formula: 's < thinnest trial that touched; s ≤ thickest trial that stayed clean, bounced',
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    let found: Finding | null = null;
    for (const c of plan.corners)
      if (c.chalk.length > 0) found = worse(judgeChalk(c, plan.spacer.thickness, trimAt(plan, c.corner) > 0), found);
    if (found) out.push(found);
  },
  sentence(f, s) {
    switch (f.case.is) {
      case 'touches':
        return `Chalk came off${s.at} with a ${s.limit('down')} trial at ${f.case.hours.map(hourText).join(', ')} o’clock${f.case.across ? MEANS[f.case.across] : '. It will cut the tyre.'}`;
      case 'after-cut':
        return `Chalk came off${s.at} with a ${s.limit('down')} trial before the cut. Repeat it after the cut: the job is not signed off without it.`;
      case 'clear':
        return `No chalk came off${s.at} with a ${s.limit('down')} trial bounced to the stop.`;
      case 'unproven':
        return `Chalk says nothing of this thickness yet${s.at}: it counts clean only with this trial or a thicker one, bounced to the stop.`;
    }
  },
};
