import { type CountLacks, countedState, type OnSpacer } from '../../document/bare';
import type { Corner, Plan } from '../../document/document';
import { seatInSentence } from '../../document/labels';
import { quantity } from '../../document/quantities';
import type { Seat } from '../../document/vocabulary';
import { choiceLacks, fastenerSeat, usesCount } from '../../figures/counts';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface SetupCase extends Case {
  readonly is: CountLacks | 'unclear';
  /** Seat that was counted, and seat that is chosen. */
  readonly counted: Seat;
  readonly chosen: Seat;
  /** What was read in a setup that is not known; null where it is the count. */
  readonly quantity: OnSpacer | null;
}

const rule = 'reading.setup' as const;

/**
 * Readings that decide something by themselves: taken in a setup that is not known they are taken again, and not left
 * out in silence.
 */
const ASKED_AGAIN: ReadonlySet<OnSpacer> = new Set<OnSpacer>([
  'studProtrusion',
  'gap',
  'loadedClearance',
  'innerClearance',
]);

/** Corners whose count says nothing of this choice, each with why. */
function* lacking(plan: Plan): Generator<readonly [Corner | null, CountLacks]> {
  if (!usesCount(plan)) {
    for (const c of plan.corners) {
      const { lacks } = countedState(c);
      if (lacks === 'pad' || lacks === 'original') yield [lacks === 'pad' ? c.corner : null, lacks];
    }
    return;
  }
  // Where the chosen seat itself is not known the rule on seats asks for it.
  const lacks = choiceLacks(plan);
  if (lacks === 'part' || (lacks === 'seat' && fastenerSeat(plan) !== 'unknown')) yield [null, lacks];
  for (const c of plan.corners) {
    const { lacks: here } = countedState(c);
    if (here !== null) yield [here === 'original' ? null : c.corner, here];
  }
}

/** A count proves the setup in which it was taken, and what can be worked out from it: nothing else. */
export const readingSetup: Rule<typeof rule, SetupCase> = {
  ...PLAIN,
  id: rule,
  title: 'What was on for the count',
  statement:
    'A count of turns speaks of the spacer, the part, the seat and the wheel with which it was taken. Another wheel’s pad is carried over by measuring both; another seat or part is counted by hand.',
  formula: 'q′ = q + pad′ − pad, same seat, same part',
  sources: ['geometry', 'common'],
  needs: ['turns', 'padThickness', 'originalLength'],
  chosen: ['fastener'],
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const own = plan.hub.seat;
    const chosen = fastenerSeat(plan);
    const told = new Set<string>();
    for (const [corner, is] of lacking(plan)) {
      const key = `${is}/${corner}`;
      if (told.has(key)) continue;
      told.add(key);
      const which: SetupCase = { is, counted: own, chosen, quantity: null };
      out.push(finding({ rule, level: 'unmeasured', case: which, corner }));
    }
    for (const c of plan.corners)
      for (const id of countedState(c).unclear) {
        if (!ASKED_AGAIN.has(id) || told.has(`${id}/${c.corner}`)) continue;
        told.add(`${id}/${c.corner}`);
        const which: SetupCase = { is: 'unclear', counted: own, chosen, quantity: id };
        out.push(finding({ rule, level: 'unmeasured', case: which, corner: c.corner }));
      }
  },
  sentence(f, s) {
    switch (f.case.is) {
      case 'unclear':
        return `What was on is not known for the reading of ${quantity(f.case.quantity ?? 'gap').label}${s.at}. Take it again, or withdraw it.`;
      case 'spacer':
        return `The spacer that was on for the count${s.at} is not known. Count again and enter what is on.`;
      case 'part':
        return `The count${s.at} was taken with another part. Count the one that is chosen, or choose the one that was counted.`;
      case 'wheel':
        return `The wheel that was on for the count${s.at} is not known. Count again and enter which wheels are on.`;
      case 'pad':
        return `Needs the pad to seat depth of every wheel that can go on, and of the one that was counted${s.at}: another pad changes the engagement.`;
      case 'seat':
        return f.case.counted === 'unknown'
          ? 'Needs the seat of what was counted: the count holds for one seat only.'
          : `Counted on a ${seatInSentence(f.case.counted)} seat${s.at}; ${seatInSentence(f.case.chosen)} sits at another depth. Turn the new part in by hand and enter its count.`;
      case 'original':
        return 'The original part was never measured on this car. Measure its length before it goes back on.';
    }
  },
};
