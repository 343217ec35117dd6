import { z } from 'zod';
import { baySchema } from '@/core/procedure/bay';
import { noteBay } from '@/usecases/bay';
import { tickLine } from '@/usecases/jobs';
import { attempt, idOf, RefusedError, type Result } from '@/usecases/result';
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

/**
 * Takes what was done at the car: a tick, or an entry of the bay's log. The same one twice counts once. While nobody is at the bench it is
 * not refused but asked for again, so that nothing that was done is dropped.
 */
export async function POST(request: Request): Promise<Response> {
  const who = await attempt(whoActs);
  if (!who.ok) return answer({ ...who, again: true });
  return answer(
    await attempt(async () => {
      const tooLong = new RefusedError('This is longer than anything that is kept here.');
      if (Number(request.headers.get('content-length') ?? 0) > MOST) throw tooLong;
      const text = await request.text();
      if (text.length > MOST) throw tooLong;
      const sent = sentForm.parse(parsed(text));
      const jobId = idOf(sent.jobId);
      if (sent.is === 'tick') await tickLine(jobId, sent.key, sent.on, who.value);
      else await noteBay(jobId, sent, who.value);
      return null;
    }),
  );
}

const answer = (result: Result<unknown>): Response =>
  Response.json(result, { headers: { 'cache-control': 'no-store' } });

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new RefusedError('What was sent is not JSON.');
  }
}
