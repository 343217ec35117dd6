import { readVisitIn } from '@/usecases/record/visitFiles';
import { attempt } from '@/usecases/result';
import { leadOnly } from '@/usecases/roles';
import { actor } from '@/usecases/session';
import { takeUpload, type UploadLimit } from '@/usecases/shop/door';

const LIMIT: UploadLimit = {
  most: 60 * 1024 ** 2,
  tooLarge: 'This file is larger than 60 MB. A visit with its photos is smaller.',
};

/** Imports a visit of another installation. */
export function POST(request: Request): Promise<Response> {
  return takeUpload(request, LIMIT, async (upload) => {
    const done = await attempt(async () => {
      const who = await actor();
      await leadOnly('import-visit', who.personId);
      return readVisitIn((await upload.bytes()).toString('utf8'), who);
    });
    return Response.json(done, { headers: { 'cache-control': 'no-store' } });
  });
}
