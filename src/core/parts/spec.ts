import { seatInSentence } from '../document/labels';
import { formatThread, parseThread } from '../thread/designation';
import { formatLength, type UnitSystem } from '../units/format';
import type { CatalogueItem } from './catalogue';
import type { OtherPart } from './other';

const threadName = (text: string): string => formatThread(parseThread('Thread', text));

function otherText(o: OtherPart, len: (x: number) => string): string {
  switch (o.what) {
    case 'ring':
      return `centring ring, ${len(o.outside)} outside, ${len(o.inside)} inside`;
    case 'socket':
      return `socket ${len(o.size)}, ${o.outside === null ? 'outside not measured' : `${len(o.outside)} outside`}`;
    case 'key':
      return `locking key, ${o.pattern}`;
    case 'locker':
      return `thread locker, ${o.grade}, ${o.cureHours === null ? 'cure time not read' : `cures in ${o.cureHours} h`}`;
    case 'consumable':
      return o.dryMinutes === null ? 'consumable' : `consumable, dries in ${o.dryMinutes} min`;
  }
}

/** What a part is, in a line. */
export function specOf(item: CatalogueItem, units: UnitSystem): string {
  const len = (x: number) => formatLength(x, units);
  switch (item.kind) {
    case 'spacer':
      return `${len(item.spacer.thickness)}, ${item.spacer.kind}, ${item.spacer.lugs ?? '?'} × ${(item.spacer.boltCircles ?? []).map(len).join(' / ')}${item.spacer.bore === null ? '' : `, bore ${len(item.spacer.bore)}`}`;
    case 'other':
      return otherText(item.other, len);
    case 'nut':
      return `${threadName(item.nut.thread)}, ${item.nut.style}, ${seatInSentence(item.nut.seat)}${(item.nut.shankReach ?? 0) > 0 ? `, shank reaches ${len(item.nut.shankReach ?? 0)}` : ''}`;
    default: {
      const thread =
        item.fastener.threadLength === null ? 'thread length not known' : `thread ${len(item.fastener.threadLength)}`;
      if (item.fastener.kind === 'conversion') {
        return `${threadName(item.thread)} in the hub, ${threadName(item.fastener.outerThread)} outside, ${len(item.fastener.length)}, short end ${len(item.fastener.shortEnd)}, ${thread}, class ${item.fastener.class}`;
      }
      return `${threadName(item.thread)}, ${len(item.fastener.kind === 'stud' ? item.fastener.protrusion : item.fastener.length)}, ${thread}, class ${item.fastener.class}${item.fastener.kind === 'bolt' ? `, ${seatInSentence(item.fastener.seat)}` : ''}`;
    }
  }
}
