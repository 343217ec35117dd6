import { jest } from '@jest/globals';
import { cornersOf } from '@/core/plan/assemble';
import { plainSpacer } from '@/core/plan/blank';
import { quantitiesFor } from '@/core/plan/quantities';
import { jobCard, kitList } from '@/core/procedure/steps';
import type { Store } from '@/store/connection';
import { addJob, addReading, loadJob, tickStep } from '@/store/jobs';
import type { ChoiceDraft } from '@/store/schema';
import { addVehicle, loadVehicle } from '@/store/vehicles';
import { openPoints, wheelStates } from '@/usecases/jobPlan';
import { enterTorque, finishSteps, jobById, signOff, takeForward } from '@/usecases/jobs';
import { attempt } from '@/usecases/result';
import { freshStore, VEHICLE } from './open';

const AT = new Date('2026-11-24T09:00:00Z');
const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> };
let store: Store;
let done: () => Promise<void>;
beforeAll(async () => {
  ({ store, done } = await freshStore());
  holder.vectisStore = Promise.resolve(store);
});
afterAll(async () => {
  holder.vectisStore = undefined;
  await done();
});

const SOUND: ChoiceDraft = { spacer: plainSpacer(5), fastener: { kind: 'bolt', length: 45, seat: 'ball13', class: '10.9' } };
const FIGURES: Readonly<Record<string, number>> = {
  turns: 11, stockBoltLength: 40, tappedDepth: 20, roomBehind: 8, spigotHeight: 10, chamferDepth: 1, gap: 20, loadedClearance: 22, spigotDiameter: 57, wheelBore: 57.1,
};

