import { renderRecord } from '@/features/records/pdf/renderRecord';
import { attempt, idOf, RefusedError } from '@/usecases/result';
import { readSession } from '@/usecases/session';

/** The record of a job's visit as a PDF; `appendix=1` adds readings, steps and every finding. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const done = await attempt(async () => {
    const query = new URL(request.url).searchParams;
    const asked = Number(query.get('revision') ?? Number.NaN);
    const { units } = await readSession();
    const made = await renderRecord(idOf((await params).id), {
      units,
      appendix: query.get('appendix') === '1',
      revision: Number.isInteger(asked) ? asked : null,
    });
    if (!made) throw new RefusedError('No plan was taken forward yet, so there is no record to set.');
    return made;
  });
  if (!done.ok) return Response.json({ message: done.message }, { status: done.why === 'failed' ? 500 : 404 });
  return new Response(new Uint8Array(done.value.pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${done.value.name}"`,
      'cache-control': 'no-store',
    },
  });
}
