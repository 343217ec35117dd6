import { BOTS, runBot } from '@/core/practice/bots';
import { practiceCar } from '@/core/practice/lessons';

/**
 * Lets the three bots work on practice cars and says what came of it: `npm run bots [-- how many]`. A careful or a
 * hurried bot that puts something on that does not hold is a hole in the rules, and fails.
 */
const wanted = Number(process.argv[2] ?? 5000);
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
process.exit(holes === 0 ? 0 : 1);
