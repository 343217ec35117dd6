import type { Metadata } from 'next';
import { takeInVehicle } from '@/features/intake/actions';
import { EMPTY_VEHICLE } from '@/features/intake/schema';
import { VehicleForm } from '@/features/intake/VehicleForm';

export const metadata: Metadata = { title: 'Take in a vehicle' };

export default function Page() {
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <h1>Take in a vehicle</h1>
      <p className="max-w-[720px] text-soft">
        Measure what is there: second and third owners find somebody else’s nuts, bolts and wheels on a car. The torque
        figure belongs to the vehicle and always says where it came from.
      </p>
      <VehicleForm start={EMPTY_VEHICLE} save={takeInVehicle} />
    </main>
  );
}
