import type { Seat } from '../document/vocabulary';
import { clampBand } from '../joint/clamp';
import { worstStress } from '../joint/combined';
import type { ThreadCondition, Tool } from '../joint/friction';
import { bearingOf, seatInWheel } from '../seat/seats';
import { type BoltClass, boltStrength } from '../thread/classes';
import { parseThread } from '../thread/designation';
import { stressArea } from '../thread/profile';
import { nmToLbfFt } from '../units/factors';
import { formatForce, formatLength, type UnitSystem } from '../units/format';
import type { QuickAnswer } from './answer';

export interface ClampAsked {
  readonly thread: string;
  /** N·m. */
  readonly torque: number;
  readonly seat: Seat;
  /** Mean contact diameter of the seat, mm; null where nobody measured it. */
  readonly contact: number | null;
  readonly condition: ThreadCondition;
  readonly class: BoltClass;
  readonly tool: Tool;
}

export interface ClampAnswer extends QuickAnswer {
  /** N. */
  readonly low: number;
  readonly high: number;
  /** Combined stress over yield while it is tightened, at its worst. */
  readonly yieldShare: number;
}

/**
 * What a torque clamps, and how near the shank comes to its yield: friction × tool scatter. An unmeasured contact takes
 * the thread's own diameter for the most clamp and twice that for the least; a class nobody read is the softest. It
 * explains a figure and never makes one.
 * @throws InputError for what is no thread
 */
export function clampAnswer(asked: ClampAsked, units: UnitSystem): ClampAnswer {
  const thread = parseThread('Thread', asked.thread);
  const { torque, seat, contact, condition, tool } = asked;
  const known = seat === 'unknown' ? 'flat' : seat;
  const bearing = (dm: number, bears: Seat = known) => {
    const b = bearingOf(bears, dm);
    // A ball smaller than its circle bears nowhere; flat clamps the most and is taken.
    return b === null || (b.kind === 'ball' && b.contactDiameter >= 2 * b.radius)
      ? ({ kind: 'flat', meanDiameter: dm } as const)
      : b;
  };
  const most = bearing(contact ?? thread.d);
  const widest = contact ?? 2 * thread.d;
  const least = seat === 'unknown' ? bearingOf('cone60', widest) : bearing(widest, seatInWheel(known));
  const high = clampBand(torque, thread, most, condition, tool).high;
  const low = clampBand(torque, thread, least ?? most, condition, tool).low;
  const strength = boltStrength(asked.class, thread.d) ?? boltStrength('8.8', thread.d);
  const yields = strength?.yield ?? 0;
  const yieldShare = worstStress({ torque, thread, bearing: most, condition, tool }) / yields;
  const force = (n: number, to: 'up' | 'down') => formatForce(n, units, to);
  const proof = ((strength?.proof ?? 0) * stressArea(thread)) / 1000;
  return {
    low,
    high,
    yieldShare,
    says: `Clamps ${force(low, 'down')} to ${force(high, 'up')} each, at up to ${Math.ceil(yieldShare * 100 - 1e-9)} % of yield while it is tightened`,
    given: [
      ...(asked.class === 'unknown' ? ['the class is 8.8 or better'] : []),
      ...(condition === 'unknown'
        ? ['the threads are anything from dry to greased']
        : [`the threads are ${condition === 'locker' ? 'wet with locker' : condition}`]),
      ...(contact === null
        ? [`it bears between ${formatLength(thread.d, units)} and ${formatLength(2 * thread.d, units)} across`]
        : []),
    ],
    missing: [
      ...(contact === null
        ? [{ what: 'Contact diameter of the seat', changes: 'Narrows the band: where it bears decides half of it.' }]
        : []),
      ...(asked.class === 'unknown'
        ? [{ what: 'Class on the head or stud end', changes: 'Says how much of its yield that is.' }]
        : []),
      ...(seat === 'unknown'
        ? [{ what: 'Seat', changes: 'A 60° cone clamps about two thirds as hard as a flat seat at the same torque.' }]
        : []),
    ],
    because: [
      `${Number(torque.toFixed(2))} N·m = ${Number(nmToLbfFt(torque).toFixed(2))} lbf·ft. The figure is the vehicle maker’s or the supplier’s; nothing here makes one.`,
      `${tool === 'click' ? 'A click wrench scatters ±4 %' : 'An impact wrench scatters ±30 %'}; friction does the rest.`,
      `Proof load ${formatForce(proof * 1000, units, 'down')} at ${asked.class === 'unknown' ? '8.8, which was not read' : asked.class}.`,
    ],
    rows: [
      {
        label: 'Clamp',
        bars: [
          { from: low / 1000, to: high / 1000, part: 'thread', text: `${force(low, 'down')} to ${force(high, 'up')}` },
        ],
        marks: [{ at: proof, text: 'proof load' }],
      },
    ],
    rules: ['joint.proof', 'joint.need', 'torque.usual'],
  };
}
