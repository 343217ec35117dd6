import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { isNotNull } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/pglite';
import { sheetModel } from '@/features/records/pdf/model';
import { recordJsonSchema } from '@/records/document';
import { readRecord } from '@/records/upgrade';
import type { Db } from '@/store/connection';
import { loadJob } from '@/store/jobs';
import { judgeOldPlans, storedPlan } from '@/store/plans';
import { recordOf } from '@/store/recordOf';
import { recordsOf, sealOf, writeOldRecords } from '@/store/records';
import { remarksOf } from '@/store/remarks';
import * as schema from '@/store/schema';
import { recordedJob, recordedRemarks } from '@/usecases/record/recordedJob';
import type { SheetRevision } from '@/usecases/record/recordedVisit';

/** What each release left in a folder, as it wrote it: one car and its visit, taken from that release itself. */
const FOLDERS = 'tests/store/folders';
const migrations = readdirSync('drizzle')
  .filter((f) => f.endsWith('.sql'))
  .sort();
const migrationOf = (name: string): string => readFileSync(join('drizzle', name), 'utf8');

test('every migration but the newest has a folder of its time, under 100 kB', () => {
  expect(readdirSync(FOLDERS).sort()).toEqual(migrations.slice(0, -1));
  for (const name of readdirSync(FOLDERS)) expect(statSync(join(FOLDERS, name)).size).toBeLessThan(100_000);
});

test('a folder of any release opens: no row goes, and every record reads and prints as it was signed', async () => {
  const client = new PGlite();
  const db = drizzle(client, { schema }) as unknown as Db;
  const rows = async (table: string): Promise<number> =>
    Number((await client.query<{ n: number }>(`select count(*) as n from "${table}"`)).rows[0]?.n);
  const run = async (name: string) => {
    for (const statement of migrationOf(name).split('--> statement-breakpoint')) await client.exec(statement);
  };
  const seen: [string, number][] = [];
  try {
    for (const [i, name] of migrations.slice(0, -1).entries()) {
      await run(name);
      await client.exec('begin');
      const folder = readFileSync(join(FOLDERS, name), 'utf8');
      await client.exec(folder);
      const tables = [...folder.matchAll(/^insert into "(\w+)"/gm)].map((m) => m[1] as string);
      const before = await Promise.all(tables.map(rows));
      for (const later of migrations.slice(i + 1)) await run(later);
      const after = await Promise.all(tables.map(rows));
      for (const [t, n] of before.entries()) expect([tables[t], (after[t] as number) >= n]).toEqual([tables[t], true]);
      await judgeOldPlans(db, new Date());
      await writeOldRecords(db);
      seen.push([name, await signedJobs(db)]);
      await client.exec('rollback');
    }
  } finally {
    await client.close();
  }
  // Each of them has a visit that was signed.
  expect(seen.filter(([, n]) => n === 0)).toEqual([]);
});

/** Looks at every signed job of a folder. @returns how many there are */
async function signedJobs(db: Db): Promise<number> {
  const jobs = await db.select({ id: schema.job.id }).from(schema.job).where(isNotNull(schema.job.signedAt));
  for (const { id } of jobs) {
    const live = await loadJob(db, id);
    const records = await recordsOf(db, id);
    expect(records).toHaveLength(1);
    const [row] = records as [(typeof records)[number]];
    expect(sealOf(row, null)).toBe(row.seal);
    const record = readRecord(row.snapshot);
    // Its own rows are what it holds, but for what later releases know besides.
    const today = recordOf(live, await remarksOf(db, live.vehicle.id, [id]), {
      person: record.signed.person,
      at: new Date(record.signed.at),
      installation: null,
    });
    for (const part of ['readings', 'ticks', 'torque', 'bay', 'notes', 'photos', 'hub', 'vehicle'] as const)
      expect([part, inOrder(record[part])]).toEqual([part, inOrder(today[part])]);
    prints(record, row);
  }
  return jobs.length;
}

/** Lists in one order; which one they were stored in says nothing. */
const inOrder = <T>(part: T): unknown => (Array.isArray(part) ? part.map((x) => JSON.stringify(x)).sort() : part);

function prints(record: ReturnType<typeof readRecord>, row: Awaited<ReturnType<typeof recordsOf>>[number]): void {
  const whole = recordedJob(record);
  if (!whole.plan) throw new Error('A signed job has a plan.');
  storedPlan(record.plan?.document);
  const signature = { is: 'none', imported: false, holds: false, words: 'no key', printed: null } as const;
  const revision: SheetRevision = {
    number: row.revision,
    reason: row.reason,
    seal: row.seal,
    signature,
    evaluation: record.plan?.evaluation ?? null,
  };
  expect(record.plan?.evaluation?.findings.length).toBeGreaterThan(10);
  const model = sheetModel(whole, whole.plan, { units: 'metric', revision, readings: [], photos: [] });
  expect(JSON.stringify(model)).not.toMatch(/undefined|NaN|\[object/);
  expect(model.findings.concat(model.allFindings).every((f) => f.text.length > 10)).toBe(true);
  expect(model.torque.flatMap((t) => t.rows).every((r) => r.verify !== '–')).toBe(true);
  expect(recordedRemarks(record).notes).toHaveLength(record.notes.length);
}

test('vectis-record/1 is published: its schema does not change', () => {
  const hash = createHash('sha256').update(JSON.stringify(recordJsonSchema())).digest('hex');
  expect(hash).toBe('545e35927f60f633ec8356ea8b820a53e389a265370809d9cf30ffd986ec84c1');
});
