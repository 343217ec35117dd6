import { eq, sql } from 'drizzle-orm';
import { corrected, meanError } from '@/core/calendar/history';
import { groupBy } from '@/core/groupBy';
import { recordEvent } from '@/store/events';
import { pastSince } from '@/store/pastWork';
import { pastWork } from '@/store/schema';
import { clockBehind } from '@/usecases/calendar/clock';
import {
  errorsInOrder,
  minutesAtCar,
  rememberJob,
  rememberOld,
  shopMemory,
  similarTo,
} from '@/usecases/calendar/memory';
import { jobById } from '@/usecases/job/jobs';
import { runningStore } from './open';

const NOW = Date.parse('2027-01-11T10:00:00Z');
const store = runningStore({ demo: new Date(NOW) });

test('a machine whose clock stands before what was noted already is noticed', async () => {
  // Rows take their ids from this machine, whatever day the demo is of.
  await recordEvent(store.db, { kind: 'x', detail: {}, by: 'Bram', at: new Date(NOW) });
  expect(await clockBehind(NOW)).toBeNull();
  expect(await clockBehind(NOW - 60_000)).toBeNull();
  const said = await clockBehind(NOW - 3 * 3600_000);
  expect(said).toMatch(/says 11 Jan 2027 07:00, but something was noted at 11 Jan 2027 10:00/);
});

/** Work whose time is known, by kind, the earliest first. */
async function known() {
  const rows = [...(await pastSince(store.db, new Date(0)))].sort((a, b) => a.at.getTime() - b.at.getTime());
  const timed = rows.flatMap((r) =>
    r.estimatedMin === null || r.actualMin === null
      ? []
      : [{ kind: r.kind, estimated: r.estimatedMin, actual: r.actualMin }],
  );
  return [...groupBy(timed, (t) => t.kind).values()];
}

test('on a half of its history that it never saw, the corrected estimate is nearer than the card’s', async () => {
  const before: { estimated: number; actual: number }[] = [];
  const after: { estimated: number; actual: number }[] = [];
  for (const all of await known()) {
    const seen = all.slice(0, Math.floor(all.length / 2));
    for (const held of all.slice(seen.length)) {
      before.push(held);
      after.push({ estimated: corrected(held.estimated, seen).minutes, actual: held.actual });
    }
  }
  expect(before.length).toBeGreaterThan(30);
  const [card, better] = [meanError(before) as number, meanError(after) as number];
  if (process.env.VECTIS_SAY) console.log(`held out: card ${card.toFixed(3)}, corrected ${better.toFixed(3)}`);
  expect(better).toBeLessThan(card);
});

test('each estimate is judged by what was known before it, and by nothing after', () => {
  const past = [
    { estimated: 60, actual: 90 },
    { estimated: 60, actual: 90 },
  ];
  // The first has no history and is off by a third; the second knows one at 1.5: (1·1.5 + 3)/4 = 1.125, so 67.5 of 90.
  expect(errorsInOrder(past).card).toBeCloseTo(1 / 3, 12);
  expect(errorsInOrder(past).corrected).toBeCloseTo((1 / 3 + 22.5 / 90) / 2, 12);
});

test('jobs of an earlier release are remembered without a time, once, and stand beside what is like them', async () => {
  const signed = (await rememberOld(store.db, 300)).length;
  expect(signed).toBeGreaterThan(0);
  expect(await rememberOld(store.db, 300)).toEqual([]);
  const own = (await pastSince(store.db, new Date(0))).filter((r) => r.jobId !== null);
  expect(own).toHaveLength(signed);
  for (const r of own) expect(r.actualMin).toBeNull();
  // Remembered beside the work, a job that was signed again meanwhile keeps what was noted of it then.
  const [first] = own;
  await store.db
    .update(pastWork)
    .set({ actualMin: 33, rechecks: 2 })
    .where(eq(pastWork.id, first?.id ?? ''));
  await rememberJob(store.db, await jobById(first?.jobId as string), false);
  const [still] = await store.db
    .select()
    .from(pastWork)
    .where(eq(pastWork.id, first?.id ?? ''));
  expect([still?.actualMin, still?.rechecks]).toEqual([33, 2]);
  await store.db
    .update(pastWork)
    .set({ actualMin: null, rechecks: first?.rechecks ?? 0 })
    .where(eq(pastWork.id, first?.id ?? ''));
  let beside = 0;
  for (const r of own) {
    const like = await similarTo(await jobById(r.jobId as string), NOW);
    expect(like?.rows.every((x) => x.jobId !== r.jobId && x.kind === r.kind)).toBe(true);
    for (const x of like?.rows ?? []) expect(Math.abs(x.plateMm - r.plateMm)).toBeLessThanOrEqual(3);
    beside += like?.rows.length ?? 0;
  }
  expect(beside).toBeGreaterThan(0);
  expect((await shopMemory(NOW)).of).toBeGreaterThan(signed);
});

test('minutes at the car come from what was noted there, and from nothing where little was', async () => {
  const id = String((await store.db.execute(sql.raw(`select id from job where stage = 'torque' limit 1`))).rows[0]?.id);
  const whole = await jobById(id);
  const minutes = minutesAtCar(whole);
  const noted = [
    ...[...whole.ticked].flatMap(([k, t]) => (k.startsWith('fit.') ? [t.at.getTime()] : [])),
    ...whole.torque.map((e) => e.at.getTime()),
  ];
  // The demo notes one thing a minute.
  expect(minutes).toBeCloseTo((Math.max(...noted) - Math.min(...noted)) / 60_000, 6);
  expect(minutesAtCar({ ...whole, torque: [], ticked: new Map(), bay: [] })).toBeNull();
});
