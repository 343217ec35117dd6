import { writeCatalogue } from '@/files/csv';
import { shelfParts } from '@/usecases/shelf/shelf';

/** The shelf as a CSV file that can be imported again. */
export async function GET(): Promise<Response> {
  const parts = await shelfParts();
  return new Response(writeCatalogue(parts.map((p) => p.item)), {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="shelf.csv"' },
  });
}
