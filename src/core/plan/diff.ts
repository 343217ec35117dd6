import type { Measured, Plan } from './document';
import { CORNER_LABEL } from './labels';
import { QUANTITIES, type QuantityId } from './quantities';
import { formatLength, formatTurns, type UnitSystem } from '../units/format';

/**
 * What changed between a frozen plan and the one that the same choice would make now, a line each: readings by name
 * and corner with both values, then vehicle and wheel data. Empty when nothing did.
 */
export function planChanges(frozen: Plan, now: Plan, units: UnitSystem): string[] {
  const changes: string[] = [];
  for (const q of QUANTITIES) {
    const show = (m: Measured): string => (m === null ? 'unmeasured' : q.kind === 'turns' ? formatTurns(m.value) : formatLength(m.value, units));
    const compare = (place: string, a: Measured, b: Measured): void => {
      if (a?.value !== b?.value || a?.pm !== b?.pm) changes.push(`${q.label}${place}: ${show(a)} then, ${show(b)} now.`);
    };
    if (q.scope === 'axle') compare('', axleReading(frozen, q.id), axleReading(now, q.id));
    else {
      for (const c of frozen.corners) {
        const other = now.corners.find((k) => k.corner === c.corner);
        compare(`, ${CORNER_LABEL[c.corner]}`, c[q.id as CornerQuantity], other?.[q.id as CornerQuantity] ?? null);
      }
    }
  }
  for (const c of frozen.corners) {
    const other = now.corners.find((k) => k.corner === c.corner);
    if (JSON.stringify(c.clock) !== JSON.stringify(other?.clock)) changes.push(`Loaded clearance by the clock, ${CORNER_LABEL[c.corner]}, changed.`);
  }
  const plain = (label: string, a: unknown, b: unknown): void => {
    if (JSON.stringify(a) !== JSON.stringify(b)) changes.push(`${label} changed.`);
  };
  plain('Name, wish or use', [frozen.title, frozen.wish, frozen.use], [now.title, now.wish, now.use]);
  plain('Thread', frozen.hub.thread, now.hub.thread);
  plain('Torque figure', frozen.hub.torque, now.hub.torque);
  plain('Seat', [frozen.hub.seat, frozen.wheel.seat], [now.hub.seat, now.wheel.seat]);
  plain('Material or class', [frozen.hub.threadMaterial, frozen.hub.fastenerClass, frozen.hub.internalTensile], [now.hub.threadMaterial, now.hub.fastenerClass, now.hub.internalTensile]);
  plain('Lugs, bolt circle or nuts', [frozen.hub.lugs, frozen.hub.boltCircle, frozen.hub.nutStyle, frozen.hub.lockingFastener, frozen.hub.fastening], [now.hub.lugs, now.hub.boltCircle, now.hub.nutStyle, now.hub.lockingFastener, now.hub.fastening]);
  plain('Wheel set', [frozen.wheel.name, frozen.wheel.tyre, frozen.wheel.offset], [now.wheel.name, now.wheel.tyre, now.wheel.offset]);
  plain('Policy', frozen.policy, now.policy);
  return changes;
}

type CornerQuantity = Exclude<QuantityId, 'stockBoltLength' | 'nutThread' | 'nutBlindDepth' | 'spigotDiameter' | 'wheelBore'>;

function axleReading(plan: Plan, id: QuantityId): Measured {
  if (id === 'wheelBore') return plan.wheel.bore;
  return plan.hub[id as 'stockBoltLength' | 'nutThread' | 'nutBlindDepth' | 'spigotDiameter'];
}
