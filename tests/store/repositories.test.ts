import { sql } from 'drizzle-orm';
import { cornersOf } from '@/core/document/axles';
import { plainSpacer } from '@/core/document/blank';
import { fastenerSchema, type Plan, spacerSchema } from '@/core/document/document';
import { upgradeChoice } from '@/core/document/upgrade';
import { assess } from '@/core/evaluate/evaluate';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { seedIfEmpty } from '@/demo/seed';
import { boardOf } from '@/store/board';
import type { Store } from '@/store/connection';
import { eventsOfJob } from '@/store/events';
import { addJob, addReading, loadJob, saveDraft, tickStep, withdrawReading } from '@/store/jobs';
import { torqueLog } from '@/store/jobWork';
import { importParts } from '@/store/parts';
import { listParts } from '@/store/partsRead';
import { freezePlan, storedPlan } from '@/store/plans';
import { type ChoiceDraft, STAGES, torqueEntry } from '@/store/schema';
import { appendEntry } from '@/store/torque';
import { addVehicle, listVehicles, loadVehicle, saveVehicle } from '@/store/vehicles';
import { FIRST_CHOICE, isStale, planWith } from '@/usecases/job/jobPlan';
import { torqueSpec, wheelStates } from '@/usecases/job/joints';
import { openPoints } from '@/usecases/job/openPoints';
import { missingReadings } from '@/usecases/job/wanted';
import { firstVersion } from '../core/fixtures';
import { freshStore, HUB, VEHICLE } from './open';

const AT = new Date('2026-11-24T09:00:00Z');
let store: Store;
let done: () => Promise<void>;
beforeAll(async () => ({ store, done } = await freshStore()));
afterAll(() => done());

