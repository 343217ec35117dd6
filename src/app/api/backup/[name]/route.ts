import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { backupToDownload } from '@/usecases/backups';
import { attempt } from '@/usecases/result';
import { actor } from '@/usecases/session';

/** One backup of the data folder as a file. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  const found = await attempt(async () => backupToDownload(name, (await actor()).personId));
  if (!found.ok) return new Response(`${found.message}\n`, { status: 404 });
  return new Response(Readable.toWeb(createReadStream(found.value.path)) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(found.value.size),
      'content-disposition': `attachment; filename="${found.value.name}"`,
      'cache-control': 'no-store',
    },
  });
}
