import { photoBytes } from '@/usecases/vehicle/remarks';

/** A kept photo. Its name is its hash, so it never changes. */
export async function GET(_: Request, { params }: { params: Promise<{ hash: string }> }): Promise<Response> {
  const bytes = await photoBytes((await params).hash);
  if (!bytes) return new Response('This photo is not here.\n', { status: 404 });
  return new Response(Buffer.from(bytes), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
  });
}
