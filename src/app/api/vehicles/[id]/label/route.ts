import { labelPdf } from '@/features/vehicle/LabelPdf';
import { attempt, idOf } from '@/usecases/result';
import { readSession } from '@/usecases/session';
import { gloveboxOf } from '@/usecases/vehicle/glovebox';
import { carOf } from '@/usecases/vehicle/vehicles';

/** The glovebox card of a car as a PDF. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const done = await attempt(async () => {
    const id = idOf((await params).id);
    const { vehicle } = await carOf(id);
    const { units } = await readSession();
    return labelPdf({ ...(await gloveboxOf(id, units)), name: vehicle.name, plate: vehicle.plate, units });
  });
  if (!done.ok) return Response.json({ message: done.message }, { status: done.why === 'failed' ? 500 : 404 });
  return new Response(new Uint8Array(done.value), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="glovebox-card.pdf"',
      'cache-control': 'no-store',
    },
  });
}
