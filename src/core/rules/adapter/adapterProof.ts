import { hubStress } from '../../figures/clampFigures';
import { roundTo } from '../../units/round';
import { openOfStress, stressLevel } from '../joint/jointProof';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Stress and yield, MPa, and whether anybody read the class. */
interface Stress extends Case {
  readonly is: 'stress';
  readonly worst: number;
  readonly yield: number;
  readonly classKnown: boolean;
  readonly contactKnown: boolean;
}

/** The factory studs at the torque of the adapter's nuts. */
export const adapterProof: Rule<'adapter.proof', Stress> = {
  ...PLAIN,
  id: 'adapter.proof',
  title: 'Stress in the factory studs',
  statement:
    'At the torque of the adapter’s nuts, tension and twist in the factory studs stay under the yield of their class. A class that was not read is taken as 8.8, a contact that was not measured as the thread’s own diameter: past yield with those it is not measured, and a stop where class 12.9 and twice that diameter are past it too.',
  formula: '√(σ² + 3τ²) ≤ yield, worst over the corners of friction; caution from 90 %',
  sources: ['vdi-2230', 'iso-898'],
  policy: ['proofMost', 'stressCaution'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    const stress = hubStress(plan);
    if (stress === null) return;
    const { proofMost, stressCaution } = plan.policy;
    const value = (stress.worst / stress.yield) * 100;
    const level = stressLevel(value, stress.kindest * 100, proofMost, stressCaution);
    const which: Stress = { is: 'stress', ...stress };
    const margin = proofMost - value;
    out.push(finding({ rule: 'adapter.proof', level, case: which, value, limit: proofMost, margin, unit: '%' }));
  },
  sentence(f, s) {
    const open = openOfStress(f.case, 'measure the bright ring that the nuts leave on the web');
    const taken = open === '' || s.short ? '' : ` (${open})`;
    const text = `Factory studs under the adapter’s nuts: up to ${roundTo(f.case.worst, 0, 'up')} MPa while they are tightened, ${roundTo(s.v, 0, 'up')} % of yield${taken}`;
    if (s.short) return `${text}, as far as is known: ${open}.`;
    return s.stop ? `${text}: past it. The figure, the class or the condition of the thread is wrong.` : `${text}.`;
  },
};
