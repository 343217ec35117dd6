import { writeCatalogue } from '@/files/csv';
import { theStore } from '@/store/connection';
import { listParts } from '@/store/partsRead';

/** The shelf as a CSV file that can be imported again. */
export async function GET(): Promise<Response> {
  const parts = await listParts((await theStore()).db);
  return new Response(writeCatalogue(parts.map((p) => p.item)), {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="shelf.csv"' },
  });
}
