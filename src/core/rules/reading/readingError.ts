import { WHEEL_FIELD } from '../../document/blanks';
import type { Corner, Measured, PlanCorner } from '../../document/document';
import { CORNER_LABEL } from '../../document/labels';
import { QUANTITIES, type Quantity, type QuantityId, quantity } from '../../document/quantities';
import { pmText } from '../../document/readingText';
import type { Case, Finding } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Which reading it is, and of which wheel. */
interface TooWide extends Case {
  readonly is: 'too-wide';
  readonly quantity: QuantityId;
  readonly wheel: string | null;
}

interface Place {
  readonly corner: Corner | null;
  readonly wheel: string | null;
}

type Readings = Readonly<Record<string, unknown>>;

function tell(q: Quantity, widest: number, m: Measured | undefined, { corner, wheel }: Place): Finding[] {
  if (typeof m !== 'object' || m === null || m.pm <= widest + 1e-9) return [];
  const which: TooWide = { is: 'too-wide', quantity: q.id, wheel };
  return [
    finding({
      rule: 'reading.error',
      case: which,
      value: m.pm,
      limit: widest,
      margin: widest - m.pm,
      corner,
    }),
  ];
}

const known = new WeakMap<object, readonly Finding[]>();

/** What is too wide among the readings of one hub, corner or wheel; kept with it, because a search judges the same ones over and over. */
function tooWide(of: object, place: Place, fieldOf: (q: Quantity) => string | undefined): readonly Finding[] {
  let found = known.get(of);
  if (found === undefined) {
    found = JUDGED.flatMap((q) => {
      const field = fieldOf(q);
      return field === undefined ? [] : tell(q, q.widest as number, (of as Readings)[field] as Measured, place);
    });
    known.set(of, found);
  }
  return found;
}

function clockTooWide(c: PlanCorner): Finding[] {
  const q = quantity('loadedClearance');
  const place = { corner: c.corner, wheel: null };
  return c.clock.flatMap((h) => tell(q, q.widest as number, h.clearance, place));
}

const JUDGED = QUANTITIES.filter((q) => q.widest !== null && q.id !== 'gapFitted' && q.id !== 'socketSize');
const ofHub = (q: Quantity): string => q.id;
const ofCorner = (q: Quantity): string | undefined => (q.scope === 'corner' ? q.id : undefined);
const ofWheel = (q: Quantity): string | undefined => WHEEL_FIELD[q.id];
const AXLE: Place = { corner: null, wheel: null };

/** Every figure that was read with an error too wide to be a measurement, whatever else is made of it. */
export const readingError: Rule<'reading.error', TooWide> = {
  ...PLAIN,
  id: 'reading.error',
  title: 'Error of a reading',
  statement:
    'A figure that is known no better than this is no measurement: the joint to 1 mm, turns to a half, gap, clearance and arch to 5 mm, camber to half a degree. Repeats are inside their band, every one of them; two that differ by more are not outvoted by a third.',
  formula: '± ≤ widest error of the quantity',
  decidedBy: 'car',
  judge({ plan }, out) {
    out.push(...tooWide(plan.hub, AXLE, ofHub));
    for (const w of plan.wheel.each) out.push(...tooWide(w, { corner: null, wheel: w.name }, ofWheel));
    for (const c of plan.corners) {
      out.push(...tooWide(c, { corner: c.corner, wheel: null }, ofCorner));
      if (c.clock.length > 0) out.push(...clockTooWide(c));
    }
  },
  sentence(f, s) {
    const q = quantity(f.case.quantity);
    const corner = f.corner ? `, ${CORNER_LABEL[f.corner]}` : '';
    const where = f.case.wheel ? `, ${f.case.wheel}` : corner;
    const [pm, widest] = [pmText(q, s.v, s.units), pmText(q, f.limit ?? 0, s.units)];
    return `${q.label}${where}: known to ±${pm}, and more than ±${widest} is no measurement. Measure again, or take back the reading that is wrong.`;
  },
};
