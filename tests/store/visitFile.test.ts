import { generateKeyPairSync, sign } from 'node:crypto';
import { rmSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import sharp from 'sharp';
import type { Store } from '@/store/connection';
import { addPerson } from '@/store/people';
import { sealOf, signedInVisit } from '@/store/records';
import { presentVisit, visitSchema } from '@/store/visitFile';
import { jobById } from '@/usecases/job/jobs';
import { recordedVisit } from '@/usecases/record/recordedVisit';
import { verifyRecord } from '@/usecases/record/verify';
import { readVisitIn, visitAsFile } from '@/usecases/record/visitFiles';
import { noteMileage } from '@/usecases/survey/mileage';
import { gloveboxOf } from '@/usecases/vehicle/glovebox';
import { takePhoto } from '@/usecases/vehicle/remarks';
import { freshStore } from './open';

/** What of a file these tests alter, loosely, as a stranger would. */
interface Altered {
  plans: { document: { spacer: { thickness: number } } }[];
  torque: { readingNm: number; by: string }[];
  records: Record<string, unknown>[];
  keys: { id: string; publicKey: string; own: boolean }[];
  readings: { jobId: string; value: unknown }[];
  vehicle: unknown[];
  jobs: { stage: string; signedBy: string }[];
  steps: unknown[];
  files: Record<string, string>;
  format: string;
}

/** Two installations: one that did the work, one that reads it. */
const holder = globalThis as typeof globalThis & { vectisStore?: Promise<Store> | undefined };
let here: Awaited<ReturnType<typeof freshStore>>;
let there: Awaited<ReturnType<typeof freshStore>>;
let third: Awaited<ReturnType<typeof freshStore>>;
let jobId = '';
let text = '';
const at = (s: typeof here) => {
  holder.vectisStore = Promise.resolve(s.store);
};

beforeAll(async () => {
  [here, there, third] = [await freshStore({ demo: new Date() }), await freshStore(), await freshStore()];
  at(here);
  jobId = String(
    (await here.store.db.execute(sql`select job_id from record order by signed_at desc limit 1`)).rows[0]?.job_id,
  );
  const { vehicle } = await jobById(jobId);
  const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  await takePhoto(
    { vehicleId: vehicle.id, jobId: null, corner: 'front-left' },
    { bytes, state: 'before', caption: 'lip' },
    'Bram',
  );
  text = JSON.stringify((await visitAsFile(jobId)).file);
});
afterAll(async () => {
  holder.vectisStore = undefined;
  await here.done();
  await there.done();
  rmSync(third.folder, { recursive: true, force: true });
});

const documentOf = (v: Altered) => v.records[0]?.snapshot as Record<string, unknown>;
/** Seals a record anew, as anybody can who has read how. */
const resealed = (v: Altered): void => {
  const r = v.records[0] as Record<string, unknown>;
  r.seal = sealOf({ ...r, signedAt: new Date(String(r.signedAt)) } as Parameters<typeof sealOf>[0], null);
};

const count = async () =>
  (
    await there.store.db.execute(
      sql`select (select count(*) from job) + (select count(*) from plan) + (select count(*) from vehicle) as n`,
    )
  ).rows[0]?.n;

test('what was altered on the way is refused, whatever was altered, and no row of it stays', async () => {
  at(there);
  const before = await count();
  const change = (f: (v: Altered) => void): string => {
    const v = JSON.parse(text);
    f(v);
    return JSON.stringify(v);
  };
  for (const [altered, said] of [
    [
      change((v) => {
        (v.plans[0] as Altered['plans'][number]).document.spacer.thickness = 9;
      }),
      'a plan is not the one that was frozen',
    ],
    [
      change((v) => {
        (v.torque[3] as Altered['torque'][number]).readingNm = 90;
      }),
      'torque log was altered',
    ],
    [
      change((v) => {
        (v.torque[0] as Altered['torque'][number]).by = 'X';
      }),
      'torque log was altered',
    ],
    [
      change((v) => {
        documentOf(v).use = 'track';
      }),
      'the seal of revision 1 does not hold',
    ],
    [
      change((v) => {
        (v.readings[0] as Altered['readings'][number]).jobId = 'x';
      }),
      'belongs to a job that is not in it',
    ],
    [
      change((v) => {
        v.vehicle = [];
      }),
      'of no car',
    ],
    [
      change((v) => {
        (v.jobs[0] as Altered['jobs'][number]).stage = 'flying';
      }),
      'jobs.0.stage',
    ],
    [
      change((v) => {
        (v.readings[0] as Altered['readings'][number]).value = 'many';
      }),
      'readings.0.value',
    ],
    [
      change((v) => {
        v.files[Object.keys(v.files)[0] as string] = 'AAAA';
      }),
      'not the one that was kept',
    ],
    [
      change((v) => {
        v.format = 'something/9';
      }),
      'does not begin with the format',
    ],
    // Sealed anew, it lacks the key; and nobody gets one by naming it.
    [
      change((v) => {
        documentOf(v).use = 'track';
        resealed(v);
      }),
      'the signature of revision 1 does not hold',
    ],
    [
      change((v) => {
        Object.assign(v.records[0] as object, { signature: null, keyId: null });
      }),
      'the signature of revision 1 does not hold',
    ],
    [
      change((v) => {
        const other = generateKeyPairSync('ed25519');
        const publicKey = other.publicKey.export({ format: 'jwk' }).x as string;
        documentOf(v).use = 'track';
        resealed(v);
        const r = v.records[0] as { seal: string; signature: string };
        r.signature = sign(null, Buffer.from(`vectis-record-seal/1 ${r.seal}`), other.privateKey).toString('base64url');
        for (const k of v.keys) k.publicKey = publicKey;
      }),
      'the signature of revision 1 does not hold',
    ],
    // A forged visit: it only says that somebody signed it, and brings nothing that a signature rests on.
    [
      change((v) => {
        v.records = [];
      }),
      'is signed, and its record is missing',
    ],
    [
      change((v) => {
        v.torque = [];
      }),
      'torque entries of its record are missing',
    ],
    [
      change((v) => {
        v.steps = [];
      }),
      'hold points of its record are missing',
    ],
    [
      change((v) => {
        (v.jobs[0] as Altered['jobs'][number]).signedBy = 'Somebody Else';
      }),
      'by somebody else, or at another time, than its record says',
    ],
    ['{', 'is not JSON'],
    ['null', 'is no visit'],
    ['[]', 'is no visit'],
  ] as const)
    await expect(readVisitIn(altered, { name: 'Tamsin', personId: null })).rejects.toThrow(said);
  expect(await count()).toBe(before);
});

test('a visit is imported by a lead: the person counts, not the name', async () => {
  at(there);
  const now = new Date();
  const lead = await addPerson(there.store.db, { name: 'Tamsin', role: 'lead', pinHash: null }, 'Tamsin', now);
  const fitter = await addPerson(there.store.db, { name: 'Bram', role: 'fitter', pinHash: null }, 'Tamsin', now);
  for (const personId of [fitter, null])
    await expect(readVisitIn(text, { name: 'Tamsin', personId })).rejects.toThrow('is imported by a lead');
  await expect(readVisitIn('{', { name: 'Tamsin', personId: lead })).rejects.toThrow('is not JSON');
  await there.store.db.execute(sql`delete from event where kind like 'person.%'`);
  await there.store.db.execute(sql`delete from resource where person_id is not null`);
  await there.store.db.execute(sql`delete from person`);
});

test('another installation reads the visit whole: stage, torque, seal and photo hold there; twice is told', async () => {
  at(there);
  // Who did it there is on no list here: the name stays, and nobody of ours stands beside it.
  const theirs = JSON.parse(text);
  for (const part of ['plans', 'torque', 'readings', 'steps', 'records'])
    for (const row of theirs[part]) row.personId = '0199-of-another-list';
  const read = await readVisitIn(JSON.stringify(theirs), { name: 'Tamsin', personId: null });
  const whole = await jobById(read);
  const rows = [...whole.ticked.values(), ...whole.readings, ...whole.torque];
  expect([...new Set(rows.map((r) => r.personId))]).toEqual([null]);
  expect((await verifyRecord(jobId, 1)).broken).toEqual([]);
  // Read back out it is the same file, but for what is of the car alone.
  const again = (await visitAsFile(jobId)).file;
  const first = JSON.parse(text);
  for (const part of ['jobs', 'plans', 'torque', 'readings', 'steps', 'rechecks', 'bay', 'files'] as const)
    expect(JSON.parse(JSON.stringify(again[part]))).toEqual(first[part]);
  const fromHere = (r: object) => ({ ...r, importedAt: null });
  expect(JSON.parse(JSON.stringify(again.records)).map(fromHere)).toEqual(first.records);
  // Whose key it is stays said: the other workshop’s, whatever the file says of it.
  const [axle] = await recordedVisit(jobId, 1);
  expect(axle?.revision?.signature).toMatchObject({ is: 'other', imported: true, holds: true });
  expect(axle?.revision?.signature.words).toMatch(
    /^Imported on .* Signed in another workshop, with its key [0-9a-f]{4}( [0-9a-f]{4}){3}\.$/,
  );
  expect((await verifyRecord(jobId, 1)).signature).toBe(axle?.revision?.signature.words);
  expect(whole.job.signedAt).toBeInstanceOf(Date);
  await expect(readVisitIn(text, { name: 'Tamsin', personId: null })).rejects.toThrow('This visit is here already');
  at(here);
  await expect(readVisitIn(text, { name: 'Tamsin', personId: null })).rejects.toThrow('This visit is here already');
});

test('a file of a release that knew a visit by its jobs alone is read, and its visit is there', async () => {
  const { visits: _, ...old } = JSON.parse(text) as Record<string, unknown>;
  const read = presentVisit(old) as { visits: { id: string; mileageKm: number | null }[]; jobs: { visitId: string }[] };
  expect(read.visits).toEqual([expect.objectContaining({ id: read.jobs[0]?.visitId, mileageKm: null })]);
  expect(visitSchema.parse(read).visits[0]?.openedAt).toBeInstanceOf(Date);
});

test('a visit with a signed record keeps the mileage that the record says', async () => {
  at(here);
  const { job, visit } = await jobById(jobId);
  expect(await signedInVisit(here.store.db, job.visitId)).toBe(true);
  await expect(noteMileage(jobId, '84200', 'metric', 'Bram')).rejects.toThrow();
  expect((await jobById(jobId)).visit).toEqual(visit);
});

test('a visit of another car, none, two, or a mileage that the record does not say is refused, and so is one that hangs on a visit that is here', async () => {
  at(there);
  const refusals: [(v: Record<string, Record<string, unknown>[]>) => void, string][] = [
    [(v) => v.visits?.splice(0), 'not of one visit'],
    [(v) => v.visits?.push({ ...v.visits[0], id: 'other' }), 'not of one visit'],
    [(v) => Object.assign(v.visits?.[0] ?? {}, { vehicleId: 'other' }), 'not of one visit'],
    [(v) => Object.assign(v.visits?.[0] ?? {}, { mileageKm: 12 }), 'its record says another mileage'],
    [
      (v) => {
        for (const [i, j] of (v.jobs ?? []).entries()) Object.assign(j, { id: `another-${i}` });
      },
      'not read in|here already',
    ],
  ];
  for (const [alter, why] of refusals) {
    const v = JSON.parse(text);
    alter(v);
    await expect(readVisitIn(JSON.stringify(v), { name: 'Tamsin', personId: null })).rejects.toThrow(new RegExp(why));
  }
});

test('a visit whose record has no key says on the record, PDF and card that nothing proves who signed it', async () => {
  at(third);
  const v = JSON.parse(text) as Altered;
  documentOf(v).installation = null;
  Object.assign(v.records[0] as object, { signature: null, keyId: null });
  resealed(v);
  await readVisitIn(JSON.stringify({ ...v, keys: [] }), { name: 'Tamsin', personId: null });
  const [axle] = await recordedVisit(jobId, 1);
  expect(axle?.revision?.signature).toMatchObject({ is: 'none', imported: true });
  const words = /^Imported on .* It has no key of a workshop: nothing proves who signed it\.$/;
  expect(axle?.revision?.signature.words).toMatch(words);
  const { axles } = await gloveboxOf(axle?.whole.vehicle.id as string, 'metric');
  expect(axles[0]?.signature).toMatch(words);
  // After a start it is still no record of this workshop.
  await third.store.close();
  const again = await third.reopen();
  at({ ...third, store: again });
  expect((await recordedVisit(jobId, 1))[0]?.revision?.signature).toMatchObject({ is: 'none', imported: true });
  await again.close();
});

test('a record without its key is broken once the workshop signs with one, and a lost key leaves every record readable', async () => {
  const own = await freshStore({ demo: new Date() });
  try {
    at(own);
    const id = String((await own.store.db.execute(sql`select job_id from record limit 1`)).rows[0]?.job_id);
    expect(await verifyRecord(id, 1)).toMatchObject({
      broken: [],
      signature: expect.stringContaining('this workshop'),
    });
    await own.store.db.execute(sql`update record set signature = null, key_id = null where job_id = ${id}`);
    expect((await verifyRecord(id, 1)).broken).toEqual(['The signature of revision 1 is missing.']);
  } finally {
    await own.done();
  }
});
