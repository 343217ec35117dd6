import type { Plan } from '@/core/document/document';
import { wheelTorque } from '@/core/document/hardware';
import { CONDITION_LABEL } from '@/core/document/labels';
import { assess } from '@/core/evaluate/evaluate';
import { formatForce, formatTorque, type UnitSystem } from '@/core/units/format';

export interface ClampSaid {
  readonly joint: string;
  readonly band: string | null;
  readonly lines: readonly string[];
}

/**
 * What the wheel's figure clamps by this plan, a fastener, with what it rests on. It explains the figure and never
 * changes it: a greased thread clamps more at the same torque, and the figure stays as the maker has it. Empty without
 * a figure.
 */
export function clampSaid(plan: Plan, units: UnitSystem): ClampSaid[] {
  const torque = wheelTorque(plan);
  if (torque === null) return [];
  const joint = assess(plan).numbers.joint;
  const what = `Wheel, ${formatTorque(torque.value, units)} on ${CONDITION_LABEL[plan.hub.condition].toLowerCase()}`;
  if (joint === null)
    return [{ joint: what, band: null, lines: ['The contact of the seat was not measured, so nobody can say.'] }];
  const force = (n: number, way: 'up' | 'down'): string => formatForce(n, units, way);
  return [
    {
      joint: what,
      band: `${force(joint.clamp.low, 'down')} to ${force(joint.clamp.high, 'up')} a fastener`,
      lines: [
        'Friction and the wrench’s own scatter make the band; the torque is one figure all the same.',
        ...(joint.proofShare === null
          ? ['The class of what goes in is not known.']
          : [`At its most ${Math.ceil(joint.proofShare * 100)} % of what its class holds without stretching.`]),
        ...(joint.settled === null
          ? []
          : [`Once it has settled at least ${force(joint.settled, 'down')}: that is why it is checked again.`]),
        ...(joint.needed === null ? [] : [`By the wheel’s load about ${force(joint.needed, 'up')} is wanted.`]),
        'It explains the figure. Nothing here changes it.',
      ],
    },
  ];
}
