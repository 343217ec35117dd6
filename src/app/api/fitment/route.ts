import { attempt } from '@/usecases/result';
import { fitmentFile } from '@/usecases/survey/fitmentFile';

/** What this shop's cars had, model by model, as CSV. */
export async function GET(): Promise<Response> {
  const made = await attempt(fitmentFile);
  if (!made.ok) return new Response(`${made.message}\n`, { status: made.again ? 503 : 500 });
  return new Response(made.value, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="fitments.csv"',
      'cache-control': 'no-store',
    },
  });
}
