import { torqueCsv } from '@/files/torqueCsv';
import { attempt, idOf } from '@/usecases/result';
import { torqueRows } from '@/usecases/torque/torqueRows';

/** The torque log of a job’s visit as CSV, every entry with its seal. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const done = await attempt(async () => torqueRows(idOf((await params).id)));
  if (!done.ok) return Response.json({ message: done.message }, { status: done.why === 'failed' ? 500 : 404 });
  return new Response(torqueCsv(done.value.rows), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${done.value.name}"`,
      'cache-control': 'no-store',
    },
  });
}
