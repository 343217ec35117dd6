import { roundTo } from '../units/round';
import type { Case } from './finding';
import { BLANK, finding, levelOf } from './make';
import { PLAIN, type Rule } from './rule';

/** The clamp band, N, or what it cannot be computed without. */
interface Proof extends Case {
  readonly is: 'band' | 'contact' | 'class';
  readonly low: number;
  readonly high: number;
}

/** The highest clamp against the proof load of the stated class. */
export const jointProof: Rule<'joint.proof', Proof> = {
  ...PLAIN,
  id: 'joint.proof',
  title: 'Clamp under proof load',
  statement: 'The highest clamp of the band stays under the proof load of the stated class.',
  formula: 'F = T/(P/2π + µ·d2/(2·cos 30°) + µ·lever) ≤ Sp·As',
  sources: ['vdi-2230', 'iso-898'],
  policy: ['proofMost'],
  chosen: ['torque'],
  decidedBy: 'fastener',
  judge({ plan, n: { joint: j } }, out) {
    const rule = 'joint.proof' as const;
    if (j === null || j.proofShare === null) {
      const open: Proof = { is: j === null ? 'contact' : 'class', low: 0, high: 0 };
      out.push(finding({ ...BLANK, rule, level: 'note', case: open }));
      return;
    }
    const value = j.proofShare * 100;
    const limit = plan.policy.proofMost;
    const margin = limit - value;
    const band: Proof = { is: 'band', low: j.clamp.low, high: j.clamp.high };
    out.push(finding({ ...BLANK, rule, level: levelOf(margin, 0), case: band, value, limit, margin, unit: '%' }));
  },
  sentence(f, s) {
    const { is, low, high } = f.case;
    if (is === 'class') return 'Class of the fastener is not known, so its clamp is not held against a proof load.';
    if (is === 'contact')
      return 'Clamp is not computed: it needs the torque figure and the diameter on which the seat bears.';
    const band = `Clamp ${s.force(low, 'down')} to ${s.force(high, 'up')}, at most ${roundTo(s.v, 0, 'up')} % of proof load`;
    return s.stop ? `${band}: past it. The figure, the class or the condition of the thread is wrong.` : `${band}.`;
  },
};
