import type { Ok } from '../kit/cases';
import type { Finding } from '../kit/finding';
import { finding, worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** A finger between sidewall and lip, as it stands. */
export const clearanceFinger: Rule<'clearance.finger', Ok> = {
  ...PLAIN,
  id: 'clearance.finger',
  title: 'A finger passes',
  statement:
    'A finger goes between sidewall and lip, loaded, before any spacer. Where it does not, the clearance is looked at again.',
  formula: 'a finger passes',
  decidedBy: 'spacer',
  judge({ plan }, out) {
    if (plan.spacer.thickness <= 0) return;
    let found: Finding | null = null;
    for (const { fingerPasses, corner } of plan.corners) {
      if (fingerPasses === null) continue;
      found = worse(finding({ rule: 'clearance.finger', level: fingerPasses ? 'pass' : 'caution', corner }), found);
    }
    if (found) out.push(found);
  },
  sentence: (f, s) =>
    f.level === 'pass'
      ? 'A finger passes between sidewall and lip as it stands.'
      : `No finger passes between sidewall and lip${s.at} as it stands, and this spacer goes further out.`,
};
