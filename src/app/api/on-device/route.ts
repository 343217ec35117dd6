import { attempt } from '@/usecases/result';
import { pagesForTheDay } from '@/usecases/shop/onDevice';

/**
 * Pages that a tablet is to have with it, each with the mark of its visit. @param request `job` is the one that is open
 * on it
 */
export async function GET(request: Request): Promise<Response> {
  const found = await attempt(() => pagesForTheDay(new URL(request.url).searchParams.get('job')));
  return Response.json(found.ok ? { visits: found.value } : { visits: [], message: found.message }, {
    status: found.ok ? 200 : found.again ? 503 : 500,
    headers: { 'cache-control': 'no-store' },
  });
}
