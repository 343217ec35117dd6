import type { Plan } from '../document/document';
import { quantity } from '../document/quantities';
import type { Fastener, Nut } from './axle';
import { type PracticeReading, readingAt } from './readings';
import type { World } from './world';

/**
 * Tools of the practice bay, and what they rest on. A caliper reads between the two edges its jaws are at, whether or
 * not those are the right ones; a counter turns until the part seats. Lengths in mm along the axis that the tool lies
 * on, from the first edge.
 */
export type PracticeTool = Caliper | Counter | Look;

/** A place where a jaw comes to rest. */
export interface Edge {
  readonly at: number;
  readonly name: string;
}

/**
 * A piece of what is drawn under the jaws: from one place to another, half as high as `half` says (1 is the highest).
 */
export interface Piece {
  readonly from: number;
  readonly to: number;
  readonly half: number;
  readonly look: 'solid' | 'thread' | 'hole';
}

export interface Caliper {
  readonly kind: 'caliper';
  /** From left to right. */
  readonly edges: readonly Edge[];
  /** Places of the right ones among the edges: what the reading means. */
  readonly right: readonly [number, number];
  readonly pieces: readonly Piece[];
  /** Reads to this, mm: a caliper or a tape. */
  readonly step: number;
  /**
   * What the first of the right edges lies before the second by is told with its sign: a piece that is longer reads
   * below nought.
   */
  readonly signed: boolean;
}

export interface Counter {
  readonly kind: 'counter';
  /** Turns from the first catch until it seats. */
  readonly turns: number;
}

/** Nothing to set: one looks, or puts a finger to it. */
export interface Look {
  readonly kind: 'look';
}

/** How near a jaw has to come to an edge to rest on it, mm. */
const REST = 0.8;

const caliper = (
  edges: readonly Edge[],
  [from, to]: readonly [string, string],
  pieces: readonly Piece[],
  more: Partial<Pick<Caliper, 'step' | 'signed'>> = {},
): Caliper => {
  const sorted = edges.filter((e) => Number.isFinite(e.at)).sort((a, b) => a.at - b.at);
  const place = (name: string): number => sorted.findIndex((e) => e.name === name);
  return {
    kind: 'caliper',
    edges: sorted,
    right: [place(from), place(to)],
    pieces: pieces.filter((p) => p.to - p.from > 0.05),
    step: 0.1,
    signed: false,
    ...more,
  };
};

/** A bolt or a stud from where it sits to its tip; what is read is at its own place, the rest as the car has it. */
function alongPart(part: Fastener, length: number, from: string, right: readonly [string, string]): Caliper {
  const threadFrom = length - part.thread;
  const noseFrom = length - part.nose;
  const edges = [
    { at: 0, name: from },
    { at: length, name: 'tip' },
    // A thread that begins at the seat has no edge of its own there.
    ...(threadFrom > REST ? [{ at: threadFrom, name: 'last full thread' }] : []),
    ...(part.nose > 0 || right.includes('first full thread') ? [{ at: noseFrom, name: 'first full thread' }] : []),
  ];
  const pieces: Piece[] = [
    { from: -12, to: 0, half: 1, look: 'solid' },
    { from: 0, to: Math.max(0, threadFrom), half: 0.46, look: 'solid' },
    { from: Math.max(0, threadFrom), to: noseFrom, half: 0.5, look: 'thread' },
    { from: noseFrom, to: length, half: 0.36, look: 'solid' },
  ];
  return caliper(edges, right, pieces);
}

function inHub(hat: number, depth: number, room: number, right: readonly [string, string]): Caliper {
  return caliper(
    [
      { at: -hat, name: 'disc face' },
      { at: 0, name: 'hub face' },
      { at: depth, name: 'end of the full thread' },
      { at: depth + room, name: 'what moves behind it' },
    ],
    right,
    [
      { from: -hat, to: 0, half: 0.8, look: 'hole' },
      { from: 0, to: depth, half: 1, look: 'hole' },
      { from: depth + room, to: depth + room + 4, half: 1, look: 'solid' },
    ],
  );
}

function inNut(nut: Nut, thread: number, cap: number | null, right: readonly [string, string]): Caliper {
  const first = Math.max(nut.start, 0) + 4;
  const bottom = cap === null ? Number.NaN : first + cap;
  return caliper(
    [
      { at: 0, name: 'mouth of the nut' },
      { at: first, name: 'first full thread' },
      { at: first + thread, name: 'last full thread' },
      { at: bottom, name: 'bottom of the cap' },
    ],
    right,
    [
      { from: 0, to: first, half: 1, look: 'hole' },
      { from: first, to: first + thread, half: 1, look: 'hole' },
      ...(cap === null ? [] : [{ from: bottom, to: bottom + 3, half: 1, look: 'solid' as const }]),
    ],
  );
}

/**
 * The tool for a reading, on this car as it is. What the right edges are apart is what an honest hand reads there, its
 * error inside.
 * @param whole the plan with every reading taken
 */
