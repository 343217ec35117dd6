import { attempt, RefusedError } from '@/usecases/result';
import { whoActs } from '@/usecases/session';
import { readVisitIn } from '@/usecases/visitFiles';

/** A visit with its photos is smaller than this. */
const MOST = 60 * 1024 ** 2;

/** Reads a visit of another installation in. */
export async function POST(request: Request): Promise<Response> {
  const done = await attempt(async () => {
    const who = await whoActs();
    if (Number(request.headers.get('content-length') ?? 0) > MOST)
      throw new RefusedError('This file is larger than 60 MB. A visit with its photos is smaller.');
    const text = await request.text();
    if (text.length > MOST)
      throw new RefusedError('This file is larger than 60 MB. A visit with its photos is smaller.');
    return readVisitIn(text, who);
  });
  return Response.json(done, { headers: { 'cache-control': 'no-store' } });
}
