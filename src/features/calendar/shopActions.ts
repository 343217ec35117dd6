'use server';

import { z } from 'zod';
import { act, actOn } from '@/usecases/act';
import {
  type ClosuresRead,
  dropClosure,
  dropResource,
  importClosures,
  keepClosure,
  keepResource,
  keepShopHours,
  newAddress,
} from '@/usecases/calendar/shop';
import { idOf, type Result } from '@/usecases/result';

const short = z.string().max(80);

/** Keeps the shop’s zone and its open hours, Monday first. */
export async function keepHours(zone: string, hours: readonly string[]): Promise<Result<null>> {
  return actOn((_, acting) => keepShopHours(short.parse(zone), z.array(short).length(7).parse(hours), acting));
}

/** Puts a place, somebody or something on the calendar. */
export async function addToCalendar(kind: string, name: string): Promise<Result<null>> {
  return actOn((_, acting) => keepResource(short.parse(kind), z.string().max(200).parse(name), acting));
}

/** Takes one off the calendar. */
export async function takeOffCalendar(id: string): Promise<Result<null>> {
  return actOn((_, acting) => dropResource(idOf(id), acting));
}

/** Ends the address of a calendar and gives it another. */
export async function changeAddress(id: string): Promise<Result<null>> {
  return actOn((_, acting) => newAddress(idOf(id), acting));
}

const closure = z.object({ title: z.string().max(200), of: short, from: short, to: short });

/** Keeps a closure as typed. */
export async function addClosure(typed: z.input<typeof closure>): Promise<Result<null>> {
  return actOn((_, acting) => keepClosure(closure.parse(typed), acting));
}

/** Takes a closure back. */
export async function takeClosureBack(id: string): Promise<Result<null>> {
  return actOn((_, acting) => dropClosure(idOf(id), acting));
}

/** Reads closures out of a calendar file. */
export async function readClosureFile(text: string, of: string): Promise<Result<ClosuresRead>> {
  return act((_, acting) => importClosures(z.string().parse(text), short.parse(of), acting));
}