export function toolFor(w: World, whole: Plan, r: PracticeReading): PracticeTool {
  const q = quantity(r.quantity);
  if (q.kind === 'yes-no') return { kind: 'look' };
  const honest = readingAt(whole, r).value;
  // Jaws on a plain end read nought, never less; only a locking piece may reach further than the others.
  const value = r.quantity === 'lockingShorter' ? honest : Math.max(0, honest);
  if (r.quantity === 'turns') return { kind: 'counter', turns: value };
  const corner = w.corners[r.corner?.endsWith('right') ? 1 : 0];
  const { part } = w.on;
  const nut = w.on.nut ?? w.wish.nut;
  switch (r.quantity) {
    case 'studProtrusion':
      return alongPart(part, value, 'disc face', ['disc face', 'tip']);
    case 'boltLength':
      return alongPart(part, value, 'seat', ['seat', 'tip']);
    case 'boltThread':
    case 'studThread':
      return alongPart({ ...part, thread: value }, Math.max(part.length, value + 2), 'seat', [
        'last full thread',
        'tip',
      ]);
    case 'pilotNose':
      return alongPart({ ...part, nose: value }, part.length, 'seat', ['first full thread', 'tip']);
    case 'rotorHat':
      return inHub(value, corner.depth, corner.room, ['disc face', 'hub face']);
    case 'tappedDepth':
      return inHub(corner.hat, value, corner.room, ['hub face', 'end of the full thread']);
    case 'roomBehind':
      return inHub(corner.hat, corner.depth, value, ['end of the full thread', 'what moves behind it']);
    case 'nutThread':
      return inNut(nut as Nut, value, nut?.cap ?? null, ['first full thread', 'last full thread']);
    case 'nutBlindDepth':
      return inNut(nut as Nut, nut?.thread ?? value, value, ['first full thread', 'bottom of the cap']);
    case 'nutGrip':
      return caliper(
        [
          { at: 0, name: 'pad face' },
          { at: w.pads[0] ?? value, name: 'seat in the lug hole' },
          { at: value, name: 'first full thread of the nut' },
        ],
        ['pad face', 'first full thread of the nut'],
        [{ from: 0, to: (w.pads[0] ?? value) + 4, half: 0.9, look: 'hole' }],
      );
    case 'lockingShorter':
      return caliper(
        [
          { at: -24, name: 'seats side by side' },
          { at: 0, name: 'tip of the others' },
          { at: -value, name: 'tip of the locking piece' },
        ],
        ['tip of the locking piece', 'tip of the others'],
        [
          { from: -24, to: 0, half: 0.9, look: 'thread' },
          { from: -24, to: -value, half: 0.4, look: 'solid' },
        ],
        { signed: true },
      );
    case 'pocketDepth':
      return caliper(
        [
          { at: 0, name: 'pad face' },
          { at: value, name: 'floor of the pocket' },
          { at: w.pads[r.wheel ?? 0] ?? value, name: 'seat in the lug hole' },
        ],
        ['pad face', 'floor of the pocket'],
        [{ from: 0, to: Math.max(value, w.pads[r.wheel ?? 0] ?? 0) + 4, half: 0.9, look: 'hole' }],
      );
    case 'padThickness':
      return caliper(
        [
          { at: 0, name: 'pad face' },
          { at: value, name: 'seat in the lug hole' },
          { at: value + 9, name: 'outside of the wheel' },
        ],
        ['pad face', 'seat in the lug hole'],
        [
          { from: 0, to: value, half: 0.6, look: 'hole' },
          { from: value, to: value + 9, half: 0.9, look: 'hole' },
        ],
      );
    default:
      // Between tyre and arch, loaded: a tape.
      return caliper(
        [
          { at: 0, name: 'shoulder of the tyre' },
          { at: value, name: 'lip of the arch' },
          { at: value + 14, name: 'top of the wing' },
        ],
        ['shoulder of the tyre', 'lip of the arch'],
        [
          { from: -14, to: 0, half: 1, look: 'solid' },
          { from: value, to: value + 14, half: 0.3, look: 'solid' },
        ],
        { step: 1 },
      );
  }
}

/** The edge a jaw rests on at a place, or null in between. */
export const restsOn = (tool: Caliper, at: number): Edge | null =>
  tool.edges.reduce<Edge | null>(
    (best, e) =>
      Math.abs(e.at - at) <= REST && (best === null || Math.abs(e.at - at) < Math.abs(best.at - at)) ? e : best,
    null,
  );

/**
 * What the caliper shows with its jaws at two places, mm: between the edges they rest on to the last digit, else to its
 * own step, as it lies. Both on one edge is nought.
 */
export function caliperReads(tool: Caliper, a: number, b: number): number {
  const [from, to] = [restsOn(tool, a), restsOn(tool, b)];
  const [right, left] = [tool.edges[tool.right[1]], tool.edges[tool.right[0]]];
  const onRight =
    from !== null && to !== null && [from, to].includes(left as Edge) && [from, to].includes(right as Edge);
  if (tool.signed && onRight && left && right) return right.at - left.at;
  const apart = Math.abs((to?.at ?? b) - (from?.at ?? a));
  return from !== null && to !== null ? apart : Math.round(apart / tool.step) * tool.step;
}
