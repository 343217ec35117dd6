import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import sharp from 'sharp';
import { cornersOf } from '@/core/document/axles';
import { restingJobs } from '@/store/board';
import { theStore } from '@/store/connection';
import { fittedNow } from '@/store/fitted';
import { addReading, type JobWhole, loadJob } from '@/store/jobs';
import { settleOld } from '@/store/settle';
import { loadVehicle } from '@/store/vehicles';
import { stepsOf } from '@/usecases/fit/card';
import { takeForward } from '@/usecases/job/bench';
import { hubOf, isStale } from '@/usecases/job/jobPlan';
import { enterTorque, finishSteps, jobById, openJob } from '@/usecases/job/jobs';
import { wheelStates } from '@/usecases/job/joints';
import { openPoints } from '@/usecases/job/openPoints';
import { changeToPlanB, holdJob, setPlanB, takeUpAgain } from '@/usecases/job/otherWays';
import { tickLine } from '@/usecases/job/ticks';
import { missingReadings } from '@/usecases/job/wanted';
import { signOff } from '@/usecases/record/signing';
import { verifyRecord } from '@/usecases/record/verify';
import { confirmEarlier, earlierReadings } from '@/usecases/survey/earlier';
import { dropKey, keysFor, remarksFor, takeBackRemark, takeKey, takeNote, takePhoto } from '@/usecases/vehicle/remarks';
import {
  correctWheelSet,
  fittedOn,
  jobsOnWheels,
  keepFound,
  putWheelSetAway,
  takeInWheelSet,
} from '@/usecases/vehicle/vehicles';
import { runningStore } from './open';

const store = runningStore({ demo: new Date() });
const BY = 'Bram';
const cars = new Map<string, string>();

beforeAll(async () => {
  const { rows } = await store.db.execute(sql`select id, name from vehicle`);
  for (const r of rows as { id: string; name: string }[]) cars.set(r.name, r.id);
});

const car = (name: string): string => cars.get(name) as string;
const jobOn = async (name: string, axle: string): Promise<string> => {
  const { rows } = await store.db.execute(
    sql`select id from job where vehicle_id = ${car(name)} and axle = ${axle} order by created_at limit 1`,
  );
  return (rows[0] as { id: string }).id;
};
const firstSet = async (name: string): Promise<string> =>
  (await loadVehicle(store.db, car(name))).wheelSets[0]?.id as string;

/** Counted at both corners, taken forward as it stands on the bench, ticked, torqued and signed. */
async function throughTo(jobId: string, turns: number): Promise<JobWhole> {
  const { job } = await jobById(jobId);
  for (const corner of cornersOf(job.axle))
    await addReading(
      store.db,
      jobId,
      { quantity: 'turns', corner, value: turns, unit: 'turns', typed: String(turns), pm: 0.25, method: 'counted' },
      BY,
      new Date(),
    );
  await takeForward(jobId, undefined, job.draft as never, null, BY);
  await tickedAndTorqued(jobId);
  await signOff(jobId, { name: BY, personId: null });
  return jobById(jobId);
}

async function tickedAndTorqued(jobId: string): Promise<void> {
  for (const from of ['stage', 'fit'] as const) {
    const { plan } = await jobById(jobId);
    for (const s of stepsOf(plan?.document as never, from).filter((x) => !x.card?.round))
      await tickLine(jobId, s.key, true, BY);
    await finishSteps(jobId, from, BY);
  }
  for (let guard = 0; guard < 200; guard += 1) {
    const whole = await jobById(jobId);
    const plan = whole.plan?.document as never;
    const open = wheelStates(whole, whole.torque).find((w) => !w.state.complete);
    if (!open) return;
    const pass = open.state.pass ?? 'snug';
    const figures = pass === 'final' || pass === 'verify';
    const target = (plan as { hub: { torque: { value: number } } }).hub.torque.value;
    const reading = figures ? target : null;
    const angle = pass === 'verify' ? 1 : null;
    const lug = pass === 'lower' ? -1 : (open.state.next as number);
    await enterTorque(jobId, { corner: open.corner, pass, lug, reading, angle, tool: 'wrench' }, BY);
  }
}

