'use server';

import { z } from 'zod';
import { actOn } from '@/usecases/act';
import { revise } from '@/usecases/record/signing';
import { type Verified, verifyRecord } from '@/usecases/record/verify';
import { attempt, idOf, type Result } from '@/usecases/result';

/** Works a signed record out again. */
export async function verify(jobId: string, revision: number): Promise<Result<Verified>> {
  return attempt(() => verifyRecord(idOf(jobId), z.int().min(1).parse(revision)));
}

/** Opens a signed record for a correction. */
export async function correct(jobId: string, reason: string): Promise<Result<null>> {
  return actOn((_, acting) => revise(idOf(jobId), z.string().max(400).parse(reason), acting));
}
