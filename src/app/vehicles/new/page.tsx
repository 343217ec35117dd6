import type { Metadata } from 'next';
import { takeInVehicle } from '@/features/intake/actions';
import { EMPTY_VEHICLE } from '@/features/intake/schema';
import { VehicleForm } from '@/features/intake/VehicleForm';
import { callOf } from '@/usecases/calendar/callers';

export const metadata: Metadata = { title: 'Take in a vehicle' };

export default async function Page({ searchParams }: { searchParams: Promise<{ call?: string | string[] }> }) {
  const { call } = await searchParams;
  const called = await callOf(typeof call === 'string' ? call : null);
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <h1>Take in a vehicle</h1>
      <p className="max-w-[720px] text-soft">
        Measure what is there: a used car often has nuts, bolts and wheels that are not original. The torque figure
        belongs to the vehicle and always says where it came from.
      </p>
      {called ? (
        <p className="max-w-[720px] border-l-4 border-accent pl-3">
          {called.name} called{called.phone ? `, ${called.phone}` : ''}. Their time goes over to the job that is opened
          after this.
        </p>
      ) : null}
      <VehicleForm
        start={{ ...EMPTY_VEHICLE, plate: called?.plate ?? '' }}
        save={takeInVehicle}
        call={called?.id ?? null}
      />
    </main>
  );
}
