import { z } from 'zod';
import { baySchema } from '@/core/procedure/bay';
import { noteBay } from '@/usecases/fit/bay';
import { fromOutbox } from '@/usecases/fromOutbox';
import { tickLines } from '@/usecases/job/ticks';
import { idOf } from '@/usecases/result';

const sentForm = z.discriminatedUnion('is', [
  z.object({
    is: z.literal('tick'),
    jobId: z.string(),
    key: z.string().max(80),
    also: z.array(z.string().max(80)).max(12).optional(),
    on: z.boolean(),
  }),
  z.object({
    is: z.literal('note'),
    jobId: z.string(),
    id: z.uuid(),
    corner: z.string().max(20).nullable(),
    detail: baySchema,
  }),
]);

/** More than anything that is said at the car. */
const MOST = 20_000;

/** Takes what was done at the car: a tick, or an entry of the bay's log. The same one twice counts once. */
export function POST(request: Request): Promise<Response> {
  return fromOutbox(request, MOST, async (sent, by) => {
    const read = sentForm.parse(sent);
    const jobId = idOf(read.jobId);
    if (read.is === 'tick') await tickLines(jobId, [...(read.also ?? []), read.key], read.on, by.name);
    else await noteBay(jobId, read, by.name, by.personId);
  });
}
