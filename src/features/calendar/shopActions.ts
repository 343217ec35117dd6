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

/**
 * A file of its own part in what is sent: a text of more than a megabyte among the arguments is refused before it is
 * read.
 */
const fileForm = z.object({ file: z.instanceof(Blob), of: short });

/**
 * Reads closures out of a calendar file. @param form `file`, and in `of` whose closures they are, empty for the whole
 * shop
 */
export async function readClosureFile(form: FormData): Promise<Result<ClosuresRead>> {
  return act(async (_, acting) => {
    const { file, of } = fileForm.parse(Object.fromEntries(z.instanceof(FormData).parse(form)));
    return importClosures(await file.text(), of, acting);
  });
}
