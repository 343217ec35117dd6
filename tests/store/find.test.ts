import { sql } from 'drizzle-orm';
import { ZodError, z } from 'zod';
import { InputError } from '@/core/errors';
import { boardOf } from '@/store/board';
import { ChangedMeanwhileError, NotFoundError } from '@/store/errors';
import { addJob } from '@/store/jobs';
import { addVehicle, listVehicles, loadVehicle } from '@/store/vehicles';
import { startMeasuring } from '@/usecases/job/jobs';
import { attempt, RefusedError } from '@/usecases/result';
import { takeReading } from '@/usecases/survey/readings';
import { stateOfJob } from '@/usecases/watch';
import { runningStore, VEHICLE } from './open';

const AT = new Date('2026-11-24T09:00:00Z');
const store = runningStore();

test('cars and jobs are found by words of name and plate; signs that mean something to a pattern are signs', async () => {
  const ids: string[] = [];
  for (let i = 0; i < 70; i += 1)
    ids.push(await addVehicle(store.db, { ...VEHICLE, name: `Merrow Kite ${i}`, plate: `KIT ${i}` }, 'Bram', AT));
  await addVehicle(store.db, { ...VEHICLE, name: '50% off', plate: 'A_B' }, 'Bram', AT);
  const all = await listVehicles(store.db);
  expect([all.rows.length, all.count]).toEqual([60, 71]);
  expect((await listVehicles(store.db, 'kite 69')).rows.map((v) => v.plate)).toEqual(['KIT 69']);
  expect((await listVehicles(store.db, ' merrow  kit 7 ')).count).toBe(7);
  expect((await listVehicles(store.db, '%')).rows.map((v) => v.name)).toEqual(['50% off']);
  expect((await listVehicles(store.db, 'A_B')).count).toBe(1);
  expect((await listVehicles(store.db, 'AxB')).count).toBe(0);
  for (const id of ids.slice(0, 40)) {
    const wheelSetId = (await loadVehicle(store.db, id)).wheelSets[0]?.id as string;
    await addJob(store.db, { vehicleId: id, wheelSetId, axle: 'front', wish: 'stance', use: 'street' }, 'Bram', AT);
  }
  const board = await boardOf(store.db);
  const takeIn = board.find((b) => b.stage === 'take-in');
  expect([takeIn?.count, takeIn?.lines.length]).toEqual([40, 10]);
  expect((await boardOf(store.db, 'Kite 3')).find((b) => b.stage === 'take-in')?.count).toBe(13);
});

test('a job’s mark is another one after anything happened to it, and none where there is no job', async () => {
  const vehicleId = await addVehicle(store.db, { ...VEHICLE, plate: 'MARK' }, 'Bram', AT);
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  const jobId = await addJob(
    store.db,
    { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street' },
    'Bram',
    AT,
  );
  const before = await stateOfJob(jobId);
  expect(await stateOfJob(jobId)).toBe(before);
  await startMeasuring(jobId, 'Bram');
  const begun = await stateOfJob(jobId);
  expect(begun).not.toBe(before);
  // So is what leaves the job's stage where it was.
  await takeReading(jobId, { quantity: 'gap', corner: 'front-left', typed: '20', method: 'tape' }, 'Bram');
  expect(await stateOfJob(jobId)).not.toBe(begun);
  // The other axle of the visit is on the same card and face: what happens there is seen here.
  const rear = { vehicleId, wheelSetId, axle: 'rear', wish: 'stance', use: 'street', visitId: jobId } as const;
  const rearId = await addJob(store.db, rear, 'Bram', AT);
  const both = await stateOfJob(jobId);
  await startMeasuring(rearId, 'Bram');
  expect(await stateOfJob(jobId)).not.toBe(both);
  expect(await stateOfJob(rearId)).toBe(await stateOfJob(jobId));
  await expect(stateOfJob('none')).rejects.toThrow(NotFoundError);
});

test('five answers: what was typed will not do, it may not be, another was faster, the disk is full, it failed', async () => {
  const loud = console.error;
  console.error = () => {};
  try {
    const why = async (error: unknown) => {
      const r = await attempt(async () => {
        throw error;
      });
      return r.ok ? 'ok' : [r.why, r.again ?? false];
    };
    expect(await why(new InputError('Gap', 'x', 'is not a figure.', 'Enter 3 mm.'))).toEqual(['input', false]);
    expect(await why(new ZodError([]))).toEqual(['input', false]);
    expect(await why(new RefusedError('No.'))).toEqual(['refused', false]);
    expect(await why(new ChangedMeanwhileError('This'))).toEqual(['changed', false]);
    const full = Object.assign(new Error('write'), { code: 'ENOSPC' });
    expect(await why(full)).toEqual(['full', true]);
    expect(
      await why(new Error('query', { cause: new Error('could not extend file "base/5/1": No space left') })),
    ).toEqual(['full', true]);
    expect(await why(new Error('anything'))).toEqual(['failed', true]);
  } finally {
    console.error = loud;
  }
});

test('a page of digits is not repeated in its sentence, and no character is cut in half', () => {
  const long = new InputError('Gap', '9'.repeat(6000), 'is too much.', 'Less.').message;
  expect(long.length).toBeLessThan(100);
  const people = new InputError('Name', '👩‍🔧'.repeat(60), 'is too long.', 'Less.').message;
  expect(people).not.toMatch(/[\ud800-\udbff](?![\udc00-\udfff])/);
  expect(z.string().safeParse(people).success).toBe(true);
});

test('every table of the schema is reached by an index where rows are looked for by what they belong to', async () => {
  const { rows } = await store.db.execute(sql`select indexdef from pg_indexes where schemaname = 'public'`);
  const all = rows.map((r) => String(r.indexdef)).join('\n');
  for (const [table, column] of [
    ['job_step', 'plan_id'],
    ['torque_entry', 'plan_id'],
    ['event', 'job_id'],
    ['job', 'visit_id'],
    ['job', 'vehicle_id'],
    ['plan', 'job_id'],
    ['wheel_set', 'vehicle_id'],
    ['recheck', 'job_id'],
    ['record', 'job_id'],
    ['login', 'person_id'],
  ] as const)
    expect(all).toMatch(new RegExp(`ON public\\.${table} USING btree \\(${column}`));
});
