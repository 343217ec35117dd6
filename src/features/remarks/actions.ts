'use server';

import { z } from 'zod';
import { actOn } from '@/usecases/act';
import { idOf, type Result } from '@/usecases/result';
import { takeBackRemark } from '@/usecases/vehicle/remarks';

const kindForm = z.enum(['photo', 'note']);

/** Takes a photo or a note back. */
export async function takeBack(vehicleId: string, kind: 'photo' | 'note', id: string): Promise<Result<null>> {
  return actOn((who) => takeBackRemark(idOf(vehicleId), kindForm.parse(kind), idOf(id), who));
}
