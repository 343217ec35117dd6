import { NotFoundError } from '@/usecases/result';
import { shelfLines } from '@/usecases/shelf/shelf';

/**
 * Lines of the shelf in their order, some at a time: those behind the part that `after` names, from the first without
 * it.
 */
export async function GET(request: Request): Promise<Response> {
  const after = new URL(request.url).searchParams.get('after') ?? undefined;
  try {
    return Response.json(await shelfLines(undefined, after), { headers: { 'cache-control': 'no-store' } });
  } catch (error) {
    if (error instanceof NotFoundError) return Response.json({ message: error.message }, { status: 404 });
    throw error;
  }
}
