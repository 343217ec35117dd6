import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { restoreFrom } from '@/usecases/backups';
import { attempt } from '@/usecases/result';
import { RefusedError } from '@/store/errors';
import { whoActs } from '@/usecases/session';

const MOST = 4 * 1024 ** 3;

/** Puts an uploaded backup in place of the data. The archive is checked whole before anything is touched. */
export async function POST(request: Request): Promise<Response> {
  const place = await mkdtemp(join(tmpdir(), 'vectis-upload-'));
  const done = await attempt(async () => {
    const who = await whoActs();
    if (!request.body) throw new RefusedError('No file was sent. Nothing was touched.');
    const file = join(place, 'upload.zip');
    let size = 0;
    const limit = new Transform({
      transform(chunk, _, next) {
        size += chunk.length;
        next(
          size > MOST
            ? new RefusedError('The file is larger than any backup of a workshop. Nothing was touched.')
            : null,
          chunk,
        );
      },
    });
    await pipeline(Readable.fromWeb(request.body as never), limit, createWriteStream(file, { mode: 0o600 }));
    await restoreFrom(file, who);
    return null;
  });
  await rm(place, { recursive: true, force: true });
  return Response.json(done);
}
