import type { Plan } from '../../document/document';
import { eachWheel } from '../../document/wheels';
import { studBeyondFace } from '../../engagement/adapter';
import { type Missing, missing, type OfWheelCase, ofWheel, type WheelBlank, wheelBlank } from '../kit/cases';
import type { Case, Finding } from '../kit/finding';
import { finding, judgeWheels, stopOrBlank } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface NoPocket extends Case {
  readonly is: 'none';
}

const rule = 'adapter.pocket' as const;

/** @param beyond longest stud beyond the face with the errors of stud and plate, mm; the pocket's own comes off it */
function pocketsFor(plan: Plan, beyond: number): Finding {
  const limit = beyond + plan.policy.pocketMargin;
  const wheels = eachWheel(plan.wheel, 'pocketDepth');
  return judgeWheels({ rule, limit, wheels, of: ofWheel, blank: wheelBlank, inside: true });
}

/** The longest factory stud that was measured against the shallowest pocket of every wheel that can go on. */
export const adapterPocket: Rule<'adapter.pocket', OfWheelCase | WheelBlank | Missing | NoPocket> = {
  ...PLAIN,
  id: rule,
  title: 'Pockets for the factory studs',
  statement: 'Every wheel that can go on has pockets deeper than the factory studs stand beyond the adapter.',
  formula: 'pocket ≥ (Z − s) + 1.5 mm, each wheel, errors of stud, spacer and pocket inside',
  sources: ['geometry', 'common'],
  policy: ['pocketMargin', 'spacerPm'],
  needs: ['studProtrusion', 'pocketDepth'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    // Stud, thickness and pockets are enough: nothing of the adapter's own is asked.
    if (plan.spacer.kind !== 'adapter') return;
    let beyond = 0;
    let blank: Finding | null = null;
    for (const { studProtrusion: Z, corner } of plan.corners) {
      if (Z === null) {
        blank ??= finding({ rule, level: 'unmeasured', case: missing('protrusion'), unit: 'mm', corner });
        continue;
      }
      // Flush within the errors counts as standing out.
      beyond = Math.max(beyond, studBeyondFace(Z.value + Z.pm + plan.policy.spacerPm, plan.spacer.thickness));
    }
    const below = beyond === 0;
    const none = {
      rule,
      level: 'pass',
      case: { is: 'none' },
      value: 0,
      limit: 0,
      margin: 0,
      unit: 'mm',
    } as const;
    const found = stopOrBlank(below ? finding(none) : pocketsFor(plan, beyond), blank);
    if (found) out.push(found);
  },
  sentence(f, s) {
    switch (f.case.is) {
      case 'none':
        return 'The factory studs end below the adapter’s face. No pocket needed.';
      case 'missing':
        return s.needs(f.case.need);
      case 'wheel-blank':
        return `Needs the pocket depth of ${f.case.name || 'every wheel that can go on'}: no mark tells castings apart.`;
      case 'wheel':
        return s.stop
          ? `The pocket of ${f.case.name} is ${s.value('down')} deep, errors taken off; min ${s.limit('up')} for the factory studs. The wheel would sit on a stud. Thicker adapter, or a plain spacer with shank nuts.`
          : `The shallowest pocket, of ${f.case.name}, is ${s.value('down')} deep, errors taken off; min ${s.limit('up')} for the factory studs.`;
    }
  },
};
