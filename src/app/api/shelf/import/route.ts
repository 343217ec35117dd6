import { z } from 'zod';
import { CATALOGUE_COLUMNS } from '@/core/parts/catalogue';
import { parseCatalogue } from '@/files/csv';
import { RefusedError } from '@/store/errors';
import { takeUpload, type Upload, type UploadLimit } from '@/usecases/door';
import { attempt } from '@/usecases/result';
import { whoActs } from '@/usecases/session';
import { putOnShelf } from '@/usecases/shelf';

const LIMIT: UploadLimit = {
  most: 20 * 1024 ** 2,
  tooLarge: 'The file is larger than 20 MB. Split it.',
};
const MOST_ROWS = 200_000;
const mappingForm = z.partialRecord(z.enum(CATALOGUE_COLUMNS), z.int().min(0).max(500));

/**
 * Puts a catalogue file on the shelf in one transaction. The answer is a line of JSON for each step of the way, the last with what was
 * added, corrected and left out; a request that is given up takes everything back.
 */
export function POST(request: Request): Promise<Response> {
  return takeUpload(request, LIMIT, (upload) => importParts(request, upload));
}

async function importParts(request: Request, upload: Upload): Promise<Response> {
  const read = await attempt(async () => {
    const who = await whoActs();
    const asked = mappingForm.parse(JSON.parse(new URL(request.url).searchParams.get('mapping') ?? '{}'));
    const text = new TextDecoder('utf-8', { fatal: true }).decode(await upload.bytes());
    const parsed = parseCatalogue(text, Object.keys(asked).length === 0 ? undefined : asked);
    if (parsed.items.length > MOST_ROWS) throw new RefusedError(`The file has more than ${MOST_ROWS} parts. Split it.`);
    return { who, ...parsed };
  });
  if (!read.ok) return Response.json({ message: read.message }, { status: 400 });
  const { who, items, issues } = read.value;
  const lines = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async start(out) {
      const say = (line: object) => out.enqueue(lines.encode(`${JSON.stringify(line)}\n`));
      const done = await attempt(() =>
        putOnShelf(items, who, async (share) => {
          // Other requests get their turn between two batches.
          await new Promise((r) => setImmediate(r));
          if (request.signal.aborted) throw new RefusedError('Stopped: nothing of the file was kept.');
          say({ share });
        }),
      );
      try {
        say(done.ok ? { ...done.value, issues: issues.slice(0, 200), left: issues.length } : { message: done.message });
        out.close();
      } catch {
        // Whoever asked is gone: there is nobody to tell.
      }
    },
  });
  return new Response(body, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
}
