import { z } from 'zod';
import { baySchema } from '@/core/procedure/bay';
import { noteBay } from '@/usecases/bay';
import { tickLine } from '@/usecases/jobs';
import { attempt, idOf, RefusedError } from '@/usecases/result';
import { whoActs } from '@/usecases/session';

const sentForm = z.discriminatedUnion('is', [
  z.object({ is: z.literal('tick'), jobId: z.string(), key: z.string().max(80), on: z.boolean() }),
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
export async function POST(request: Request): Promise<Response> {
  const done = await attempt(async () => {
    const who = await whoActs();
    const text = await request.text();
    if (text.length > MOST) throw new RefusedError('This is longer than anything that is kept here.');
    const sent = sentForm.parse(parsed(text));
    const jobId = idOf(sent.jobId);
    if (sent.is === 'tick') await tickLine(jobId, sent.key, sent.on, who);
    else await noteBay(jobId, sent, who);
    return null;
  });
  return Response.json(done, { headers: { 'cache-control': 'no-store' } });
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new RefusedError('What was sent is not JSON.');
  }
}
