import { addWheelSet, loadVehicle, saveWheelSet } from '@/store/vehicles';
import { addWheelReading } from '@/store/wheels';
import { stepsNow } from '@/usecases/fit/card';
import { takeForward } from '@/usecases/job/bench';
import { isStale } from '@/usecases/job/jobPlan';
import { jobById } from '@/usecases/job/jobs';
import { boltJobs, SOUND } from './boltJob';
import { runningStore } from './open';

const AT = new Date('2026-11-24T09:00:00Z');
const TRACK = { name: 'track', tyre: '225/45R16', offsetMm: 40, seat: 'ball13', lugs: 5, boltCircleMm: 112 };
const store = runningStore();
const { measuredJob } = boltJobs(store);

/** The same pad and bore at every wheel of a set. */
async function measured(vehicleId: string, wheelSetId: string, pad: number): Promise<void> {
  const wheels = (await loadVehicle(store.db, vehicleId)).wheels.filter((w) => w.wheelSetId === wheelSetId);
  for (const w of wheels)
    for (const [quantity, value] of [
      ['padThickness', pad],
      ['wheelBore', 57.1],
      ['chamferDepth', 1],
    ] as const)
      await addWheelReading(
        store.db,
        vehicleId,
        w.id,
        { quantity, value, unit: 'mm', typed: String(value), pm: 0.1, method: 'caliper' },
        'Bram',
        AT,
      );
}

test('one job prepares a second set: only once it is known to hold there, with its line on the kit, in the plan', async () => {
  const jobId = await measuredJob();
  const { job, vehicle } = await jobById(jobId);
  const other = await addWheelSet(store.db, vehicle.id, TRACK, 'Bram', AT);
  const choice = { ...SOUND, alsoSets: [other] };
  const take = () => takeForward(jobId, undefined, choice, null, 'Bram');
  await expect(take()).rejects.toThrow('It is not known to hold on “track”');
  await measured(vehicle.id, job.wheelSetId, 12);
  await measured(vehicle.id, other, 12);
  await take();
  const whole = await jobById(jobId);
  expect(whole.plan?.document.also?.map((w) => w.name)).toEqual(['track']);
  expect(stepsNow(whole, 'stage').some((s) => s.text.startsWith('“track”, prepared as well'))).toBe(true);
  expect(isStale(whole)).toBe(false);
  // Another wheel under the same name is not what was approved.
  await saveWheelSet(store.db, { vehicleId: vehicle.id, wheelSetId: other }, { ...TRACK, seat: 'cone60' }, 'Bram', AT);
  expect(isStale(await jobById(jobId))).toBe(true);
  await expect(take()).rejects.toThrow(/“track”.*it bears on a line/);
});

test('a set that is not here yet, or of another car, is none that a job prepares', async () => {
  const jobId = await measuredJob();
  const { vehicle } = await jobById(jobId);
  const planned = await addWheelSet(store.db, vehicle.id, { ...TRACK, planned: true }, 'Bram', AT);
  await takeForward(jobId, undefined, { ...SOUND, alsoSets: [planned, 'nothing'] }, null, 'Bram');
  expect((await jobById(jobId)).plan?.document.also).toBeUndefined();
});
