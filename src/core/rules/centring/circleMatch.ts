import type { Plan } from '../../document/document';
import type { Case, Finding } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Which two drillings, and what of them nobody said. */
interface Drilling extends Case {
  readonly is: 'spacer' | 'wheel' | 'spacer-unknown' | 'wheel-unknown' | 'hub-unknown' | 'adapter-unknown';
  /** What the part has and what it has to go on, lugs and circle. */
  readonly part: string;
  readonly on: string;
}

const rule = 'circle.match' as const;

/** Bolt circles this near are one, mm: no two that are made lie nearer. Common practice, no source. */
const SAME = 0.05;

const drilled = (lugs: number, circles: readonly number[]): string => `${lugs} × ${circles.join(' / ')}`;

interface Pattern {
  readonly lugs: number | null;
  readonly circles: readonly number[] | null;
}

function compare(
  is: 'spacer' | 'wheel',
  part: Pattern,
  on: { readonly lugs: number | null; readonly circle: number | null },
): Finding {
  if (on.lugs === null || on.circle === null)
    return finding({ rule, case: { is: 'hub-unknown', part: is, on: '' } as Drilling });
  const { circle } = on;
  const onText = drilled(on.lugs, [circle]);
  if (part.lugs === null || part.circles === null || part.circles.length === 0)
    return finding({ rule, case: { is: `${is}-unknown`, part: '', on: onText } as Drilling });
  const same = part.lugs === on.lugs && part.circles.some((c) => Math.abs(c - circle) < SAME);
  const which: Drilling = { is, part: drilled(part.lugs, part.circles), on: onText };
  return finding({ rule, level: same ? 'pass' : 'stop', case: which });
}

/** What the wheel bolts to: the hub, or an adapter’s outer circle, with as many studs as it carries. */
const outerOf = ({ hub, spacer }: Plan): { readonly lugs: number | null; readonly circle: number | null } => ({
  lugs: hub.lugs === null ? null : (spacer.adapter?.lugs ?? hub.lugs),
  circle: spacer.adapter ? spacer.adapter.boltCircle : hub.boltCircle,
});

/** Lug count and bolt circle of hub, spacer and wheel agree. */
export const circleMatch: Rule<typeof rule, Drilling> = {
  ...PLAIN,
  id: rule,
  title: 'Lugs and bolt circle',
  statement:
    'A spacer is drilled for the hub’s lugs and bolt circle, and the wheel for the hub’s, or for an adapter’s outer circle.',
  formula: 'lugs = lugs, circle = circle',
  sources: ['geometry'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    const { hub, spacer, wheel } = plan;
    if (spacer.thickness > 0) {
      const part = { lugs: spacer.lugs, circles: spacer.boltCircles };
      out.push(compare('spacer', part, { lugs: hub.lugs, circle: hub.boltCircle }));
    }
    const circles = wheel.boltCircle === null ? null : [wheel.boltCircle];
    if (spacer.adapter?.boltCircle === null) {
      out.push(finding({ rule, case: { is: 'adapter-unknown', part: '', on: '' } as Drilling }));
      return;
    }
    out.push(compare('wheel', { lugs: wheel.lugs, circles }, outerOf(plan)));
  },
  sentence(f) {
    const { is, part, on } = f.case;
    switch (is) {
      case 'hub-unknown':
        return `Needs the hub’s lug count and bolt circle: the ${part} has to fit them.`;
      case 'adapter-unknown':
        return 'Needs the adapter’s outer bolt circle: the wheel has to fit it.';
      case 'spacer-unknown':
        return `Needs the spacer’s lug count and bolt circle: it has to fit a ${on} hub.`;
      case 'wheel-unknown':
        return `Needs the wheels’ lug count and bolt circle: they have to fit ${on}.`;
      default: {
        const text = `${is === 'spacer' ? 'Spacer' : 'Wheel'} ${part} on ${on}`;
        return f.level === 'stop'
          ? `${text}: these do not go together. A bolt forced in leans, and works loose.`
          : `${text}: they go together.`;
      }
    }
  },
};
