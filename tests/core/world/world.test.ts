import { readFileSync } from 'node:fs';
import { assess } from '@/core/evaluate/evaluate';
import { dice, isSound } from '@/core/practice/axle';
import { measured } from '@/core/practice/measure';
import { fitted, outcomesOf, type World, worldOf } from '@/core/practice/world';

/**
 * The judgement against axles whose truth is known: honest measuring of a car as it stands, then what somebody wants to
 * put on, and physics says what comes of it. VECTIS_WORLDS is how many; more than the default is for a change of the
 * rules.
 */
const RUNS = Number(process.env.VECTIS_WORLDS ?? 4000);
const BATCH = Number(process.env.VECTIS_WORLDS_BATCH ?? 0);

const wrong = (w: World) => outcomesOf(w).flatMap((o) => o.faults);
const sound = (w: World): boolean => [...fitted(w)].every(([c, s]) => isSound(w.joint, c, s)) && w.clearance > 45;

test('nothing dangerous goes forward, and what is sound and measured whole is not refused', () => {
  const tally = { worlds: 0, dangerous: 0, forward: 0, dangerousForward: 0, soundWhole: 0, refused: 0 };
  const why = new Map<string, number>();
  for (let i = 0; i < RUNS; i += 1) {
    const d = dice((i + 1 + BATCH * RUNS) / 4_294_967_296);
    const w = worldOf(d);
    if (w === null) continue;
    tally.worlds += 1;
    const ill = wrong(w);
    const { plan, all } = measured(w, d, d.happens(0.5) ? 0 : 0.06);
    const a = assess(plan);
    const goes = a.blocking.length === 0;
    if (ill.length > 0) tally.dangerous += 1;
    if (goes) tally.forward += 1;
    if (goes && ill.length > 0) {
      tally.dangerousForward += 1;
      if (tally.dangerousForward < 4) console.log(JSON.stringify({ i, ill, w, findings: a.findings.slice(0, 8) }));
    }
    if (!all || ill.length > 0 || !sound(w)) continue;
    tally.soundWhole += 1;
    if (goes) continue;
    tally.refused += 1;
    const [first] = a.blocking;
    const key = `${first?.rule} ${first?.level} ${first?.case.is}`;
    why.set(key, (why.get(key) ?? 0) + 1);
    if (process.env.VECTIS_WORLDS_SHOW === key) console.log(JSON.stringify({ i, w, first }));
  }
  if (process.env.VECTIS_WORLDS)
    console.log(
      tally,
      [...why].sort((x, y) => y[1] - x[1]),
    );
  expect(tally.dangerousForward).toBe(0);
  // Both sides were met, or the law said nothing.
  expect([tally.dangerous > RUNS / 8, tally.forward > RUNS / 8, tally.soundWhole > RUNS / 60]).toEqual([
    true,
    true,
    true,
  ]);
  expect(tally.refused / tally.soundWhole).toBeLessThanOrEqual(0.02);
}, 3_600_000);

test('the world knows no rule, no figure and no judgement', () => {
  for (const file of ['axle.ts', 'world.ts'])
    expect(readFileSync(`src/core/practice/${file}`, 'utf8')).not.toMatch(
      /from '\.\.|from '@\/|rules|figures|evaluate/,
    );
});
