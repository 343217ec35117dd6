import { addJob, loadJob } from '@/store/jobs';
import { addVehicle, loadVehicle } from '@/store/vehicles';
import { gapsCompared } from '@/usecases/gapCompare';
import { missingReadings, planWith } from '@/usecases/jobPlan';
import { plainSpacer, PRESENT } from '@/core/document/blank';
import { takeReading, takeWheelReading } from '@/usecases/readings';
import { v7 as newId } from 'uuid';
import { runningStore, VEHICLE } from './open';

const AT = new Date('2026-11-25T09:00:00Z');
const store = runningStore();

const CHOICE = { spacer: plainSpacer(5, 57.1), fastener: PRESENT };

async function job(axle: 'front' | 'rear' = 'front', visitId?: string): Promise<{ jobId: string; vehicleId: string }> {
  const vehicleId = await addVehicle(store.db, VEHICLE, 'Bram', AT);
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  return {
    vehicleId,
    jobId: await addJob(
      store.db,
      { vehicleId, wheelSetId, axle, wish: 'stance', use: 'street', ...(visitId ? { visitId } : {}) },
      'Bram',
      AT,
    ),
  };
}

const at = async (jobId: string) => planWith(await loadJob(store.db, jobId), CHOICE, null);

test('what belongs to a wheel is refused at a corner, and the other way round; a corner of the other axle too', async () => {
  const { jobId, vehicleId } = await job();
  const wheelId = (await loadVehicle(store.db, vehicleId)).wheels[0]?.id as string;
  await expect(
    takeReading(jobId, { quantity: 'pocketDepth', corner: 'front-left', typed: '9', method: 'caliper' }, 'Bram'),
  ).rejects.toThrow('Pocket belongs to a wheel. Pick the wheel first.');
  await expect(
    takeWheelReading(vehicleId, wheelId, { quantity: 'gap', typed: '9', method: 'tape' }, 'Bram'),
  ).rejects.toThrow('Gap, arch to tyre does not belong to a wheel.');
  await expect(
    takeReading(jobId, { quantity: 'gap', corner: 'rear-left', typed: '9', method: 'tape' }, 'Bram'),
  ).rejects.toThrow('Gap, arch to tyre belongs to a corner of the front axle. Pick the corner first.');
  await expect(
    takeReading(jobId, { quantity: 'gap', corner: 'front-left', typed: '9', method: 'eye' }, 'Bram'),
  ).rejects.toThrow(/is not a way to measure this\. tape or finger will do\./);
});

test('could not see is kept with who and when, and stays unmeasured; a figure taken later counts', async () => {
  const { jobId } = await job();
  await takeReading(jobId, { quantity: 'roomBehind', corner: 'front-left', typed: '', method: 'unseen' }, 'Bram');
  expect((await at(jobId)).corners[0]?.roomBehind).toBeNull();
  const whole = await loadJob(store.db, jobId);
  expect(whole.readings[0]).toMatchObject({ typed: 'could not see', by: 'Bram' });
  expect(missingReadings(whole).some((m) => m.quantity.id === 'roomBehind' && m.corner === 'front-left')).toBe(true);
  await takeReading(jobId, { quantity: 'roomBehind', corner: 'front-left', typed: '4', method: 'caliper' }, 'Bram');
  expect((await at(jobId)).corners[0]?.roomBehind).toEqual({ value: 4, pm: 0.1 });
  expect(
    missingReadings(await loadJob(store.db, jobId)).some(
      (m) => m.quantity.id === 'roomBehind' && m.corner === 'front-left',
    ),
  ).toBe(false);
});

test('a spigot is one figure of both hubs with a ± that covers both; unmeasured until both were', async () => {
  const { jobId } = await job();
  await takeReading(
    jobId,
    { quantity: 'spigotDiameter', corner: 'front-left', typed: '57', method: 'caliper' },
    'Bram',
  );
  expect((await at(jobId)).hub.spigotDiameter).toBeNull();
  await takeReading(
    jobId,
    { quantity: 'spigotDiameter', corner: 'front-right', typed: '57,4', method: 'caliper' },
    'Bram',
  );
  const spigot = (await at(jobId)).hub.spigotDiameter;
  expect(spigot?.value).toBeCloseTo(57.2, 9);
  expect(spigot?.pm).toBeCloseTo(0.2, 9);
});

test('front and rear of one visit know each other; a job of another visit does not', async () => {
  const { jobId, vehicleId } = await job();
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  const rear = await addJob(
    store.db,
    { vehicleId, wheelSetId, axle: 'rear', wish: 'stance', use: 'street', visitId: jobId },
    'Bram',
    AT,
  );
  expect((await loadJob(store.db, jobId)).partner?.id).toBe(rear);
  expect((await loadJob(store.db, rear)).partner?.id).toBe(jobId);
  expect((await loadJob(store.db, (await job('rear')).jobId)).partner).toBeNull();
});

test('without a frozen plan there is no prediction to hold a gap against', async () => {
  const { jobId } = await job();
  await takeReading(jobId, { quantity: 'gapFitted', corner: 'front-left', typed: '9', method: 'tape' }, 'Bram');
  expect(gapsCompared(await loadJob(store.db, jobId))).toEqual([]);
});

test('a reading that is sent again because its answer was lost counts once, of a job and of a wheel', async () => {
  const { jobId, vehicleId } = await job();
  const gap = { quantity: 'gap', corner: 'front-left', typed: '20', method: 'tape' } as const;
  const [one, two] = [newId(), newId()];
  await Promise.all([takeReading(jobId, gap, 'Bram', one), takeReading(jobId, gap, 'Bram', one)]);
  await takeReading(jobId, gap, 'Bram', two);
  const kept = (await loadJob(store.db, jobId)).readings.map((r) => r.id);
  expect(kept.sort()).toEqual([one, two].sort());
  const wheelId = (await loadVehicle(store.db, vehicleId)).wheels[0]?.id as string;
  const bore = { quantity: 'wheelBore', typed: '57.1', method: 'caliper' } as const;
  for (let i = 0; i < 2; i += 1) await takeWheelReading(vehicleId, wheelId, bore, 'Bram', one);
  expect((await loadVehicle(store.db, vehicleId)).wheels.find((w) => w.id === wheelId)?.readings).toHaveLength(1);
});
