import { newNut } from '../../figures/stack/index';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Start extends Case {
  readonly is: 'unsaid';
}

/**
 * Where the thread of a nut begins that was not itself counted. On a conversion the nut's grip is measured with it and
 * says so.
 */
export const nutStart: Rule<'nut.start', Start> = {
  ...PLAIN,
  id: 'nut.start',
  title: 'Where the nut’s thread begins',
  statement:
    'A nut that was not counted says how much deeper, or further out, its first full thread sits than that of the counted one, seated. Every millimetre further out is one less of engagement.',
  formula: 'q′ = q − (how much deeper)',
  sources: ['geometry'],
  chosen: ['fastener'],
  decidedBy: 'fastener',
  judge({ plan: { fastener } }, out) {
    if (fastener.kind === 'conversion' || newNut(fastener)?.shankReach !== null) return;
    out.push(finding({ rule: 'nut.start', case: { is: 'unsaid' }, unit: 'mm' }));
  },
  sentence: () =>
    'Needs where the new nut’s thread begins: put both nuts on the bench, seat beside seat, and measure how much deeper its first full thread sits. Level is 0, further out is negative.',
};
