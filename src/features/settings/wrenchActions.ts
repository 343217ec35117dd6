'use server';

import { z } from 'zod';
import { actOn } from '@/usecases/act';
import { idOf, type Result } from '@/usecases/result';
import { dropWrench, saveWrench } from '@/usecases/torque/wrenches';

const wrenchForm = z.object({
  name: z.string().max(200),
  kind: z.string().max(40),
  from: z.string().max(40),
  to: z.string().max(40),
  dueOn: z.string().max(40),
});
export type WrenchForm = z.input<typeof wrenchForm>;

/** Keeps a wrench as typed; a new one where `id` is null. */
export async function keepWrench(id: string | null, typed: WrenchForm): Promise<Result<null>> {
  return actOn((_, acting) => saveWrench(id === null ? null : idOf(id), wrenchForm.parse(typed), acting));
}

/** Puts a wrench away. */
export async function putWrenchAway(id: string): Promise<Result<null>> {
  return actOn((_, acting) => dropWrench(idOf(id), acting));
}
