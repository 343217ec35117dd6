'use server';

import { format } from 'date-fns';
import { z } from 'zod';
import { AXLE_LABEL } from '@/core/document/labels';
import { CATALOGUE_COLUMNS } from '@/core/parts/catalogue';
import { act, actOn } from '@/usecases/act';
import { attempt, idOf, type Result } from '@/usecases/result';
import {
  jobsToReserveFor,
  keepPart,
  moveStock,
  partHistory,
  putOnShelf,
  releaseReserved,
  reserveFor,
  takeOffShelf,
} from '@/usecases/shelf/shelf';
import { stopFile } from '@/usecases/shelf/shelfFile';
import { type CommonAsked, commonFor } from './common';

const rowForm = z.partialRecord(z.enum(CATALOGUE_COLUMNS), z.string().max(400));
const movedForm = z.object({
  move: z.enum(['receive', 'use', 'return', 'scrap', 'count']),
  pieces: z.number(),
  jobId: z.string().max(80).nullable(),
  note: z.string().trim().max(200),
});
const commonForm = z.object({
  plates: z.string().max(40),
  bore: z.string().max(40),
  thread: z.string().max(40),
  from: z.string().max(40),
  to: z.string().max(40),
  seat: z.string().max(40),
  nuts: z.boolean(),
});

/** Keeps a part as it was typed; a new one where `id` is null. @returns its id */
export async function savePart(id: string | null, row: z.input<typeof rowForm>): Promise<Result<string>> {
  return act((who) => keepPart(id === null ? null : idOf(id), rowForm.parse(row), who));
}

/** Takes a part off the shelf. */
export async function takeOff(id: string): Promise<Result<null>> {
  return actOn((who) => takeOffShelf(idOf(id), who));
}

/** Moves pieces on or off the shelf. @returns what is left */
export async function move(id: string, moved: z.input<typeof movedForm>): Promise<Result<number>> {
  return act((who) => moveStock(idOf(id), movedForm.parse(moved), who));
}

/** Keeps pieces for a job. */
export async function reserve(id: string, jobId: string, pieces: number): Promise<Result<null>> {
  return actOn((who) => reserveFor(idOf(id), idOf(jobId), z.number().parse(pieces), who));
}

/** Ends a reservation: used on the car, or given back. */
export async function release(id: string, used: boolean): Promise<Result<null>> {
  return actOn((who) => releaseReserved(idOf(id), z.boolean().parse(used), who));
}

/** Puts common sizes on the shelf, none of them in hand. @returns how many */
export async function addCommon(asked: CommonAsked): Promise<Result<number>> {
  return act(async (who) => (await putOnShelf(commonFor(commonForm.parse(asked)), who)).added);
}

/** Stops a catalogue file on its way. @returns false where it is read already and goes on the shelf */
export async function stopImport(id: string): Promise<Result<boolean>> {
  return act(() => stopFile(idOf(id)));
}

export interface PartHistory {
  readonly moves: readonly string[];
  readonly kept: readonly { readonly id: string; readonly text: string }[];
  readonly jobs: readonly { readonly id: string; readonly text: string }[];
}

const MOVED = { receive: 'received', use: 'used', return: 'returned', scrap: 'scrapped', count: 'counted' } as const;

/** What became of a part, the jobs that it is kept for and those that it can be kept for. */
export async function history(id: string): Promise<Result<PartHistory>> {
  return attempt(async () => {
    const { moves, kept } = await partHistory(idOf(id));
    const jobs = (await jobsToReserveFor()).map((l) => ({
      id: l.job.id,
      text: `${l.vehicleName} ${l.plate}, ${AXLE_LABEL[l.job.axle].toLowerCase()}`,
    }));
    const name = new Map(jobs.map((j) => [j.id, j.text]));
    return {
      moves: moves.map(
        (m) =>
          `${MOVED[m.move]} ${m.pieces > 0 ? '+' : ''}${m.pieces}, ${m.left} left; ${m.by}, ${format(m.at, 'd MMM yyyy HH:mm')}${m.note === '' ? '' : `: ${m.note}`}`,
      ),
      kept: kept.map((r) => ({ id: r.id, text: `${r.pieces} for ${name.get(r.jobId) ?? 'a job'}, ${r.by}` })),
      jobs,
    };
  });
}
