import { feedOf } from '@/usecases/calendar/feed';

/** The calendar of one place or person, for a calendar program that asks for it by its address. */
export async function GET(_: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  const { token } = await params;
  const feed = await feedOf(token.replace(/\.ics$/, ''));
  if (!feed) return new Response('No calendar has this address, or not any more.\n', { status: 404 });
  return new Response(feed.text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `inline; filename="${feed.name.replace(/[^\w-]+/g, '-')}.ics"`,
      'cache-control': 'no-store',
    },
  });
}
