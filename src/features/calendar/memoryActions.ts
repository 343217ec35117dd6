'use server';

import { z } from 'zod';
import { act, actOn } from '@/usecases/act';
import { keepContactTyped, keepTemplate, writeReminders } from '@/usecases/calendar/reminders';
import { keepCorrects } from '@/usecases/calendar/shop';
import { idOf, type Result } from '@/usecases/result';

/** Whether predictions are shown with the shop's own correction beside them. */
export async function switchCorrects(on: boolean): Promise<Result<null>> {
  return actOn((_, acting) => keepCorrects(z.boolean().parse(on), acting));
}

/** Writes reminders into the outbox. @returns how many */
export async function sendReminders(ofs: readonly string[]): Promise<Result<number>> {
  return act((who) => writeReminders(z.array(z.string().max(200)).max(500).parse(ofs), who));
}

/** Keeps the text of a kind of reminder; empty takes the usual one again. */
export async function saveTemplate(kind: string, text: string): Promise<Result<null>> {
  return actOn((_, acting) => keepTemplate(z.string().max(40).parse(kind), z.string().max(5000).parse(text), acting));
}

const contact = z.object({
  name: z.string().max(200),
  phone: z.string().max(100),
  email: z.string().max(300),
  kmADay: z.string().max(20),
});

/** Keeps whom a car belongs to, and how far it goes in a day. */
export async function saveContact(vehicleId: string, typed: z.input<typeof contact>): Promise<Result<null>> {
  return actOn((who) => keepContactTyped(idOf(vehicleId), contact.parse(typed), who));
}
