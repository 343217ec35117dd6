import { takeForward } from '@/usecases/job/bench';
import { isStale } from '@/usecases/job/jobPlan';
import { jobById } from '@/usecases/job/jobs';
import { changePlanned } from '@/usecases/job/planned';
import { wantedReadings } from '@/usecases/job/wanted';
import { boltJobs, SOUND } from './boltJob';
import { runningStore } from './open';

const store = runningStore();
const { measuredJob, signedJob } = boltJobs(store);
const asked = async (id: string) =>
  wantedReadings(await jobById(id))
    .filter((q) => !q.optional)
    .map((q) => q.id);

test('what is planned is changed on an open job: what is asked follows, what was measured and chosen stays', async () => {
  const id = await measuredJob();
  const readings = (await jobById(id)).readings.length;
  expect(await asked(id)).toContain('loadedClearance');
  await changePlanned(id, { wish: 'wheels', use: 'track', kind: null }, 'Bram');
  expect(await asked(id)).not.toContain('loadedClearance');
  const { job, readings: still } = await jobById(id);
  expect([job.wish, job.use, job.draft, still.length]).toEqual(['wheels', 'track', null, readings]);
  await changePlanned(id, { wish: 'stance', use: 'street', kind: 'lipped' }, 'Bram');
  expect((await jobById(id)).job.draft?.spacer).toMatchObject({ kind: 'lipped', thickness: 0 });
  expect(await asked(id)).toContain('loadedClearance');
});

test('once a choice is approved a change is seen by it, and a signed job is not changed', async () => {
  const id = await measuredJob();
  await takeForward(id, undefined, SOUND, null, 'Bram');
  expect(isStale(await jobById(id))).toBe(false);
  await changePlanned(id, { wish: 'stance', use: 'track', kind: null }, 'Bram');
  const whole = await jobById(id);
  expect([isStale(whole), whole.job.stage, whole.plan?.document.use]).toEqual([true, 'stage', 'street']);
  const signed = await signedJob();
  await expect(changePlanned(signed, { wish: 'stance', use: 'track', kind: null }, 'Bram')).rejects.toThrow(
    'signed off',
  );
  expect((await jobById(signed)).job.use).toBe('street');
});
