import { quoteText } from '@/core/procedure/quote';
import { quotePdf } from '@/features/quote/QuotePdf';
import { quoteOf } from '@/usecases/job/quote';
import { attempt, idOf } from '@/usecases/result';
import { readSession } from '@/usecases/session';

/** The quote of a visit: a PDF, or plain text for a message (`?as=text`). */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const asText = new URL(request.url).searchParams.get('as') === 'text';
  const done = await attempt(async () => {
    const { units } = await readSession();
    const quote = await quoteOf(idOf((await params).id), units);
    return asText ? quoteText(quote) : new Uint8Array(await quotePdf(quote));
  });
  if (!done.ok) return Response.json({ message: done.message }, { status: done.why === 'failed' ? 500 : 404 });
  return new Response(done.value, {
    headers: {
      'content-type': asText ? 'text/plain; charset=utf-8' : 'application/pdf',
      'content-disposition': `inline; filename="quote.${asText ? 'txt' : 'pdf'}"`,
      'cache-control': 'no-store',
    },
  });
}
