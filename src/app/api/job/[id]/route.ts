import { attempt } from '@/usecases/result';
import { stateOfJob } from '@/usecases/watch';

/** A mark that changes with everything that happens to a job, so that another screen sees it without a reload. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const found = await attempt(async () => stateOfJob((await params).id));
  return Response.json(found.ok ? { mark: found.value } : { mark: null }, {
    status: found.ok ? 200 : found.again ? 503 : 404,
    headers: { 'cache-control': 'no-store' },
  });
}
