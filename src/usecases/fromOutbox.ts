import 'server-only';
import { attempt, RefusedError, type Result } from './result';
import { type Actor, actor, inNameOf } from './session';

/**
 * Takes something out of a browser's outbox. While nobody is signed in, or somebody else than who made the entry, it is
 * not refused but asked for again, so that nothing that was done is dropped or goes under another name.
 * @param most bytes that such a thing has at most
 * @param work what is done with it; what it gives back goes along with the answer
 */
export async function fromOutbox(
  request: Request,
  most: number,
  work: (sent: unknown, by: Actor) => Promise<unknown>,
): Promise<Response> {
  const by = await madeBy(request);
  if (by instanceof Response) return by;
  return answer(
    await attempt(async () => {
      const tooLong = new RefusedError('This is longer than anything that is kept here.');
      if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLong;
      const text = await request.text();
      if (text.length > most) throw tooLong;
      return (await inNameOf(by.personId, () => work(parsed(text), by))) ?? null;
    }),
  );
}

/** Who is signed in, where it is whoever made what is sent; else the answer that asks for it again. */
export async function madeBy(request: Request): Promise<Actor | Response> {
  const who = await attempt(actor);
  if (!who.ok) return answer({ ...who, again: true });
  const made = request.headers.get('x-vectis-person');
  if (!made || made === who.value.personId) return who.value;
  return answer({
    ok: false,
    why: 'refused',
    again: true,
    message: 'This was entered by somebody else. It is sent once they are signed in here again.',
  });
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
