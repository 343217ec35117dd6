import type { Plan } from '../document/document';
import { type Dice, dice } from './axle';
import { measured } from './measure';
import { outcomesOf, type World, worldOf } from './world';

/** Ways in which people get hurt or waste a day; each lesson is built around one. */
export const LESSONS = [
  'long-bolts',
  'shallow-pocket',
  'capped-nut',
  'thread-used-up',
  'few-turns',
  'locking-piece',
  'unlike-wheels',
  'another-set',
  'wrong-seat',
  'narrow-hole',
  'proud-nuts',
  'short-end',
] as const;
export type Lesson = (typeof LESSONS)[number];

/** A practice car: what it is, what honest hands read off it, and which lesson it belongs to. */
export interface PracticeCar {
  readonly seed: string;
  readonly lesson: Lesson | null;
  readonly world: World;
  /** The plan as it would be with every reading taken. */
  readonly whole: Plan;
}

interface About {
  /** What goes wrong, and nothing else; left out, whatever it is. */
  readonly faults?: readonly string[];
  /** The locking pieces alone, or some of the wheels and not all. */
  readonly only?: 'locking' | 'some wheels';
  /** Cars on which it may go wrong or be sound. */
  readonly suits: (w: World) => boolean;
}

const alike = ({ pads }: World): boolean => new Set(pads).size === 1;
const ALONG_THE_THREAD = ['strips', 'shank', 'cap', 'behind', 'narrow'];

const ABOUT: Readonly<Record<Lesson, About>> = {
  'long-bolts': {
    faults: ['behind'],
    suits: (w) => w.joint.fastening === 'bolt' && w.wish.kind === 'present' && w.on.spacer > w.wish.spacer,
  },
  'shallow-pocket': {
    faults: ['pocket'],
    only: 'some wheels',
    suits: (w) => w.wish.kind === 'adapter' && w.pads.length === 4,
  },
  'capped-nut': {
    faults: ['cap'],
    suits: (w) => w.joint.fastening === 'stud' && w.wish.kind !== 'adapter' && w.wish.nut?.cap != null,
  },
  'thread-used-up': { faults: ['shank'], suits: (w) => w.wish.kind === 'bolt' || w.wish.kind === 'stud' },
  'few-turns': {
    faults: ['strips'],
    suits: (w) => w.wish.kind === 'present' && w.wish.spacer > w.on.spacer && alike(w),
  },
  'locking-piece': { only: 'locking', suits: (w) => w.wish.lock !== null && w.wish.lock !== 0 && alike(w) },
  'unlike-wheels': {
    faults: ALONG_THE_THREAD,
    only: 'some wheels',
    suits: (w) => !alike(w) && w.wish.kind !== 'adapter' && w.wish.lock === null && w.countedPad === null,
  },
  'another-set': {
    faults: ALONG_THE_THREAD,
    suits: (w) => w.countedPad !== null && w.wish.kind === 'present' && alike(w) && w.pads[0] !== w.countedPad,
  },
  'wrong-seat': { faults: ['seat'], suits: (w) => ['bolt', 'nuts', 'stud'].includes(w.wish.kind) && alike(w) },
  'narrow-hole': { faults: ['narrow'], suits: (w) => w.wish.kind !== 'adapter' && alike(w) },
  'proud-nuts': { faults: ['nut proud'], suits: (w) => w.wish.kind === 'adapter' },
  'short-end': { faults: ['short end behind', 'short end narrow'], suits: (w) => w.wish.kind === 'conversion' },
};

/** Some wheel is wrong in the lesson’s way and none in another; where only some are meant, others hold. */
function goesWrong(w: World, lesson: Lesson): boolean {
  const { faults, only } = ABOUT[lesson];
  const outcomes = outcomesOf(w);
  const ill = outcomes.filter((o) => o.faults.length > 0);
  const alone = ill.every((o) =>
    o.faults.every((f) => (faults?.includes(f.what) ?? true) && (only !== 'locking' || f.locking)),
  );
  return ill.length > 0 && alone && (only !== 'some wheels' || ill.length < outcomes.length);
}

const SPREAD = 4_294_967_296;
/** Cars that are looked at for one that suits. */
const MOST = 20_000;

function carOf(n: number): { world: World; d: Dice } | null {
  const d = dice((n + 1) / SPREAD);
  const world = worldOf(d);
  return world === null ? null : { world, d };
}

/** Three of four cars of a lesson are wrong in its way, and the others are like them and hold. */
const isWrong = (n: number): boolean => n % 4 !== 3;

/**
 * The practice car of a seed: `long-bolts-3`, or `any-17` for whatever comes. The same seed is the same car for
 * everybody.
 * @returns null for what is no seed
 */
export function practiceCar(seed: string): PracticeCar | null {
  const [, name, digits] = /^([a-z-]+)-(\d{1,6})$/.exec(seed) ?? [];
  const lesson = LESSONS.find((l) => l === name) ?? null;
  if (digits === undefined || (lesson === null && name !== 'any')) return null;
  const n = Number(digits);
  const from = n * MOST;
  for (let i = 0; i < MOST; i += 1) {
    const made = carOf(from + i);
    if (made === null) continue;
    const { world, d } = made;
    if (lesson !== null) {
      if (!ABOUT[lesson].suits(world)) continue;
      const ill = outcomesOf(world).some((o) => o.faults.length > 0);
      if (isWrong(n) ? !goesWrong(world, lesson) : ill) continue;
    }
    return { seed, lesson, world, whole: measured(world, d).plan };
  }
  return null;
}
