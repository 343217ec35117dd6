import { randomLcg, randomUniform } from 'd3-random';

/**
 * An axle as it is, and what happens to it: positions along the axis, in mm, and nothing of what anybody measured. It
 * knows no rule, no floor that a rule may set, no reading. For bolts x is counted from the hub’s face, for studs from
 * the disc’s.
 */

/** A bolt, or a stud: its length under the seat, or its tip’s distance from the disc. */
export interface Fastener {
  readonly length: number;
  /** Full thread from the tip, nose inside. */
  readonly thread: number;
  readonly nose: number;
  /** Incomplete thread behind the nose. */
  readonly lead: number;
}

export interface Nut {
  /** First full thread from its seat, outward positive. */
  readonly start: number;
  readonly thread: number;
  /** First full thread to the bottom of its cap; null for an open nut. */
  readonly cap: number | null;
  /** The cap is wider than the thread behind it. */
  readonly wide: boolean;
}

export interface Corner {
  readonly hat: number;
  /** Full thread in the hub, and room behind it; the hole is wide there, or ends a thread. */
  readonly depth: number;
  readonly room: number;
  readonly wide: boolean;
}

/**
 * What sits on a corner: spacer, the part that is turned in, the nut on it, and the wheel’s pad; how much less far its
 * locking piece reaches.
 */
export interface Setup {
  readonly spacer: number;
  readonly part: Fastener;
  readonly nut: Nut | null;
  readonly pad: number;
  readonly lock: number | null;
  /** The part’s seat is the wheel’s. */
  readonly seats: boolean;
  /**
   * A two-ended stud’s short end in the hub; its length is overall then, and it seats on its shoulder at the hub’s
   * face.
   */
  readonly short?: { readonly length: number; readonly lead: number } | undefined;
  /** A bolt-on adapter between hub and wheel, `spacer` thick; the part is its own stud, counted from its face. */
  readonly adapter?: Adapter | undefined;
  /** Depth of the pocket in the back of the wheel. */
  readonly pocket?: number | undefined;
}

/** A bolt-on adapter on the factory studs. */
export interface Adapter {
  readonly web: number;
  readonly nutHeight: number;
  readonly nutThread: number;
  readonly factory: Fastener;
}

export interface Joint {
  readonly d: number;
  readonly pitch: number;
  readonly material: 'steel' | 'aluminium';
  readonly fastening: 'bolt' | 'stud';
}

/** What the joint of one wheel comes to. All in mm; a margin below nought is a fault. */
export interface Outcome {
  /** Thread past the mate’s first thread, and how much of it holds. */
  readonly reach: number;
  readonly holds: number;
  /** Depth of the tip past the mate’s first thread. */
  readonly tip: number;
  readonly margins: Readonly<Record<'shank' | 'cap' | 'behind' | 'narrow', number>>;
  /** The same of the joint to the hub, where there are two; margins by what stands proud or meets what. */
  readonly inner: { readonly holds: number; readonly margins: Readonly<Record<string, number>> } | null;
}

const FREE = Number.POSITIVE_INFINITY;

/** One wheel on one corner. @param lock how much less far the piece reaches than the part; 0 for an ordinary one */
export function outcome({ fastening }: Joint, corner: Corner, s: Setup, lock = 0): Outcome {
  const { length, thread, nose, lead } = s.part;
  if (fastening === 'bolt' && s.short === undefined) {
    const tip = length - lock - (corner.hat + s.spacer + s.pad);
    const reach = tip - nose - lead;
    return {
      reach,
      tip,
      holds: Math.max(0, Math.min(reach, corner.depth)),
      margins: {
        shank: thread - tip,
        cap: FREE,
        behind: corner.depth + corner.room - tip,
        narrow: corner.wide ? FREE : corner.depth - reach,
      },
      inner: null,
    };
  }
  const nut = s.nut as Nut;
  const shoulder = s.short === undefined ? 0 : s.short.length + corner.hat;
  const tip = length - shoulder - ((s.adapter === undefined ? s.spacer : 0) + s.pad + nut.start + lock);
  const reach = tip - nose - lead;
  return {
    reach,
    tip,
    holds: Math.max(0, Math.min(reach, nut.thread)),
    margins: {
      shank: thread - tip,
      cap: nut.cap === null ? FREE : nut.cap - tip,
      behind: FREE,
      narrow: nut.cap === null || nut.wide ? FREE : nut.thread - reach,
    },
    inner: innerOf(corner, s),
  };
}