test('after a conversion the car has studs and nuts; what was signed stands on the hub that took bolts', async () => {
  const jobId = await jobOn('Corvane Tern', 'front');
  const { hubs } = await loadVehicle(store.db, car('Corvane Tern'));
  expect(hubs.find((h) => h.axle === 'front')).toMatchObject({
    fastening: 'stud',
    nutStyle: 'open',
    torqueNm: 160,
    torqueSource: 'stud leaflet',
    hardware: 'other',
    lockingFastener: false,
    fromJobId: jobId,
  });
  expect(hubs.find((h) => h.axle === 'rear')).toMatchObject({ fastening: 'bolt', fromJobId: null });
  const signed = await jobById(jobId);
  expect(hubOf(signed)).toMatchObject({ fastening: 'bolt', lockingFastener: true });
  expect(isStale(signed)).toBe(false);
  expect((await verifyRecord(jobId, 1)).broken).toEqual([]);
  const now = await fittedNow(store.db, car('Corvane Tern'));
  expect(now).toHaveLength(4);
  expect(now.find((f) => f.corner === 'front-left')).toMatchObject({ plateMm: 0, source: 'signed', jobId });
  expect(now.find((f) => f.corner === 'rear-left')).toMatchObject({ plateMm: 0, source: 'maker', jobId: null });
});

test('the next visit is shown what stays with the hub, and never what went with the bolts; nothing is taken over by itself', async () => {
  const jobId = await openJob(
    {
      vehicleId: car('Anselm Heron'),
      wheelSetId: await firstSet('Anselm Heron'),
      axle: 'front',
      wish: 'stance',
      use: 'street',
    },
    BY,
  );
  const whole = await jobById(jobId);
  expect(whole.readings).toEqual([]);
  const earlier = await earlierReadings(whole);
  const kinds = new Set(earlier.map((e) => e.quantity as string));
  expect([...kinds].sort()).toEqual([
    'holeOpen',
    'roomBehind',
    'rotorHat',
    'spigotDiameter',
    'spigotHeight',
    'tappedDepth',
  ]);
  const missing = missingReadings(whole).length;
  await confirmEarlier(jobId, ['front-left/tappedDepth', 'front-left/spigotDiameter'], BY);
  const after = await jobById(jobId);
  expect(after.readings.map((r) => [r.quantity, r.corner, r.value, r.by, r.confirms !== null])).toEqual([
    ['tappedDepth', 'front-left', 20, BY, true],
    ['spigotDiameter', 'front-left', 57, BY, true],
  ]);
  expect(missingReadings(after)).toHaveLength(missing - 2);
  await expect(confirmEarlier(jobId, ['front-left/spigotDiameter'], BY)).rejects.toThrow(
    'confirmed or measured anew already',
  );
  // Old jobs keep theirs.
  expect((await jobById(await jobOn('Anselm Heron', 'front'))).readings.every((r) => r.confirms === null)).toBe(true);
});

test('a wheel change asks for a count, torque and nothing else, and writes down what hangs there', async () => {
  const jobId = await openJob(
    {
      vehicleId: car('Anselm Heron'),
      wheelSetId: await firstSet('Anselm Heron'),
      axle: 'rear',
      wish: 'wheels',
      use: 'street',
    },
    BY,
  );
  const whole = await jobById(jobId);
  expect(missingReadings(whole).map((m) => `${m.corner}/${m.quantity.id}`)).toEqual([
    'rear-left/turns',
    'rear-right/turns',
  ]);
  expect(whole.job.draft).toMatchObject({ spacer: { thickness: 0 }, fastener: { kind: 'present' } });
  const signed = await throughTo(jobId, 11);
  expect(signed.job.stage).toBe('recheck');
  const at = (await fittedNow(store.db, car('Anselm Heron'))).find((f) => f.corner === 'rear-right');
  expect(at).toMatchObject({ jobId, plateMm: 0, fastenerText: 'bolts, original', hardware: 'original' });
});

