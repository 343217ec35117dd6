import { WHEEL_FIELD } from '../document/blanks';
import type { Corner, Plan } from '../document/document';
import { type Quantity, type QuantityId, quantitiesFor } from '../document/quantities';
import { assess } from '../evaluate/evaluate';
import type { Finding } from '../rules/kit/finding';

export interface NextReading {
  readonly quantity: QuantityId;
  /** Findings that are unmeasured now and could be judged with it. */
  readonly settles: number;
}

/** A figure that could have been read: only whether a rule can be judged is looked at, and not how. */
const SOME: Readonly<Partial<Record<QuantityId, number>>> = {
  turns: 10,
  nutGrip: 8,
  pilotNose: 0,
  lockingShorter: 0,
  rotorHat: 7,
  chamferDepth: 1,
};
const someOf = (q: Quantity): number => SOME[q.id] ?? (q.min + q.max) / 2;

/** The plan as if a quantity had been read wherever it is blank; null where it is blank nowhere. */
function withReading(plan: Plan, q: Quantity): Plan | null {
  const read = { value: someOf(q), pm: 0 };
  const field = WHEEL_FIELD[q.id];
  if (field) {
    const set = field === 'bore' || field === 'boreRecess' || field === 'padThickness' ? plan.wheel[field] : null;
    if (
      plan.wheel.each.every((w) => w[field] !== null) ||
      (set !== null && plan.wheel.each.every((w) => w[field] === null))
    )
      return null;
    return {
      ...plan,
      wheel: { ...plan.wheel, each: plan.wheel.each.map((w) => (w[field] === null ? { ...w, [field]: read } : w)) },
    };
  }
  if (q.id in plan.hub) {
    const had = plan.hub[q.id as 'nutThread'];
    const plain = q.id === 'wheelLoad' || q.id === 'socketOutside' || q.id === 'contactDiameter';
    const said = q.kind === 'yes-no' ? true : plain ? read.value : read;
    return had === null ? { ...plan, hub: { ...plan.hub, [q.id]: said } } : null;
  }
  const value = q.id === 'capDab' ? { untouched: true } : q.kind === 'yes-no' ? true : read;
  const blank = (c: Plan['corners'][number]): boolean =>
    c[q.id as 'gap'] === null && (q.id !== 'loadedClearance' || c.clock.length === 0);
  if (!plan.corners.some(blank)) return null;
  return { ...plan, corners: plan.corners.map((c) => (blank(c) ? { ...c, [q.id]: value } : c)) };
}

const open = (findings: readonly Finding[]): number =>
  findings.filter((f) => f.level === 'unmeasured' && !f.rule.startsWith('reading.')).length;

/**
 * Readings that let more rules be judged, each taken at every corner or wheel where it is blank: those that are needed
 * first, then by how much they settle, then in the order of the trade. Empty where no reading by itself would settle
 * anything.
 * @param corner only readings that this corner still lacks
 */
export function settlingReadings(plan: Plan, corner?: Corner): NextReading[] {
  const now = open(assess(plan).findings);
  if (now === 0) return [];
  const found: (NextReading & { readonly optional: boolean })[] = [];
  for (const q of quantitiesFor(plan.hub, plan.jobType)) {
    const there = plan.corners.find((c) => c.corner === corner);
    if (there && q.scope === 'corner' && q.id in there && there[q.id as 'gap'] !== null) continue;
    const then = withReading(plan, q);
    if (then === null) continue;
    const settles = now - open(assess(then).findings);
    if (settles > 0) found.push({ quantity: q.id, settles, optional: q.optional === true });
  }
  // One that may be left out never leads while one that is needed would settle something.
  return found
    .sort((a, b) => Number(a.optional) - Number(b.optional) || b.settles - a.settles)
    .map(({ quantity, settles }) => ({ quantity, settles }));
}

/** The single next reading that lets most rules be judged; null where no reading would settle anything. */
export const nextReading = (plan: Plan, corner?: Corner): NextReading | null =>
  settlingReadings(plan, corner)[0] ?? null;
