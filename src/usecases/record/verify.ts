import 'server-only';
import stringify from 'fast-json-stable-stringify';
import { digestOf } from '@/core/document/digest';
import { plural } from '@/core/plural';
import { firstBreak } from '@/core/torque/chain';
import type { VectisRecord } from '@/records/document';
import { readRecord } from '@/records/upgrade';
import { bayLog } from '@/store/bay';
import { type Db, theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import { photoHolds } from '@/store/folder/photos';
import { signatureOnJob, storedFigures, storedUnder } from '@/store/recorded';
import type { RecordRow } from '@/store/recordSchema';
import { recordsOf, sealOf } from '@/store/records';
import { remarksOf } from '@/store/remarks';
import { hashedBody } from '@/store/torque';

import { signaturesOf } from './signature';

export interface Verified {
  readonly revision: number;
  /** What does not hold, a sentence each; empty where everything does. */
  readonly broken: readonly string[];
  /** What was looked at, in a sentence. */
  readonly looked: string;
  /** Whose key stands behind the record, and that none does where it has none. */
  readonly signature: string;
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const time = (d: Date | null | undefined): string | null => (d ? d.toISOString() : null);
const where = (corner: string): string => corner.replace('-', ' ');

/**
 * Works the whole chain of a signed record out again: seals and signatures up to it, the plan's digest, the torque log
 * entry by entry, ticks, readings, chalk, photos and notes, each as stored today against what was signed.
 * @throws NotFoundError
 */
export async function verifyRecord(jobId: string, revision: number): Promise<Verified> {
  const { db, folder } = await theStore();
  const all = await recordsOf(db, jobId);
  const row = all.find((r) => r.revision === revision);
  if (!row) throw new NotFoundError('This revision');
  const record = readRecord(row.snapshot);
  const { broken: seals, words } = await sealsAndSignatures(
    db,
    all.filter((r) => r.revision <= revision),
  );
  const broken = [
    ...seals,
    ...(await planAndWork(db, record)),
    ...(await figures(db, record)),
    ...(await remarks(db, folder, record)),
    ...(await onTheJob(db, row, record, all.at(-1) === row)),
  ];
  return { revision, broken, signature: words, looked: looked(record, revision) };
}

async function sealsAndSignatures(db: Db, records: readonly RecordRow[]): Promise<{ broken: string[]; words: string }> {
  const signatures = await signaturesOf(db, records);
  const broken: string[] = [];
  let before: string | null = null;
  let keyed = false;
  for (const r of records) {
    if (sealOf(r, before) !== r.seal)
      broken.push(`The seal of revision ${r.revision} does not hold: the record was altered.`);
    before = r.seal;
    const s = signatures.get(r.id);
    // A record says itself by which key it is signed, and once there is a key no revision comes without one.
    const named = readRecord(r.snapshot).installation?.keyId ?? null;
    if (named !== r.keyId || (r.keyId === null && keyed))
      broken.push(`The signature of revision ${r.revision} is missing.`);
    else if (r.keyId !== null && !s?.holds)
      broken.push(`The signature of revision ${r.revision} does not hold: it is of another record or by another key.`);
    keyed ||= r.keyId !== null;
  }
  return { broken, words: signatures.get(records.at(-1)?.id ?? '')?.words ?? '' };
}

async function planAndWork(db: Db, record: VectisRecord): Promise<string[]> {
  const { plan } = record;
  if (!plan) return [];
  const broken: string[] = [];
  const { document, log, ticks } = await storedUnder(db, plan.id, plan.logId);
  if (!document || digestOf(document.document) !== plan.digest || document.digest !== plan.digest)
    broken.push('The stored plan is not the one that was signed.');
  for (const corner of new Set(log.map((e) => e.corner))) {
    const rows = log.filter((e) => e.corner === corner).sort((a, b) => a.seq - b.seq);
    const at = firstBreak(rows, hashedBody);
    if (at !== null) broken.push(`Row ${at + 1} of the ${where(corner)} torque log was altered.`);
  }
  const hashes = new Map(log.map((e) => [e.id, e.hash]));
  const lost = record.torque.filter((e) => hashes.get(e.id) !== e.hash).length;
  if (lost > 0)
    broken.push(
      `${plural(lost, 'torque entry', 'torque entries')} of the record ${lost === 1 ? 'is' : 'are'} missing or altered.`,
    );
  for (const tick of record.ticks) {
    const now = ticks.find((t) => t.key === tick.key);
    if (!now || now.by !== tick.person.name || time(now.at) !== tick.at)
      broken.push(`The tick “${tick.key}” was altered or taken back.`);
  }
  const bay = new Map((await bayLog(db, plan.logId)).map((e) => [e.id, stringify([e.corner, e.detail, e.by, e.at])]));
  const gone = record.bay.filter(
    (e) => bay.get(e.id) !== stringify([e.corner, e.detail, e.person.name, new Date(e.at).getTime()]),
  ).length;
  if (gone > 0)
    broken.push(`${gone} of what happened at the car ${gone === 1 ? 'was' : 'were'} altered or is missing.`);
  return broken;
}

/** Readings and chalk tests. */
async function figures(db: Db, record: VectisRecord): Promise<string[]> {
  const { readings, chalk } = await storedFigures(db, record.jobId);
  const broken: string[] = [];
  for (const x of record.readings) {
    const now = readings.get(x.id);
    const signed = [x.value, x.typed, x.pm, x.method, x.person.name, x.at];
    if (!now || !same([now.value, now.typed, now.pm, now.method, now.by, time(now.at)], signed))
      broken.push(`The reading “${x.quantity}”${x.corner ? ` at the ${where(x.corner)}` : ''} was altered.`);
  }
  for (const x of record.chalkTests) {
    const now = chalk.get(x.id);
    const signed = [x.trialSpacer, x.load, x.hours, x.person.name, x.at];
    if (!now || !same([now.trialMm, now.load, now.hours, now.by, time(now.at)], signed))
      broken.push('A chalk test was altered.');
  }
  return broken;
}

async function remarks(db: Db, folder: string, record: VectisRecord): Promise<string[]> {
  const stored = await remarksOf(db, record.vehicle.id, [record.jobId]);
  const broken: string[] = [];
  for (const p of record.photos) {
    const now = stored.photos.find((x) => x.id === p.id);
    if (now && !same([now.hash, now.caption, now.corner, now.by], [p.hash, p.caption, p.corner, p.person.name]))
      broken.push('A photo’s words or its corner were altered.');
    if (!(await photoHolds(folder, p.hash))) broken.push('The file of a photo is missing or was altered.');
  }
  for (const n of record.notes) {
    const now = stored.notes.find((x) => x.id === n.id);
    if (now && !same([now.text, now.by, time(now.at)], [n.text, n.person.name, n.at]))
      broken.push('A note was altered.');
  }
  return broken;
}

/** The signature of the latest revision stands on the job as well, and beside the record as in it. */
async function onTheJob(db: Db, row: RecordRow, record: VectisRecord, latest: boolean): Promise<string[]> {
  const live = await signatureOnJob(db, row.jobId);
  const otherOnJob =
    latest && live?.signedAt && (live.signedBy !== row.signedBy || time(live.signedAt) !== time(row.signedAt));
  const otherInside = record.signed.person.name !== row.signedBy || record.signed.at !== time(row.signedAt);
  return [
    ...(otherOnJob ? ['The signature on the job is not the one on the record.'] : []),
    ...(otherInside ? ['The signature beside the record is not the one in it.'] : []),
  ];
}

const looked = (r: VectisRecord, revision: number): string =>
  `${r.readings.length} readings, ${r.photos.length} photos, ${r.notes.length} notes, ${r.chalkTests.length} chalk tests, ${r.ticks.length} ticks, ${r.bay.length} notes of the bay, ${r.torque.length} torque entries, the plan’s digest and ${revision === 1 ? 'the seal' : `${revision} seals`}`;