test('studs come out again: the hub takes bolts as before, and the conversion’s own record stays as it was', async () => {
  const vehicleId = car('Corvane Tern');
  const ask = { vehicleId, wheelSetId: await firstSet('Corvane Tern'), use: 'street' } as const;
  await expect(openJob({ ...ask, axle: 'rear', wish: 'take-off', studsOut: true }, BY)).rejects.toThrow(
    'No studs were put in at the rear axle here',
  );
  const jobId = await openJob({ ...ask, axle: 'front', wish: 'take-off', studsOut: true }, BY);
  expect(hubOf(await jobById(jobId)).fastening).toBe('bolt');
  await addReading(
    store.db,
    jobId,
    { quantity: 'lockingShorter', corner: null, value: 0, unit: 'mm', typed: '0', pm: 0.1, method: 'caliper' },
    BY,
    new Date(),
  );
  await throughTo(jobId, 11);
  const { hubs } = await loadVehicle(store.db, vehicleId);
  expect(hubs.find((h) => h.axle === 'front')).toMatchObject({ fastening: 'bolt', torqueNm: 160, fromJobId: jobId });
  const conversion = await jobOn('Corvane Tern', 'front');
  expect((await verifyRecord(conversion, 1)).broken).toEqual([]);
  expect(isStale(await jobById(conversion))).toBe(false);
});

test('what an earlier release signed is on the car once the folder is opened, the latest last', async () => {
  const before = await fittedNow(store.db, car('Anselm Heron'));
  await store.db.execute(sql`delete from fitted where vehicle_id in (${car('Anselm Heron')}, ${car('Corvane Tern')})`);
  expect(await settleOld(store.db)).toBeGreaterThan(1);
  const now = await fittedNow(store.db, car('Anselm Heron'));
  expect(now.map((f) => [f.corner, f.plateMm, f.jobId])).toEqual(before.map((f) => [f.corner, f.plateMm, f.jobId]));
  expect(await settleOld(store.db)).toBe(0);
});

test('found otherwise: said corner by corner, the old state ends and stays; what is no plate is refused', async () => {
  const vehicleId = car('Ilex Lumen');
  const found = { corners: ['rear-left', 'rear-right'], wheelSetId: null, plate: '15', hardware: 'other' };
  await keepFound(vehicleId, found, BY);
  const { now, ever } = await fittedOn(vehicleId);
  expect(now.find((f) => f.corner === 'rear-left')).toMatchObject({ plateMm: 15, source: 'found', hardware: 'other' });
  expect(ever.filter((f) => f.corner === 'rear-left' && f.endedAt !== null)).toHaveLength(1);
  await keepFound(vehicleId, { ...found, plate: '?' }, BY);
  expect((await fittedOn(vehicleId)).now.find((f) => f.corner === 'rear-left')?.plateMm).toBeNull();
  await expect(keepFound(vehicleId, { ...found, plate: 'thick' }, BY)).rejects.toThrow('Spacer on it');
  await expect(keepFound(vehicleId, { ...found, corners: ['roof'] }, BY)).rejects.toThrow('at which corner');
  await expect(keepFound(vehicleId, { ...found, wheelSetId: 'x' }, BY)).rejects.toThrow('not of this car');
});

test('wheel sets: never two of one name, corrected with what it reaches, put away only when nothing is on them', async () => {
  const vehicleId = car('Merrow Kite GT');
  const base = { tyre: '205/45R16', offsetMm: 38, seat: 'cone60', lugs: 5, boltCircleMm: 108 };
  await expect(takeInWheelSet(vehicleId, { name: ' Road 16 ', ...base }, BY)).rejects.toThrow('“ Road 16 ” already');
  const id = await takeInWheelSet(vehicleId, { name: 'dry 15', ...base }, BY);
  await expect(correctWheelSet(vehicleId, id, { name: 'wets 15', ...base }, BY)).rejects.toThrow('already');
  await correctWheelSet(vehicleId, id, { name: 'dry 15', ...base, offsetMm: 31, rear: { ...base, offsetMm: 20 } }, BY);
  const { wheelSets } = await loadVehicle(store.db, vehicleId);
  expect(wheelSets.find((w) => w.id === id)).toMatchObject({ offsetMm: 31, rear: { offsetMm: 20 } });
  expect((await jobsOnWheels(vehicleId, await firstSet('Merrow Kite GT'))).join(' ')).toContain(
    'Rear axle: its plan is in force',
  );
  await expect(putWheelSetAway(vehicleId, await firstSet('Merrow Kite GT'), BY)).rejects.toThrow('open job');
  await putWheelSetAway(vehicleId, id, BY);
  expect((await loadVehicle(store.db, vehicleId)).wheelSets.some((w) => w.id === id)).toBe(false);
});

