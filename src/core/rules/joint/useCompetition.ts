import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Competition extends Case {
  readonly is: 'slip-on' | 'adapter';
}

/** Plates and adapters in competition. */
export const useCompetition: Rule<'use.competition', Competition> = {
  ...PLAIN,
  id: 'use.competition',
  title: 'Spacers in competition',
  statement: 'Slip-on spacers above a few millimetres, and every bolt-on adapter, are questioned for competition.',
  formula: 's ≤ 5 mm',
  policy: ['competitionSlipOn'],
  schools:
    'Many refuse slip-on spacers above a few millimetres in competition; others run them with inspection between sessions. Default: a caution, which in competition blocks until the lead signs.',
  decidedBy: 'spacer',
  judge({ plan: { use, spacer, policy } }, out) {
    const [value, limit] = [spacer.thickness, policy.competitionSlipOn];
    const adapter = spacer.kind === 'adapter';
    if (use !== 'competition' || (!adapter && value <= limit)) return;
    const which: Competition = { is: adapter ? 'adapter' : 'slip-on' };
    const margin = limit - value;
    const rule = 'use.competition' as const;
    out.push(finding({ rule, level: 'caution', case: which, value, limit, margin, unit: 'mm' }));
  },
  sentence: (f, s) =>
    f.case.is === 'adapter'
      ? `A ${s.value('nearest')} bolt-on adapter for competition: two joints to inspect between sessions, and many refuse it. The lead decides and signs.`
      : `${s.value('nearest')} slip-on for competition: many refuse more than ${s.limit('nearest')}. The lead decides and signs.`,
};
