import { format } from 'date-fns';
import type { Metadata } from 'next';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import { PrintButton } from '@/features/records/PrintButton';
import { Label } from '@/features/vehicle/Label';
import { SaveSvg } from '@/features/vehicle/SaveSvg';
import { jobById } from '@/usecases/jobs';
import { vehicleOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { neverOf, swapsOfVehicle } from '@/usecases/swaps';

export const metadata: Metadata = { title: 'Glovebox card' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { vehicle } = await vehicleOr404(id);
  const { units } = await readSession();
  const axles = await Promise.all(
    (await swapsOfVehicle(id)).map(async (swaps) => ({
      axle: swaps.axle,
      plan: swaps.plan,
      signed: swaps.signedAt ? format(swaps.signedAt, 'd MMM yyyy') : null,
      foundSince: swaps.foundSince ? format(swaps.foundSince, 'd MMM yyyy') : null,
      never: neverOf(swaps, units),
      rechecks: (await jobById(swaps.jobId)).rechecks
        .filter((l) => l.doneAt === null)
        .map((l) => `${RECHECK_LABEL[l.kind].toLowerCase()}, by ${format(l.dueTo, 'd MMM yyyy')}`),
    })),
  );
  return (
    <main className="mx-auto flex w-full max-w-[760px] flex-col gap-4 px-4 py-6 print:p-0">
      <div className="no-print flex flex-wrap items-end justify-between gap-3">
        <h1>Glovebox card</h1>
        <div className="flex gap-3">
          {axles.length > 0 ? <SaveSvg selector="[data-testid=label]" name="glovebox-card.svg" /> : null}
          <PrintButton />
        </div>
      </div>
      {axles.length === 0 ? (
        <p className="border-l-2 border-accent pl-4">
          Nothing was chosen for this car yet. Once a plan was taken forward the card says what is on it, and what must
          never be mixed.
        </p>
      ) : (
        <Label name={vehicle.name} plate={vehicle.plate} axles={axles} units={units} />
      )}
    </main>
  );
}
