import type { Plan } from '../document/document';
import { fastenerText, onCarText } from '../document/fastenerText';
import { lockingOf, ownThatGoOn, wheelLugs, wheelTorque } from '../document/hardware';
import { seatInSentence } from '../document/labels';
import { ownText } from '../document/ownText';
import { formatThread, parseThread } from '../thread/designation';
import { formatLength, type UnitSystem } from '../units/format';
import { hasPlate, looseName } from './jobKind';
import { type Step, step, torqueText } from './step';

const threadName = (text: string): string => formatThread(parseThread('Thread', text));

/** Both plates, or each with its side where they differ. */
function plates({ spacer, rightSpacer }: Plan, plate: string, mm: (x: number) => string): string {
  if (rightSpacer === null || rightSpacer === spacer.thickness) return `2 × ${plate} ${mm(spacer.thickness)}`;
  return `${plate} ${mm(spacer.thickness)} for the left, ${mm(rightSpacer)} for the right`;
}

const drilled = ({ spacer }: Plan): string =>
  spacer.lugs === null || spacer.boltCircles === null ? '' : `, ${spacer.lugs} × ${spacer.boltCircles.join(' / ')}`;

/** How what goes on looks, after some words; nothing where nobody minds. */
const looks = ({ finish }: Plan, after: string): string => (finish === undefined ? '' : `${after}${finish}`);

/** The bolts or nuts that belong to the wheels, where they go on: in the place of whatever is on the car. */
function ownCounted(plan: Plan, count: number, units: UnitSystem): Step | null {
  const own = ownThatGoOn(plan);
  if (!own) return null;
  const text = `${count} × ${own.piece} of “${plan.wheel.name}”: ${ownText(own, units)}. The ones that were counted; all present, threads clean.`;
  return step('kit.stock', text, true);
}

/** What the wheels have of their own while others go on. */
function ownLines({ wheel: { own, name }, fastener }: Plan, units: UnitSystem): Step[] {
  if (!own || fastener.kind === 'present') return [];
  const text = `“${name}” has ${own.piece}s of its own (${ownText(own, units)}): they stay with the wheels, bagged and labelled. What this list says goes on instead.`;
  return [step('kit.own', text, true)];
}

/** What the other wheel sets need that this job prepares as well, one line a set. */
function alsoLines({ also = [], fastener }: Plan, count: number, units: UnitSystem): Step[] {
  return also.map(({ name, own }, i) => {
    const goesOn = own && fastener.kind === 'present';
    const what = goesOn
      ? `${count} × ${own.piece} of their own (${ownText(own, units)}): all present, threads clean, bagged and labelled “${name}”.`
      : `what this list puts on holds them too. Their socket tried in their own lug hole${own ? `; their own ${own.piece}s stay bagged and labelled` : ''}.`;
    return step(`kit.also.${i + 1}`, `“${name}”, prepared as well: ${what}`, true);
  });
}

/** @param keyed one piece a wheel of what goes on is */
function keyLines(plan: Plan, keyed: boolean): Step[] {
  const own = ownThatGoOn(plan);
  if (own?.locking === 'every') {
    const text = `Key in hand${own.key === '' ? '' : `, ${own.key}`}, and it fits every ${own.piece}: each one is keyed.`;
    return [step('kit.key', text, true)];
  }
  if (!plan.hub.lockingFastener && !keyed && own?.locking !== 'one') return [];
  return [step('kit.key', 'Locking key in hand, and it fits the locking fastener.', true)];
}

/**
 * Kit to have on the trolley before the car is lifted. Every line is a hold point: a wheel off with the wrong nuts on
 * the trolley is a wheel refitted twice. Common practice, no source.
 * @param units in which lengths and torques are written; a length that is needed is rounded up, a size as it is marked
 * to nearest
 */
