import {
  type Adapter,
  type Corner,
  type Dice,
  type Fastener,
  type Fault,
  faults,
  type Joint,
  type Nut,
  outcome,
  type Setup,
} from './axle';

/** A car’s axle with what hangs on it, and what somebody wants to put on. */
export interface World {
  readonly joint: Joint;
  readonly thread: string;
  readonly corners: readonly [Corner, Corner];
  /** The maker’s own part and nut, the spacer that was on at the count, and the part and nut that were. */
  readonly maker: { readonly part: Fastener; readonly nut: Nut | null };
  readonly original: boolean;
  readonly recorded: boolean;
  readonly on: {
    readonly spacer: number;
    readonly part: Fastener;
    readonly nut: Nut | null;
    readonly lock: number | null;
  };
  /**
   * Pads of the wheels that can go on; the first two hang. Pad of the set that was on at the count, where it is
   * another.
   */
  readonly pads: readonly number[];
  readonly countedPad: number | null;
  readonly wish: Wish;
  readonly clearance: number;
  /** Pocket in the back of each wheel, by its place in `pads`. */
  readonly pockets: readonly number[];
}

export interface Wish {
  readonly spacer: number;
  readonly kind: 'present' | 'original' | 'bolt' | 'nuts' | 'stud' | 'conversion' | 'adapter';
  readonly part: Fastener;
  readonly nut: Nut | null;
  readonly lock: number | null;
  readonly seats: boolean;
  readonly short?: Setup['short'];
  readonly adapter?: Adapter;
}

const THREADS = [
  ['M12x1.5', 12, 1.5],
  ['M14x1.5', 14, 1.5],
  ['M14x1.25', 14, 1.25],
  ['M12x1.25', 12, 1.25],
] as const;
const SPACERS = [0, 0, 3, 5, 8, 10, 12, 15, 20] as const;

const half = (x: number): number => Math.round(x * 2) / 2;

function nutOf(d: Dice, size: number): Nut {
  const thread = half(d.between(0.8, 2) * size);
  const closed = d.happens(0.5);
  return {
    start: half(d.between(-4, 6)),
    thread,
    cap: closed ? half(thread + d.between(0, 18)) : null,
    wide: d.happens(0.7),
  };
}

/** One axle that holds as it stands: whatever is on, somebody drove it here. */
export function worldOf(d: Dice): World | null {
  const [thread, size, pitch] = d.one(THREADS);
  const fastening = d.one(['bolt', 'stud'] as const);
  const joint: Joint = { d: size, pitch, fastening, material: d.happens(0.9) ? 'steel' : 'aluminium' };
  const hat = half(d.between(5, 9));
  // Both hubs of an axle are made alike behind the thread.
  const wide = d.happens(0.75);
  const corner = (): Corner => ({
    hat: hat + (d.happens(0.2) ? 0.5 : 0),
    depth: half(d.between(1, 1.9) * size),
    room: half(d.between(0, 20)),
    wide,
  });
  const first = corner();
  const corners: [Corner, Corner] = [first, d.happens(0.7) ? first : corner()];
  const pad = half(d.between(8, 14));
  const alike = d.happens(0.7);
  const pads = Array.from({ length: d.one([2, 4]) }, () => (alike ? pad : half(pad + d.between(-3, 4))));
  const makerNut = fastening === 'stud' ? nutOf(d, size) : null;
  const wanted = d.between(0.85, 2) * size;
  const nose = d.happens(0.2) ? half(d.between(2, 8)) : 0;
  const lead = d.between(1, 2) * pitch;
  const reachTo = wanted + nose + lead;
  const makerLength = half(fastening === 'bolt' ? hat + pad + reachTo : pad + (makerNut as Nut).start + reachTo);
  const maker: Fastener = { length: makerLength, thread: half(reachTo + d.between(0, 12)), nose, lead };
  const original = d.happens(0.6);
  const spacer = d.happens(0.5) ? 0 : d.one(SPACERS);
  // Other parts came with a spacer, mostly longer by it.
  const longer = half((d.happens(0.8) ? spacer : 0) + d.between(-2, 4));
  const part: Fastener = original
    ? maker
    : threadedWithin({
        length: maker.length + longer,
        thread: half(maker.thread + d.between(-4, 14)),
        nose: d.happens(0.8) ? 0 : half(d.between(2, 6)),
        lead: d.between(1, 2) * pitch,
      });
  const nut = original || fastening === 'bolt' || d.happens(0.5) ? makerNut : nutOf(d, size);
  const lock = d.happens(0.3) ? half(d.between(-4, 4)) : null;
  const countedPad = d.happens(0.15) ? half(pad + d.between(-4, 5)) : null;
  const world: World = {
    joint,
    thread,
    corners,
    maker: { part: maker, nut: makerNut },
    original,
    recorded: d.happens(0.6),
    on: { spacer, part, nut, lock },
    pads,
    countedPad,
    clearance: half(d.between(20, 60)),
    pockets: pads.map(() => half(d.between(4, 22))),
    wish: wishOf(d, joint, { spacer, part, nut, lock }, { part: maker, nut: makerNut }, original),
  };
  return stands(world) ? world : null;
}

