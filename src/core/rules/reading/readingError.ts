import { WHEEL_FIELD } from '../../document/blanks';
import type { Corner, Measured, Plan, PlanCorner } from '../../document/document';
import { CORNER_LABEL } from '../../document/labels';
import { QUANTITIES, type Quantity, type QuantityId, quantity } from '../../document/quantities';
import { pmText } from '../../document/readingText';
import type { Case, Finding } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Which reading it is, and of which wheel. */
interface TooWide extends Case {
  readonly is: 'too-wide' | 'set' | 'original' | 'marked-fastener' | 'marked-spacer';
  readonly quantity: QuantityId;
  readonly wheel: string | null;
}

interface Place {
  readonly corner: Corner | null;
  readonly wheel: string | null;
  /** What it was read of, where that is no reading of this visit. */
  readonly is?: TooWide['is'];
}

type Readings = Readonly<Record<string, unknown>>;

function tell(
  q: Quantity,
  widest: number,
  m: Measured | undefined,
  { corner, wheel, is = 'too-wide' }: Place,
): Finding[] {
  if (typeof m !== 'object' || m === null || m.pm <= widest + 1e-9) return [];
  const which: TooWide = { is, quantity: q.id, wheel };
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

/**
 * What is found of one hub, corner, wheel or set is kept with it, because a search judges the same ones over and over.
 */
function once<T extends object>(of: T, find: (of: T) => readonly Finding[]): readonly Finding[] {
  let found = known.get(of);
  if (found === undefined) {
    found = find(of);
    known.set(of, found);
  }
  return found;
}

/** What is too wide among the readings of one hub, corner or wheel. */
const tooWide = (of: object, place: Place, fieldOf: (q: Quantity) => string | undefined): Finding[] =>
  JUDGED.flatMap((q) => {
    const field = fieldOf(q);
    return field === undefined ? [] : tell(q, q.widest as number, (of as Readings)[field] as Measured, place);
  });

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

const ofWholeHub = (hub: Plan['hub']): Finding[] => [...tooWide(hub, AXLE, ofHub), ...ofOriginal(hub)];

const wide = (id: QuantityId, m: Measured | undefined, place: Place): Finding[] => {
  const q = quantity(id);
  return tell(q, q.widest as number, m, place);
};

/** Figures of the wheels as a set, which stand for each wheel that was not measured by itself. */
function ofSet(wheel: Plan['wheel']): Finding[] {
  const place: Place = { corner: null, wheel: wheel.name, is: 'set' };
  return [
    ...wide('wheelBore', wheel.bore, place),
    ...wide('boreRecess', wheel.boreRecess, place),
    ...wide('padThickness', wheel.padThickness, place),
  ];
}

/**
 * The original part as recorded. A part that was tried by hand stands in for what was counted, and is judged as that.
 */
function ofOriginal({ original, fastening }: Plan['hub']): Finding[] {
  if (original === null) return [];
  const recorded: Place = { corner: null, wheel: null, is: 'original' };
  return [
    ...wide('originalLength', original.length, recorded),
    ...wide('pilotNose', original.nose, recorded),
    ...wide(fastening === 'bolt' ? 'boltThread' : 'studThread', original.threadLength, recorded),
  ];
}

const asMarked = (is: TooWide['is'], pm: number, id: QuantityId): Finding[] =>
  wide(id, { value: 0, pm }, { corner: null, wheel: null, is });

/** Marked sizes of what is new, which the shop’s policy takes to some error. */
function ofMarked({ fastener, spacer, policy }: Plan, out: Finding[]): void {
  const brings = fastener.kind !== 'present' && fastener.kind !== 'original';
  if (brings && policy.fastenerPm > MARKED) out.push(...asMarked('marked-fastener', policy.fastenerPm, 'boltLength'));
  if (spacer.thickness > 0 && policy.spacerPm > MARKED)
    out.push(...asMarked('marked-spacer', policy.spacerPm, 'padThickness'));
}

/** The widest error of a length of the joint, mm. */
const MARKED = quantity('boltLength').widest as number;

/** Every figure that was read with an error too wide to be a measurement, whatever else is made of it. */
export const readingError: Rule<'reading.error', TooWide> = {
  ...PLAIN,
  id: 'reading.error',
  title: 'Error of a reading',
  statement:
    'A figure that is known no better than this is no measurement: the joint to 1 mm, turns to a half, gap, clearance and arch to 5 mm, camber to half a degree. Repeats are inside their band, every one of them; two that differ by more are not outvoted by a third. Figures of wheel sets, of the recorded original part, of parts that were tried, and marked sizes are held to the same.',
  formula: '± ≤ widest error of the quantity',
  decidedBy: 'car',
  judge({ plan }, out) {
    out.push(...once(plan.hub, ofWholeHub), ...once(plan.wheel, ofSet));
    ofMarked(plan, out);
    for (const w of plan.wheel.each) out.push(...once(w, () => tooWide(w, { corner: null, wheel: w.name }, ofWheel)));
    for (const c of plan.corners) {
      out.push(...once(c, () => tooWide(c, { corner: c.corner, wheel: null }, ofCorner)));
      if (c.clock.length > 0) out.push(...clockTooWide(c));
    }
  },
  sentence(f, s) {
    const q = quantity(f.case.quantity);
    const corner = f.corner ? `, ${CORNER_LABEL[f.corner]}` : '';
    const where = f.case.wheel ? `, ${f.case.wheel}` : corner;
    const [pm, widest] = [pmText(q, s.v, s.units), pmText(q, f.limit ?? 0, s.units)];
    const toPm = `±${pm}, and more than ±${widest} is no measurement.`;
    switch (f.case.is) {
      case 'set':
        return `${q.label} of the set ${f.case.wheel}: known to ${toPm} Measure the wheels.`;
      case 'original':
        return `${q.label} of the recorded original part: known to ${toPm} Measure it again before it counts.`;
      case 'marked-fastener':
        return `New fasteners are taken to ${toPm} Measure one of each bag and set the policy to that.`;
      case 'marked-spacer':
        return `Spacers are taken to ${toPm} Measure the spacer and set the policy to that.`;
      default:
        break;
    }
    return `${q.label}${where}: known to ${toPm} Measure again, or undo the reading that is wrong.`;
  },
};