test('rear wheels that differ are judged as they are, and never change axles', async () => {
  const vehicleId = car('Merrow Kite GT');
  const wets = (await loadVehicle(store.db, vehicleId)).wheelSets.find((w) => w.name === 'wets 15')?.id as string;
  const ask = { vehicleId, wheelSetId: wets, wish: 'stance', use: 'street' } as const;
  const { planParts, wheelsThatGo } = await import('@/usecases/job/jobPlan');
  const rear = await jobById(await openJob({ ...ask, axle: 'rear' }, BY));
  expect(planParts(rear).wheel).toMatchObject({ tyre: '205/50R15', offset: 25 });
  expect(wheelsThatGo(rear).map((w) => w.corner)).toEqual(['rear-left', 'rear-right']);
  const front = await jobById(await openJob({ ...ask, axle: 'front' }, BY));
  expect(planParts(front).wheel).toMatchObject({ tyre: '195/50R15', offset: 28 });
});

test('wheels that are not here yet are measured and judged, and never taken forward', async () => {
  const vehicleId = car('Merrow Kite GT');
  const { wheelSets } = await loadVehicle(store.db, vehicleId);
  const planned = wheelSets.find((w) => w.planned)?.id as string;
  const jobId = await openJob({ vehicleId, wheelSetId: planned, axle: 'front', wish: 'check', use: 'street' }, BY);
  const { draft } = (await jobById(jobId)).job;
  // It came on 3 mm plates, so that is what stands on the bench.
  expect(draft).toMatchObject({ spacer: { thickness: 3 } });
  await expect(takeForward(jobId, undefined, draft as never, null, BY)).rejects.toThrow('“road 17” is not here yet');
});

test('a job that comes to nothing ends with its reason, off the board, and takes nothing until it is taken up again', async () => {
  const jobId = await jobOn('Ilex Lumen', 'rear');
  await expect(holdJob(jobId, 'declined', ' ', BY)).rejects.toThrow('Reason');
  await expect(holdJob(jobId, 'bored', 'x', BY)).rejects.toThrow('Why it rests');
  await holdJob(jobId, 'parts', 'studs on order', BY);
  // Waiting for parts keeps nobody from measuring.
  await confirmNothing(jobId);
  await holdJob(jobId, 'declined', 'owner sold it', BY);
  const resting = await restingJobs(store.db);
  expect(resting.lines.map((l) => l.job.id)).toContain(jobId);
  await expect(confirmNothing(jobId)).rejects.toThrow('This job was declined: owner sold it');
  await takeUpAgain(jobId, BY);
  await confirmNothing(jobId);
  await expect(takeUpAgain(jobId, BY)).rejects.toThrow('does not rest');
});
const confirmNothing = (jobId: string) => confirmEarlier(jobId, [], BY);

test('plan B: judged beside the choice in force, changed to with a reason, and the other way round', async () => {
  const jobId = await jobOn('Ilex Lumen', 'front');
  const whole = await jobById(jobId);
  const draft = whole.job.draft as NonNullable<typeof whole.job.draft>;
  await expect(setPlanB(jobId, draft, BY)).rejects.toThrow('the choice in force already');
  await expect(setPlanB(jobId, { ...draft, spacer: { ...draft.spacer, thickness: 30 } }, BY)).rejects.toThrow(
    'in the way',
  );
  const fastener = { kind: 'bolt', length: 39, threadLength: 28, nose: 0, seat: 'cone60', class: '10.9' } as const;
  const b = { ...draft, spacer: { ...draft.spacer, thickness: 3 }, fastener };
  await setPlanB(jobId, b, BY);
  await expect(changeToPlanB(jobId, '', BY)).rejects.toThrow('Why plan B');
  const ticked = whole.ticked.size;
  await changeToPlanB(jobId, 'the 5 mm plate rocks on the right', BY);
  const now = await jobById(jobId);
  expect([now.job.stage, now.plan?.document.spacer.thickness]).toEqual(['stage', 3]);
  // What reads the same stays ticked; plates and bolts are other ones.
  expect(now.ticked.size).toBeGreaterThan(0);
  expect(now.ticked.size).toBeLessThan(ticked);
  expect(now.ticked.has('kit.spacers')).toBe(false);
  expect(now.job.planB?.choice.spacer.thickness).toBe(5);
  expect(openPoints(now).join(' ')).toContain('Kit list');
});

