import { newNut } from '../../figures/stack/index';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Whose thread it is. */
interface Whose extends Case {
  readonly is: 'hub' | 'present-nut' | 'nut';
}

const WORDS: Readonly<Record<Whose['is'], string>> = {
  hub: 'the hub’s thread is',
  'present-nut': 'the nuts are',
  nut: 'the new nut is',
};

/** What every internal thread of the choice is cut in. */
export const engagementMaterial: Rule<'engagement.material', Whose> = {
  ...PLAIN,
  id: 'engagement.material',
  title: 'Thread material',
  statement:
    'Material of the internal thread is known: aluminium needs half as much thread again as steel. A magnet tells steel and iron from aluminium in a second.',
  formula: 'k = 1.0 steel, 1.5 aluminium',
  policy: ['diameterFactorSteel', 'diameterFactorAluminium'],
  chosen: ['fastener'],
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const nut = newNut(plan.fastener);
    const tell = (whose: Whose): void =>
      void out.push(finding({ rule: 'engagement.material', level: 'unmeasured', case: whose }));
    const hubToo = nut === null || plan.fastener.kind === 'conversion';
    if (hubToo && plan.hub.threadMaterial === 'unknown')
      tell({ is: plan.hub.fastening === 'bolt' ? 'hub' : 'present-nut' });
    if (nut?.material === 'unknown') tell({ is: 'nut' });
  },
  sentence: (f) =>
    `What ${WORDS[f.case.is]} made of is not known. Hold a magnet to it: steel and iron hold it, aluminium does not and needs half as much thread again.`,
};
