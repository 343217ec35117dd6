import { threadLengthOf } from '../figures/ownThread';
import { formatLength, type UnitSystem } from '../units/format';
import type { Plan } from './document';
import { seatInSentence } from './labels';

type OnCarHub = Pick<Plan['hub'], 'fastening' | 'hardware' | 'boltLength' | 'original'>;

/**
 * The fasteners that were counted, by what they are: “original” only where the vehicle maker’s own were recorded for
 * the car. Whatever else hung there is called what it is, with the length that was read.
 * @param what “bolts”, “studs”, “nuts”
 * @param replaced others go in, so that these are the earlier ones
 */
export function onCarText(hub: OnCarHub, units: UnitSystem, what: string, replaced = false): string {
  if (hub.hardware === 'original') return `original ${what}`;
  const length =
    hub.fastening === 'bolt' && hub.boltLength !== null
      ? `, ${formatLength(hub.boltLength.value, units)} under the seat`
      : '';
  const whose = hub.hardware === 'unknown' ? ', not known whose' : '';
  return `${replaced ? `earlier ${what}` : `${what} already on it`}${length}${whose}`;
}

/** What holds the wheel, in words with its figures: “bolts 45.0 mm under the seat, ball R13, 28.0 mm of thread”. */
export function fastenerText(
  { fastener, hub }: Pick<Plan, 'fastener'> & { readonly hub: OnCarHub & Pick<Plan['hub'], 'nutStyle'> },
  units: UnitSystem,
): string {
  const threaded = threadLengthOf(fastener);
  const thread = threaded === null ? '' : `, ${formatLength(threaded, units)} of thread`;
  switch (fastener.kind) {
    case 'bolt':
      return `bolts ${formatLength(fastener.length, units)} under the seat, ${seatInSentence(fastener.seat)}${thread}`;
    case 'stud':
      return `studs ${formatLength(fastener.protrusion, units)} from the disc${thread}, ${(fastener.nut ?? { style: hub.nutStyle }).style} nuts`;
    case 'conversion':
      return `conversion studs ${formatLength(fastener.length, units)}, ${fastener.hubThread} in the hub, ${fastener.outerThread} outside${thread}, ${fastener.nut.style} nuts`;
    case 'nuts':
      return `${onCarText({ ...hub, fastening: 'stud' }, units, 'studs')}, ${fastener.nut.style} nuts${(fastener.nut.shankReach ?? 0) > 0 ? ` whose shank reaches ${formatLength(fastener.nut.shankReach ?? 0, units)} deeper` : ''}`;
    case 'original':
      return `original ${hub.fastening === 'bolt' ? 'bolts' : 'studs and nuts'}${hub.original?.length ? `, ${formatLength(hub.original.length.value, units)} ${hub.fastening === 'bolt' ? 'under the seat' : 'from the disc'}` : ''}`;
    case 'present':
      return hub.fastening === 'bolt'
        ? onCarText(hub, units, 'bolts')
        : `${onCarText(hub, units, 'studs')}, ${hub.nutStyle} nuts`;
  }
}
