import type { Plan } from '@/core/document/document';
import { CORNER_LABEL, seatInSentence } from '@/core/document/labels';
import { quantity } from '@/core/document/quantities';
import { readingText } from '@/core/document/readingText';
import { fastenerSeat } from '@/core/figures/counts';
import type { Fastener, Fault, Nut } from '@/core/practice/axle';
import type { Lesson, PracticeCar } from '@/core/practice/lessons';
import { givenPad, type PracticeReading } from '@/core/practice/readings';
import type { WheelOutcome, World } from '@/core/practice/world';
import { formatThread, parseThread } from '@/core/thread/designation';
import { formatLength, type UnitSystem } from '@/core/units/format';

/** What each lesson is called, and what it is about; it does not say whether this car is one that goes wrong. */
export const LESSON_WORDS: Readonly<Record<Lesson, { readonly title: string; readonly about: string }>> = {
  'long-bolts': {
    title: 'Long bolts without their spacer',
    about: 'A previous owner fitted spacers and longer bolts. The spacers come off, the bolts stay.',
  },
  'shallow-pocket': {
    title: 'One pocket of four',
    about: 'An adapter over the factory studs: they have to find room in the back of every wheel that goes on.',
  },
  'capped-nut': {
    title: 'The bottom of the cap',
    about: 'Closed nuts. A nut that meets the bottom of its cap feels as tight as one that clamps.',
  },
  'thread-used-up': {
    title: 'Where the thread ends',
    about: 'New bolts or studs. A fastener has only so much thread, and clamps nothing once it has run out.',
  },
  'few-turns': {
    title: 'A thicker spacer on the same fasteners',
    about: 'Each millimetre of spacer is a millimetre less of thread. Count the turns before it goes on, not after.',
  },
  'locking-piece': {
    title: 'The one piece that is keyed',
    about: 'A locking piece beside the others. It may reach less far than they do, or further, and nobody counts it.',
  },
  'unlike-wheels': {
    title: 'Four wheels, two castings',
    about: 'The wheels look alike in a row and are not. What holds in one may run out, or reach too far, in another.',
  },
  'another-set': {
    title: 'Counted on the other wheels',
    about: 'The turns were counted with another set on. What hangs next has pads of its own.',
  },
  'wrong-seat': {
    title: 'A seat that only looks right',
    about: 'New bolts or nuts out of a bag. Cone, ball and flat are told apart by eye, before anything is torqued.',
  },
  'narrow-hole': {
    title: 'Where the hole grows narrow',
    about:
      'Behind the thread a hole may be wide, or end. A fastener that meets its end clicks the wrench and clamps nothing.',
  },
  'proud-nuts': {
    title: 'The adapter’s own nuts',
    about: 'An adapter is held by its own nuts, in its own pockets. A wheel that sits on them sits on nothing else.',
  },
  'short-end': {
    title: 'The short end of a stud',
    about:
      'Studs in place of bolts. Their short end is in the hub for good: as deep as the thread, and no deeper than the room.',
  },
};

/** What happens on the road, or at the wrench. */
export function faultText({ what, mm, locking }: Fault, units: UnitSystem): string {
  const by = formatLength(mm, units);
  const it = locking ? 'The locking piece' : 'It';
  switch (what) {
    case 'seat':
      return 'The seat is not the wheel’s: it holds on an edge and works loose within days.';
    case 'strips':
      return `${it} holds on ${by} of thread: it strips while it is tightened, or on the road.`;
    case 'inner strips':
      return `The joint to the hub holds on ${by} of thread: it strips.`;
    case 'shank':
    case 'factory shank':
      return `${it} runs out of thread ${by} before it is home: the wrench clicks and nothing is clamped.`;
    case 'cap':
      return `${it} meets the bottom of the cap ${by} too early: the wrench clicks and the wheel is loose.`;
    case 'behind':
    case 'short end behind':
      return `${it} reaches ${by} into what moves behind the hub: it fouls as the wheel turns.`;
    case 'narrow':
    case 'short end narrow':
      return `${it} jams ${by} before it is home where the hole grows narrow: nothing is clamped.`;
    case 'nut proud':
      return `The adapter’s own nuts stand ${by} proud: the wheel sits on nuts and not on the adapter.`;
    case 'pocket':
      return `A factory stud stands ${by} proud of the pocket: the wheel sits on a stud and comes loose.`;
    case 'rubs':
      return `The tyre is ${by} too far out: it rubs as soon as the car is loaded.`;
    default:
      return `${what}, by ${by}.`;
  }
}

const loose = (w: World): string => (w.joint.fastening === 'bolt' ? 'bolts' : 'nuts');

const partText = (part: Fastener, units: UnitSystem): string =>
  `${formatLength(part.length, units)}, ${formatLength(part.thread, units)} of thread from the tip${part.nose > 0 ? `, ${formatLength(part.nose, units)} of it a smooth nose` : ''}`;

const nutText = (nut: Nut, units: UnitSystem): string =>
  nut.cap === null
    ? `open nuts with ${formatLength(nut.thread, units)} of thread`
    : `closed nuts with ${formatLength(nut.thread, units)} of thread, ${formatLength(nut.cap, units)} to the bottom of the cap`;