describe('notes, photos and keys', () => {
  /** A picture as a phone takes it: lying on its side, with place and camera written beside it. */
  const taken = (): Promise<Buffer> =>
    sharp({ create: { width: 60, height: 40, channels: 3, background: '#884422' } })
      .withMetadata({ orientation: 6 })
      .withExif({ IFD0: { Make: 'Lantern' }, IFD3: { GPSLatitude: '51/1 30/1 0/1', GPSLatitudeRef: 'N' } })
      .jpeg()
      .toBuffer();
  const of = () => ({ vehicleId: car('Anselm Heron'), jobId: null, corner: 'front-left' });
  const send = (bytes: Uint8Array, caption: unknown = 'arch before') =>
    takePhoto(of(), { bytes, state: 'before', caption }, BY);

  test('a photo is kept upright, without its place, once however often it is sent, and is found again', async () => {
    const bytes = await taken();
    expect((await sharp(bytes).metadata()).exif).toBeDefined();
    await send(bytes);
    await send(bytes);
    const { folder } = await theStore();
    const { photos } = await remarksFor(car('Anselm Heron'));
    expect(photos.map((p) => [p.width, p.height, p.corner, p.state, p.caption])).toEqual(
      Array(2).fill([40, 60, 'front-left', 'before', 'arch before']),
    );
    const file = join(folder, 'photos', photos[0]?.hash.slice(0, 2) as string, `${photos[0]?.hash}.jpg`);
    const kept = await sharp(file).metadata();
    expect([kept.format, kept.exif, kept.orientation]).toEqual(['jpeg', undefined, undefined]);
    expect(
      readdirSync(join(folder, 'photos'), { recursive: true }).filter((n) => String(n).includes('.')),
    ).toHaveLength(1);
  });

  test('what is no picture, is damaged, too large inside or HEIC is refused in a sentence, and nothing is kept', async () => {
    const before = (await remarksFor(car('Anselm Heron'))).photos.length;
    const whole = await taken();
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic\0\0\0\0mif1heic'), Buffer.alloc(64)]);
    // A PNG whose header says 40,000 × 40,000: 1.6 thousand million pixels in a few bytes.
    const bomb = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#000' } })
      .png()
      .toBuffer();
    bomb.writeUInt32BE(40000, 16);
    bomb.writeUInt32BE(40000, 20);
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
    for (const bad of [Buffer.from('hello'), Buffer.alloc(0), whole.subarray(0, whole.length / 2), heic, bomb, svg])
      await expect(send(bad)).rejects.toThrow(/picture/);
    await expect(
      takePhoto({ ...of(), corner: 'roof' }, { bytes: whole, state: 'before', caption: '' }, BY),
    ).rejects.toThrow('no corner');
    await expect(
      takePhoto(
        { ...of(), jobId: await jobOn('Ilex Lumen', 'front') },
        { bytes: whole, state: 'before', caption: '' },
        BY,
      ),
    ).rejects.toThrow('not of this car');
    expect((await remarksFor(car('Anselm Heron'))).photos).toHaveLength(before);
  });

  test('a record seals its photos and notes: an altered file, caption or note is seen', async () => {
    const vehicleId = car('Ilex Lumen');
    const jobId = await openJob(
      { vehicleId, wheelSetId: await firstSet('Ilex Lumen'), axle: 'rear', wish: 'wheels', use: 'street' },
      BY,
    );
    await keepFound(
      vehicleId,
      { corners: ['rear-left', 'rear-right'], wheelSetId: null, plate: '', hardware: 'original' },
      BY,
    );
    await addReading(
      store.db,
      jobId,
      { quantity: 'lockingShorter', corner: null, value: 0, unit: 'mm', typed: '0', pm: 0.1, method: 'caliper' },
      BY,
      new Date(),
    );
    await takePhoto({ vehicleId, jobId, corner: null }, { bytes: await taken(), state: 'after', caption: 'done' }, BY);
    await takeNote({ vehicleId, jobId, corner: 'rear-left' }, 'cap cracked', BY);
    const { plainSpacer, PRESENT } = await import('@/core/document/blank');
    const { keepDraft } = await import('@/usecases/job/bench');
    const { version } = (await jobById(jobId)).job;
    await keepDraft(jobId, version, { spacer: plainSpacer(0), fastener: PRESENT }, BY);
    await throughTo(jobId, 9);
    expect((await verifyRecord(jobId, 1)).broken).toEqual([]);
    expect((await verifyRecord(jobId, 1)).looked).toContain('1 photos, 1 notes');
    await store.db.execute(sql`update note set text = 'cap fine' where job_id = ${jobId}`);
    await store.db.execute(sql`update photo set caption = 'other' where job_id = ${jobId}`);
    expect((await verifyRecord(jobId, 1)).broken).toEqual([
      'A photo’s words or its corner were altered.',
      'A note was altered.',
    ]);
    const { folder } = await theStore();
    const { hash } = (await remarksFor(vehicleId, jobId)).photos[0] as { hash: string };
    const file = join(folder, 'photos', hash.slice(0, 2), `${hash}.jpg`);
    const whole = readFileSync(file);
    whole[whole.length - 5] = (whole[whole.length - 5] as number) ^ 1;
    writeFileSync(file, whole);
    expect((await verifyRecord(jobId, 1)).broken).toContain('The file of a photo is missing or was altered.');
  });

  test('notes and keys are kept, corrected and taken back; empty ones are refused', async () => {
    const vehicleId = car('Halm Drover');
    await takeNote({ vehicleId, jobId: null, corner: null }, ' salt on the rear hubs ', BY);
    const { notes } = await remarksFor(vehicleId);
    expect(notes.map((n) => n.text)).toEqual(['salt on the rear hubs']);
    await expect(takeNote({ vehicleId, jobId: null, corner: null }, '  ', BY)).rejects.toThrow('Note');
    await takeBackRemark(vehicleId, 'note', notes[0]?.id as string, BY);
    await expect(takeBackRemark(vehicleId, 'note', notes[0]?.id as string, BY)).rejects.toThrow('This note');
    await takeKey(vehicleId, { pattern: 'shell 2', place: 'dash', holder: '' }, null, BY);
    const [key] = await keysFor(vehicleId);
    await takeKey(vehicleId, { pattern: 'shell 2', place: 'hut', holder: 'coxswain' }, key?.id as string, BY);
    expect((await keysFor(vehicleId)).map((k) => [k.place, k.holder])).toEqual([['hut', 'coxswain']]);
    await expect(takeKey(vehicleId, { pattern: '', place: '', holder: '' }, null, BY)).rejects.toThrow('Pattern');
    await dropKey(vehicleId, (await keysFor(vehicleId))[0]?.id as string);
    expect(await keysFor(vehicleId)).toEqual([]);
  });
});

test('a job is loaded with the wheels that were put away since', async () => {
  const jobId = await jobOn('Merrow Kite GT', 'front');
  const set = (await loadJob(store.db, jobId)).job.wheelSetId;
  await store.db.execute(sql`update wheel_set set archived_at = now() where id = ${set}`);
  const whole = await loadJob(store.db, jobId);
  expect(whole.wheelSets.some((w) => w.id === set)).toBe(true);
  expect(whole.wheels.filter((w) => w.wheelSetId === set)).toHaveLength(4);
  await store.db.execute(sql`update wheel_set set archived_at = null where id = ${set}`);
});
