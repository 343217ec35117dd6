import { roundTo } from '../../units/round';
import type { Ok } from '../kit/cases';
import { BLANK, finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** The lowest clamp against an estimate of the need. Never blocks. */
export const jointNeed: Rule<'joint.need', Ok> = {
  ...PLAIN,
  id: 'joint.need',
  title: 'Clamp that is needed',
  statement: 'The lowest clamp of the band against an estimate of what carries braking and cornering.',
  formula: 'F ≥ µ_road·W·k/(µ_joint·n)',
  policy: ['roadFriction', 'loadFactor', 'jointFriction'],
  chosen: ['torque'],
  decidedBy: 'fastener',
  judge({ n: { joint: j } }, out) {
    if (j === null || j.needed === null) return;
    const [value, limit] = [j.clamp.low, j.needed];
    const margin = value - limit;
    out.push(
      finding({
        ...BLANK,
        rule: 'joint.need',
        level: margin < 0 ? 'caution' : 'note',
        value,
        limit,
        margin,
        unit: 'N',
      }),
    );
  },
  sentence: (f, s) =>
    `An estimate: at least ${s.force(s.v, 'down')} of clamp against ${s.force(f.limit ?? 0, 'up')} needed, ${roundTo(s.v / (f.limit ?? 1), 1, 'down')} times.`,
};
