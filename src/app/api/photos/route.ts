import { z } from 'zod';
import { madeBy } from '@/usecases/fromOutbox';
import { attempt, idOf } from '@/usecases/result';
import { inNameOf } from '@/usecases/session';
import { takeUpload, type UploadLimit } from '@/usecases/shop/door';
import { takePhoto } from '@/usecases/vehicle/remarks';

const LIMIT: UploadLimit = {
  most: 25 * 1024 ** 2,
  tooLarge: 'This file is larger than 25 MB. Use a photo of the camera’s usual size.',
};

/**
 * Takes a photo of a car, a corner or a job out of a browser’s outbox; the same one twice counts once. What is sent is
 * re-encoded and never kept as it came.
 */
export function POST(request: Request): Promise<Response> {
  return takeUpload(request, LIMIT, async (upload) => {
    const by = await madeBy(request);
    if (by instanceof Response) return by;
    const done = await attempt(async () => {
      const query = new URL(request.url).searchParams;
      const jobId = query.get('job');
      const about = {
        vehicleId: idOf(query.get('vehicle')),
        jobId: jobId === null ? null : idOf(jobId),
        corner: query.get('corner'),
      };
      const bytes = await upload.bytes();
      const picture = { bytes, state: query.get('state') ?? '', caption: query.get('caption') ?? '' };
      const id = z
        .uuid()
        .optional()
        .parse(query.get('id') ?? undefined);
      await inNameOf(by.personId, () => takePhoto(about, picture, by.name, id));
      return null;
    });
    return Response.json(done);
  });
}
