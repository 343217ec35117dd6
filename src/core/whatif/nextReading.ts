import { WHEEL_FIELD } from '../document/blanks';
import type { Corner, Plan } from '../document/document';
import { type Quantity, type QuantityId, quantitiesFor } from '../document/quantities';
import { assess } from '../evaluate/evaluate';
import type { Finding } from '../rules/kit/finding';

export interface NextReading {
  readonly quantity: QuantityId;
  /** Findings that are unmeasured now and could be judged with it. */
  readonly settles: number;
  /** By itself it settles nothing: so many once the others that are open are read as well. */
  readonly together: boolean;
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

interface Found extends NextReading {
  readonly optional: boolean;
}

/** One that may be left out never leads while one that is needed would settle something. */
const inOrder = (found: readonly Found[]): Found[] =>
  [...found].sort((a, b) => Number(a.optional) - Number(b.optional) || b.settles - a.settles);

/**
 * Readings that settle nothing one by one and something together, such as a stud and the pocket that it ends in: with
 * all of them read, what each one would leave open.
 * @param alone those that settle something by themselves
 */
function settlingTogether(plan: Plan, asked: readonly Quantity[], alone: ReadonlySet<QuantityId>): Found[] {
  const all = (but: Quantity | null): Plan => asked.reduce((p, q) => (q === but ? p : (withReading(p, q) ?? p)), plan);
  const least = open(assess(all(null)).findings);
  return asked.flatMap((q) => {
    if (alone.has(q.id) || withReading(plan, q) === null) return [];
    const settles = open(assess(all(q)).findings) - least;
    return settles > 0 ? [{ quantity: q.id, settles, together: true, optional: q.optional === true }] : [];
  });
}

/**
 * Readings that let more rules be judged, each taken at every corner or wheel where it is blank: those that are needed
 * first, then by how much they settle, then in the order of the trade; after them those that settle something only
 * together. Empty where no reading would settle anything.
 * @param corner only readings that this corner still lacks
 */
export function settlingReadings(plan: Plan, corner?: Corner): NextReading[] {
  const now = open(assess(plan).findings);
  if (now === 0) return [];
  const there = plan.corners.find((c) => c.corner === corner);
  const asked = quantitiesFor(plan.hub, plan.jobType).filter(
    (q) => !(there && q.scope === 'corner' && q.id in there && there[q.id as 'gap'] !== null),
  );
  const found: Found[] = [];
  for (const q of asked) {
    const then = withReading(plan, q);
    if (then === null) continue;
    const settles = now - open(assess(then).findings);
    if (settles > 0) found.push({ quantity: q.id, settles, together: false, optional: q.optional === true });
  }
  const alone = new Set(found.map((f) => f.quantity));
  return [...inOrder(found), ...inOrder(settlingTogether(plan, asked, alone))].map(({ optional: _, ...read }) => read);
}

/** The single next reading that lets most rules be judged; null where no reading would settle anything. */
export const nextReading = (plan: Plan, corner?: Corner): NextReading | null =>
  settlingReadings(plan, corner)[0] ?? null;
