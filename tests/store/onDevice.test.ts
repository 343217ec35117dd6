import { eq } from 'drizzle-orm';
import { job } from '@/store/schema';
import { pagesForTheDay } from '@/usecases/shop/onDevice';
import { boltJobs } from './boltJob';
import { runningStore } from './open';

const NOW = Date.parse('2026-11-26T10:00:00Z');
const store = runningStore({ demo: new Date(NOW) });
const jobs = boltJobs(store);

const jobsOf = (visits: Awaited<ReturnType<typeof pagesForTheDay>>): string[] =>
  visits.map((v) => /^\/jobs\/([^/]+)\//.exec(v.paths[0] ?? '')?.[1] ?? '');
const rows = () => store.db.select().from(job);

test('a tablet has the visit that is open on it first, then what is at work, then what is booked today, each visit once', async () => {
  const all = await rows();
  const visitOf = (id: string) => all.find((j) => j.id === id)?.visitId;
  const signed = all.find((j) => j.signedAt !== null && j.stage === 'closed');
  const visits = await pagesForTheDay(signed?.id ?? null, NOW);
  const ids = jobsOf(visits);
  expect(visitOf(ids[0] as string)).toBe(signed?.visitId);
  expect(new Set(ids.map(visitOf)).size).toBe(ids.length);
  // Of what is signed its recheck and record are looked at; of the rest what is done at the car.
  for (const { paths, now } of visits) {
    for (const p of now) expect(paths).toContain(p);
    expect(paths.at(-1)).toMatch(/^\/vehicles\//);
    for (const id of new Set(paths.flatMap((p) => /^\/jobs\/([^/]+)\//.exec(p)?.[1] ?? []))) {
      const own = paths.filter((p) => p.includes(id)).map((p) => p.split('/').at(-1));
      expect(own).toEqual(
        all.find((j) => j.id === id)?.signedAt
          ? expect.arrayContaining(['recheck', 'record'])
          : ['measure', 'choose', 'stage', 'fit', 'torque'],
      );
    }
  }
  // Everything that somebody worked on today is among them, and nothing that rests.
  const atWork = all.filter(
    (j) =>
      j.signedAt === null &&
      j.held === null &&
      ['fit', 'torque'].includes(j.stage) &&
      j.updatedAt.getTime() > NOW - 36 * 3600_000,
  );
  expect(atWork.length).toBeGreaterThan(0);
  for (const j of atWork) expect(ids.map(visitOf)).toContain(j.visitId);
});

test('no job open, a job that is not there, and one that rests', async () => {
  const plain = jobsOf(await pagesForTheDay(null, NOW));
  expect(jobsOf(await pagesForTheDay('not-a-job', NOW))).toEqual(plain);
  // Nobody works in a week's time, and nothing is booked then.
  expect(await pagesForTheDay(null, NOW + 400 * 24 * 3600_000)).toEqual([]);
});

test('the mark of a visit is another one after anything happened to it, and the same while nothing did', async () => {
  const id = await jobs.measuredJob();
  const mark = async () => (await pagesForTheDay(id, NOW))[0]?.mark;
  const before = await mark();
  expect(await mark()).toBe(before);
  await store.db.update(job).set({ version: 99 }).where(eq(job.id, id));
  expect(await mark()).not.toBe(before);
});
