import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { attempt } from '@/usecases/result';
import { leadOnly } from '@/usecases/roles';
import { actor } from '@/usecases/session';
import { restoreFrom } from '@/usecases/shop/backups';
import { takeUpload, type UploadLimit } from '@/usecases/shop/door';

const LIMIT: UploadLimit = {
  most: 4 * 1024 ** 3,
  tooLarge: 'This file is larger than 4 GB, and so than any backup of a workshop. Nothing was touched.',
};

/** Puts an uploaded backup in place of the data. The archive is checked whole before anything is touched. */
export function POST(request: Request): Promise<Response> {
  return takeUpload(request, LIMIT, async ({ stream }) => {
    const place = await mkdtemp(join(tmpdir(), 'vectis-upload-'));
    try {
      return Response.json(
        await attempt(async () => {
          const who = await actor();
          await leadOnly('restore', who.personId);
          const file = join(place, 'upload.zip');
          await pipeline(Readable.fromWeb(stream as never), createWriteStream(file, { mode: 0o600 }));
          await restoreFrom(file, who);
          return null;
        }),
      );
    } finally {
      await rm(place, { recursive: true, force: true });
    }
  });
}
