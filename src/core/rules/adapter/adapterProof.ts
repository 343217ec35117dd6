import { hubStress } from '../../figures/clampFigures';
import { roundTo } from '../../units/round';
import type { Case, Level } from '../kit/finding';
import { BLANK, finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Stress and yield, MPa, and whether anybody read the class. */
interface Stress extends Case {
  readonly is: 'stress';
  readonly worst: number;
  readonly yield: number;
  readonly classKnown: boolean;
  readonly contactKnown: boolean;
}

function levelOf(share: number, least: number, most: number, caution: number): Level {
  if (!(least <= most)) return 'stop';
  if (!(share <= most)) return 'unmeasured';
  return share >= caution ? 'caution' : 'pass';
}

/** The factory studs at the torque of the adapter's nuts. */
export const adapterProof: Rule<'adapter.proof', Stress> = {
  ...PLAIN,
  id: 'adapter.proof',
  title: 'Stress in the factory studs',
  statement:
    'At the torque of the adapter’s nuts, tension and twist in the factory studs stay under the yield of their class. A class that nobody read is taken as 8.8. Where nobody measured on what the nuts bear, the thread’s own diameter clamps the most: past yield there it has to be measured, past it on twice that it is a stop.',
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
    const least = hubStress(plan, true)?.worst ?? stress.worst;
    const level = levelOf(value, (least / stress.yield) * 100, proofMost, stressCaution);
    const which: Stress = { is: 'stress', ...stress };
    const margin = proofMost - value;
    out.push(
      finding({ ...BLANK, rule: 'adapter.proof', level, case: which, value, limit: proofMost, margin, unit: '%' }),
    );
  },
  sentence(f, s) {
    const taken = f.case.classKnown ? '' : ' (class 8.8 is taken: read the stud’s end)';
    const text = `Factory studs under the adapter’s nuts: up to ${roundTo(f.case.worst, 0, 'up')} MPa while they are tightened, ${roundTo(s.v, 0, 'up')} % of yield${taken}`;
    if (s.short)
      return `${text}, if the nuts bear on the thread’s own diameter: measure the bright ring that they leave on the web.`;
    return s.stop ? `${text}: past it. The figure, the class or the condition of the thread is wrong.` : `${text}.`;
  },
};
