'use server';

import { z } from 'zod';
import { actOn } from '@/usecases/act';
import type { Result } from '@/usecases/result';
import { backUpNow, restoreNamed } from '@/usecases/shop/backups';
import { savePolicy } from '@/usecases/shop/policy';

const form = z.object({
  after: z.int().min(0),
  governing: z.array(z.string().max(40)).max(12),
  typed: z.record(z.string().max(60), z.string().max(40)),
  why: z.string().max(400),
});

/** Keeps another set of thresholds and schools. */
export async function keepPolicy(input: z.input<typeof form>): Promise<Result<null>> {
  return actOn((_, acting) => savePolicy(form.parse(input), acting));
}

/** Makes a backup of the data folder now. */
export async function backUp(): Promise<Result<null>> {
  return actOn(async (_, { personId }) => void (await backUpNow(personId)));
}

/** Puts one of the folder's own backups in place of the data. */
export async function putBack(name: string): Promise<Result<null>> {
  return actOn(async (_, acting) => restoreNamed(z.string().max(120).parse(name), acting));
}
