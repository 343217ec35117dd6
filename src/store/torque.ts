import { and, asc, eq } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { chainHash, firstBreak, GENESIS } from '@/core/torque/chain';
import { type Joint, refuseReading, type TorqueReading, type TorqueSpec, type TorqueState, torqueState } from '@/core/torque/log';
import type { Db } from './connection';
import { ChangedMeanwhileError, RefusedError, violates } from './errors';
import { setStage } from './jobs';
import { type TorqueEntryRow, torqueEntry } from './schema';

export interface EntryInput extends TorqueReading {
  readonly corner: string;
  /** The wheel's where nothing is said. */
  readonly joint?: Joint;
  readonly tool: string;
}

/** What of a row goes into its hash: everything but the hash itself. */
export function hashedBody(row: Omit<TorqueEntryRow, 'hash'> | TorqueEntryRow): Record<string, unknown> {
  const { id, jobId, planId, corner, seq, joint, pass, lug, targetNm, readingNm, angleDeg, tool, by, at } = row;
  // Wheel rows hash as they did before adapters were logged, so that older chains still hold.
  return { id, jobId, planId, corner, seq, ...(joint === 'adapter' ? { joint } : {}), pass, lug, targetNm, readingNm, angleDeg, tool, by, at: at.toISOString() };
}

/** A stored row as the core's reading. */
export const asReading = (row: TorqueEntryRow): TorqueReading => ({
  pass: row.pass as TorqueReading['pass'],
  lug: row.lug,
  reading: row.readingNm,
  angle: row.angleDeg,
});

/**
 * Appends one torque entry to a corner's log if it is the one that belongs there now. A fastener that moves in
 * a recheck reopens the job.
 * @returns the state after it
 * @throws RefusedError with the sentence why not; ChangedMeanwhileError when another screen was faster
 */
export async function appendEntry(
  db: Db, jobId: string, planId: string, spec: TorqueSpec, input: EntryInput, by: string, at: Date,
): Promise<TorqueState> {
  try {
    return await db.transaction(async (tx) => {
      const rows = await tx
        .select()
        .from(torqueEntry)
        .where(and(eq(torqueEntry.planId, planId), eq(torqueEntry.corner, input.corner)))
        .orderBy(asc(torqueEntry.seq));
      const broken = firstBreak(rows, hashedBody);
      if (broken !== null) throw new RefusedError(`Row ${broken + 1} of this torque log was altered. Stop, and start the log again with a new plan.`);
      const joint = input.joint ?? 'wheel';
      const before = rows.filter((r) => r.joint === joint).map(asReading);
      const refusal = refuseReading(spec, torqueState(spec, before), input);
      if (refusal) throw new RefusedError(refusal);
      const body = {
        id: newId(), jobId, planId, corner: input.corner, seq: rows.length, joint, pass: input.pass, lug: input.lug, targetNm: spec.target,
        readingNm: input.reading, angleDeg: input.angle, tool: input.tool, by, at,
      };
      const hash = chainHash(rows[rows.length - 1]?.hash ?? GENESIS, hashedBody(body));
      await tx.insert(torqueEntry).values({ ...body, hash });
      const state = torqueState(spec, [...before, input]);
      if (input.pass === 'recheck' && state.last?.outcome === 'moved') {
        await setStage(tx, jobId, 'torque', by, at, { signedAt: null, signedBy: null, recheckDueAt: null });
      }
      return state;
    });
  } catch (error) {
    if (violates(error, 'torque_entry_seq')) throw new ChangedMeanwhileError('This wheel’s torque log');
    throw error;
  }
}