async function newJob() {
  const vehicleId = await addVehicle(store.db, VEHICLE, 'Bram', AT);
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  const jobId = await addJob(
    store.db,
    { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street' },
    'Bram',
    AT,
  );
  return { vehicleId, jobId };
}

const gap = (value: number) => ({
  quantity: 'gap',
  corner: 'front-left',
  value,
  unit: 'mm',
  typed: String(value),
  pm: 1,
  method: 'tape',
});

test('a vehicle comes back as it was taken in, hubs, wheels and all', async () => {
  const { vehicleId } = await newJob();
  const whole = await loadVehicle(store.db, vehicleId);
  expect(whole.vehicle).toMatchObject({ name: 'Anselm Heron', plate: 'DN 09', version: 1 });
  expect(whole.hubs.map((h) => h.axle)).toEqual(['front', 'rear']);
  expect(whole.hubs[0]).toMatchObject(HUB);
  expect(whole.wheelSets[0]).toMatchObject(VEHICLE.wheelSet);
});

test('the second of two savers is told, and the first one’s value stands', async () => {
  const { vehicleId, jobId } = await newJob();
  await saveVehicle(store.db, vehicleId, 1, { ...VEHICLE, plate: 'FIRST' }, 'A', AT);
  await expect(saveVehicle(store.db, vehicleId, 1, { ...VEHICLE, plate: 'SECOND' }, 'B', AT)).rejects.toThrow(
    /changed meanwhile/,
  );
  expect((await loadVehicle(store.db, vehicleId)).vehicle.plate).toBe('FIRST');
  expect(await saveDraft(store.db, jobId, 1, FIRST_CHOICE, AT)).toBe(2);
  await expect(saveDraft(store.db, jobId, 1, FIRST_CHOICE, AT)).rejects.toThrow(/changed meanwhile/);
});

test('what is not there is said plainly', async () => {
  await expect(loadJob(store.db, 'nothing')).rejects.toThrow('This job is not here.');
  await expect(loadVehicle(store.db, 'nothing')).rejects.toThrow('This vehicle is not here.');
});

test('a reading keeps value, text, ±, method, corner, person and time; taking it back brings the one before', async () => {
  const { jobId } = await newJob();
  await addReading(store.db, jobId, gap(20), 'Bram', AT);
  const second = await addReading(store.db, jobId, { ...gap(19.05), typed: '3/4"', unit: 'in' }, 'Tamsin', AT);
  const values = async () => (await loadJob(store.db, jobId)).readings.map((r) => r.value);
  expect(await values()).toEqual([20, 19.05]);
  expect((await loadJob(store.db, jobId)).readings[1]).toMatchObject({
    typed: '3/4"',
    unit: 'in',
    pm: 1,
    method: 'tape',
    corner: 'front-left',
    by: 'Tamsin',
    at: AT,
  });
  await withdrawReading(store.db, jobId, second, 'Tamsin', AT);
  expect(await values()).toEqual([20]);
  expect((await eventsOfJob(store.db, jobId)).map((e) => e.kind)).toContain('reading.withdrawn');
});

test('a plan that the first release froze reads with the unknowns of what was added since; what is no plan is refused in a sentence', () => {
  // The first release wrote this shape under the present version's name.
  expect(storedPlan({ ...firstVersion(), format: 'vectis-plan/1' })).toMatchObject({
    format: 'vectis-plan/5',
    camberChange: 0,
    hub: { fastenerClass: 'unknown' },
    wheel: { each: [] },
  });
  const today = PLAN_EXAMPLES.adapter as Plan;
  expect(storedPlan(today)).toEqual(today);
  expect(() => storedPlan({ format: 'vectis-plan/9' })).toThrow('by a release that this one cannot read.');
});

test('what stood on the bench under the first release is read in the present shape and can be saved again', async () => {
  const { jobId } = await newJob();
  const { adapter: _, lugs: _l, boltCircles: _b, ...plate } = plainSpacer(5);
  const bolt = { kind: 'bolt', length: 52, seat: 'ball13' } as const;
  const old = {
    spacer: plate,
    fastener: bolt,
    candidates: [
      { spacer: plate, fastener: { kind: 'stud', protrusion: 50 } },
      { spacer: plate, fastener: { kind: 'present' } },
    ],
  } as unknown as ChoiceDraft;
  await saveDraft(store.db, jobId, (await loadJob(store.db, jobId)).job.version, old, AT);
  const draft = (await loadJob(store.db, jobId)).job.draft as ChoiceDraft;
  expect(draft.fastener).toEqual({ ...bolt, class: 'unknown', threadLength: null, nose: null });
  expect(draft.spacer).toEqual(plainSpacer(5));
  expect(draft.candidates?.map((c) => c.fastener)).toEqual([
    { kind: 'stud', protrusion: 50, threadLength: null, nose: null, class: 'unknown', nut: null },
    { kind: 'present' },
  ]);
  for (const c of [draft, ...(draft.candidates ?? [])])
    expect([spacerSchema.safeParse(c.spacer).success, fastenerSchema.safeParse(c.fastener).success]).toEqual([
      true,
      true,
    ]);
  // What is of today is left as it is.
  expect(upgradeChoice(draft)).toEqual(draft);
});

test('a bolt car is missing what bolts need, corner by corner', async () => {
  const { jobId } = await newJob();
  const missing = missingReadings(await loadJob(store.db, jobId)).map((m) => `${m.corner ?? 'axle'}/${m.quantity.id}`);
  expect(missing).toEqual(
    expect.arrayContaining(['front-left/turns', 'front-right/turns', 'axle/boltLength', 'front-left/roomBehind']),
  );
  expect(missing.some((m) => /stud|nut/i.test(m))).toBe(false);
});

test('named checks stand behind the forms: a torque without a source cannot be stored', async () => {
  const bad = {
    ...VEHICLE,
    hubs: [
      { ...HUB, axle: 'front' as const, torqueSource: '  ' },
      { ...HUB, axle: 'rear' as const },
    ],
  };
  await expect(addVehicle(store.db, bad, 'A', AT)).rejects.toThrow();
  const lugs = { ...VEHICLE, hubs: [{ ...HUB, axle: 'front' as const, lugs: 2 }] };
  await expect(addVehicle(store.db, lugs, 'A', AT)).rejects.toThrow();
});

describe('torque log', () => {
  async function frozenJob() {
    const { jobId } = await newJob();
    const plan = planWith(await loadJob(store.db, jobId), FIRST_CHOICE, null);
    const planId = await freezePlan(store.db, jobId, plan, 'Bram', AT);
    return { jobId, planId, plan, spec: torqueSpec(plan) };
  }
  const snug = (lug: number) => ({
    corner: 'front-left',
    pass: 'snug' as const,
    lug,
    reading: null,
    angle: null,
    tool: 'wrench',
  });

  test('rows are appended in star order and chained; a wrong lug is refused', async () => {
    const { jobId, planId, spec } = await frozenJob();
    for (const lug of [0, 2, 4]) await appendEntry(store.db, jobId, planId, spec, snug(lug), 'Bram', AT);
    await expect(appendEntry(store.db, jobId, planId, spec, snug(2), 'Bram', AT)).rejects.toThrow(
      /Lug 4 is next, not lug 2: star order/,
    );
    const log = await torqueLog(store.db, planId);
    expect(log.map((r) => [r.seq, r.lug])).toEqual([
      [0, 0],
      [1, 2],
      [2, 4],
    ]);
  });

  test('an altered row stops the log', async () => {
    const { jobId, planId, spec } = await frozenJob();
    await appendEntry(store.db, jobId, planId, spec, snug(0), 'Bram', AT);
    await store.db.update(torqueEntry).set({ by: 'Somebody' }).where(sql`plan_id = ${planId}`);
    await expect(appendEntry(store.db, jobId, planId, spec, snug(2), 'Bram', AT)).rejects.toThrow(
      /Row 1 of this torque log was altered/,
    );
  });

  test('two at once: one is kept, the other is told', async () => {
    const { jobId, planId, spec } = await frozenJob();
    const both = await Promise.allSettled(
      [0, 0].map((lug) => appendEntry(store.db, jobId, planId, spec, snug(lug), 'Bram', AT)),
    );
    expect(both.filter((r) => r.status === 'fulfilled')).toHaveLength(1);
    expect(await torqueLog(store.db, planId)).toHaveLength(1);
  });

  test('nothing is signed while something is open, and a later reading makes the plan stale', async () => {
    const { jobId, planId } = await frozenJob();
    const before = await loadJob(store.db, jobId);
    expect(isStale(before)).toBe(false);
    expect(openPoints(before).join(' ')).toMatch(
      /open finding.*Kit list.*Job card.*front left wheel.*front right wheel/,
    );
    await tickStep(store.db, jobId, planId, 'kit.spacers', true, 'Bram', AT);
    expect((await loadJob(store.db, jobId)).ticked.has('kit.spacers')).toBe(true);
    await tickStep(store.db, jobId, planId, 'kit.spacers', false, 'Bram', AT);
    expect((await loadJob(store.db, jobId)).ticked.size).toBe(0);
    await addReading(store.db, jobId, gap(12), 'Bram', AT);
    const after = await loadJob(store.db, jobId);
    expect(isStale(after)).toBe(true);
    expect(openPoints(after)[0]).toMatch(/changed since the plan was chosen/);
  });
});

describe('demo workshop', () => {
  test('five vehicles, a job in every stage, and the troubles it is there to show', async () => {
    const demo = await freshStore();
    try {
      expect(await seedIfEmpty(demo.store, () => {}, AT)).toBe(true);
      expect(await seedIfEmpty(demo.store, () => {}, AT)).toBe(false);
      expect((await listVehicles(demo.store.db)).rows).toHaveLength(5);
      const jobs = (await boardOf(demo.store.db)).flatMap((b) => b.lines);
      expect(new Set(jobs.map((j) => j.job.stage))).toEqual(new Set(STAGES));
      const at = async (stage: string) =>
        loadJob(demo.store.db, jobs.find((j) => j.job.stage === stage)?.job.id as string);
      const choosing = await Promise.all(
        jobs.filter((j) => j.job.stage === 'choose').map((j) => loadJob(demo.store.db, j.job.id)),
      );
      const stops = choosing.flatMap((whole) =>
        assess(planWith(whole, whole.job.draft ?? FIRST_CHOICE, null))
          .findings.filter((f) => f.level === 'stop')
          .map((f) => `${f.rule} ${'name' in f.case ? f.case.name : ''}`),
      );
      expect(stops).toEqual(
        expect.arrayContaining(['bolt.behind ', 'centring.lip-root wheel D', 'adapter.pocket wheel C']),
      );
      expect(choosing.map((w) => w.others[0]?.axle ?? null).sort()).toEqual(['front', null]);
      const torque = await at('torque');
      expect(wheelStates(torque, torque.torque)[0]?.state.sentBack).toBe(1);
      const recheck = await at('recheck');
      expect(recheck.job.recheckDueAt?.getTime()).toBeLessThan(AT.getTime());
      expect(wheelStates(recheck, recheck.torque).every((w) => w.state.complete)).toBe(true);
      expect(openPoints(recheck)).toEqual([]);
      for (const stage of ['stage', 'fit', 'torque', 'recheck']) {
        const whole = await at(stage);
        expect([stage, assess(whole.plan?.document as never).blocking]).toEqual([stage, []]);
        expect(cornersOf(whole.job.axle)).toHaveLength(2);
      }
    } finally {
      await demo.done();
    }
  });
});

test('a bolt that an earlier release put on the shelf says nothing of its thread, so it is unknown', async () => {
  const older = {
    kind: 'bolt',
    name: 'harbour bolt',
    count: 10,
    bin: '',
    thread: 'M14x1.5',
    fastener: { kind: 'bolt', length: 60, seat: 'ball13', class: '10.9' },
  } as unknown as CatalogueItem;
  const plate = {
    kind: 'spacer',
    name: 'harbour plate',
    count: 2,
    bin: '',
    lugs: 5,
    boltCircle: 112,
    spacer: plainSpacer(5),
  } as unknown as CatalogueItem;
  await store.db.transaction((tx) => importParts(tx, [older, plate], 'Bram', AT));
  const parts = (await listParts(store.db)).filter((p) => p.name.startsWith('harbour'));
  expect(parts.map((p) => ('fastener' in p.item ? p.item.fastener.threadLength : p.item.kind))).toEqual([
    null,
    'spacer',
  ]);
  // What a plate is drilled for stood beside it once; nose and shank were never said.
  expect(
    parts.map((p) => (p.item.kind === 'spacer' ? p.item.spacer : 'fastener' in p.item ? p.item.fastener : null)),
  ).toEqual([expect.objectContaining({ nose: null }), expect.objectContaining({ lugs: 5, boltCircles: [112] })]);
});
