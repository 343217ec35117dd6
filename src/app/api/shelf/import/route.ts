import { z } from 'zod';
import { CATALOGUE_COLUMNS } from '@/core/parts/catalogue';
import { attempt } from '@/usecases/result';
import { actor, inNameOf } from '@/usecases/session';
import { takeCatalogueFile } from '@/usecases/shelf/shelfFile';
import { takeUpload, type UploadLimit } from '@/usecases/shop/door';

const LIMIT: UploadLimit = {
  most: 500 * 1024 ** 2,
  tooLarge: 'The file is larger than 500 MB. Split it.',
};
const mappingForm = z.partialRecord(z.enum(CATALOGUE_COLUMNS), z.int().min(0).max(500));

/**
 * Takes a catalogue file to the shelf as it arrives. The answer is a line of JSON for each step of the way: the id by
 * which it is stopped, how far it is, and at last what was added, corrected and left out. A request that is given up
 * takes everything back.
 */
export function POST(request: Request): Promise<Response> {
  return takeUpload(request, LIMIT, async ({ stream, length }) => {
    const asked = await attempt(async () => {
      const by = await actor();
      const typed = mappingForm.parse(JSON.parse(new URL(request.url).searchParams.get('mapping') ?? '{}'));
      return { by, mapping: Object.keys(typed).length === 0 ? undefined : typed };
    });
    if (!asked.ok) return Response.json({ message: asked.message }, { status: 400 });
    const lines = new TextEncoder();
    const body = new ReadableStream<Uint8Array>({
      async start(out) {
        const say = (line: object) => {
          // Whoever asked may be gone: then there is nobody to tell.
          if (!request.signal.aborted) out.enqueue(lines.encode(`${JSON.stringify(line)}\n`));
        };
        const way = { ...asked.value, by: asked.value.by.name, length, say, gone: () => request.signal.aborted };
        const done = await attempt(() => inNameOf(asked.value.by.personId, () => takeCatalogueFile(stream, way)));
        try {
          say(done.ok ? done.value : { message: done.message });
          out.close();
        } catch {
          // As above.
        }
      },
    });
    return new Response(body, { headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' } });
  });
}
