'use server';

import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { ENTRIES, FELT, JOINTS } from '@/core/torque/log';
import { parseAngle, parseTorque } from '@/core/units/parse';
import { actOn } from '@/usecases/act';
import { addSeason, addSession, endSeason, notReached } from '@/usecases/calendar/chain';
import { enterTorque } from '@/usecases/jobs';
import { declineRecheck, recheckEarly, signOff } from '@/usecases/signing';
import { takeBackReading, takeReading } from '@/usecases/readings';
import { idOf, type Result } from '@/usecases/result';

const entryForm = z.object({
  corner: z.enum(CORNERS),
  joint: z.enum(JOINTS),
  pass: z.enum(ENTRIES),
  lug: z.int().min(-1).max(11),
  /** As typed; empty where the pass has no figure. */
  reading: z.string().max(20),
  angle: z.string().max(20),
  /** What a click wrench told; null where figures were read. */
  felt: z.enum(FELT).nullable(),
  tool: z.string().trim().min(1).max(60),
  /** Why an over-torqued fastener stays. */
  note: z.string().max(300).optional(),
  /** What an electronic wrench sent: degrees and N·m. */
  trace: z
    .array(z.object({ angle: z.number().min(0).max(10000), torque: z.number().min(0).max(2000) }))
    .max(500)
    .optional(),
  /** Place in the joint's own log, so that an entry sent again counts once. */
  seq: z.int().min(0).max(5000),
  /** A slip of the recheck is struck out, not one of the first torque. */
  recheck: z.boolean().optional(),
});
export type EntryTyped = z.input<typeof entryForm>;

/** Appends one entry to a joint's torque log. */
export async function enter(jobId: string, typed: EntryTyped): Promise<Result<null>> {
  return actOn((who) => {
    const { corner, joint, pass, lug, tool, reading, angle, felt, note, seq, recheck, trace } = entryForm.parse(typed);
    const figures = felt === null && !['snug', 'lower', 'strike', 'replaced', 'stays', 'swapped'].includes(pass);
    return enterTorque(
      idOf(jobId),
      {
        corner,
        joint,
        pass,
        lug,
        tool,
        seq,
        felt,
        note,
        recheck,
        trace,
        reading: figures ? parseTorque('Reading', reading, { min: 1, max: 1000 }).value : null,
        angle:
          figures && (pass === 'verify' || pass === 'recheck')
            ? parseAngle('Movement', angle, { min: 0, max: 360 }).value
            : null,
      },
      who,
    );
  });
}

/** Signs the job off. */
export async function sign(jobId: string): Promise<Result<null>> {
  return actOn((who) => signOff(idOf(jobId), who));
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
