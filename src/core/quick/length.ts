import type { Policy } from '../document/policy';
import { roomToUse } from '../engagement/behind';
import { type LengthWindow, lengthWindow } from '../engagement/boltStack';
import type { ThreadMaterial } from '../engagement/schools';
import { TURN_RESOLUTION, turnsToLength } from '../engagement/turns';
import { compileThread, minimumsFor } from '../figures/compiled';
import { formatLength, type UnitSystem } from '../units/format';
import { roundTo } from '../units/round';
import type { QuickAnswer } from './answer';

export interface LengthAsked {
  readonly thread: string;
  /** Plate that is to go on, and the one that was on when it was counted, mm. */
  readonly plate: number;
  readonly plateOn: number;
  /** The bolt that is in, under the seat, mm; null where only the difference is asked. */
  readonly counted: number | null;
  /** Full turns of it; null where nobody counted. */
  readonly turns: number | null;
  /** Tapped depth of the hub, and room behind it, mm. */
  readonly depth: number | null;
  readonly behind: number | null;
  readonly material: ThreadMaterial;
}

export interface LengthAnswer extends QuickAnswer {
  /** Length under the seat that engages as now, mm, up to the whole mm where the room behind was measured and leaves it, else down; the difference where the counted
   * length is unknown. */
  readonly keep: number;
  /** Lengths that reach the target and stay clear; null where count or counted length is missing, or none suits. */
  readonly window: LengthWindow | null;
  /** Full thread from the tip that the kept length needs, mm; null without a count. */
  readonly thread: number | null;
}

/** A new bolt is measured by caliper before it goes in. mm. */
const STOCK_PM = 0.1;

/**
 * Bolt length for a plate: as now Lc + (s − s0); to the target Lc + (s − s0) + E − N·P; clear of what is behind
 * Lc + (s − s0) + Dt + A − N·P − lead. Same pilot nose on both bolts; errors inside.
 * Worked example: counted 47 mm with a 15 mm plate keeps its engagement at 62 mm (common practice, no source).
 * @throws InputError for what is no thread
 */