/** What hangs there was seated, and no thread of it jams: else nobody could have counted it. */
function stands(w: World): boolean {
  return w.corners.every((c, i) => {
    const s: Setup = { ...w.on, pad: w.countedPad ?? (w.pads[i] as number), seats: true };
    const { margins, reach } = outcome(w.joint, c, s);
    const own = w.on.lock === null ? margins : outcome(w.joint, c, s, w.on.lock).margins;
    return reach > 3 * w.joint.pitch && [...Object.values(margins), ...Object.values(own)].every((m) => m > 0);
  });
}

/** No bolt is threaded further than it is long. */
const threadedWithin = (f: Fastener): Fastener => ({ ...f, thread: Math.min(f.thread, f.length - 2) });

type On = World['on'];

function wishOf(d: Dice, { fastening, pitch, d: size }: Joint, on: On, maker: World['maker'], original: boolean): Wish {
  const spacer = d.happens(0.3) ? on.spacer : d.one(SPACERS);
  const seats = d.happens(0.97);
  const lock = d.happens(0.25) ? half(d.between(-4, 4)) : null;
  const newPart = (): Fastener =>
    threadedWithin({
      // Mostly as long as the spacer asks for, now and then whatever lay there.
      length: half(on.part.length + (d.happens(0.8) ? spacer - on.spacer : 0) + d.between(-6, 8)),
      thread: half(on.part.thread + d.between(-6, 20)),
      nose: d.happens(0.85) ? 0 : half(d.between(2, 6)),
      lead: d.between(1, 2) * pitch,
    });
  const kind = d.one(
    fastening === 'bolt'
      ? (['present', 'present', 'bolt', 'bolt', 'bolt', 'original', 'conversion'] as const)
      : (['present', 'present', 'nuts', 'stud', 'stud', 'adapter'] as const),
  );
  switch (kind) {
    case 'present':
      return { spacer, kind, part: on.part, nut: on.nut, lock: on.lock, seats: true };
    case 'original':
      return original
        ? { spacer, kind: 'present', part: on.part, nut: on.nut, lock: on.lock, seats: true }
        : { spacer, kind, part: maker.part, nut: maker.nut, lock, seats: true };
    case 'conversion': {
      const short = { length: half(d.between(0.8, 1.7) * size), lead: d.between(1, 2) * pitch };
      const part = { ...newPart(), length: half(d.between(45, 95)), thread: half(d.between(20, 45)) };
      return { spacer, kind, part, nut: nutOf(d, size), lock, seats, short };
    }
    case 'adapter': {
      const web = half(d.between(6, 12));
      const nutThread = half(d.between(0.7, 1.1) * size);
      const adapter = { web, nutHeight: half(nutThread + d.between(0, 3)), nutThread, factory: on.part };
      const own = {
        length: half(d.between(24, 44)),
        thread: half(d.between(16, 44)),
        nose: 0,
        lead: d.between(1, 2) * pitch,
      };
      const stays = d.happens(0.4);
      const thick = half(d.between(14, 35));
      return stays
        ? { spacer: thick, kind, part: own, nut: on.nut, lock: on.lock, seats: true, adapter }
        : { spacer: thick, kind, part: own, nut: nutOf(d, size), lock, seats, adapter };
    }
    case 'bolt':
      return { spacer, kind, part: newPart(), nut: null, lock, seats };
    case 'nuts':
      return { spacer, kind, part: on.part, nut: nutOf(d, size), lock, seats };
    case 'stud':
      return d.happens(0.5)
        ? { spacer, kind, part: newPart(), nut: on.nut, lock: on.lock, seats: true }
        : { spacer, kind, part: newPart(), nut: nutOf(d, size), lock, seats };
  }
}

/** Every wheel that can go on, on every corner, as it would be. */
export function* fitted(w: World): Generator<readonly [corner: Corner, setup: Setup]> {
  const { kind: _, ...wish } = w.wish;
  for (const c of w.corners) for (const [i, pad] of w.pads.entries()) yield [c, { ...wish, pad, pocket: w.pockets[i] }];
}

/** What goes wrong with a wheel at a corner, by the place of its pad in the world; the tyre too. */
export interface WheelOutcome {
  readonly corner: 0 | 1;
  readonly wheel: number;
  readonly faults: readonly Fault[];
}

/** Everything that goes wrong once what is wished is on, wheel by wheel: every wheel that can come to each corner. */
export function outcomesOf(w: World): WheelOutcome[] {
  const { kind: _, ...wish } = w.wish;
  const rubs = w.wish.spacer - w.on.spacer - w.clearance;
  return w.corners.flatMap((c, i) =>
    w.pads.map((pad, wheel): WheelOutcome => {
      const found = faults(w.joint, c, { ...wish, pad, pocket: w.pockets[wheel] }, asMade(w, c));
      const all = rubs > 0 ? [...found, { what: 'rubs', mm: rubs, locking: false }] : found;
      return { corner: i as 0 | 1, wheel, faults: all };
    }),
  );
}

/**
 * What the maker’s own joint held at a corner, on the wheels that hung there: the deeper of their pads held the less.
 */
export const asMade = (w: World, c: Corner): number => {
  const pad = w.countedPad ?? Math.max(w.pads[0] as number, w.pads[1] as number);
  return outcome(w.joint, c, { ...w.maker, spacer: 0, pad, lock: null, seats: true }).holds;
};
