import { roundTo } from '../../units/round';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Need extends Case {
  /** After settling, or as tightened where hat and pad were not measured. */
  readonly is: 'settled' | 'new';
}

/** The lowest clamp against an estimate of the need. Never blocks. */
export const jointNeed: Rule<'joint.need', Need> = {
  ...PLAIN,
  id: 'joint.need',
  title: 'Clamp that is needed',
  statement:
    'The lowest clamp of the band, settled where hat and pad were measured, against an estimate of what carries braking and cornering.',
  formula: 'F ≥ µ_road·W·k/(µ_joint·n)',
  policy: ['roadFriction', 'loadFactor', 'jointFriction'],
  chosen: ['torque'],
  decidedBy: 'fastener',
  judge({ n: { joint: j } }, out) {
    if (j === null || j.needed === null) return;
    // What is left once it has settled carries the wheel.
    const settled = j.settled !== null;
    const [value, limit] = [j.settled ?? j.clamp.low, j.needed];
    const margin = value - limit;
    out.push(
      finding({
        rule: 'joint.need',
        case: { is: settled ? 'settled' : 'new' },
        level: margin < 0 ? 'caution' : 'note',
        value,
        limit,
        margin,
        unit: 'N',
      }),
    );
  },
  sentence: (f, s) =>
    `An estimate: at least ${s.force(s.v, 'down')} of clamp${f.case.is === 'settled' ? ' once it has settled' : ', before it settles,'} against ${s.force(f.limit ?? 0, 'up')} needed, ${roundTo(s.v / (f.limit ?? 1), 1, 'down')} times.`,
};
