import type { Ok } from './cases';
import { BLANK, finding } from './make';
import { PLAIN, type Rule } from './rule';

/** Slip-on plates in competition. */
export const useCompetition: Rule<'use.competition', Ok> = {
  ...PLAIN,
  id: 'use.competition',
  title: 'Slip-on in competition',
  statement: 'Slip-on spacers above a few millimetres are questioned for competition.',
  formula: 's ≤ 5 mm',
  policy: ['competitionSlipOn'],
  schools:
    'Many refuse slip-on plates above a few millimetres in competition; others run them with inspection between sessions. Default: a caution, which in competition blocks until the lead signs.',
  decidedBy: 'spacer',
  judge({ plan: { use, spacer, policy } }, out) {
    const [value, limit] = [spacer.thickness, policy.competitionSlipOn];
    if (use !== 'competition' || spacer.kind === 'adapter' || value <= limit) return;
    out.push(
      finding({ ...BLANK, rule: 'use.competition', level: 'caution', value, limit, margin: limit - value, unit: 'mm' }),
    );
  },
  sentence: (_, s) =>
    `${s.value('nearest')} slip-on for competition: many refuse more than ${s.limit('nearest')}. The lead decides and signs.`,
};
