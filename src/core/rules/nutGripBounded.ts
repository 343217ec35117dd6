import type { Case } from './finding';
import { BLANK, finding } from './make';
import { PLAIN, type Rule } from './rule';

interface What extends Case {
  readonly is: 'bolt' | 'stud';
}

/** A count that used up its mate only bounds the grip. */
export const nutGripBounded: Rule<'nut.grip-bounded', What> = {
  ...PLAIN,
  id: 'nut.grip-bounded',
  title: 'Count used up the thread',
  statement: 'The fastener was threaded over its whole mate, so the count only bounds the grip.',
  formula: 'E = Ln or E = Dt',
  sources: ['geometry'],
  chosen: ['fastener'],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    const at = n.corners.find((c) => c.gripBounded);
    if (!at) return;
    out.push(
      finding({
        ...BLANK,
        rule: 'nut.grip-bounded',
        level: 'note',
        case: { is: plan.hub.fastening },
        corner: at.corner,
      }),
    );
  },
  sentence: (f, s) =>
    f.case.is === 'bolt'
      ? `The count${s.at} used the whole tapped depth, so the bolt may already stand through. Measure its tip before ordering longer ones.`
      : `The count${s.at} used the whole nut, so the stud may reach further than the count shows.`,
};
