import type { Metadata } from 'next';
import { PrintButton } from '@/features/records/PrintButton';
import { Label } from '@/features/vehicle/Label';
import { SaveSvg } from '@/ui/SaveSvg';
import { vehicleOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { gloveboxOf } from '@/usecases/vehicle/glovebox';

export const metadata: Metadata = { title: 'Glovebox card' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { vehicle } = await vehicleOr404(id);
  const { units } = await readSession();
  const card = await gloveboxOf(id, units);
  return (
    <main className="mx-auto flex w-full max-w-[760px] flex-col gap-4 px-4 py-6 print:p-0">
      <div className="no-print flex flex-wrap items-end justify-between gap-3">
        <h1>Glovebox card</h1>
        <div className="flex gap-3">
          {card.axles.length > 0 ? (
            <a
              href={`/api/vehicles/${id}/label`}
              target="_blank"
              rel="noreferrer"
              className="touch inline-flex items-center px-2 text-[15px] text-accent underline underline-offset-4"
            >
              As PDF
            </a>
          ) : null}
          {card.axles.length > 0 ? <SaveSvg selector="[data-testid=label]" name="glovebox-card.svg" /> : null}
          <PrintButton />
        </div>
      </div>
      {card.axles.length === 0 ? (
        <p className="border-l-2 border-accent pl-4">
          Nothing was chosen for this car yet. Once a plan was taken forward the card says what is on it, and what must
          never be mixed.
        </p>
      ) : (
        <Label name={vehicle.name} plate={vehicle.plate} {...card} units={units} />
      )}
    </main>
  );
}
