import 'server-only';
import { and, eq, isNull } from 'drizzle-orm';
import { firstBreak } from '@/core/torque/chain';
import { digestOf } from '@/core/document/digest';
import stringify from 'fast-json-stable-stringify';
import { bayLog } from '@/store/bay';
import { theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import { photoHolds } from '@/store/folder/photos';
import { jobOf, recordsOf, remarksIn, sealOf } from '@/store/records';
import { remarksOf } from '@/store/remarks';
import { chalkTest, job, jobStep, plan, reading, torqueEntry } from '@/store/schema';
import { hashedBody } from '@/store/torque';

export interface Verified {
  readonly revision: number;
  /** What does not hold, a sentence each; empty where everything does. */
  readonly broken: readonly string[];
  /** What was looked at, in a sentence. */
  readonly looked: string;
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const time = (d: Date | null | undefined): string | null => (d ? d.toISOString() : null);

/**
 * Works the whole chain of a signed record out again: its seal and those before it, the plan's digest, the torque log row by row, ticks,
 * readings, chalk and signature, each as stored today against what was sealed.
 * @throws NotFoundError
 */
export async function verifyRecord(jobId: string, revision: number): Promise<Verified> {
  const { db, folder } = await theStore();
  const all = await recordsOf(db, jobId);
  const row = all.find((r) => r.revision === revision);
  if (!row) throw new NotFoundError('This revision');
  const broken: string[] = [];
  let before: string | null = null;
  for (const r of all.filter((x) => x.revision <= revision)) {
    if (sealOf(r, before) !== r.seal)
      broken.push(`The seal of revision ${r.revision} does not hold: the record was altered.`);
    before = r.seal;
  }
  const sealed = jobOf(row);
  const frozen = sealed.plan;
  if (frozen) {
    const [stored] = await db.select().from(plan).where(eq(plan.id, frozen.id));
    if (!stored || digestOf(stored.document) !== frozen.digest || stored.digest !== frozen.digest)
      broken.push('The stored plan is not the one that was signed.');
    const log = await db.select().from(torqueEntry).where(eq(torqueEntry.planId, frozen.log));
    for (const corner of new Set(log.map((e) => e.corner))) {
      const rows = log.filter((e) => e.corner === corner).sort((a, b) => a.seq - b.seq);
      const at = firstBreak(rows, hashedBody);
      if (at !== null) broken.push(`Row ${at + 1} of the ${corner.replace('-', ' ')} torque log was altered.`);
    }
    const hashes = new Map(log.map((e) => [e.id, e.hash]));
    const lost = sealed.torque.filter((e) => hashes.get(e.id) !== e.hash).length;
    if (lost > 0)
      broken.push(
        `${lost} torque ${lost === 1 ? 'entry' : 'entries'} of the record ${lost === 1 ? 'is' : 'are'} missing or altered.`,
      );
    const ticks = await db
      .select()
      .from(jobStep)
      .where(and(eq(jobStep.planId, frozen.log), isNull(jobStep.withdrawnAt)));
    for (const [key, tick] of sealed.ticked) {
      const now = ticks.find((t) => t.key === key);
      if (!now || now.by !== tick.by || time(now.at) !== time(tick.at))
        broken.push(`The tick “${key}” was altered or taken back.`);
    }
    const bay = new Map((await bayLog(db, frozen.log)).map((e) => [e.id, stringify(e)]));
    const gone = sealed.bay.filter((e) => bay.get(e.id) !== stringify(e)).length;
    if (gone > 0)
      broken.push(`${gone} of what happened at the car ${gone === 1 ? 'was' : 'were'} altered or is missing.`);
  }
  const readings = new Map((await db.select().from(reading).where(eq(reading.jobId, jobId))).map((x) => [x.id, x]));
  for (const x of sealed.readings) {
    const now = readings.get(x.id);
    if (
      !now ||
      !same(
        [now.value, now.typed, now.pm, now.method, now.by, time(now.at)],
        [x.value, x.typed, x.pm, x.method, x.by, time(x.at)],
      )
    )
      broken.push(`The reading “${x.quantity}”${x.corner ? ` at the ${x.corner.replace('-', ' ')}` : ''} was altered.`);
  }
  const chalk = new Map((await db.select().from(chalkTest).where(eq(chalkTest.jobId, jobId))).map((x) => [x.id, x]));
  for (const x of sealed.chalk) {
    const now = chalk.get(x.id);
    if (
      !now ||
      !same([now.trialMm, now.load, now.hours, now.by, time(now.at)], [x.trialMm, x.load, x.hours, x.by, time(x.at)])
    )
      broken.push('A chalk test was altered.');
  }
  const { photos, notes } = remarksIn(row);
  const kept = await remarksOf(db, sealed.vehicle.id, [jobId]);
  for (const p of photos) {
    const now = kept.photos.find((x) => x.id === p.id);
    if (now && (now.hash !== p.hash || now.caption !== p.caption || now.corner !== p.corner || now.by !== p.by))
      broken.push('A photo’s words or its corner were altered.');
    if (!(await photoHolds(folder, p.hash))) broken.push('The file of a photo is missing or was altered.');
  }
  for (const n of notes) {
    const now = kept.notes.find((x) => x.id === n.id);
    if (now && (now.text !== n.text || now.by !== n.by || time(now.at) !== time(n.at)))
      broken.push('A note was altered.');
  }
  const [live] = await db.select().from(job).where(eq(job.id, jobId));
  const latest = all.at(-1)?.revision === revision;
  if (latest && live?.signedAt && (live.signedBy !== row.signedBy || time(live.signedAt) !== time(row.signedAt)))
    broken.push('The signature on the job is not the one on the record.');
  if (sealed.job.signedBy !== row.signedBy || time(sealed.job.signedAt) !== time(row.signedAt))
    broken.push('The signature beside the record is not the one in it.');
  return {
    revision,
    broken,
    looked: `${sealed.readings.length} readings, ${photos.length} photos, ${notes.length} notes, ${sealed.chalk.length} chalk tests, ${sealed.ticked.size} ticks, ${sealed.bay.length} notes of the bay, ${sealed.torque.length} torque entries, the plan’s digest and ${revision === 1 ? 'the seal' : `${revision} seals`}`,
  };
}