/** A job with every reading taken that a bolt car needs. */
async function measuredJob(): Promise<string> {
  const vehicleId = await addVehicle(store.db, VEHICLE, 'Bram', AT);
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  const jobId = await addJob(store.db, { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street' }, 'Bram', AT);
  for (const q of quantitiesFor({ fastening: 'bolt', nutStyle: 'unknown' })) {
    const value = FIGURES[q.id];
    if (value === undefined) continue;
    for (const corner of q.scope === 'axle' ? [null] : cornersOf('front')) {
      await addReading(store.db, jobId, { quantity: q.id, corner, value, unit: 'mm', typed: String(value), pm: q.methods[0]?.pm ?? 0, method: 'caliper' }, 'Bram', AT);
    }
  }
  return jobId;
}

async function tickAll(jobId: string, from: 'stage' | 'fit'): Promise<void> {
  const whole = await loadJob(store.db, jobId);
  const plan = whole.plan;
  if (!plan) throw new Error('no plan');
  for (const s of from === 'stage' ? kitList(plan.document) : jobCard(plan.document)) await tickStep(store.db, jobId, plan.id, s.key, true, 'Bram', AT);
}

/** Enters readings until a wheel is through the pass, each at the figure and held. */
async function through(jobId: string, corner: string, last: 'verify' | 'recheck', moveAt = -1): Promise<void> {
  for (let i = 0; i < 60; i += 1) {
    const whole = await loadJob(store.db, jobId);
    const state = wheelStates(whole.plan?.document as never, whole.torque).find((w) => w.corner === corner)?.state;
    if (!state || (last === 'verify' && state.complete) || (last === 'recheck' && state.rechecks > 0)) return;
    const pass = state.pass ?? 'recheck';
    const figures = pass !== 'snug' && pass !== 'lower';
    const angle = pass === 'verify' || pass === 'recheck' ? (i === moveAt ? 20 : 1) : null;
    await enterTorque(jobId, { corner, pass, lug: pass === 'lower' ? -1 : (state.next ?? (state.order[0] as number)), reading: figures ? 120 : null, angle, tool: 'wrench' }, 'Bram');
    if (i === moveAt) return;
  }
  throw new Error('the wheel never came through');
}

test('a stop or an unmeasured corner is refused by the server, whatever the browser said', async () => {
  const jobId = await measuredJob();
  await expect(takeForward(jobId, { ...SOUND, fastener: { kind: 'stock' } }, null, 'Bram')).rejects.toThrow(/finding.*in the way \(stop\)/);
  await expect(takeForward(jobId, { ...SOUND, spacer: { ...SOUND.spacer, thickness: -3 } }, null, 'Bram')).rejects.toThrow(/spacer.thickness/);
  const vehicleId = (await loadJob(store.db, jobId)).vehicle.id;
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  const bare = await addJob(store.db, { vehicleId, wheelSetId, axle: 'rear', wish: 'stance', use: 'street' }, 'Bram', AT);
  await expect(takeForward(bare, SOUND, null, 'Bram')).rejects.toThrow(/in the way \(unmeasured\)/);
  expect((await jobById(bare)).plan).toBeNull();
});

test('stage by stage: nothing moves on while a hold point is open, nothing is signed while a wheel is', async () => {
  const jobId = await measuredJob();
  await expect(finishSteps(jobId, 'stage', 'Bram')).rejects.toThrow('No plan has been chosen yet.');
  await takeForward(jobId, SOUND, null, 'Bram');
  expect((await jobById(jobId)).job.stage).toBe('stage');
  await expect(finishSteps(jobId, 'stage', 'Bram')).rejects.toThrow(/hold points are still open/);
  await tickAll(jobId, 'stage');
  await finishSteps(jobId, 'stage', 'Bram');
  await tickAll(jobId, 'fit');
  await finishSteps(jobId, 'fit', 'Bram');
  await expect(signOff(jobId, 'Bram')).rejects.toThrow(/Not yet: The front left wheel/);
  await expect(enterTorque(jobId, { corner: 'rear-left', pass: 'snug', lug: 0, reading: null, angle: null, tool: 'w' }, 'Bram')).rejects.toThrow(/not on this axle/);
  for (const corner of cornersOf('front')) await through(jobId, corner, 'verify');
  await expect(enterTorque(jobId, { corner: 'front-left', pass: 'recheck', lug: 0, reading: 120, angle: 0, tool: 'w' }, 'Bram')).rejects.toThrow(/A recheck begins after the sign-off/);
  await signOff(jobId, 'Bram');
  const signed = await jobById(jobId);
  expect(signed.job).toMatchObject({ stage: 'recheck', signedBy: 'Bram' });
  expect((signed.job.recheckDueAt?.getTime() ?? 0) - (signed.job.signedAt?.getTime() ?? 0)).toBe(24 * 3600 * 1000);

  // One that moves in the recheck reopens the job; done again, signed again, it closes after a recheck that holds.
  await through(jobId, 'front-left', 'recheck', 1);
  expect((await jobById(jobId)).job).toMatchObject({ stage: 'torque', signedAt: null });
  expect(openPoints(await jobById(jobId))).toEqual(['The front left wheel is not through its verify pass.']);
  await through(jobId, 'front-left', 'verify');
  await signOff(jobId, 'Tamsin');
  for (const corner of cornersOf('front')) await through(jobId, corner, 'recheck');
  expect((await jobById(jobId)).job.stage).toBe('closed');
}, 120000);

test('taking another choice forward starts kit list, card and torque again, and keeps the old plan', async () => {
  const jobId = await measuredJob();
  await takeForward(jobId, SOUND, null, 'Bram');
  await tickAll(jobId, 'stage');
  const first = await jobById(jobId);
  expect(first.ticked.size).toBeGreaterThan(0);
  await takeForward(jobId, { ...SOUND, fastener: { kind: 'bolt', length: 46, seat: 'ball13', class: '10.9' } }, null, 'Bram');
  const second = await jobById(jobId);
  expect(second.plan?.id).not.toBe(first.plan?.id);
  expect(second.ticked.size).toBe(0);
  expect(second.job.stage).toBe('stage');
});

test('what a person can act on is a sentence; what nobody expected is named plainly and not shown raw', async () => {
  expect(await attempt(async () => signOff('nothing', 'Bram'))).toEqual({ ok: false, message: 'This job is not here. It may have been archived.' });
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => {});
  const raw = await attempt(async () => {
    throw new Error('relation "secret" does not exist');
  });
  quiet.mockRestore();
  expect(raw).toMatchObject({ ok: false, message: expect.not.stringContaining('secret') });
});
