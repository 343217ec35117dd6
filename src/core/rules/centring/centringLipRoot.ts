import { chamferByWheel, eachWheel } from '../../document/wheels';
import { type Result, result } from '../../figures/result';
import { type Missing, missing, type OfWheelCase, type Ok, ofWheel, type WheelBlank, wheelBlank } from '../kit/cases';
import type { Case } from '../kit/finding';
import { finding, judgeCorners, judgeWheels, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { wheelWords } from '../kit/say';
import { hasLip } from './centringShared';

interface LipUnknown extends Case {
  readonly is: 'lip';
}

/** A root that is taller than the chamfer stands the wheel proud, and it rocks. */
export const centringLipRoot: Rule<'centring.lip-root', Ok | Missing | OfWheelCase | WheelBlank | LipUnknown> = {
  ...PLAIN,
  id: 'centring.lip-root',
  title: 'Lip root and chamfer',
  statement:
    'The root of the spacer’s lip goes into the wheel’s bore chamfer; a taller root stands the wheel proud and it rocks.',
  formula: 'root ≤ chamfer depth',
  sources: ['geometry'],
  needs: ['chamferDepth'],
  chosen: ['lipRoot'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    if (!hasLip(plan)) return;
    const rule = 'centring.lip-root' as const;
    const limit = plan.spacer.lipRoot;
    if (limit === null) out.push(finding({ rule, level: 'unmeasured', case: { is: 'lip' } }));
    else if (chamferByWheel(plan.wheel)) {
      const wheels = eachWheel(plan.wheel, 'chamferDepth');
      out.push(judgeWheels({ rule, limit, wheels, of: ofWheel, blank: wheelBlank }));
    } else {
      const chamfer = (_: unknown, i: number): Result => {
        const m = plan.corners[i]?.chamferDepth ?? null;
        return m === null ? null : result(m.value, m.pm);
      };
      out.push(judgeCorners({ ...OVER, rule, limit, missing: missing('chamfer'), corners: n.corners, pick: chamfer }));
    }
  },
  sentence(f, s) {
    if (f.case.is === 'lip') return 'Needs the height of the spacer’s lip root.';
    if (f.case.is === 'missing') return s.needs(f.case.need);
    if (f.case.is === 'wheel-blank') return `Needs the bore chamfer of ${f.case.name}.`;
    const where = f.case.is === 'wheel' ? wheelWords(f.case.name) : s.at;
    return s.stop
      ? `The lip root of ${s.limit('up')} is taller than the ${s.value('down')} chamfer${where}: the wheel stands proud by ${s.shortBy()} and rocks.${s.error}`
      : `The chamfer of ${s.value('down')}${where} takes the spacer’s lip root of ${s.limit('up')}.${s.error}`;
  },
};
