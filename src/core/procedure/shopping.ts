import type { Plan } from '../document/document';
import { lockingOf, wheelLugs } from '../document/hardware';
import { seatInSentence } from '../document/labels';
import type { Numbers } from '../figures/numbers';
import { leastThread } from '../figures/ownThread';
import { formatThread, parseThread } from '../thread/designation';
import { formatLength, type UnitSystem } from '../units/format';

const threadName = (text: string): string => formatThread(parseThread('Thread', text));

/** Lengths that fit: the shortest rounded up, the longest down; open where what limits it is not measured. */
function lengths({ window: w }: Numbers, units: UnitSystem): string {
  if (w === null) return 'length not known yet';
  const from = formatLength(w.min, units, 'up');
  if (w.max === null) return `${from} or longer, how much longer is not measured`;
  if (w.max < w.min) return 'no length fits';
  return `${from} to ${formatLength(w.max, units, 'down')}`;
}

function threaded(n: Numbers, units: UnitSystem): string {
  const least = leastThread(n);
  return least === null ? '' : `, threaded ${formatLength(least, units, 'up')} or further`;
}

/** Outside of a socket that still enters every hole that was measured; nothing where none was. */
function socketText({ wheel }: Plan, units: UnitSystem): string {
  const holes = wheel.each.flatMap((w) => (w.lugHole ? [w.lugHole.value - w.lugHole.pm] : []));
  return holes.length === 0 ? '' : `, socket under ${formatLength(Math.min(...holes), units, 'down')} outside`;
}

const classText = (said: string): string => (said === 'unknown' ? 'class said on the bag' : `class ${said} or better`);

/**
 * What has to be bought for a choice, as limits and not as parts: pieces, thread, lengths that will do, seat, class,
 * socket. A limit never rounds toward danger. Fasteners that stay need nothing.
 * @param n the figures of the plan that the lines are of
 */
export function shoppingLines(plan: Plan, n: Numbers, units: UnitSystem): string[] {
  const { hub, spacer, fastener: f, wheel } = plan;
  if (hub.lugs === null) return [];
  const lines: string[] = [];
  if (spacer.thickness > 0) {
    const drilled =
      spacer.boltCircles === null
        ? 'drilling not said'
        : `${spacer.lugs ?? hub.lugs} × ${spacer.boltCircles.join(' / ')}`;
    const bore = spacer.bore === null ? 'bore not said' : `bore ${formatLength(spacer.bore, units)}`;
    const right = plan.rightSpacer === null ? '' : `, ${formatLength(plan.rightSpacer, units)} for the right`;
    lines.push(
      `2 × ${spacer.kind} ${spacer.kind === 'adapter' ? '' : 'spacer '}${formatLength(spacer.thickness, units)}${right}, ${drilled}, ${bore}`,
    );
  }
  const keyed = lockingOf(plan).is === 'piece';
  const pieces = (wheelLugs(plan) ?? hub.lugs) * 2;
  const count = keyed ? `${pieces - 2} and 2 locking ones` : String(pieces);
  const tail = socketText(plan, units);
  switch (f.kind) {
    case 'bolt':
      lines.push(
        `${count} × bolt ${threadName(hub.thread)}, ${lengths(n, units)} under the seat${threaded(n, units)}, ${seatInSentence(wheel.seat)}, ${classText(f.class)}${tail}`,
      );
      break;
    case 'stud':
      lines.push(
        `${pieces} × stud ${threadName(hub.thread)}, ${lengths(n, units)} out of the disc${threaded(n, units)}, ${classText(f.class)}`,
      );
      if (f.nut) lines.push(nutLine(f.nut, count, tail));
      break;
    case 'conversion':
      lines.push(
        `${pieces} × two-ended stud ${threadName(f.hubThread)} to ${threadName(f.outerThread)}, short end ${formatLength(f.shortEnd, units)}, ${lengths(n, units)} overall${threaded(n, units)}, ${classText(f.class)}`,
        nutLine(f.nut, count, tail),
      );
      break;
    case 'nuts':
      lines.push(nutLine(f.nut, count, tail));
      break;
    case 'original':
    case 'present':
      break;
  }
  return lines;
}

const nutLine = (nut: Extract<Plan['fastener'], { kind: 'nuts' }>['nut'], count: string, tail: string): string =>
  `${count} × ${nut.style} nut ${threadName(nut.thread)}, ${seatInSentence(nut.seat)}${tail}`;
