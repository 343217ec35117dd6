import { takeUpload, type UploadLimit } from '@/usecases/door';
import { takePhoto } from '@/usecases/remarks';
import { attempt, idOf } from '@/usecases/result';
import { whoActs } from '@/usecases/session';

const LIMIT: UploadLimit = {
  most: 25 * 1024 ** 2,
  tooLarge: 'This file is larger than 25 MB. A photo of the camera’s usual size will do.',
};

/** Keeps a photo of a car, a corner or a job; what is sent is re-encoded and never kept as it came. */
export function POST(request: Request): Promise<Response> {
  return takeUpload(request, LIMIT, async (upload) => {
    const done = await attempt(async () => {
      const who = await whoActs();
      const query = new URL(request.url).searchParams;
      const jobId = query.get('job');
      const about = {
        vehicleId: idOf(query.get('vehicle')),
        jobId: jobId === null ? null : idOf(jobId),
        corner: query.get('corner'),
      };
      const bytes = await upload.bytes();
      await takePhoto(about, { bytes, state: query.get('state') ?? '', caption: query.get('caption') ?? '' }, who);
      return null;
    });
    return Response.json(done);
  });
}
