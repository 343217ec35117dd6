import { and, asc, eq } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { chainHash, firstBreak, GENESIS } from '@/core/torque/chain';
import {
  type Joint,
  refuseReading,
  type TorqueReading,
  type TorqueSpec,
  type TorqueState,
  torqueState,
} from '@/core/torque/log';
import type { TraceSample } from '@/core/torque/trace';
import type { Executor } from './connection';
import { ChangedMeanwhileError, RefusedError, violates } from './errors';
import { type TorqueEntryRow, torqueEntry } from './schema';

export interface EntryInput extends TorqueReading {
  readonly corner: string;
  /** The wheel's where nothing is said. */
  readonly joint?: Joint;
  readonly tool: string;
  /** What an electronic wrench sent; `shows` is what the core makes of it. */
  readonly trace?: readonly TraceSample[] | undefined;
  /** Why an over-torqued fastener stays. */
  readonly note?: string | undefined;
  /** A slip of the recheck is struck out, not one of the first torque. */
  readonly recheck?: boolean | undefined;
  /** Place in the joint's own log, from 0; left out, whatever comes next. */
  readonly seq?: number | undefined;
}

/** What of a row goes into its hash: everything but the hash itself. */
export function hashedBody(row: Omit<TorqueEntryRow, 'hash' | 'personId'>): Record<string, unknown> {
  const { id, jobId, planId, corner, seq, joint, pass, lug, targetNm, readingNm, angleDeg, felt, note, tool, by, at } =
    row;
  const { trace, shows } = row;
  // Wheel rows hash as they did before adapters were logged, so that older chains still hold.
  return {
    id,
    jobId,
    planId,
    corner,
    seq,
    ...(joint === 'wheel' ? {} : { joint }),
    pass,
    lug,
    targetNm,
    readingNm,
    angleDeg,
    ...(felt === null || felt === undefined ? {} : { felt }),
    ...(note === null || note === undefined ? {} : { note }),
    ...(trace === null || trace === undefined ? {} : { trace, shows }),
    tool,
    by,
    at: at.toISOString(),
  };
}

/** A stored row as the core's reading. */
export const asReading = (row: TorqueEntryRow): TorqueReading => ({
  pass: row.pass as TorqueReading['pass'],
  lug: row.lug,
  reading: row.readingNm,
  angle: row.angleDeg,
  felt: row.felt,
  ...(row.shows ? { shows: row.shows } : {}),
});

/**
 * Appends one torque entry to a corner's log if it is the one that belongs there now, in the transaction of the caller.
 * @param input with `seq`, its place in the joint's own log: an entry that stands there already, sent again because its
 *   answer was lost, counts once
 * @returns the state after it
 * @throws RefusedError with the sentence why not; ChangedMeanwhileError when another screen was faster
 */
export async function appendEntry(
  tx: Executor,
  jobId: string,
  planId: string,
  spec: TorqueSpec,
  input: EntryInput,
  by: string,
  at: Date,
): Promise<TorqueState> {
  try {
    const rows = await tx
      .select()
      .from(torqueEntry)
      .where(and(eq(torqueEntry.planId, planId), eq(torqueEntry.corner, input.corner)))
      .orderBy(asc(torqueEntry.seq));
    const broken = firstBreak(rows, hashedBody);
    if (broken !== null)
      throw new RefusedError(
        `Row ${broken + 1} of this torque log was altered. Stop, and start the log again with a new plan.`,
      );
    const joint = input.joint ?? 'wheel';
    const before = rows.filter((r) => r.joint === joint).map(asReading);
    if (input.seq !== undefined && input.seq !== before.length) {
      const there = before[input.seq];
      if (there && sameReading(there, input)) return torqueState(spec, before);
      throw new ChangedMeanwhileError('This wheel’s torque log');
    }
    const refusal = refuseReading(spec, torqueState(spec, before), input);
    if (refusal) throw new RefusedError(refusal);
    const body = {
      id: newId(),
      jobId,
      planId,
      corner: input.corner,
      seq: rows.length,
      joint,
      pass: input.pass,
      lug: input.lug,
      targetNm: spec.target,
      readingNm: input.reading,
      angleDeg: input.angle,
      felt: input.felt ?? null,
      note: input.note?.trim() || null,
      trace: input.trace ?? null,
      shows: input.shows ?? null,
      tool: input.tool,
      by,
      at,
    };
    const hash = chainHash(rows[rows.length - 1]?.hash ?? GENESIS, hashedBody(body));
    await tx.insert(torqueEntry).values({ ...body, hash });
    return torqueState(spec, [...before, input]);
  } catch (error) {
    if (violates(error, 'torque_entry_seq')) throw new ChangedMeanwhileError('This wheel’s torque log');
    throw error;
  }
}

const sameReading = (a: TorqueReading, b: TorqueReading): boolean =>
  a.pass === b.pass &&
  a.lug === b.lug &&
  a.reading === b.reading &&
  a.angle === b.angle &&
  (a.felt ?? null) === (b.felt ?? null) &&
  (a.shows ?? null) === (b.shows ?? null);
