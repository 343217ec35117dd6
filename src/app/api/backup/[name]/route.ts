import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { attempt } from '@/usecases/result';
import { actor } from '@/usecases/session';
import { backupToDownload } from '@/usecases/shop/backups';

/** One backup of the data folder as a file. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  const found = await attempt(async () => backupToDownload(name, (await actor()).personId));
  if (!found.ok) return new Response(`${found.message}\n`, { status: 404 });
  const { file, passing } = found.value;
  const bytes = createReadStream(file.path);
  // One that was packed for this download alone goes once it was sent, or given up.
  if (passing) bytes.once('close', () => void rm(file.path, { force: true }));
  return new Response(Readable.toWeb(bytes) as ReadableStream, {
    headers: {
      'content-type': 'application/zip',
      'content-length': String(file.size),
      'content-disposition': `attachment; filename="${file.name}"`,
      'cache-control': 'no-store',
    },
  });
}
