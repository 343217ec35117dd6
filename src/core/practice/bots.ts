import type { Plan } from '../document/document';
import { assess } from '../evaluate/evaluate';
import type { RuleId } from '../rules/ids';
import { type Dice, dice } from './axle';
import type { PracticeCar } from './lessons';
import { asTaken, misread, practiceReadings } from './readings';
import { outcomesOf } from './world';

/** How a bot works: measures what is asked, skips whatever it is let, or takes one reading wrong. */
export const BOTS = ['careful', 'hurried', 'wrong-handed'] as const;
export type Bot = (typeof BOTS)[number];

export interface BotRun {
  /** It put the parts on. */
  readonly fitted: boolean;
  /** What it put on does not hold. */
  readonly dangerous: boolean;
  readonly minutes: number;
}

/** What keeps a plan from going forward, a rule that is switched off left out. */
const goes = (plan: Plan, off?: RuleId): boolean => assess(plan).blocking.every((f) => f.rule === off);

/** Takes one reading after the other until nothing is unmeasured any more, or nothing is left to take. */
function careful(whole: Plan, off?: RuleId): { plan: Plan; minutes: number } {
  const taken = new Set<string>();
  let minutes = 0;
  for (const r of practiceReadings(whole)) {
    const { findings } = assess(asTaken(whole, taken));
    if (!findings.some((f) => f.level === 'unmeasured' && f.rule !== off)) break;
    taken.add(r.id);
    minutes += r.minutes;
  }
  return { plan: asTaken(whole, taken), minutes };
}

/** Takes readings in any order and puts the parts on as soon as it is let. */
function hurried(whole: Plan, d: Dice, off?: RuleId): { plan: Plan; minutes: number } {
  const taken = new Set<string>();
  let minutes = 0;
  const left = [...practiceReadings(whole)];
  while (left.length > 0 && !goes(asTaken(whole, taken), off)) {
    const r = d.one(left);
    left.splice(left.indexOf(r), 1);
    taken.add(r.id);
    minutes += r.minutes;
  }
  return { plan: asTaken(whole, taken), minutes };
}

/** Measures everything, one thing wrong: a jaw on the wrong edge, turns that were miscounted, a look that was none. */
function wrongHanded(whole: Plan, d: Dice): { plan: Plan; minutes: number } {
  const all = practiceReadings(whole);
  const by = d.one([-10, -5, -3, 3, 5, 10]);
  return { plan: misread(whole, d.one(all), by), minutes: all.reduce((sum, r) => sum + r.minutes, 0) };
}

/**
 * Lets a bot work on a practice car.
 * @param chance seed of what the bot does by chance, from 0 to 1
 * @param off a rule that says nothing this time, to see whether the cars are hard enough to miss it
 */
export function runBot(bot: Bot, { whole, world }: PracticeCar, chance: number, off?: RuleId): BotRun {
  const d = dice(chance);
  const { plan, minutes } =
    bot === 'careful' ? careful(whole, off) : bot === 'hurried' ? hurried(whole, d, off) : wrongHanded(whole, d);
  const fitted = goes(plan, off);
  return { fitted, minutes, dangerous: fitted && outcomesOf(world).some((o) => o.faults.length > 0) };
}