/** What hangs on the car, as eyes see it. */
export function onCarText({ world }: PracticeCar, units: UnitSystem): string {
  const spacer = world.on.spacer > 0 ? `a ${formatLength(world.on.spacer, units)} spacer` : 'no spacer';
  const parts = world.original ? `the original ${loose(world)}` : `${loose(world)} that a previous owner fitted`;
  return `${spacer}, ${parts}${world.on.lock === null ? '' : ', one of them a locking one'}`;
}

/** What the owner wants, and what lies in the bag, as the bag says it. */
export const wishText = (car: PracticeCar, units: UnitSystem): string =>
  `${partsText(car, units)}${bagText(car, units)}`;

/** Seat and locking piece of new parts, which eyes tell before anything is torqued. */
function bagText({ whole, world }: PracticeCar, units: UnitSystem): string {
  if (world.wish.kind === 'present' || world.wish.kind === 'original') return '';
  const seat = ` The seat of the ${world.joint.fastening === 'bolt' && world.wish.nut === null ? 'bolts' : 'nuts'} that go on: ${seatInSentence(fastenerSeat(whole))}.`;
  if (whole.locking.kind !== 'piece') return seat;
  const { shorter } = whole.locking;
  const reach =
    shorter === 0
      ? 'as long as the others'
      : `${formatLength(Math.abs(shorter), units)} ${shorter > 0 ? 'shorter' : 'longer'} than the others`;
  return `${seat} Each wheel has one locking piece, ${reach}.`;
}

function partsText({ world, whole }: PracticeCar, units: UnitSystem): string {
  const { wish } = world;
  const spacer = wish.spacer > 0 ? `${formatLength(wish.spacer, units)} spacers` : 'No spacers';
  const nut = wish.nut && wish.nut !== world.on.nut ? `, ${nutText(wish.nut, units)}` : '';
  switch (wish.kind) {
    case 'present':
      return wish.spacer === world.on.spacer
        ? `${spacer}, everything as it is.`
        : `${spacer}, with the ${loose(world)} that are on it.`;
    case 'original':
      return `${spacer}, with the original ${loose(world)} from the boot.`;
    case 'bolt':
      return `${spacer}, and new bolts: ${partText(wish.part, units)}.`;
    case 'nuts':
      return `${spacer}, on the studs that are in${nut}.`;
    case 'stud':
      return `${spacer}, and new studs that stand out ${partText(wish.part, units)}${nut}.`;
    case 'conversion':
      return `${spacer}, and studs in place of the bolts: ${partText(wish.part, units)}, ${formatLength(wish.short?.length ?? 0, units)} of short end${nut}.`;
    case 'adapter':
      return `${formatLength(wish.spacer, units)} adapters, ${adapterText(whole, units)}${nut}.`;
  }
}

const adapterText = ({ spacer }: Plan, units: UnitSystem): string => {
  const a = spacer.adapter;
  if (a === null) return '';
  return `web ${formatLength(a.web ?? 0, units)}, own nuts ${formatLength(a.nutHeight ?? 0, units)} high, own studs out ${formatLength(a.studProtrusion ?? 0, units)}`;
};

/** “Counted turns, front left”, “Pocket depth, wheel 2”. */
export function readingName({ quantity: id, corner, wheel }: PracticeReading): string {
  const where = corner !== null ? CORNER_LABEL[corner] : wheel === null ? '' : `wheel ${wheel + 1}`;
  return `${quantity(id).label}${where ? `, ${where}` : ''}`;
}

/** Which wheels, where not all are alike. */
export function wheelsText(of: readonly WheelOutcome[], all: readonly WheelOutcome[]): string {
  if (of.length === all.length) return 'Every wheel';
  const wheels = [...new Set(of.map((o) => o.wheel + 1))];
  const corners = [...new Set(of.map((o) => o.corner))];
  const at = corners.length === 2 ? 'either corner' : corners[0] === 0 ? 'the front left' : 'the front right';
  const list = wheels.length < 2 ? String(wheels[0]) : `${wheels.slice(0, -1).join(', ')} and ${wheels.at(-1)}`;
  return `${wheels.length === 1 ? 'Wheel' : 'Wheels'} ${list}, at ${at}`;
}

/** “5 lugs, M14 × 1.5, held by bolts; 4 wheels”. */
export function carText({ world, whole }: PracticeCar, units: UnitSystem): string {
  const thread = formatThread(parseThread('Thread', world.thread));
  const pad = givenPad(whole);
  const unlike =
    pad === null ? '' : ` They are not one casting: wheel 1 has ${formatLength(pad.value, units)} from pad to seat.`;
  const other =
    world.countedPad === null
      ? ''
      : ' Another set hangs on it now: turns are counted on that one, and these go on next.';
  return `${whole.hub.lugs} lugs, ${thread}, wheels held by ${loose(world)}; ${world.pads.length} wheels may go on, their seats ${seatInSentence(whole.wheel.seat)}.${unlike}${other}`;
}

/** A reading that is off by more than its error: a jaw on the wrong edge, a turn left out. */
export const wrongText = (
  { reading, read, is }: { readonly reading: PracticeReading; readonly read: number; readonly is: number },
  units: UnitSystem,
): string => {
  const q = quantity(reading.quantity);
  return `${readingName(reading)}: ${readingText(q, read, units)} written down, ${readingText(q, is, units)} is right.`;
};