function innerOf(corner: Corner, { short, adapter, spacer, pocket }: Setup): Outcome['inner'] {
  if (short !== undefined) {
    const reach = short.length - short.lead;
    return {
      holds: Math.max(0, Math.min(reach, corner.depth)),
      margins: {
        'short end behind': corner.depth + corner.room - short.length,
        'short end narrow': corner.wide ? FREE : corner.depth - reach,
      },
    };
  }
  if (adapter === undefined) return null;
  const { length, thread, nose, lead } = adapter.factory;
  const out = length - spacer;
  return {
    holds: Math.max(0, Math.min(length - nose - lead - adapter.web, adapter.nutThread)),
    margins: {
      'factory shank': thread - (length - adapter.web),
      'nut proud': spacer - adapter.web - adapter.nutHeight,
      pocket: out <= 0 ? FREE : (pocket ?? 0) - out,
    },
  };
}

/**
 * Thread under which a joint strips while it is tightened, in diameters: the shear area of FED-STD-H28 (from memory) at
 * the top of the usual clamp, for steel of about 600 MPa and aluminium of about 300. Well under what the trade asks
 * for.
 */
const STRIPS = { steel: 0.6, aluminium: 0.95 } as const;

/** What the ends of two parts may differ by, and a count be off by, mm. */
const ALIKE = 1.5;

/** One thing that goes wrong with a wheel. */
export interface Fault {
  /** It does not seat, it strips, or what runs out or meets what: `shank`, `cap`, `behind`, `pocket` … */
  readonly what: string;
  /** By how much, or what holds of it, mm. */
  readonly mm: number;
  /** It is the locking piece, which ends elsewhere than the others. */
  readonly locking: boolean;
}

/**
 * What goes wrong with one wheel; empty where it holds.
 * @param came what the maker’s own joint held: no less than that is no worse than the car came
 */
export function faults(joint: Joint, corner: Corner, s: Setup, came: number): Fault[] {
  const found: Fault[] = s.seats ? [] : [{ what: 'seat', mm: 0, locking: false }];
  for (const lock of s.lock === null ? [0] : [0, s.lock]) {
    const { holds, margins, inner } = outcome(joint, corner, s, lock);
    const locking = lock !== 0;
    if (holds < STRIPS[joint.material] * joint.d && holds < came - lock - ALIKE)
      found.push({ what: 'strips', mm: holds, locking });
    if (inner !== null && inner.holds < STRIPS[joint.material] * joint.d)
      found.push({ what: 'inner strips', mm: inner.holds, locking });
    for (const [what, margin] of Object.entries({ ...margins, ...inner?.margins }))
      if (margin < 0) found.push({ what, mm: -margin, locking });
  }
  return found;
}

/**
 * What the trade keeps to: the margins of a joint that is sound beyond what any measuring error or unknown lead may
 * take.
 */
export function isSound(joint: Joint, corner: Corner, s: Setup): boolean {
  // Two joints have reserves of their own, which are not taken apart here.
  if (!s.seats || s.short !== undefined || s.adapter !== undefined) return false;
  const target = (joint.material === 'steel' ? 1 : 1.5) * joint.d;
  const lead = 2 * joint.pitch - s.part.lead;
  return (s.lock === null ? [0] : [0, s.lock]).every((lock) => {
    const { holds, margins, reach } = outcome(joint, corner, s, lock);
    const mate = joint.fastening === 'bolt' ? corner.depth : (s.nut as Nut).thread;
    return (
      reach - lead >= target + 2 &&
      holds >= Math.min(target + 0.3, mate) &&
      mate >= target + 0.3 &&
      margins.shank - lead >= 2.5 &&
      margins.cap - lead >= Math.max(1.5, joint.pitch) + 2.5 &&
      margins.behind - lead >= Math.max(1, joint.pitch) + 2.5 &&
      margins.narrow - 2 * joint.pitch >= 2.5
    );
  });
}

/** Chance with a seed. */
export interface Dice {
  readonly between: (low: number, high: number) => number;
  readonly one: <T>(of: readonly T[]) => T;
  readonly happens: (share: number) => boolean;
}

export function dice(seed: number): Dice {
  const uniform = randomUniform.source(randomLcg(seed));
  const next = uniform(0, 1);
  return {
    between: (low, high) => low + (high - low) * next(),
    one: (of) => of[Math.min(of.length - 1, Math.floor(next() * of.length))] as never,
    happens: (share) => next() < share,
  };
}
