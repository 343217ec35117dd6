import { threadLengthOf } from '../figures/ownThread';
import { formatLength, type UnitSystem } from '../units/format';
import type { Plan } from './document';
import { seatInSentence } from './labels';

/** What holds the wheel, in words with its figures: “bolts 45.0 mm under the seat, ball R13, 28.0 mm of thread”. */
export function fastenerText(
  { fastener, hub }: Pick<Plan, 'fastener'> & { readonly hub: Pick<Plan['hub'], 'fastening' | 'nutStyle'> },
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
      return `stock studs, ${fastener.nut.style} nuts${fastener.nut.shankReach > 0 ? ` whose shank reaches ${formatLength(fastener.nut.shankReach, units)} deeper` : ''}`;
    case 'stock':
      return hub.fastening === 'bolt' ? 'stock bolts' : `stock studs, ${hub.nutStyle} nuts`;
  }
}
