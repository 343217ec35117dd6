import type { Policy } from '../document/policy';
import { engaged } from '../engagement/engaged';
import type { ThreadMaterial } from '../engagement/schools';
import { TURN_RESOLUTION, turnsToLength } from '../engagement/turns';
import { compileThread, minimumsFor } from '../figures/compiled';
import { formatLength, formatTurns, type UnitSystem } from '../units/format';
import { largestAtOrBelow, roundTo } from '../units/round';
import type { QuickAnswer } from './answer';

export interface PlateAsked {
  readonly thread: string;
  readonly fastening: 'bolt' | 'stud';
  /** Full turns from first catch to seated. */
  readonly turns: number;
  /** Plate that was on when they were counted, mm. */
  readonly plateOn: number;
  /** Full thread of nut or hub, mm; null where nobody measured it. */
  readonly mate: number | null;
  readonly material: ThreadMaterial;
}

/** What a common size leaves, in the order of danger. */
export type SizeLeaves = 'target' | 'floor' | 'short' | 'never';

export interface PlateSize {
  readonly size: number;
  /** Thread that is left, mm, as counted; the error is not in it. */
  readonly left: number;
  /** The same in turns, down to a hundredth. */
  readonly turns: number;
  readonly leaves: SizeLeaves;
  /** Thinner than the plate it was counted with: the fastener ends further in than the count has shown. */
  readonly unproven: boolean;
}

export interface PlateAnswer extends QuickAnswer {
  /**
   * Largest plate that leaves the target, and one that leaves the floor, errors inside, mm; null where no plate does.
   */
  readonly most: number | null;
  readonly mostToFloor: number | null;
  /** Common size at or below. */
  readonly size: number | null;
  readonly sizeToFloor: number | null;
  readonly sizes: readonly PlateSize[];
}

/**
 * Largest plate on the fasteners that are on, from a count: s ≤ s0 + N·P − E, the quarter turn and the plate's own
 * error taken off, none where the mate's thread is shorter than E. Common practice, no source; geometry.
 * @param sizes common sizes, mm
 * @throws InputError for what is no thread
 */
