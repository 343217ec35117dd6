import { sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Pass } from '@/core/torque/log';
import { noteBay } from '@/usecases/fit/bay';
import { openHolds, specOf, stepsNow } from '@/usecases/fit/card';
import { enterTorque, finishSteps, jobById } from '@/usecases/job/jobs';
import { wheelStates } from '@/usecases/job/joints';
import { tickLine } from '@/usecases/job/ticks';
import { runningStore } from './open';

const BY = 'Bram';
const store = runningStore({ demo: new Date() });

const holdsAt = async (jobId: string, corner: string) => {
  const whole = await jobById(jobId);
  return openHolds(stepsNow(whole, 'fit'), whole).filter((s) => s.card?.corner === corner);
};
const stateAt = async (jobId: string, corner: string) => {
  const whole = await jobById(jobId);
  return wheelStates(whole, whole.torque).find((s) => s.corner === corner)?.state;
};

test('each corner by itself: a wheel is torqued through its verify pass while the other one still hangs on the stand', async () => {
  const { rows } = await store.db.execute(sql`select id, axle from job where stage = 'fit' limit 1`);
  const [job] = rows as { id: string; axle: string }[];
  const [left, right] = [`${job?.axle}-left`, `${job?.axle}-right`];
  const id = job?.id as string;
  const { target } = specOf(await jobById(id), 'wheel');
  const enter = (corner: string, pass: Pass, lug: number) => {
    const read = pass !== 'snug' && pass !== 'lower';
    const entry = { corner, pass, lug, reading: read ? target : null, angle: pass === 'verify' ? 1 : null, tool: 'w' };
    return enterTorque(id, entry, BY);
  };
  const [first] = await holdsAt(id, left);
  await expect(enter(left, 'snug', 0)).rejects.toThrow(`“${first?.card?.title}” at the`);
  for (const s of await holdsAt(id, left)) await tickLine(id, s.key, true, BY);
  expect((await holdsAt(id, right)).length).toBeGreaterThan(0);
  await expect(enter(right, 'snug', 0)).rejects.toThrow('it comes before this wheel');
  for (let s = await stateAt(id, left); s && !s.complete; s = await stateAt(id, left))
    await enter(left, s.pass as Pass, s.pass === 'lower' ? -1 : (s.next as number));
  expect((await stateAt(id, left))?.complete).toBe(true);
  expect((await jobById(id)).job.stage).toBe('fit');
  // What came before the wheel is not taken back under it; trouble at the other corner is that corner's.
  const last = stepsNow(await jobById(id), 'fit').findLast((s) => s.hold && s.card?.corner === left);
  await expect(tickLine(id, last?.key as string, false, BY)).rejects.toThrow('was torqued after this step');
  await noteBay(id, { id: newId(), corner: right, detail: { kind: 'trouble', what: 'crossed', lug: 1, note: '' } }, BY);
  await expect(finishSteps(id, 'fit', BY)).rejects.toThrow('still open');
});
