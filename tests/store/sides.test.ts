import type { Axle } from '@/core/document/vocabulary';
import { assess } from '@/core/evaluate/evaluate';
import { fittedNow } from '@/store/fitted';
import { loadJob } from '@/store/jobs';
import { addVehicle, loadVehicle, saveVehicle, type VehicleInput } from '@/store/vehicles';
import { FIRST_CHOICE, planWith } from '@/usecases/job/jobPlan';
import { jobById, openJob, openOtherAxle } from '@/usecases/job/jobs';
import { holdJob, takeUpAgain } from '@/usecases/job/otherWays';
import { recordedVisit } from '@/usecases/record/recordedVisit';
import { verifyRecord } from '@/usecases/record/verify';
import { boltJobs } from './boltJob';
import { runningStore, VEHICLE } from './open';

/** Cars on which left and right are held differently, such as three corners with studs and one with bolts. */
const AT = new Date('2026-11-24T09:00:00Z');
const store = runningStore();
const [front, rear] = VEHICLE.hubs as [(typeof VEHICLE.hubs)[0], (typeof VEHICLE.hubs)[0]];
const onStuds = { ...rear, fastening: 'stud' as const, seat: 'cone60', hardware: 'other' as const };
const MIXED: VehicleInput = {
  ...VEHICLE,
  hubs: [
    { ...front, fastening: 'stud', hardware: 'other' },
    { ...onStuds, axle: 'rear-left' },
    { ...rear, axle: 'rear-right' },
  ],
  foundPlate: { 'rear-left': 15, 'rear-right': 0 },
};
const setOf = async (id: string) => (await loadVehicle(store.db, id)).wheelSets[0]?.id as string;
const axlesOf = async (id: string) => (await loadVehicle(store.db, id)).hubs.map((h) => h.axle);
const on = async (id: string) =>
  (await fittedNow(store.db, id))
    .map((f) => `${f.corner}: ${f.plateMm}, ${f.fastenerText}`)
    .sort((a, b) => a.localeCompare(b));
const open = async (vehicleId: string, axle: Axle | 'both') =>
  openJob({ vehicleId, wheelSetId: await setOf(vehicleId), axle, wish: 'wheels', use: 'street' }, 'Bram');

test('studs at one side and bolts at the other: each hangs there as it is, and has a job and a plan of its own', async () => {
  const id = await addVehicle(store.db, MIXED, 'Bram', AT);
  expect(await on(id)).toEqual([
    'front-left: null, studs and nuts, not original',
    'front-right: null, studs and nuts, not original',
    'rear-left: 15, studs and nuts, not original',
    expect.stringMatching(/^rear-right: 0, bolts, /),
  ]);
  const first = await open(id, 'both');
  const whole = await jobById(first);
  expect([whole.job.axle, ...whole.others.map((o) => o.axle)]).toEqual(['front', 'rear-left', 'rear-right']);
  const plans = await Promise.all(
    whole.others.map(async (o) => {
      const one = await jobById(o.id);
      return planWith(one, one.job.draft ?? FIRST_CHOICE, null);
    }),
  );
  expect(plans.map((p) => [p.corners.map((c) => c.corner), p.hub.fastening, p.spacer.thickness])).toEqual([
    [['rear-left'], 'stud', 15],
    [['rear-right'], 'bolt', 0],
  ]);
  // One corner is the whole of it: the other side is not missing.
  for (const plan of plans) expect(assess(plan).findings.map((f) => f.rule)).not.toContain('reading.corners');
});

test('a job is opened for the side that is meant, for both of an axle, or beside another of its visit', async () => {
  const id = await addVehicle(store.db, MIXED, 'Bram', AT);
  const alone = await open(id, 'rear-right');
  expect((await jobById(alone)).others).toEqual([]);
  const both = await jobById(await open(id, 'rear'));
  expect([both.job.axle, ...both.others.map((o) => o.axle)]).toEqual(['rear-left', 'rear-right']);
  await expect(open(id, 'front-left')).rejects.toThrow('both sides of that axle are held alike');
  const beside = await openOtherAxle(alone, 'rear-left', 'Bram');
  expect(await openOtherAxle(alone, 'rear-left', 'Bram')).toBe(beside);
  // Its bench begins with the spacer that is on there.
  expect((await jobById(beside)).job.draft?.spacer.thickness).toBe(15);
  await expect(openOtherAxle(alone, 'rear', 'Bram')).rejects.toThrow('its two sides are held differently');
});

test('an axle is told apart later, and made one again, while no job is open on it; what was signed stands as it was', async () => {
  const { signedJob } = boltJobs(store);
  const jobId = await signedJob();
  const { vehicle, plan } = await jobById(jobId);
  const change = async (hubs: VehicleInput['hubs']) => {
    const { version } = (await loadVehicle(store.db, vehicle.id)).vehicle;
    await saveVehicle(store.db, vehicle.id, version, { ...VEHICLE, hubs }, 'Bram', new Date());
  };
  const apart: VehicleInput['hubs'] = [
    { ...front, axle: 'front-left' },
    { ...front, axle: 'front-right', fastening: 'stud', hardware: 'other' },
    rear,
  ];
  const unsigned = await open(vehicle.id, 'front');
  await expect(change(apart)).rejects.toThrow('A job is open on the front axle');
  expect(await axlesOf(vehicle.id)).toEqual(['front', 'rear']);
  await holdJob(unsigned, 'declined', 'the owner thinks it over', 'Bram');
  await change(apart);
  expect(await axlesOf(vehicle.id)).toEqual(['front-left', 'front-right', 'rear']);
  const texts = await on(vehicle.id);
  expect(texts).toContainEqual(expect.stringMatching(/^front-left: 5, Bolts/i));
  expect(texts).toContainEqual('front-right: 5, studs and nuts, not original');
  // What was declined is not resumed on a hub that is none any more.
  await expect(takeUpAgain(unsigned, 'Bram')).rejects.toThrow('left and right by themselves');
  // The signed job still stands on the hub that it was done on.
  const old = await loadJob(store.db, jobId);
  expect(old.hubs.filter((h) => h.axle !== 'rear').map((h) => [h.axle, h.fastening])).toEqual([['front', 'bolt']]);
  expect(old.plan?.digest).toBe(plan?.digest);
  await change([{ ...front, fastening: 'stud' }, rear]);
  expect(await axlesOf(vehicle.id)).toEqual(['front', 'rear']);
  expect((await loadJob(store.db, jobId)).hubs.find((h) => h.axle === 'front')?.fastening).toBe('bolt');
  expect((await verifyRecord(jobId, 1)).broken).toEqual([]);
});

test('one side is measured, fitted, torqued and signed by itself; its record says which it is', async () => {
  const { signedJob } = boltJobs(store, { car: MIXED, axle: 'rear-right' });
  const jobId = await signedJob();
  const [signed] = await recordedVisit(jobId, null);
  expect(signed?.revision?.number).toBe(1);
  expect(signed?.whole.job.axle).toBe('rear-right');
  expect(signed?.whole.hubs.map((h) => [h.axle, h.fastening])).toEqual([['rear-right', 'bolt']]);
  expect(new Set(signed?.whole.torque.map((t) => t.corner))).toEqual(new Set(['rear-right']));
  expect((await verifyRecord(jobId, 1)).broken).toEqual([]);
  const { vehicle } = await jobById(jobId);
  expect((await on(vehicle.id)).map((t) => t.slice(0, 16))).toEqual(
    ['front-left: null', 'front-right: nul', 'rear-left: 15, s', 'rear-right: 5, B'].map((t) =>
      expect.stringContaining(t.slice(0, 13)),
    ),
  );
});
