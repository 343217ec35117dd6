import { sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { PRESENT, plainSpacer } from '@/core/document/blank';
import { addJob, loadJob } from '@/store/jobs';
import { addVehicle, loadVehicle } from '@/store/vehicles';
import { planWith } from '@/usecases/job/jobPlan';
import { openJob } from '@/usecases/job/jobs';
import { missingReadings } from '@/usecases/job/wanted';
import { noteMileage } from '@/usecases/survey/mileage';
import { takeBackReading, takeReading, takeWheelReading } from '@/usecases/survey/readings';
import { walkOf } from '@/usecases/survey/walk';
import { gapsCompared } from '@/usecases/torque/gapCompare';
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

/** The rear axle of a job's visit, opened as well. */
async function rearOf(jobId: string): Promise<{ rear: string; visitId: string; wheelSetId: string }> {
  const { visitId, vehicleId, wheelSetId } = (await loadJob(store.db, jobId)).job;
  const input = { vehicleId, wheelSetId, axle: 'rear', wish: 'stance', use: 'street', visitId } as const;
  return { rear: await addJob(store.db, input, 'Bram', AT), visitId, wheelSetId };
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
  ).rejects.toThrow(/is not a way to measure this\. Use tape or finger\./);
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
  const beside = async (id: string) => (await loadJob(store.db, id)).others.map((o) => o.id);
  expect(await beside(jobId)).toEqual([rear]);
  expect(await beside(rear)).toEqual([jobId]);
  expect(await beside((await job('rear')).jobId)).toEqual([]);
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

test('as the other side: that side’s figure with its ±, only where both carry the same part and it was measured there', async () => {
  const { jobId } = await job();
  const same = (quantity: 'spigotHeight' | 'roomBehind', corner: 'front-left' | 'front-right') =>
    takeReading(jobId, { quantity, corner, typed: 'same', method: 'same' }, 'Ines');
  await expect(same('spigotHeight', 'front-right')).rejects.toThrow(
    'Hub spigot height was not measured at the front left yet, so nothing can be as there.',
  );
  await takeReading(jobId, { quantity: 'spigotHeight', corner: 'front-left', typed: '14', method: 'tape' }, 'Bram');
  await takeReading(jobId, { quantity: 'roomBehind', corner: 'front-left', typed: '4', method: 'caliper' }, 'Bram');
  await same('spigotHeight', 'front-right');
  await expect(same('roomBehind', 'front-right')).rejects.toThrow('Room behind is measured at each corner by itself.');
  const { readings } = await loadJob(store.db, jobId);
  // A tape’s millimetre stays a millimetre: holding a thing against it makes it no finer.
  expect(readings.find((r) => r.corner === 'front-right')).toMatchObject({
    value: 14,
    pm: 1,
    typed: 'as the front left',
    method: 'same',
    by: 'Ines',
  });
  expect(readings.filter((r) => r.quantity === 'roomBehind')).toHaveLength(1);
});

test('what nobody could see at one side is nothing to hold the other side against', async () => {
  const { jobId } = await job();
  await takeReading(jobId, { quantity: 'rotorHat', corner: 'front-left', typed: '7', method: 'caliper' }, 'Bram');
  const [first] = (await loadJob(store.db, jobId)).readings;
  await takeBackReading(jobId, first?.id as string, 'Bram');
  await expect(
    takeReading(jobId, { quantity: 'rotorHat', corner: 'front-right', typed: 'same', method: 'same' }, 'Bram'),
  ).rejects.toThrow('Disc hat was not measured at the front left yet');
});

test('the walk of a visit goes through both axles and to each wheel once; what is taken stays in it, what a link asks for is there', async () => {
  const { jobId } = await job();
  const { rear } = await rearOf(jobId);
  await takeReading(jobId, { quantity: 'gap', corner: 'front-left', typed: '14', method: 'tape' }, 'Bram');
  const whole = [await loadJob(store.db, jobId), await loadJob(store.db, rear)] as const;
  const walk = walkOf(whole);
  const open = walk.filter((s) => s.open);
  const missing = whole.flatMap((w) => missingReadings(w));
  const wheels = new Set(missing.flatMap((m) => (m.wheel ? [`${m.wheel.id}/${m.quantity.id}`] : [])));
  expect(open.filter((s) => s.wheel !== null)).toHaveLength(wheels.size);
  // Everything that is missing is in it; beyond that at most the one reading of each axle that settles most.
  for (const m of missing)
    expect(open.some((s) => s.quantity === m.quantity.id && s.corner === m.corner && s.wheel?.id === m.wheel?.id)).toBe(
      true,
    );
  const extra = open.filter(
    (s) => !missing.some((m) => m.quantity.id === s.quantity && m.corner === s.corner && m.wheel?.id === s.wheel?.id),
  );
  expect(new Set(extra.map((s) => `${s.axle}/${s.quantity}`)).size).toBeLessThanOrEqual(2);
  expect(walk.filter((s) => !s.open).map((s) => [s.quantity, s.corner])).toEqual([['gap', 'front-left']]);
  expect(new Set(walk.map((s) => s.corner).filter(Boolean)).size).toBe(4);
  // The rear axle was chosen for without what is missing there: nothing of it is asked for from the front.
  await store.db.execute(sql`update job set stage = 'fit' where id = ${rear}`);
  const later = walkOf([whole[0], await loadJob(store.db, rear)]);
  expect(later.filter((s) => s.open && s.axle === 'rear')).toEqual([]);
  expect(later.filter((s) => s.open && s.corner !== null).length).toBeGreaterThan(4);
  const led = walkOf(whole, { quantity: 'lipDepth', corner: 'front-right' });
  expect(led.filter((s) => s.quantity === 'lipDepth').map((s) => s.corner)).toEqual(['front-right']);
});

test('mileage is the visit’s: read once, seen from both axles, corrected until a record of either is signed', async () => {
  const { jobId, vehicleId } = await job();
  const { rear, visitId, wheelSetId } = await rearOf(jobId);
  await noteMileage(jobId, '84 200', 'metric', 'Bram');
  expect((await loadJob(store.db, rear)).visit).toMatchObject({ id: visitId, vehicleId, mileageKm: 84200 });
  await expect(noteMileage(rear, 'about 80', 'metric', 'Bram')).rejects.toThrow(
    '“about 80” is not what an odometer shows',
  );
  await noteMileage(rear, '52 300 mi', 'metric', 'Bram');
  expect((await loadJob(store.db, jobId)).visit.mileageKm).toBe(84169);
  await noteMileage(rear, '', 'metric', 'Bram');
  expect((await loadJob(store.db, jobId)).visit.mileageKm).toBeNull();
  // Each visit has its own.
  const next = await addJob(
    store.db,
    { vehicleId, wheelSetId, axle: 'front', wish: 'check', use: 'street' },
    'Bram',
    AT,
  );
  expect((await loadJob(store.db, next)).visit).toMatchObject({ id: next, mileageKm: null });
});

test('what is planned begins the bench and says what the walk asks for; where nothing is added it is left out', async () => {
  const { vehicleId } = await job();
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  const asked = async (
    planned?: { kind: 'plain' | 'lipped' | 'adapter'; size: number },
    wish: 'stance' | 'check' = 'stance',
  ) => {
    const input = { vehicleId, wheelSetId, axle: 'front', wish, use: 'street', planned } as const;
    // Each by another hand: a second press of the same one opens nothing.
    const whole = await loadJob(store.db, await openJob(input, `Bram ${planned?.kind} ${wish}`));
    return { draft: whole.job.draft, ids: new Set(walkOf([whole]).map((s) => s.quantity)) };
  };
  const plain = await asked({ kind: 'plain', size: 12 });
  expect(plain.draft?.spacer).toMatchObject({ kind: 'plain', thickness: 12, bore: null, adapter: null });
  const lipped = await asked({ kind: 'lipped', size: 10 });
  expect(lipped.draft?.spacer).toMatchObject({ kind: 'lipped', thickness: 10, lipHeight: null });
  const nothing = await asked();
  expect(nothing.draft).toBeNull();
  const check = await asked({ kind: 'lipped', size: 10 }, 'check');
  expect(check.draft?.spacer.thickness).toBe(0);
  // Each of what a check needs is asked for with a spacer too, and a spacer asks for more.
  expect([...check.ids].every((q) => plain.ids.has(q))).toBe(true);
  expect(plain.ids.size).toBeGreaterThan(check.ids.size);
});