export function kitList(plan: Plan, units: UnitSystem = 'metric'): Step[] {
  const { hub, spacer, fastener } = plan;
  const torque = wheelTorque(plan);
  // A plan whose lugs nobody counted never goes forward.
  const count = (wheelLugs(plan) ?? 0) * 2;
  // One piece a wheel is keyed: it is counted by itself, because the bags look alike.
  const keyed = lockingOf(plan).is === 'piece';
  const of = (what: string): string => (keyed ? `${count - 2} × ${what} and 2 locking ones` : `${count} × ${what}`);
  const loose = looseName(plan);
  const mm = (x: number): string => formatLength(x, units);
  // What the bag is held against besides the length: a plain shank that is too long looks the same in the hand.
  const threaded = (x: number | null): string =>
    x === null ? '' : `, ${formatLength(x, units, 'up')} of thread from the tip`;
  const plate = spacer.kind === 'adapter' ? 'adapter' : 'spacer';
  const kit = hasPlate(plan)
    ? [
        step(
          'kit.spacers',
          `${plates(plan, plate, mm)}${spacer.kind === 'adapter' ? '' : `, ${spacer.kind}`}${drilled(plan)}. Same make, both measured.`,
          true,
        ),
      ]
    : [];
  switch (fastener.kind) {
    case 'bolt':
      kit.push(
        step(
          'kit.bolts',
          `${of('bolt')} ${threadName(hub.thread)}, ${mm(fastener.length)} under the seat${threaded(fastener.threadLength)}${looks(plan, ', ')}. Count them, measure one of each bag.`,
          true,
        ),
      );
      break;
    case 'stud':
      kit.push(
        step(
          'kit.studs',
          `${count} × stud ${threadName(hub.thread)}, ${mm(fastener.protrusion)} protrusion${threaded(fastener.threadLength)}. Count them, measure one of each bag.`,
          true,
        ),
      );
      break;
    case 'conversion':
      kit.push(
        step(
          'kit.studs',
          `${count} × conversion stud ${threadName(fastener.hubThread)} to ${threadName(fastener.outerThread)}, ${mm(fastener.length)} overall, short end ${mm(fastener.shortEnd)}${threaded(fastener.threadLength)}. Count them, read both threads.`,
          true,
        ),
        step(
          'kit.locker',
          'Thread locker, medium strength: high strength needs heat next to bearings and seals to come off again.',
          true,
        ),
      );
      break;
    case 'original':
      kit.push(
        step(
          'kit.original',
          `${keyed ? `${count - 2} × ${fastenerText(plan, units)}, and the 2 locking ones` : `${count} × ${fastenerText(plan, units)}`}, from the owner’s box: all present, threads clean, none stretched.`,
          true,
        ),
      );
      break;
    case 'present':
      kit.push(
        ownCounted(plan, count, units) ??
          step(
            'kit.stock',
            keyed
              ? `${count - 2} × ${onCarText(hub, units, `${loose}s`)}, and the 2 locking ones: all present, threads clean.`
              : `${count} × ${onCarText(hub, units, `${loose}s`)}: all present, threads clean.`,
            true,
          ),
      );
      break;
  }
  const nut =
    fastener.kind === 'nuts' || fastener.kind === 'conversion' || fastener.kind === 'stud' ? fastener.nut : null;
  if (nut)
    kit.push(
      step(
        'kit.nuts',
        `${of(`${nut.style} nut`)} ${threadName(nut.thread)}, ${seatInSentence(nut.seat)}${nut.shankLength > 0 ? `, shank ${mm(nut.shankLength)}` : ''}. Count them${looks(plan, '; all ')}.`,
        true,
      ),
    );
  if (spacer.adapter)
    kit.push(
      step(
        'kit.adapter-nuts',
        `${count} × nut for the adapter, from its own leaflet, and their thin-wall socket.`,
        true,
      ),
    );
  kit.push(...ownLines(plan, units), ...keyLines(plan, keyed), ...alsoLines(plan, count, units));
  kit.push(
    step(
      'kit.sockets',
      `Socket for these ${loose}s${hub.socketOutside === null ? '' : `, ${formatLength(hub.socketOutside, units, 'up')} outside`}, tried in the wheel’s lug hole. Never scrape past it.`,
      true,
    ),
    step(
      'kit.wrench',
      `Torque wrench set to ${torque ? torqueText(torque, units) : 'the figure, once it has a source'}.`,
      true,
    ),
  );
  if (fastener.kind === 'conversion')
    kit.push(
      step(
        'kit.hub-wrench',
        'Small torque wrench for the studs’ hub end: its low figure is on their leaflet, and is entered at the hub.',
        true,
      ),
    );
  if (spacer.adapter?.torque)
    kit.push(
      step('kit.adapter-wrench', `Second setting for the adapter: ${torqueText(spacer.adapter.torque, units)}.`, true),
    );
  kit.push(
    step(
      'kit.clean',
      'Wire brush, brake cleaner, gloves and eye protection.',
      true,
      'Brake cleaner and dust: gloves, eyes, no airline.',
    ),
  );
  return kit;
}
