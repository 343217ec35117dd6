'use server';

import { z } from 'zod';
import { act, actOn } from '@/usecases/act';
import { callOff } from '@/usecases/calendar/bookings';
import { callEnded, callerTyped } from '@/usecases/calendar/callers';
import { openOfVisits } from '@/usecases/calendar/ready';
import { bookTyped, moveBooking, needTyped, type Proposal, proposalFor } from '@/usecases/calendar/visits';
import { attempt, idOf, type Result } from '@/usecases/result';
import { whoActs } from '@/usecases/session';

const id = z.string().min(1).max(80);
const words = z.string().max(400);

const booked = z.object({
  id: id.nullable(),
  version: z.number().int().min(1).max(1_000_000).nullable(),
  visitId: id,
  recheckId: id.nullable(),
  placeId: z.string().max(80),
  whoId: z.string().max(80),
  things: z.array(id).max(20),
  begins: z.string().max(40),
  length: z.string().max(40),
  cureHours: z.string().max(20),
  cureWhy: words,
  why: words,
});
export type BookForm = z.input<typeof booked>;

/** Books a visit or a recheck as typed, or changes a booking. */
export async function keepBooking(typed: BookForm): Promise<Result<null>> {
  return actOn(async (who) => {
    await bookTyped(booked.parse(typed), who);
  });
}

const moved = z.object({
  id,
  version: z.number().int().min(1).max(1_000_000),
  // Until the year 2100: what lies beyond is no time of a visit.
  startAt: z.number().min(0).max(4_102_444_800_000).nullable(),
  day: z.string().max(10).nullable(),
  placeId: id,
  whoId: id.nullable(),
  why: words,
});
export type MoveForm = z.input<typeof moved>;

/** A booking that was dragged, or moved by keys. */
export async function moveTo(form: MoveForm): Promise<Result<null>> {
  return actOn((who) => moveBooking(moved.parse(form), who));
}

/** Calls a booking off. */
export async function offBooking(bookingId: string, version: number, why: string): Promise<Result<null>> {
  return actOn((who) => callOff(idOf(bookingId), z.number().int().parse(version), words.parse(why), who));
}

const called = z.object({
  name: z.string().max(200),
  phone: z.string().max(100),
  plate: z.string().max(200),
  work: z.string().max(40),
});
export type CallForm = z.input<typeof called>;

/** Notes somebody who called. @returns what a time is then booked for */
export async function keepCaller(typed: CallForm): Promise<Result<string>> {
  return act((who) => callerTyped(called.parse(typed), who));
}

/** A call came to nothing. */
export async function endCall(caller: string, why: string): Promise<Result<null>> {
  return actOn((who) => callEnded(idOf(caller), words.parse(why), who));
}

/** By when a visit is needed; empty takes it back. */
export async function keepNeed(visitId: string, typed: string, why: string): Promise<Result<null>> {
  return actOn((who) => needTyped(idOf(visitId), z.string().max(40).parse(typed), words.parse(why), who));
}

/** How many things are open before each of these visits can be done. Nothing changes by asking. */
export async function askOpen(visitIds: readonly string[]): Promise<Result<Record<string, number>>> {
  return attempt(async () => {
    await whoActs();
    return openOfVisits(z.array(id).max(200).parse(visitIds));
  });
}

/** What is known of a visit before it gets its time. Nothing changes by asking. */
export async function askProposal(visitId: string, recheckId: string | null): Promise<Result<Proposal>> {
  return attempt(async () => {
    await whoActs();
    return proposalFor(idOf(visitId), recheckId === null ? null : idOf(recheckId));
  });
}
