'use server';

import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { actOn } from '@/usecases/act';
import { addSeason, addSession, endSeason, notReached } from '@/usecases/calendar/chain';
import { declineRecheck, recheckEarly, signOff } from '@/usecases/record/signing';
import { idOf, type Result } from '@/usecases/result';
import { takeBackReading, takeReading } from '@/usecases/survey/readings';

/** Signs the job off. */
export async function sign(jobId: string): Promise<Result<null>> {
  return actOn((_, acting) => signOff(idOf(jobId), acting));
}

/** Keeps the gap of a corner as it came out, to be held against the prediction. */
export async function keepGapFitted(jobId: string, corner: string, typed: string): Promise<Result<null>> {
  return actOn((who) =>
    takeReading(
      idOf(jobId),
      {
        quantity: 'gapFitted',
        corner: z.enum(CORNERS).parse(corner),
        typed: z.string().max(40).parse(typed),
        method: 'tape',
      },
      who,
    ),
  );
}

/** Takes it back; the one before it counts again. */
export async function takeBackGapFitted(jobId: string, readingId: string): Promise<Result<null>> {
  return actOn((who) => takeBackReading(idOf(jobId), idOf(readingId), who));
}

/** Says why the next recheck is done before its time. */
export async function sayEarly(jobId: string, reason: string): Promise<Result<null>> {
  return actOn((who) => recheckEarly(idOf(jobId), z.string().max(400).parse(reason), who));
}

/** Nobody answered; the recheck stays open. */
export async function unreached(jobId: string, note: string): Promise<Result<null>> {
  return actOn((who) => notReached(idOf(jobId), z.string().max(400).parse(note), who));
}

/** Adds a track session to the chain. */
export async function planSession(jobId: string, from: string, to: string): Promise<Result<null>> {
  const typed = z.string().max(40);
  return actOn((who) => addSession(idOf(jobId), { from: typed.parse(from), to: typed.parse(to) }, who));
}

/** Adds a season change to the chain. */
export async function planSeason(jobId: string, day: string, setId: string): Promise<Result<null>> {
  return actOn((who) => addSeason(idOf(jobId), { day: z.string().max(40).parse(day), setId: idOf(setId) }, who));
}

/** The season change was done in a visit of its own. */
export async function seasonDone(jobId: string, linkId: string): Promise<Result<null>> {
  return actOn((who) => endSeason(idOf(jobId), idOf(linkId), who));
}

/** The owner declined the next recheck. */
export async function decline(jobId: string, reason: string): Promise<Result<null>> {
  return actOn((who) => declineRecheck(idOf(jobId), z.string().max(400).parse(reason), who));
}
