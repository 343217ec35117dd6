import { RefusedError } from '@/store/errors';
import { takePhoto } from '@/usecases/remarks';
import { attempt, idOf } from '@/usecases/result';
import { whoActs } from '@/usecases/session';

/** A photo of a camera is smaller than this. */
const MOST = 25 * 1024 ** 2;

/** The body of a request, no more than a photo is large. @throws RefusedError */
async function bodyOf(request: Request): Promise<Uint8Array> {
  const tooLarge = new RefusedError('This file is larger than 25 MB. A photo of the camera’s usual size will do.');
  if (Number(request.headers.get('content-length') ?? 0) > MOST) throw tooLarge;
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (let next = await reader?.read(); next && !next.done; next = await reader?.read()) {
    size += next.value.length;
    if (size > MOST) throw tooLarge;
    chunks.push(next.value);
  }
  if (size === 0) throw new RefusedError('No file was sent.');
  return Buffer.concat(chunks);
}

/** Keeps a photo of a car, a corner or a job; what is sent is re-encoded and never kept as it came. */
export async function POST(request: Request): Promise<Response> {
  const done = await attempt(async () => {
    const who = await whoActs();
    const query = new URL(request.url).searchParams;
    const jobId = query.get('job');
    const about = {
      vehicleId: idOf(query.get('vehicle')),
      jobId: jobId === null ? null : idOf(jobId),
      corner: query.get('corner'),
    };
    const bytes = await bodyOf(request);
    await takePhoto(about, { bytes, state: query.get('state') ?? '', caption: query.get('caption') ?? '' }, who);
    return null;
  });
  return Response.json(done);
}