export function plateAnswer(
  asked: PlateAsked,
  policy: Policy,
  sizes: readonly number[],
  units: UnitSystem,
): PlateAnswer {
  const { turns, plateOn, mate, material, fastening } = asked;
  const t = compileThread(asked.thread);
  const { d, pitch } = t.thread;
  const travel = turnsToLength(turns, pitch);
  // Both plates have their own error: the one that was on, and the one that is asked about.
  const pm = TURN_RESOLUTION * pitch + policy.spacerPm * (plateOn > 0 ? 2 : 1);
  const { target, floor } = enoughOf(asked.thread, material, policy);
  const most = plateOf(plateOn + travel - pm, target, mate);
  const mostToFloor = plateOf(plateOn + travel - pm, floor, mate);
  const size = most === null ? null : largestAtOrBelow(sizes, most);
  const sizeToFloor = mostToFloor === null ? null : largestAtOrBelow(sizes, mostToFloor);
  const never = policy.turnsNeverDrive * pitch;
  const len = (mm: number, to: 'up' | 'down' | 'nearest') => formatLength(mm, units, to);
  const loose = fastening === 'bolt' ? 'hub' : 'nut';
  const given: string[] = [];
  const missing: { what: string; changes: string }[] = [];
  if (material === 'unknown') {
    given.push(`the ${loose} is steel`);
    const soft = enoughOf(asked.thread, 'aluminium', policy).target;
    const there = plateOf(plateOn + travel - pm, soft, mate);
    const then = there === null ? null : largestAtOrBelow(sizes, there);
    missing.push({
      what: `What the ${loose} is made of (a magnet tells)`,
      changes: `In aluminium min ${len(soft, 'up')}: ${then === null ? 'no spacer' : len(then, 'down')}.`,
    });
  }
  if (mate === null && (size ?? sizeToFloor) !== null) {
    given.push(`it holds ${len(size === null ? floor : target, 'up')} of thread or more`);
    missing.push({
      what: `Thread in the ${loose}`,
      changes: `A count is travel: with less than ${len(floor, 'up')} of thread in the ${loose} no spacer goes on, however many turns were counted.`,
    });
  }
  const thickest = size ?? sizeToFloor;
  if (thickest !== null && thickest < plateOn - 1e-9) {
    const further = len(plateOn - thickest, 'up');
    given.push(
      fastening === 'bolt'
        ? `there is room behind the hub for bolts that end ${further} further in than they were counted, and they are threaded that far`
        : `the studs are threaded ${further} further down than the nuts were counted, and the nuts are open or their caps that much deeper`,
    );
    missing.push({
      what:
        fastening === 'bolt' ? 'Room behind the hub, thread on the bolts' : 'Thread on the studs, depth of the caps',
      changes: `The count proves ${len(plateOn, 'nearest')} of spacer or more. On a thinner one ${fastening === 'bolt' ? 'the tips may foul shoes, backing plate or sensor ring' : 'the nuts may jam on the plain shank or bottom in their caps'}.`,
    });
  }
  const warns =
    turns < policy.turnsNeverDrive - 1e-9
      ? [
          `Do not drive it as it is: ${formatTurns(turns)} hold${plateOn > 0 ? ` with ${len(plateOn, 'nearest')} on` : ''}, and ${formatTurns(policy.turnsNeverDrive)} are the least.`,
        ]
      : [];
  const how = `${formatTurns(turns)} at ${Number(pitch.toFixed(3))} mm are ${len(travel, 'down')} of travel${plateOn > 0 ? `, with ${len(plateOn, 'down')} on` : ''}`;
  return {
    most,
    mostToFloor,
    size,
    sizeToFloor,
    says: saysOf(size, sizeToFloor, len),
    warns,
    given: size === null && sizeToFloor === null ? [] : given,
    missing,
    because: [
      `${how}; a quarter turn and the spacer’s own error take ${len(pm, 'up')} off.`,
      `Target ${len(target, 'up')} (${formatTurns(target / pitch, 'up')}), floor ${len(floor, 'up')} (${formatTurns(floor / pitch, 'up')}) for a ${Number(d.toFixed(2))} mm thread.`,
      ...(most === null || most <= 0 ? [] : [`${len(most, 'down')} exactly; never rounded up to the next size.`]),
      ...(mate !== null && mate < target - 1e-9
        ? [`The ${loose} holds ${len(mate, 'down')} at most, which is under the target.`]
        : []),
    ],
    rows: [
      {
        label: plateOn > 0 ? 'With nothing on' : 'Travel as counted',
        bars: [{ from: 0, to: travel + plateOn, part: 'thread', text: len(travel + plateOn, 'down') }],
        marks: [],
      },
      {
        label: 'With the spacer',
        bars: barsWith(size ?? sizeToFloor ?? 0, plateOn + travel, (mm) => len(mm, 'down')),
        marks: [
          { at: plateOn + travel - target, text: `target ${len(target, 'up')} left` },
          { at: plateOn + travel - floor, text: 'floor' },
        ].filter((m) => m.at > 0),
      },
    ],
    rules: ['engagement.minimum', 'engagement.never-drive', 'engagement.travel'],
    sizes: sizes.map((s) => {
      const left = engaged(plateOn + travel - s, mate ?? Number.POSITIVE_INFINITY);
      const leaves =
        left < never - 1e-9 ? 'never' : left < floor - 1e-9 ? 'short' : left < target - 1e-9 ? 'floor' : 'target';
      return { size: s, left, turns: roundTo(left / pitch, 2, 'down'), leaves, unproven: s < plateOn - 1e-9 };
    }),
  };
}

/** Target and floor of a thread where nothing but the material is known. */
function enoughOf(thread: string, material: ThreadMaterial, policy: Policy) {
  const { minimum, floor } = minimumsFor(compileThread(thread), material, 'unknown', null, policy);
  return { target: minimum, floor };
}

const plateOf = (reach: number, enough: number, mate: number | null): number | null => {
  if (mate !== null && mate < enough - 1e-9) return null;
  return reach - enough > 0 ? reach - enough : null;
};

function saysOf(size: number | null, toFloor: number | null, len: (mm: number, to: 'up' | 'down') => string): string {
  if (size === null && toFloor === null) return 'No common spacer on these fasteners: longer ones, or none';
  if (size === null)
    return `${len(toFloor as number, 'down')} at most, and only down to the floor, with a named sign-off`;
  if (toFloor === null || toFloor <= size) return `${len(size, 'down')} at most`;
  return `${len(size, 'down')} at most (${len(toFloor, 'down')} down to the floor, by name)`;
}

function barsWith(plate: number, travel: number, len: (mm: number) => string) {
  const left = Math.max(0, travel - plate);
  return [
    { from: 0, to: Math.min(plate, travel), part: 'plate' as const, text: plate > 0 ? `spacer ${len(plate)}` : '' },
    { from: Math.min(plate, travel), to: travel, part: 'thread' as const, text: `${len(left)} left` },
  ];
}
