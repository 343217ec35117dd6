import type { Plan } from '../document/document';
import { type Dice, dice } from './axle';
import { measured } from './measure';
import { outcomesOf, type World, worldOf } from './world';

/** Ways in which people get hurt or waste a day; each lesson is built around one. */
export const LESSONS = ['long-bolts', 'shallow-pocket', 'capped-nut', 'thread-used-up'] as const;
export type Lesson = (typeof LESSONS)[number];

/** A practice car: what it is, what honest hands read off it, and which lesson it belongs to. */
export interface PracticeCar {
  readonly seed: string;
  readonly lesson: Lesson | null;
  readonly world: World;
  /** The plan as it would be with every reading taken. */
  readonly whole: Plan;
}

/** What goes wrong in a lesson, and on which cars it may go wrong or be sound. */
const ABOUT: Readonly<Record<Lesson, { readonly fault: string; readonly suits: (w: World) => boolean }>> = {
  'long-bolts': {
    fault: 'behind',
    suits: (w) => w.joint.fastening === 'bolt' && w.wish.kind === 'present' && w.on.spacer > w.wish.spacer,
  },
  'shallow-pocket': { fault: 'pocket', suits: (w) => w.wish.kind === 'adapter' && w.pads.length === 4 },
  'capped-nut': {
    fault: 'cap',
    suits: (w) => w.joint.fastening === 'stud' && w.wish.kind !== 'adapter' && w.wish.nut?.cap != null,
  },
  'thread-used-up': { fault: 'shank', suits: (w) => w.wish.kind === 'bolt' || w.wish.kind === 'stud' },
};

/** Some wheel is wrong in the lesson’s way and none in another; of the pockets not all are too shallow. */
function goesWrong(w: World, lesson: Lesson): boolean {
  const outcomes = outcomesOf(w);
  const ill = outcomes.filter((o) => o.faults.length > 0);
  const alone = ill.every((o) => o.faults.every((f) => f.what === ABOUT[lesson].fault));
  return ill.length > 0 && alone && (lesson !== 'shallow-pocket' || ill.length < outcomes.length);
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
