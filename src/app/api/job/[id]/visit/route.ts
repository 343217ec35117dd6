import { visitAsFile } from '@/usecases/record/visitFiles';
import { attempt, idOf } from '@/usecases/result';

/** The whole visit of a job as JSON, photos in it: another installation reads it. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const done = await attempt(async () => visitAsFile(idOf((await params).id)));
  if (!done.ok) return Response.json({ message: done.message }, { status: done.why === 'failed' ? 500 : 404 });
  return new Response(JSON.stringify(done.value.file), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${done.value.name}"`,
      'cache-control': 'no-store',
    },
  });
}
