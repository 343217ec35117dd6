import { jest } from '@jest/globals';
import { eq, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { cornersOf } from '@/core/document/axles';
import { plainSpacer } from '@/core/document/blank';
import type { Corner } from '@/core/document/document';
import { type QuantityId, quantity } from '@/core/document/quantities';
import type { KeptEvaluation } from '@/core/evaluate/kept';
import { kitList } from '@/core/procedure/kitList';
import { firstBreak } from '@/core/torque/chain';
import { type DemoJob, type DemoVehicle, SCENARIO } from '@/demo/scenario';
import type { RecordedEvaluation } from '@/records/document';
import { readRecord } from '@/records/upgrade';
import { addChalkTest, addJob, addReading, loadJob, withdrawChalkTest } from '@/store/jobs';
import { torqueLog } from '@/store/jobWork';
import { judgeOldPlans, type PlanInForce } from '@/store/plans';
import { recordsOf } from '@/store/records';
import { type ChoiceDraft, plan as planTable } from '@/store/schema';
import { hashedBody } from '@/store/torque';
import { addVehicle, loadVehicle } from '@/store/vehicles';
import { addWheelReading, markWheel, moveWheel, setRotates } from '@/store/wheels';
import { keepDraft, takeForward } from '@/usecases/job/bench';
import { countedReadings, planWith, staleBecause, wheelsThatGo } from '@/usecases/job/jobPlan';
import { enterTorque, finishSteps, jobById, openJob, startMeasuring, takeReadingsIn } from '@/usecases/job/jobs';
import { adapterStates } from '@/usecases/job/joints';
import { openPoints } from '@/usecases/job/openPoints';
import { isRetorque } from '@/usecases/job/standing';
import { tickLine } from '@/usecases/job/ticks';
import { missingReadings } from '@/usecases/job/wanted';
import { recordedJob } from '@/usecases/record/recordedJob';
import { recordedVisit } from '@/usecases/record/recordedVisit';
import { recordEvaluation } from '@/usecases/record/recordFindings';
import { declineRecheck, recheckEarly, revise, signOff } from '@/usecases/record/signing';
import { verifyRecord } from '@/usecases/record/verify';
import { attempt } from '@/usecases/result';
import { takeOffShelf } from '@/usecases/shelf/shelf';
import { chalkAgain } from '@/usecases/survey/archCuts';
import {
  keepRotating,
  noteArchWork,
  takeBackChalk,
  takeBackReading,
  takeChalk,
  takeReading,
} from '@/usecases/survey/readings';
import { walkOf } from '@/usecases/survey/walk';
import { takeInWheelSet } from '@/usecases/vehicle/vehicles';
import { boltJobs, plate, SOUND } from './boltJob';
import { runningStore, VEHICLE } from './open';

const AT = new Date('2026-11-24T09:00:00Z');
const store = runningStore();
const acting = (name: string) => ({ name, personId: null });

const { measuredJob, tickAll, through, signedJob } = boltJobs(store);

/**
 * The coast-rescue car with an adapter taken forward: deep pockets in every wheel, every reading of its demo job taken.
 */
async function adapterJob(): Promise<string> {
  const demo = SCENARIO.find((v) => v.name === 'Halm Drover') as DemoVehicle;
  const { choice, readings } = demo.jobs[1] as DemoJob;
  const vehicleId = await addVehicle(store.db, demo, 'Bram', AT);
  const { wheelSets, wheels } = await loadVehicle(store.db, vehicleId);
  const jobId = await addJob(
    store.db,
    { vehicleId, wheelSetId: wheelSets[0]?.id as string, axle: 'front', wish: 'stance', use: 'street' },
    'Bram',
    AT,
  );
  const keep = { unit: 'mm', typed: 'as read', pm: 0.1, method: 'caliper' };
  for (const [id, value] of Object.entries({ wheelBore: 106.1, boreRecess: 14, chamferDepth: 2, pocketDepth: 9 })) {
    for (const w of wheels)
      await addWheelReading(store.db, vehicleId, w.id, { quantity: id, value, ...keep }, 'Bram', AT);
  }
  for (const [id, value] of Object.entries(readings)) {
    const q = quantity(id as QuantityId);
    for (const corner of q.scope === 'axle' ? [null] : cornersOf('front'))
      await addReading(
        store.db,
        jobId,
        { quantity: id, corner, value: typeof value === 'number' ? value : value[0], ...keep },
        'Bram',
        AT,
      );
  }
  await takeForward(jobId, undefined, choice as ChoiceDraft, null, 'Bram');
  return jobId;
}

test('a stop or an unmeasured corner is refused by the server, whatever the browser said', async () => {
  const jobId = await measuredJob();
  await expect(
    takeForward(jobId, undefined, { ...SOUND, spacer: plate(8), fastener: { kind: 'present' } }, null, 'Bram'),
  ).rejects.toThrow(/finding.*in the way \(stop\)/);
  await expect(
    takeForward(jobId, undefined, { ...SOUND, spacer: { ...SOUND.spacer, thickness: -3 } }, null, 'Bram'),
  ).rejects.toThrow(/spacer.thickness/);
  const vehicleId = (await loadJob(store.db, jobId)).vehicle.id;
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  const bare = await addJob(
    store.db,
    { vehicleId, wheelSetId, axle: 'rear', wish: 'stance', use: 'street' },
    'Bram',
    AT,
  );
  await expect(takeForward(bare, undefined, SOUND, null, 'Bram')).rejects.toThrow(/in the way \(unmeasured\)/);
  expect((await jobById(bare)).plan).toBeNull();
});

test('stage by stage: nothing moves on while a hold point is open, nothing is signed while a wheel is', async () => {
  const jobId = await measuredJob();
  await expect(finishSteps(jobId, 'stage', 'Bram')).rejects.toThrow(
    'The kit is completed in “Stage”; this job stands in “Take in”.',
  );
  await takeForward(jobId, undefined, SOUND, null, 'Bram');
  expect((await jobById(jobId)).job.stage).toBe('stage');
  await expect(finishSteps(jobId, 'stage', 'Bram')).rejects.toThrow(/hold points are still open/);
  await tickAll(jobId, 'stage');
  await expect(
    enterTorque(jobId, { corner: 'front-left', pass: 'snug', lug: 0, reading: null, angle: null, tool: 'w' }, 'Bram'),
  ).rejects.toThrow(/this job stands in “Stage”\. It is entered once the kit list is through/);
  await finishSteps(jobId, 'stage', 'Bram');
  await tickAll(jobId, 'fit');
  await finishSteps(jobId, 'fit', 'Bram');
  await expect(signOff(jobId, acting('Bram'))).rejects.toThrow(/Not yet: The front left wheel/);
  await expect(
    enterTorque(jobId, { corner: 'rear-left', pass: 'snug', lug: 0, reading: null, angle: null, tool: 'w' }, 'Bram'),
  ).rejects.toThrow(/not on this axle/);
  for (const corner of cornersOf('front')) await through(jobId, corner, 'verify');
  await expect(
    enterTorque(jobId, { corner: 'front-left', pass: 'recheck', lug: 0, reading: 120, angle: 0, tool: 'w' }, 'Bram'),
  ).rejects.toThrow(/A recheck begins after the sign-off/);
  await signOff(jobId, acting('Bram'));
  const signed = await jobById(jobId);
  expect(signed.job).toMatchObject({ stage: 'recheck', signedBy: 'Bram' });
  expect(signed.rechecks.map((l) => l.kind)).toEqual(['next-day', 'distance']);
  expect(signed.job.recheckDueAt).toEqual(signed.rechecks[0]?.dueTo);
  // The chain does not close two minutes after it began.
  await expect(
    enterTorque(jobId, { corner: 'front-left', pass: 'recheck', lug: 0, reading: 120, angle: 0, tool: 'w' }, 'Bram'),
  ).rejects.toThrow(/“Next day, car cold” is due from .*Say why it is done early first/);
  await expect(recheckEarly(jobId, ' ', 'Bram')).rejects.toThrow('Why early');
  await recheckEarly(jobId, 'the car leaves tonight', 'Bram');

  // One that moves in the recheck reopens the job; done again, signed again, it closes after a recheck that holds.
  await through(jobId, 'front-right', 'recheck');
  await through(jobId, 'front-left', 'recheck', 1);
  expect((await jobById(jobId)).job).toMatchObject({ stage: 'torque', signedAt: null });
  expect(openPoints(await jobById(jobId))).toEqual(['The front left wheel is not through its verify pass.']);
  await through(jobId, 'front-left', 'verify');
  await signOff(jobId, acting('Tamsin'));
  expect((await jobById(jobId)).job.revision).toBe(2);
  await recheckEarly(jobId, 'the car leaves tonight', 'Bram');
  // What was rechecked before the job was opened again is rechecked anew.
  await through(jobId, 'front-left', 'recheck');
  expect((await jobById(jobId)).job.stage).toBe('recheck');
  await through(jobId, 'front-right', 'recheck', -1, 1);
  // One link is through, and the job stays open for the other.
  const between = await jobById(jobId);
  expect([between.job.stage, between.rechecks.map((l) => l.outcome)]).toEqual(['recheck', ['held', null]]);
  expect(between.job.recheckDueAt).toEqual(between.rechecks[1]?.dueTo);
  await expect(
    enterTorque(jobId, { corner: 'front-left', pass: 'recheck', lug: 0, reading: 120, angle: 0, tool: 'w' }, 'Bram'),
  ).rejects.toThrow(/“After 50–100 km” is due from/);
  await declineRecheck(jobId, 'moved abroad with the car', 'Bram');
  const over = await jobById(jobId);
  expect([over.job.stage, over.rechecks.at(-1)?.outcome, over.rechecks.at(-1)?.reason]).toEqual([
    'closed',
    'declined',
    'moved abroad with the car',
  ]);
}, 120000);

test('an adapter is a torque job of its own: nut by nut while fitting, before the wheel, in one sealed chain', async () => {
  const jobId = await adapterJob();
  const whole = await jobById(jobId);
  const planId = whole.plan?.id as string;
  const nut = (pass: 'snug' | 'final' | 'verify', lug: number) => ({
    corner: 'front-left',
    joint: 'adapter' as const,
    pass,
    lug,
    reading: pass === 'snug' ? null : 118,
    angle: pass === 'verify' ? 1 : null,
    tool: 'w',
  });
  await expect(enterTorque(jobId, nut('snug', 0), 'Bram')).rejects.toThrow(
    /this job stands in “Stage”\. It is entered while fitting/,
  );
  await tickAll(jobId, 'stage');
  await finishSteps(jobId, 'stage', 'Bram');
  await tickAll(jobId, 'fit');
  await expect(finishSteps(jobId, 'fit', 'Bram')).rejects.toThrow(
    'The front left adapter is not through its own verify pass, which comes before the wheel.',
  );
  for (const corner of cornersOf('front')) {
    for (let i = 0; i < 40; i += 1) {
      const now = await jobById(jobId);
      const state = adapterStates(now.plan?.document as never, now.torque).find((a) => a.corner === corner)?.state;
      if (!state || state.complete) break;
      await enterTorque(jobId, { ...nut(state.pass as 'snug', state.next as number), corner }, 'Bram');
    }
  }
  await finishSteps(jobId, 'fit', 'Bram');
  expect(openPoints(await jobById(jobId)).some((o) => o.includes('adapter'))).toBe(false);
  await enterTorque(
    jobId,
    { corner: 'front-left', pass: 'snug', lug: 0, reading: null, angle: null, tool: 'w' },
    'Bram',
  );
  const rows = (await torqueLog(store.db, planId)).filter((r) => r.corner === 'front-left');
  expect(rows.map((r) => r.seq)).toEqual(rows.map((_, i) => i));
  expect([rows[0]?.joint, rows.at(-1)?.joint]).toEqual(['adapter', 'wheel']);
  expect(firstBreak(rows, hashedBody)).toBeNull();
  expect(
    firstBreak(
      rows.map((r) => ({ ...r, joint: 'wheel' as const })),
      hashedBody,
    ),
  ).toBe(0);
}, 120000);

test('a wheel hung elsewhere takes its readings along, and the frozen plan says so', async () => {
  const jobId = await measuredJob();
  await takeForward(jobId, undefined, SOUND, null, 'Bram');
  const { vehicle, wheels } = await jobById(jobId);
  const a = wheels.find((w) => w.mark === 'A');
  await moveWheel(store.db, vehicle.id, a?.id as string, 'rear-right', 'Bram', AT);
  const now = await jobById(jobId);
  expect(now.wheels.map((w) => `${w.mark} ${w.corner}`)).toEqual([
    'A rear-right',
    'B front-right',
    'C rear-left',
    'D front-left',
  ]);
  expect(now.wheels.find((w) => w.mark === 'A')?.readings.length).toBe(a?.readings.length);
  expect(staleBecause(now, 'metric')).toEqual([
    'Wheel A: front left then, rear right now.',
    'Wheel D: rear right then, front left now.',
  ]);
  await expect(markWheel(store.db, vehicle.id, a?.id as string, 'd', 'Bram', AT)).rejects.toThrow(
    'Mark “d” is on another wheel of this set.',
  );
  await markWheel(store.db, vehicle.id, a?.id as string, 'spare', 'Bram', AT);
  await expect(moveWheel(store.db, 'another vehicle', a?.id as string, 'front-left', 'Bram', AT)).rejects.toThrow(
    'This wheel is not here.',
  );
  // Where wheels do not change axles, only the two that hang there count.
  expect(missingReadings(now).filter((m) => m.wheel)).toEqual([]);
  await setRotates(store.db, vehicle.id, now.job.wheelSetId, false, 'Bram', AT);
  expect(wheelsThatGo(await jobById(jobId)).map((w) => w.mark)).toEqual(['B', 'D']);
});

const everyRow = async (jobId: string) => {
  const { job, plan: inForce, readings, ticked, torque } = await jobById(jobId);
  return { job, inForce, readings, ticked: [...ticked], torque };
};

test('a signed job takes its recheck and nothing else: every other action is refused and no row changes', async () => {
  const jobId = await signedJob();
  const before = await everyRow(jobId);
  const version = before.job.version;
  const reading = before.readings[0]?.id as string;
  const tries: Record<string, () => Promise<unknown>> = {
    'take forward': () => takeForward(jobId, version, SOUND, null, 'Tamsin'),
    'take readings in': () => takeReadingsIn(jobId, 'Tamsin'),
    bench: () => keepDraft(jobId, version, SOUND, 'Tamsin'),
    reading: () => takeReading(jobId, { quantity: 'gap', corner: 'front-left', typed: '3', method: 'tape' }, 'Tamsin'),
    'take back': () => takeBackReading(jobId, reading, 'Tamsin'),
    chalk: () =>
      takeChalk(jobId, { corner: 'front-left', trial: '5', load: 'bounced', across: null, hours: [1] }, 'Tamsin'),
    untick: () => tickLine(jobId, 'kit.wrench', false, 'Tamsin'),
    kit: () => finishSteps(jobId, 'stage', 'Tamsin'),
    card: () => finishSteps(jobId, 'fit', 'Tamsin'),
    measuring: () => startMeasuring(jobId, 'Tamsin'),
    torque: () =>
      enterTorque(
        jobId,
        { corner: 'front-left', pass: 'snug', lug: 0, reading: null, angle: null, tool: 'w' },
        'Tamsin',
      ),
    'sign again': () => signOff(jobId, acting('Tamsin')),
  };
  for (const [name, act] of Object.entries(tries)) {
    const result = await attempt(act);
    expect([name, result.ok ? 'taken' : result.message]).toEqual([
      name,
      expect.stringContaining('signed off and its record does not change'),
    ]);
  }
  expect(await everyRow(jobId)).toEqual(before);
  await declineRecheck(jobId, 'not reached', 'Tamsin');
  await declineRecheck(jobId, 'not reached', 'Tamsin');
  expect((await jobById(jobId)).job.stage).toBe('closed');
  expect(
    await attempt(() =>
      takeReading(jobId, { quantity: 'gapFitted', corner: 'front-left', typed: '9', method: 'tape' }, 'B'),
    ),
  ).toMatchObject({ ok: false, message: expect.stringContaining('closed') });
}, 120000);

test('a bench goes on from what it kept itself though the answers were lost, and never over another one', async () => {
  const jobId = await measuredJob();
  const { version } = (await jobById(jobId)).job;
  const [mine, other] = [newId(), newId()];
  const thickness = async () => (await jobById(jobId)).job.draft?.spacer.thickness;
  const with_ = (mm: number) => ({ ...SOUND, spacer: { ...SOUND.spacer, thickness: mm } });
  // Each is sent with the version that the bench was opened with: no answer has arrived, and one of them comes twice.
  for (const mm of [6, 7, 7, 8]) await keepDraft(jobId, version, with_(mm), 'Bram', mine);
  expect(await thickness()).toBe(8);
  await expect(keepDraft(jobId, version, with_(9), 'Tamsin', other)).rejects.toThrow('changed meanwhile');
  await expect(keepDraft(jobId, version, with_(9), 'Tamsin')).rejects.toThrow('changed meanwhile');
  // Another screen that knows how it stands goes on, and from then the first is the one that is overtaken.
  await keepDraft(jobId, (await jobById(jobId)).job.version, with_(10), 'Tamsin', other);
  await expect(keepDraft(jobId, version, with_(11), 'Bram', mine)).rejects.toThrow('changed meanwhile');
  await expect(takeForward(jobId, version, SOUND, null, 'Bram', mine)).rejects.toThrow('changed meanwhile');
  expect(await thickness()).toBe(10);
  await takeForward(jobId, version, SOUND, null, 'Tamsin', other);
  expect((await jobById(jobId)).job.stage).toBe('stage');
}, 120000);

test('a bench that another screen changed cannot be taken forward, nor a kit finished from an old tab', async () => {
  const jobId = await measuredJob();
  const { version } = (await jobById(jobId)).job;
  const kept = await keepDraft(jobId, version, SOUND, 'Bram');
  await expect(keepDraft(jobId, version, SOUND, 'Tamsin')).rejects.toThrow(
    'The choice on this job was changed meanwhile',
  );
  await expect(takeForward(jobId, version, SOUND, null, 'Tamsin')).rejects.toThrow(
    'The choice on this job was changed meanwhile',
  );
  await takeForward(jobId, kept, SOUND, null, 'Bram');
  await tickAll(jobId, 'stage');
  await finishSteps(jobId, 'stage', 'Bram');
  await tickLine(jobId, 'kit.wrench', false, 'Bram');
  await tickAll(jobId, 'fit');
  await expect(finishSteps(jobId, 'fit', 'Bram')).rejects.toThrow('1 hold point is still open: Torque wrench set to');
  await expect(finishSteps(jobId, 'stage', 'Bram')).rejects.toThrow('this job stands in “Fit”');
});

test('nothing is torqued first on a plan that went stale; new readings are taken in, and ticks and torque go on', async () => {
  const jobId = await measuredJob();
  await takeForward(jobId, undefined, SOUND, null, 'Bram');
  for (const list of ['stage', 'fit'] as const) {
    await tickAll(jobId, list);
    await finishSteps(jobId, list, 'Bram');
  }
  const snug = (lug: number) => ({
    corner: 'front-left',
    pass: 'snug' as const,
    lug,
    reading: null,
    angle: null,
    tool: 'w',
  });
  await enterTorque(jobId, snug(0), 'Bram');
  await takeReading(jobId, { quantity: 'gap', corner: 'front-left', typed: '19', method: 'tape' }, 'Bram');
  await expect(enterTorque(jobId, snug(2), 'Bram')).rejects.toThrow(
    'Readings or vehicle data changed since the plan was chosen.',
  );
  await expect(signOff(jobId, acting('Bram'))).rejects.toThrow('Not yet: Readings or vehicle data changed');
  const before = await jobById(jobId);
  await takeReadingsIn(jobId, 'Bram');
  const after = await jobById(jobId);
  expect(after.plan?.id).not.toBe(before.plan?.id);
  expect([after.job.stage, after.ticked.size, after.torque.length, openPoints(after)[0]]).toEqual([
    'torque',
    before.ticked.size,
    1,
    'The front left wheel is not through its verify pass.',
  ]);
  await enterTorque(jobId, snug(2), 'Bram');
  // A reading that makes it a stop is not taken in: the choice has to change.
  for (const typed of ['2', '2', '2'])
    await takeReading(jobId, { quantity: 'loadedClearance', corner: 'front-left', typed, method: 'tape' }, 'Bram');
  for (const r of (await jobById(jobId)).readings.filter(
    (x) => x.quantity === 'loadedClearance' && x.value > 3 && x.corner === 'front-left',
  ))
    await takeBackReading(jobId, r.id, 'Bram');
  await expect(takeReadingsIn(jobId, 'Bram')).rejects.toThrow('in the way (stop)');
}, 120000);

test('an entry whose answer was lost counts once when it is sent again; one that another screen overtook is told', async () => {
  const jobId = await measuredJob();
  await takeForward(jobId, undefined, SOUND, null, 'Bram');
  for (const list of ['stage', 'fit'] as const) {
    await tickAll(jobId, list);
    await finishSteps(jobId, list, 'Bram');
  }
  const entry = { corner: 'front-left', pass: 'snug' as const, lug: 0, reading: null, angle: null, tool: 'w', seq: 0 };
  await enterTorque(jobId, entry, 'Bram');
  await enterTorque(jobId, entry, 'Bram');
  expect((await jobById(jobId)).torque).toHaveLength(1);
  await expect(enterTorque(jobId, { ...entry, lug: 2 }, 'Bram')).rejects.toThrow(
    'This wheel’s torque log was changed meanwhile',
  );
  await expect(enterTorque(jobId, { ...entry, seq: 5, lug: 2 }, 'Bram')).rejects.toThrow('changed meanwhile');
  // Refusals speak the numbers on the wheel face: the third position is the second of the star.
  await expect(enterTorque(jobId, { ...entry, seq: 1, lug: 4 }, 'Bram')).rejects.toThrow(
    'Lug 2 is next, not lug 3: star order.',
  );
});

test('a signed job keeps what the rules found then, whatever they find later; one of an older release is judged once and says so', async () => {
  const jobId = await signedJob();
  const signed = await jobById(jobId);
  const inForce = signed.plan as PlanInForce;
  expect([inForce.intact, inForce.evaluation?.blocking, inForce.steps?.stage.length]).toEqual([
    true,
    [],
    kitList(inForce.document).length,
  ]);
  const otherwise = {
    ...(inForce.evaluation as KeptEvaluation),
    findings: (inForce.evaluation as KeptEvaluation).findings.map((f) => ({ ...f, metric: 'as it was worded then' })),
  };
  // What the store finds later, in whatever words, changes nothing of what was signed; an open job is judged by today’s
  // rules.
  await store.db.update(planTable).set({ evaluation: otherwise }).where(eq(planTable.id, inForce.id));
  const [axle] = await recordedVisit(jobId, 1);
  if (!axle?.revision) throw new Error('The record is there.');
  const texts = (revision: typeof axle.revision | null) =>
    recordEvaluation(axle.whole, axle.whole.plan as PlanInForce, revision, 'metric').findings.map((f) => f.text);
  const words = (inForce.evaluation as KeptEvaluation).findings.map((f) => f.metric);
  expect(texts(axle.revision)).toEqual(words);
  expect(texts(null)).toEqual(words);
  const reworded = {
    ...axle.revision,
    evaluation: axle.revision.evaluation && {
      ...axle.revision.evaluation,
      findings: axle.revision.evaluation.findings.map((f) => ({ ...f, metric: 'as it was worded then' })),
    },
  };
  expect(new Set(texts(reworded))).toEqual(new Set(['as it was worded then']));
  await store.db
    .update(planTable)
    .set({ evaluation: null, steps: null, judgedAt: null })
    .where(eq(planTable.id, inForce.id));
  expect(await judgeOldPlans(store.db, new Date(Date.now() + 1000))).toBe(1);
  expect(await judgeOldPlans(store.db, new Date())).toBe(0);
  const again = await jobById(jobId);
  expect(again.plan?.evaluation?.verdict).toBe(inForce.evaluation?.verdict);
  const late = { ...axle.revision.evaluation, at: new Date(Date.now() + 1000).toISOString() };
  expect(
    recordEvaluation(
      axle.whole,
      axle.whole.plan as PlanInForce,
      { ...axle.revision, evaluation: late as RecordedEvaluation },
      'metric',
    ).note,
  ).toMatch(/kept no findings. These were worked out afterwards/);
  // The digest is over what is stored: a document altered in the database is seen.
  await store.db
    .update(planTable)
    .set({ document: { ...inForce.document, title: 'another' } })
    .where(eq(planTable.id, inForce.id));
  expect((await jobById(jobId)).plan?.intact).toBe(false);
}, 120000);

test('a job is opened on the vehicle’s own wheels only, and nothing is done to what is not there', async () => {
  const own = await addVehicle(store.db, VEHICLE, 'Bram', AT);
  const other = await addVehicle(store.db, VEHICLE, 'Bram', AT);
  const wheelSetId = (await loadVehicle(store.db, other)).wheelSets[0]?.id as string;
  await expect(
    openJob({ vehicleId: own, wheelSetId, axle: 'both', wish: 'stance', use: 'street' }, 'Bram'),
  ).rejects.toThrow('These wheels are not of this vehicle.');
  const first = await openJob({ vehicleId: other, wheelSetId, axle: 'both', wish: 'stance', use: 'street' }, 'Bram');
  expect((await jobById(first)).others.map((o) => o.axle)).toEqual(['rear']);
  for (const act of [
    () => takeInWheelSet('nobody', VEHICLE.wheelSet, 'B'),
    () => takeOffShelf('nothing', 'B'),
    () => takeBackReading(first, 'nothing', 'B'),
    () => takeBackChalk(first, 'nothing', 'B'),
    () => keepRotating(own, wheelSetId, false, 'B'),
  ]) {
    expect(await attempt(act as () => Promise<unknown>)).toMatchObject({
      ok: false,
      message: expect.stringContaining('is not here'),
    });
  }
});

test('a planned kind whose size is open asks what that kind needs, and the bench begins with nothing on', async () => {
  const studs = { ...VEHICLE, hubs: VEHICLE.hubs.map((h) => ({ ...h, fastening: 'stud' as const })) };
  const opened = async (planned: NonNullable<Parameters<typeof openJob>[0]['planned']>, vehicle = studs) => {
    const vehicleId = await addVehicle(store.db, vehicle, 'Bram', AT);
    const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
    const ask = { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street', planned } as const;
    return jobById(await openJob(ask, 'Bram'));
  };
  const asked = (whole: Awaited<ReturnType<typeof opened>>) =>
    walkOf([whole], null)
      .map((s) => `${s.quantity}/${s.corner}`)
      .sort();
  for (const [kind, usual] of [
    ['lipped', 15],
    ['universal', 5],
    ['adapter', 25],
  ] as const) {
    const open = await opened({ kind, size: null });
    expect(open.job.draft?.spacer).toMatchObject({ kind, thickness: 0 });
    expect(planWith(open, open.job.draft as ChoiceDraft, null).spacer).toEqual(plainSpacer(0));
    expect(asked(open)).toEqual(asked(await opened({ kind, size: usual })));
  }
  // What is asked is told apart by the kind, or this says nothing.
  expect(asked(await opened({ kind: 'adapter', size: null }))).not.toEqual(
    asked(await opened({ kind: 'plain', size: null })),
  );
  expect((await opened({ kind: 'plain', size: null })).job.draft).toBeNull();
});

test('chalk goes into the verdict and can be taken back', async () => {
  const jobId = await measuredJob();
  const id = await addChalkTest(
    store.db,
    jobId,
    { corner: 'front-left', trialMm: 5, load: 'bounced', across: null, hours: [1.5] },
    'Bram',
    AT,
  );
  await expect(takeForward(jobId, undefined, SOUND, null, 'Bram')).rejects.toThrow(/in the way \(stop\)/);
  await withdrawChalkTest(store.db, jobId, id, 'Bram', AT);
  await takeForward(jobId, undefined, SOUND, null, 'Bram');
  expect((await jobById(jobId)).job.stage).toBe('stage');
});

test('taking another choice forward starts kit list, card and torque again, and keeps the old plan', async () => {
  const jobId = await measuredJob();
  await takeForward(jobId, undefined, SOUND, null, 'Bram');
  await tickAll(jobId, 'stage');
  const first = await jobById(jobId);
  expect(first.ticked.size).toBeGreaterThan(0);
  await takeForward(
    jobId,
    undefined,
    { ...SOUND, fastener: { kind: 'bolt', length: 46, threadLength: 28, nose: 0, seat: 'ball13', class: '10.9' } },
    null,
    'Bram',
  );
  const second = await jobById(jobId);
  expect(second.plan?.id).not.toBe(first.plan?.id);
  expect(second.ticked.size).toBe(0);
  expect(second.job.stage).toBe('stage');
});

test('what a person can act on is a sentence; what nobody expected is named plainly and not shown raw', async () => {
  expect(await attempt(async () => signOff('nothing', acting('Bram')))).toEqual({
    ok: false,
    why: 'refused',
    message: 'This job is not here. It may have been archived.',
  });
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => {});
  const raw = await attempt(async () => {
    throw new Error('relation "secret" does not exist');
  });
  quiet.mockRestore();
  expect(raw).toMatchObject({ ok: false, message: expect.not.stringContaining('secret') });
});

const BOTH = ['front-left', 'front-right'] as const;

test('arch work splits the readings of the arches: the old ones are kept and count no more, a planned trim is off', async () => {
  const jobId = await measuredJob();
  const cut = (typed: string | null, corners: readonly Corner[] = BOTH) =>
    noteArchWork(jobId, { typed, corners }, 'Bram');
  await keepDraft(jobId, (await jobById(jobId)).job.version, { ...SOUND, trim: 8 }, 'Bram');
  await cut(' lip trimmed 8 mm ');
  const whole = await jobById(jobId);
  expect(whole.job.archCuts).toMatchObject({
    'front-left': { note: 'lip trimmed 8 mm', by: 'Bram' },
    'front-right': { note: 'lip trimmed 8 mm', by: 'Bram' },
  });
  expect(whole.job.draft).toMatchObject({ trim: 0, trimRight: null });
  const kept = whole.readings.length;
  expect(countedReadings(whole).map((r) => r.quantity)).not.toContain('loadedClearance');
  expect(missingReadings(whole).map((m) => m.quantity.id)).toEqual(expect.arrayContaining(['gap', 'loadedClearance']));
  await takeReading(jobId, { quantity: 'loadedClearance', typed: '30', method: 'tape', corner: 'front-left' }, 'Bram');
  const after = await jobById(jobId);
  expect(after.readings).toHaveLength(kept + 1);
  // Old and new are never averaged.
  expect(planWith(after, SOUND, null).corners[0]?.loadedClearance?.value).toBe(30);
  await expect(cut('again')).rejects.toThrow('noted at the front left already');
  await cut(null);
  await expect(cut(null)).rejects.toThrow('No arch work is noted');
  await expect(cut('  ')).rejects.toThrow('What was done');
  await expect(cut('x', [])).rejects.toThrow('Where');
  await expect(cut('x', ['rear-left'])).rejects.toThrow('rear left is not part of this job, which is the front axle');
  expect(countedReadings(await jobById(jobId))).toHaveLength(kept + 1);
});

test('one side is cut by itself: the other side’s readings stay, and its trim is still planned; the chalk is repeated where it was cut', async () => {
  const jobId = await measuredJob();
  for (const corner of BOTH)
    await takeChalk(jobId, { corner, load: 'bounced', across: null, hours: [], trial: '12', heldBy: null }, 'Bram');
  await keepDraft(jobId, (await jobById(jobId)).job.version, { ...SOUND, trim: 8, trimRight: 4 }, 'Bram');
  await noteArchWork(jobId, { typed: 'lip trimmed 8 mm', corners: ['front-left'] }, 'Bram');
  const whole = await jobById(jobId);
  expect(whole.job.draft).toMatchObject({ trim: 0, trimRight: 4 });
  const plan = planWith(whole, whole.job.draft as ChoiceDraft, null);
  expect(plan.corners.map((c) => [c.loadedClearance === null, c.gap === null, c.chalk.length])).toEqual([
    [true, true, 0],
    [false, false, 1],
  ]);
  expect(chalkAgain(whole)).toEqual(['front-left']);
  await takeChalk(
    jobId,
    { corner: 'front-left', load: 'bounced', across: null, hours: [], trial: '12', heldBy: null },
    'Bram',
  );
  expect(chalkAgain(await jobById(jobId))).toEqual([]);
});

/** Every table that a record rests on, one cell of each changed behind its back. */
const ALTERED: readonly (readonly [name: string, change: string, said: RegExp])[] = [
  [
    'the plan',
    `update plan set document = jsonb_set(document, '{spacer,thickness}', '9') where job_id = $job`,
    /stored plan is not/,
  ],
  ['the plan’s digest', `update plan set digest = 'x' where job_id = $job`, /stored plan is not/],
  [
    'a torque figure',
    `update torque_entry set reading_nm = 90 where job_id = $job and seq = 3 and corner = 'front-left'`,
    /Row 4 of the front left torque log/,
  ],
  [
    'who torqued',
    `update torque_entry set by = 'X' where job_id = $job and seq = 2 and corner = 'front-right'`,
    /Row 3 of the front right torque log/,
  ],
  [
    'a missing entry',
    `delete from torque_entry where job_id = $job and seq = 12 and corner = 'front-left'`,
    /1 torque entry of the record is missing/,
  ],
  ['a tick', `update job_step set by = 'X' where job_id = $job and key = 'kit.wrench'`, /tick “kit.wrench”/],
  [
    'a tick taken back',
    `update job_step set withdrawn_at = now() where job_id = $job and key = 'fit.front-left.stand'`,
    /tick “fit.front-left.stand”/,
  ],
  [
    'a reading',
    `update reading set value = 12 where job_id = $job and quantity = 'gap' and corner = 'front-left'`,
    /reading “gap” at the front left/,
  ],
  [
    'who measured',
    `update reading set by = 'X' where job_id = $job and quantity = 'turns' and corner = 'front-right'`,
    /reading “turns” at the front right/,
  ],
  ['what happened at the car', `update bay_entry set by = 'X' where job_id = $job`, /happened at the car/],
  ['what is missing of it', `delete from bay_entry where job_id = $job`, /happened at the car/],
  ['the signature', `update job set signed_by = 'X' where id = $job`, /signature on the job/],
  [
    'when it was signed',
    `update job set signed_at = signed_at - interval '1 day' where id = $job`,
    /signature on the job/,
  ],
  [
    'the record itself',
    `update record set snapshot = jsonb_set(snapshot, '{use}', '"track"') where job_id = $job`,
    /seal of revision 1/,
  ],
  ['its reason', `update record set reason = 'x' where job_id = $job`, /seal of revision 1/],
  ['its signature', `update record set signed_by = 'X' where job_id = $job`, /seal of revision 1/],
];

test('a record is worked out again: it holds, and one cell changed in any table it rests on is seen', async () => {
  const jobId = await signedJob();
  const whole = await verifyRecord(jobId, 1);
  expect(whole.broken).toEqual([]);
  expect(whole.looked).toMatch(
    /\d+ readings, 0 photos, 0 notes, 0 chalk tests, \d+ ticks, 1 notes of the bay, \d+ torque entries/,
  );
  for (const [name, change, said] of ALTERED) {
    await store.passing(async (db) => {
      await db.execute(sql.raw(change.replace('$job', `'${jobId}'`)));
      const { broken } = await verifyRecord(jobId, 1);
      expect([name, broken.join(' ')]).toEqual([name, expect.stringMatching(said)]);
    });
  }
  expect((await verifyRecord(jobId, 1)).broken).toEqual([]);
  await expect(verifyRecord(jobId, 2)).rejects.toThrow('This revision');
}, 120000);

test('a correction is a revision beside what was signed: both stay readable and hold', async () => {
  const jobId = await signedJob();
  await expect(revise(jobId, '', { name: 'Tamsin', personId: null })).rejects.toThrow('Why it is corrected');
  await revise(jobId, 'the torque source was another page', { name: 'Tamsin', personId: null });
  const open = await jobById(jobId);
  // Rechecks that held are in the log, and nothing moved: the page does not say so.
  const recheck = { ...(open.torque[0] as (typeof open.torque)[number]), pass: 'recheck' as const };
  expect(isRetorque({ ...open, torque: [...open.torque, recheck] })).toBe(false);
  expect(isRetorque({ ...open, job: { ...open.job, revisionReason: null }, torque: [recheck] })).toBe(true);
  expect([open.job.stage, open.job.signedAt, open.ticked.size > 0, open.torque.length > 0]).toEqual([
    'torque',
    null,
    true,
    true,
  ]);
  await signOff(jobId, acting('Tamsin'));
  const records = await recordsOf(store.db, jobId);
  expect(records.map((r) => [r.revision, r.signedBy, r.reason])).toEqual([
    [1, 'Bram', null],
    [2, 'Tamsin', 'the torque source was another page'],
  ]);
  const first = readRecord(records[0]?.snapshot);
  expect(first.signed.person.name).toBe('Bram');
  const asJob = recordedJob(first);
  expect(openPoints({ ...asJob, job: { ...asJob.job, signedAt: null } })).toEqual([]);
  expect((await verifyRecord(jobId, 1)).broken).toEqual([]);
  expect((await verifyRecord(jobId, 2)).broken).toEqual([]);
  // The second rests on the first.
  await store.db.execute(sql`update record set reason = 'none' where job_id = ${jobId} and revision = 1`);
  expect((await verifyRecord(jobId, 2)).broken).toEqual([expect.stringMatching(/seal of revision 1/)]);
}, 120000);