export function lengthAnswer(asked: LengthAsked, policy: Policy, units: UnitSystem): LengthAnswer {
  const { plate, plateOn, counted, turns, depth, behind, material } = asked;
  const t = compileThread(asked.thread);
  const { pitch } = t.thread;
  const longer = plate - plateOn;
  const lead = policy.leadPitches * pitch;
  const travel = turns === null ? null : turnsToLength(turns, pitch);
  const { minimum, floor } = minimumsFor(t, material, 'unknown', null, policy);
  const errors = TURN_RESOLUTION * pitch + STOCK_PM + policy.fastenerPm + policy.spacerPm * (plateOn > 0 ? 2 : 1);
  const roomKnown = depth !== null && behind !== null;
  const asNow = (counted ?? 0) + longer;
  const found =
    counted === null || travel === null
      ? null
      : lengthWindow({
          zero: counted + longer - travel,
          keep: counted + longer,
          mate: depth ?? Number.POSITIVE_INFINITY,
          enough: { target: minimum, floor, own: null },
          clear: !roomKnown
            ? null
            : counted +
              longer +
              depth +
              roomToUse({ value: behind, pm: 0 }, pitch, policy.behindReserve) -
              travel -
              lead,
          pm: errors,
          clearPm: 0,
        });
  // Up to the whole millimetre only where the room behind was measured: without it the tip goes no further in than it
  // was counted.
  const up = roundTo(asNow, 0, 'up');
  const most = found?.max ?? null;
  const rounds = roomKnown && (most === null || up <= most + 1e-9) ? 'up' : 'down';
  const keep = rounds === 'up' ? up : roundTo(asNow, 0, 'down');
  const tooShort = found !== null && !roomKnown && keep < found.min - 1e-9;
  const lengths = tooShort ? null : found;
  const thread = travel === null || counted === null ? null : travel + lead + (keep - counted - longer) + errors;
  const len = (mm: number, to: 'up' | 'down' | 'nearest') => formatLength(mm, units, to);
  const given: string[] = ['seat and pilot nose are those of the bolt that is in'];
  const missing: { what: string; changes: string }[] = [];
  if (turns === null)
    missing.push({
      what: 'Turns of the bolt that is in',
      changes: 'Without them it is not known whether today’s engagement is enough: a longer bolt only keeps it.',
    });
  if (counted === null)
    missing.push({
      what: 'Length of the bolt that is in',
      changes: 'With it the answer is a length, not a difference.',
    });
  if (roomKnown) given.push('the hole is open behind the hub’s thread, or wider than it');
  if (!roomKnown) {
    given.push('it may come no further in than that one does');
    missing.push({
      what: depth === null ? 'Tapped depth of the hub' : 'Room behind the hub',
      changes: 'Says how much longer it may be before the tip fouls shoes, backing plate or sensor ring.',
    });
  }
  if (material === 'unknown' && travel !== null) {
    given.push('the hub is steel');
    missing.push({
      what: 'What the hub is made of (a magnet tells)',
      changes: 'Aluminium needs half as much again.',
    });
  }
  const impossible = counted !== null && travel !== null && found === null;
  return {
    keep,
    window: lengths,
    thread,
    says: impossible
      ? `No length: ${depth !== null && depth < floor ? `the hub holds ${len(depth, 'down')} of thread and the floor is ${len(floor, 'up')}` : 'what reaches the target fouls behind the hub'}`
      : tooShort
        ? `${len(keep, 'up')} under the seat is as now and holds too little; a longer bolt needs the room behind the hub first`
        : saysOf(asked, keep, lengths, len),
    given: impossible ? [] : given,
    missing,
    because: [
      `As now: ${counted === null ? '' : `${len(counted, 'nearest')} + `}${len(plate, 'up')}${plateOn > 0 ? ` − ${len(plateOn, 'down')}` : ''} = ${len(asNow, 'nearest')}, ${rounds === 'up' ? 'up to the whole mm' : 'down to the whole mm, so that the tip comes no further in'}.`,
      ...(travel === null
        ? []
        : [
            `It travels ${len(travel, 'down')}; target ${len(minimum, 'up')}, floor ${len(floor, 'up')}.`,
            ...(lengths === null
              ? []
              : [
                  `From ${len(lengths.min, 'up')} to ${lengths.max === null ? 'as far in as the bolt does now' : len(lengths.max, 'down')}, errors inside${lengths.toFloor ? ', and only to the floor: the hub holds no more' : ''}.`,
                ]),
          ]),
      ...(thread === null
        ? []
        : [`Threaded ${len(thread, 'up')} or more from the tip, or the plain shank meets the hub.`]),
    ],
    rows:
      counted === null
        ? []
        : [
            {
              label: 'Bolt that is in',
              bars: [{ from: 0, to: counted, part: 'thread', text: len(counted, 'nearest') }],
              marks: [],
            },
            {
              label: 'With the spacer',
              bars: [
                { from: 0, to: Math.max(0, longer), part: 'plate', text: len(Math.max(0, longer), 'up') },
                { from: Math.max(0, longer), to: keep, part: 'thread', text: len(keep, 'up') },
              ],
              marks: [
                ...(lengths === null ? [] : [{ at: lengths.min, text: `least ${len(lengths.min, 'up')}` }]),
                ...(lengths?.max ? [{ at: lengths.max, text: `most ${len(lengths.max, 'down')}` }] : []),
              ],
            },
          ],
    rules: ['engagement.minimum', 'bolt.behind', 'thread.runs-on', 'fastener.thread'],
  };
}

function saysOf(
  { counted, turns }: LengthAsked,
  keep: number,
  lengths: LengthWindow | null,
  len: (mm: number, to: 'up' | 'down') => string,
): string {
  if (counted === null) return `${len(keep, 'up')} longer than the bolt that is in`;
  if (turns === null || lengths === null) return `${len(keep, 'up')} under the seat holds as much as now`;
  const short = keep < lengths.min - 1e-9;
  if (short) return `${len(lengths.min, 'up')} to ${len(lengths.max ?? lengths.min, 'down')} under the seat`;
  return lengths.max === null
    ? `${len(keep, 'up')} under the seat`
    : `${len(lengths.min, 'up')} to ${len(lengths.max, 'down')} under the seat; ${len(keep, 'up')} is as now`;
}
