import { formatLength, type UnitSystem } from '../units/format';
import { seatInSentence, THREAD_MATERIAL_LABEL } from './labels';
import type { OwnFasteners } from './ownFasteners';

export const OWN_LOCKING_LABEL: Readonly<Record<OwnFasteners['locking'], string>> = {
  plain: 'Plain',
  one: 'One locking a wheel',
  every: 'Every one keyed',
};

/** What is known of them, in words: “every one keyed, key B2 in the boot, socket 21.0 mm, cone 60°, black, steel”. */
export function ownText(own: OwnFasteners, units: UnitSystem): string {
  const key = own.locking === 'plain' ? '' : own.key === '' ? ', key not said' : `, key ${own.key}`;
  return [
    `${OWN_LOCKING_LABEL[own.locking].toLowerCase()}${key}`,
    ...(own.socket === null ? [] : [`socket ${formatLength(own.socket, units)}`]),
    ...(own.seat === 'unknown' ? [] : [seatInSentence(own.seat)]),
    ...(own.finish === '' ? [] : [own.finish]),
    ...(own.material === 'unknown' ? [] : [THREAD_MATERIAL_LABEL[own.material].toLowerCase()]),
  ].join(', ');
}
