'use server';

import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { actOn } from '@/usecases/act';
import { takeBackRemark, takeNote } from '@/usecases/remarks';
import { idOf, type Result } from '@/usecases/result';

const aboutForm = z.object({
  vehicleId: z.string().max(80),
  jobId: z.string().max(80).nullable(),
  corner: z.enum(CORNERS).nullable(),
});
const kindForm = z.enum(['photo', 'note']);

/** Keeps a note of a car, a corner or a job. */
export async function keepNote(about: z.input<typeof aboutForm>, typed: string): Promise<Result<null>> {
  return actOn((who) => takeNote(aboutForm.parse(about), typed, who));
}

/** Takes a photo or a note back. */
export async function takeBack(vehicleId: string, kind: 'photo' | 'note', id: string): Promise<Result<null>> {
  return actOn((who) => takeBackRemark(idOf(vehicleId), kindForm.parse(kind), idOf(id), who));
}
