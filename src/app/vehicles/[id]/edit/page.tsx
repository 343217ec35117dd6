import type { Metadata } from 'next';
import { changeVehicle } from '@/features/intake/actions';
import { fieldOf, typedVehicle } from '@/features/intake/fromVehicle';
import { VehicleForm } from '@/features/intake/VehicleForm';
import { vehicleOr404 } from '@/usecases/pages';

export const metadata: Metadata = { title: 'Change vehicle' };

/** A job is named by letters and figures; anything else leads nowhere. */
const JOB = /^[0-9a-z-]{1,60}$/i;

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ back?: string | string[]; field?: string | string[] }>;
}) {
  const { back, field } = await searchParams;
  const after = typeof back === 'string' && JOB.test(back) ? `/jobs/${back}/take-in` : null;
  const whole = await vehicleOr404((await params).id);
  const { id, version, name } = whole.vehicle;
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <h1>Change {name}</h1>
      <VehicleForm
        edit
        field={typeof field === 'string' ? fieldOf(field) : null}
        after={after}
        start={typedVehicle(whole)}
        save={changeVehicle.bind(null, id, version)}
      />
    </main>
  );
}
