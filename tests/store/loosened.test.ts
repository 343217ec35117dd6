import { sql } from 'drizzle-orm';
import { theStore } from '@/store/connection';
import { jobById } from '@/usecases/job/jobs';
import { holdJob } from '@/usecases/job/otherWays';
import { loosenedCorners, noteTorquedAgain } from '@/usecases/survey/loosened';
import { takeReading } from '@/usecases/survey/readings';
import { runningStore } from './open';

const store = runningStore({ demo: new Date() });
const BY = 'Bram';

/** The demo's electric car is being measured at the rear. */
const measured = async (): Promise<string> =>
  String((await store.db.execute(sql.raw(`select id from job where stage = 'choose' limit 1`))).rows[0]?.id);
const loose = async (id: string) => loosenedCorners((await theStore()).db, await jobById(id));
const count = (id: string, corner: string) =>
  takeReading(id, { quantity: 'turns', corner, typed: '9', method: 'count' } as never, BY);

test('what was loosened to count turns holds the job until somebody notes that it was torqued again', async () => {
  const id = await measured();
  const axle = (await jobById(id)).job.axle;
  expect(await loose(id)).toEqual([]);
  const corner = `${axle}-left`;
  const again = (tool: string, at = corner) => noteTorquedAgain(id, { corner: at, tool }, 'metric', BY);
  await expect(again('long click wrench')).rejects.toThrow('Nothing was loosened there');
  await count(id, corner);
  expect(await loose(id)).toEqual([corner]);
  await expect(holdJob(id, 'owner', 'comes back on Friday', BY)).rejects.toThrow('loosened to count turns');
  await expect(again('long click wrench', `${axle}-right`)).rejects.toThrow('Nothing was loosened there');
  await expect(again(' ')).rejects.toThrow('with which wrench');
  // Its range ends below the figure.
  await expect(again('short click wrench')).rejects.toThrow('outside it');
  await again('long click wrench');
  expect(await loose(id)).toEqual([]);
  const { rows } = await store.db.execute(sql`select text from note where job_id = ${id}`);
  expect(rows.map((r) => String(r.text)).join()).toMatch(
    /torqued again at the .* left: .* N·m \(.*\), long click wrench/,
  );
  // Counted once more, it is loose once more; on purpose left so, it may rest.
  await count(id, corner);
  expect(await loose(id)).toEqual([corner]);
  await holdJob(id, 'left', 'on stands over night', BY);
  expect((await jobById(id)).job.held).toBe('left');
});
