import { WHEEL_FIELD } from '../document/blanks';
import type { Hub, Measured, Plan, PlanCorner, WheelEach } from '../document/document';
import { wheelTorque } from '../document/hardware';
import { CORNER_LABEL } from '../document/labels';
import { type Quantity, type QuantityId, quantity } from '../document/quantities';
import { pmText, readingText } from '../document/readingText';
import { type OnCar, spacerOn } from '../document/setup';
import { chamferByWheel } from '../document/wheels';
import { clearanceReserve } from '../figures/numbers';
import { ruleOf } from '../rules/index';
import type { Finding } from '../rules/kit/finding';
import type { Chosen } from '../rules/kit/rule';
import { formatLength, formatTorque, type UnitSystem } from '../units/format';

/** A figure that went into a finding, in words. */
export interface Input {
  readonly label: string;
  readonly text: string;
}

/**
 * A conversion stud’s joint is added up from positions, every other is calibrated by the count, and neither looks at
 * the other’s.
 */
const BY_COUNT: ReadonlySet<QuantityId> = new Set<QuantityId>(['turns', 'boltLength']);
const BY_POSITION: ReadonlySet<QuantityId> = new Set<QuantityId>(['rotorHat', 'nutGrip']);

/** A reading with the words for where it was taken. */
interface Taken {
  readonly place: string;
  readonly measured: Measured;
}

/** Where a plan keeps the readings of a quantity, as far as this finding looks at them. */
function takenOf(plan: Plan, q: Quantity, f: Finding): Taken[] {
  const corners = f.corner === null ? plan.corners : plan.corners.filter((c) => c.corner === f.corner);
  const byWheel = q.id === 'chamferDepth' ? chamferByWheel(plan.wheel) : q.scope === 'wheel';
  if (byWheel) {
    const field = WHEEL_FIELD[q.id] as Exclude<keyof WheelEach, 'name' | 'corner'>;
    return plan.wheel.each.map((w) => ({ place: `, ${w.name}`, measured: w[field] }));
  }
  if (q.id === 'originalLength') return [{ place: '', measured: plan.hub.original?.length ?? null }];
  if (q.id in plan.hub) return [{ place: '', measured: plan.hub[q.id as Extract<keyof Hub, 'nutThread'>] }];
  return corners.flatMap((c) => atCorner(c, q));
}

function atCorner(c: PlanCorner, q: Quantity): Taken[] {
  const place = `, ${CORNER_LABEL[c.corner]}`;
  const clock =
    q.id === 'loadedClearance'
      ? c.clock.map((h) => ({ place: `${place}, ${h.hour} o’clock`, measured: h.clearance }))
      : [];
  const measured = c[q.id as 'gap'];
  return clock.length > 0 && measured === null ? clock : [...clock, { place, measured }];
}

/**
 * The figures that were put into a finding: readings with their ±, the spacer, the fastener, each wheel. What nobody
 * measured says so; what does not belong to this hub is left out.
 */
export function inputsOf(plan: Plan, f: Finding, units: UnitSystem): Input[] {
  const rule = ruleOf(f.rule);
  const ofStack = rule.needs.includes('turns') && rule.needs.includes('nutGrip');
  const other = plan.fastener.kind === 'conversion' ? BY_COUNT : BY_POSITION;
  const out: Input[] = [];
  for (const id of rule.needsFor?.(f) ?? rule.needs) {
    const q = quantity(id);
    if (ofStack && other.has(id)) continue;
    if (q.fastening !== 'both' && q.fastening !== plan.hub.fastening) continue;
    for (const { place, measured } of takenOf(plan, q, f)) {
      if (measured === null && q.optional) continue;
      out.push({ label: `${q.label}${place}`, text: measuredText(q, measured, units) });
    }
  }
  for (const what of rule.chosenFor?.(f) ?? rule.chosen) out.push(...CHOSEN[what](plan, units));
  return out;
}

const length = (label: string, x: number | null, units: UnitSystem): Input[] =>
  x === null ? [] : [{ label, text: formatLength(x, units) }];

/** What was chosen and not measured. */
const CHOSEN: Readonly<Record<Chosen, (plan: Plan, units: UnitSystem) => Input[]>> = {
  spacer: ({ spacer }, units) => length('Spacer', spacer.thickness, units),
  fastener: ({ fastener: f }, units) => {
    if (f.kind === 'bolt') return length('Bolt, under the seat', f.length, units);
    if (f.kind === 'conversion') return length('Stud, overall', f.length, units);
    if (f.kind === 'stud') return length('New stud, protrusion', f.protrusion, units);
    return f.kind === 'nuts' ? length('Its thread begins deeper by', f.nut.shankReach, units) : [];
  },
  threadLength: ({ fastener: f }, units) => {
    if (!('threadLength' in f)) return [];
    const text = f.threadLength === null ? 'unmeasured' : formatLength(f.threadLength, units);
    return [{ label: 'Full thread on it', text }];
  },
  lipRoot: ({ spacer }, units) => length('Lip root', spacer.lipRoot, units),
  bore: ({ spacer }, units) => length('Spacer bore', spacer.bore, units),
  lip: ({ spacer }, units) => length('Lip diameter', spacer.lipDiameter, units),
  reserve: (plan, units) => length('Reserve', clearanceReserve(plan), units),
  camber: ({ camberChange }) =>
    camberChange === 0 ? [] : [{ label: 'Camber, more negative by', text: `${camberChange}°` }],
  torque: (plan, units) => {
    const torque = wheelTorque(plan);
    return torque === null ? [] : [{ label: 'Torque', text: formatTorque(torque.value, units) }];
  },
};

function measuredText(q: Quantity, m: Measured, units: UnitSystem): string {
  if (m === null) return 'unmeasured';
  const spacer = spacerOn(m as OnCar);
  const on =
    spacer === null
      ? ', with a spacer that is not known'
      : spacer > 0
        ? `, with a ${formatLength(spacer, units)} spacer on`
        : '';
  return `${readingText(q, m.value, units)} ± ${pmText(q, m.pm, units)}${on}`;
}
