import { ordersCsv } from '@/files/ordersCsv';
import { toOrder } from '@/usecases/calendar/orders';

/** What is to be ordered this week, as CSV. */
export async function GET(): Promise<Response> {
  const { lines } = await toOrder();
  return new Response(ordersCsv(lines), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="to-order.csv"',
      'cache-control': 'no-store',
    },
  });
}
