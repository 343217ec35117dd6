import { shelfLines } from '@/usecases/shelf';

/** The whole shelf as the view looks through it. */
export async function GET(): Promise<Response> {
  return Response.json(await shelfLines(), { headers: { 'cache-control': 'no-store' } });
}
