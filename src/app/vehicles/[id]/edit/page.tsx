import type { Metadata } from 'next';
import { changeVehicle } from '@/features/intake/actions';
import { typedVehicle } from '@/features/intake/fromVehicle';
import { VehicleForm } from '@/features/intake/VehicleForm';
import { vehicleOr404 } from '@/usecases/pages';

export const metadata: Metadata = { title: 'Change vehicle' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const whole = await vehicleOr404((await params).id);
  const { id, version, name } = whole.vehicle;
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <h1>Change {name}</h1>
      <VehicleForm edit start={typedVehicle(whole)} save={changeVehicle.bind(null, id, version)} />
    </main>
  );
}
