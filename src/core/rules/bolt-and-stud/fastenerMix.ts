import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Longer extends Case {
  readonly is: 'bolt' | 'stud';
}

/** Longer fasteners belong to their spacer. */
export const fastenerMix: Rule<'fastener.mix', Longer> = {
  ...PLAIN,
  id: 'fastener.mix',
  title: 'Never mix',
  statement: 'Longer fasteners never go on without the spacer, nor the shorter ones with it.',
  formula: '–',
  chosen: ['fastener'],
  decidedBy: 'fastener',
  judge({ plan: { fastener, spacer } }, out) {
    if ((fastener.kind !== 'bolt' && fastener.kind !== 'stud') || spacer.thickness === 0) return;
    const value = spacer.thickness;
    out.push(finding({ rule: 'fastener.mix', level: 'note', case: { is: fastener.kind }, value, unit: 'mm' }));
  },
  sentence: (f, s) =>
    `These ${f.case.is}s belong to this ${s.value('nearest')} spacer: never without it, and never the shorter ${f.case.is}s with it.`,
};
