import 'server-only';
import { finishOf } from '@/core/parts/finish';
import { scanned } from '@/core/procedure/scan';
import { type PartSocket, type ShopSocket, type SocketLine, socketLines } from '@/core/procedure/sockets';
import type { UnitSystem } from '@/core/units/format';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { type JobWhole, loadJob } from '@/store/jobs';
import { countedOf, partByCode, partsKeptFor, reservedOf, reservePieces } from '@/store/parts';
import { partsByKind } from '@/store/partsRead';
import type { ChoiceDraft, PartRow } from '@/store/schema';
import { countedReadings } from '../job/jobPlan';
import { choiceInForce } from '../job/otherWays';
import { planOf } from '../job/soundPlan';
import { tickLine } from '../job/ticks';

/** Sockets and keys of a job’s plan, each of the shop’s held against the lug holes; empty where it has none. */
export async function socketsForJob(whole: JobWhole, units: UnitSystem): Promise<SocketLine[]> {
  if (!whole.plan) return [];
  const { db } = await theStore();
  const shop = (await partsByKind(db, 'other')).flatMap(({ name, item }): ShopSocket[] =>
    item.kind === 'other' && item.other.what === 'socket'
      ? [{ name, size: item.other.size, outside: item.other.outside }]
      : [],
  );
  const kept = await partsKeptFor(db, whole.job.id);
  const parts = kept.flatMap(({ item }): PartSocket[] => {
    const { socket = null, outside = null, key = null } = item.about ?? {};
    return item.kind === 'spacer' || item.kind === 'other' || (socket === null && key === null)
      ? []
      : [{ size: socket, outside, key }];
  });
  const onCar = countedReadings(whole).findLast((r) => r.quantity === 'socketSize')?.value ?? null;
  return socketLines({ plan: whole.plan.document, onCar, parts, shop }, units);
}

/** Locker that lies on the shelf, with the cure time of its leaflet. */
export async function lockersOnShelf() {
  const { db } = await theStore();
  return (await partsByKind(db, 'other')).flatMap(({ name, item }) =>
    item.kind === 'other' && item.other.what === 'locker'
      ? [{ name, grade: item.other.grade, hours: item.other.cureHours }]
      : [],
  );
}

export interface ScanSaid {
  readonly level: 'pass' | 'caution' | 'stop';
  readonly text: string;
  /** A choice with which the plan stands, to be set ready as plan B. */
  readonly instead: ChoiceDraft | null;
}

/**
 * A code that was scanned or typed at the trolley: its part is held against the kit. What fits ticks its line and keeps
 * its pieces for the job; what does not is told, by how much. @throws RefusedError where no part has that code
 */
export async function scanAtTrolley(jobId: string, typed: string, units: UnitSystem, by: string): Promise<ScanSaid> {
  const code = typed.trim();
  const { db } = await theStore();
  const whole = await loadJob(db, jobId);
  const part = await partByCode(db, code);
  if (!part)
    throw new RefusedError(`No part on the shelf has the code or name “${code}”. Give the part its code on the shelf.`);
  const found = scanned(planOf(whole).document, part.item, units);
  if (found.is === 'not-wanted')
    return { level: 'stop', text: `${part.name}: nothing of its kind is on this kit.`, instead: null };
  if (found.is === 'other') {
    const text = `${part.name} is another one: ${found.wrong.join('; ')}.`;
    if (found.instead === null) return { level: 'stop', text, instead: null };
    const before = choiceInForce(planOf(whole).document, whole.wheelSets);
    return {
      level: 'caution',
      text: `${text} The plan would stand with it.`,
      // Another spacer goes on both sides; another bolt or nut leaves the spacers as they are.
      instead: { ...before, ...found.instead, ...(part.item.kind === 'spacer' ? { rightSpacer: null } : {}) },
    };
  }
  await tickLine(jobId, found.key, true, by);
  const { kept, short } = await keepWhatIsThere(part, jobId, found.wanted, by);
  const note = [
    ...(found.note === null ? [] : [found.note]),
    ...(short > 0 ? [`${kept} of ${found.wanted} are there: ${short} are short, and to be bought.`] : []),
  ];
  return {
    level: short > 0 ? 'caution' : 'pass',
    text: `${part.name}: it is what the kit needs.${note.map((n) => ` ${n}`).join('')}`,
    instead: null,
  };
}

/** Keeps as many pieces for a job as are free; tools are not counted out. */
async function keepWhatIsThere(
  part: PartRow,
  jobId: string,
  wanted: number,
  by: string,
): Promise<{ kept: number; short: number }> {
  if (part.item.kind === 'other') return { kept: wanted, short: 0 };
  const { db } = await theStore();
  return db.transaction(async (tx) => {
    const free = Math.max(0, (await countedOf(tx, part.id)) - (await reservedOf(tx, part.id, jobId)));
    const kept = Math.min(free, wanted);
    if (kept > 0) await reservePieces(tx, part.id, jobId, kept, by, new Date());
    return { kept, short: wanted - kept };
  });
}

/** What lies in the bins that a job’s pieces are kept in: where, and how it looks. */
export async function binsForJob(jobId: string) {
  const { db } = await theStore();
  return (await partsKeptFor(db, jobId)).map(({ item, bin }) => ({
    kind: item.kind,
    bin,
    looks: finishOf(item.about) ?? '',
  }));
}
