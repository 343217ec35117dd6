import { BOTS, runBot } from '@/core/practice/bots';
import { LESSONS, type PracticeCar, practiceCar } from '@/core/practice/lessons';
import { RULE_IDS } from '@/core/rules/ids';

/**
 * Lets the three bots work on practice cars and says what came of it: `npm run bots [-- how many]`. A careful or a
 * hurried bot that puts something on that does not hold is a hole in the rules, and fails. `npm run bots -- rules`
 * switches one rule off at a time and names a car on which that is missed: the cars are hard enough to need it.
 */
const [what = '5000', many = '400'] = process.argv.slice(2);
process.exit(what === 'rules' ? oneOff(Number(many)) : all(Number(what)));

function oneOff(n: number): number {
  const seeds = [
    ...LESSONS.flatMap((l) => Array.from({ length: 12 }, (_, i) => `${l}-${i}`)),
    ...Array.from({ length: n }, (_, i) => `any-${i}`),
  ];
  const cars = seeds.flatMap((seed) => practiceCar(seed) ?? []);
  const missedOn = (off: (typeof RULE_IDS)[number]): PracticeCar | undefined =>
    cars.find((car, i) =>
      (['careful', 'hurried'] as const).some((bot) => runBot(bot, car, (i + 1) / 100_003, off).dangerous),
    );
  const missed = RULE_IDS.flatMap((off) => {
    const car = missedOn(off);
    console.log(`${off}: ${car ? `missed on ${car.seed}` : `not missed on ${cars.length} cars`}`);
    return car ?? [];
  });
  console.log(`${missed.length} of ${RULE_IDS.length} rules are missed by themselves.`);
  return 0;
}

function all(wanted: number): number {
  const tally = new Map(BOTS.map((bot) => [bot, { fitted: 0, dangerous: [] as string[], minutes: 0 }]));
  for (let i = 0; i < wanted; i += 1) {
    const car = practiceCar(`any-${i}`);
    if (car === null) continue;
    for (const bot of BOTS) {
      const run = runBot(bot, car, (i + 1) / 1_000_003);
      const t = tally.get(bot);
      if (!t) continue;
      t.minutes += run.minutes;
      if (run.fitted) t.fitted += 1;
      if (run.dangerous) t.dangerous.push(car.seed);
    }
  }
  for (const [bot, t] of tally)
    console.log(
      `${bot}: fitted ${t.fitted} of ${wanted}, ${t.dangerous.length} of them do not hold${t.dangerous.length > 0 ? ` (${t.dangerous.slice(0, 5).join(', ')})` : ''}, ${(t.minutes / wanted).toFixed(0)} min of measuring a car`,
    );
  const holes = (tally.get('careful')?.dangerous.length ?? 0) + (tally.get('hurried')?.dangerous.length ?? 0);
  return holes === 0 ? 0 : 1;
}
