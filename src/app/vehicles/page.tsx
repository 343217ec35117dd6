import type { Metadata } from 'next';
import { NavLink } from '@/ui/NavLink';
import { theStore } from '@/store/connection';
import { listVehicles } from '@/store/vehicles';
import { LinkButton } from '@/ui/Button';

export const metadata: Metadata = { title: 'Vehicles' };

export default async function Page() {
  const vehicles = await listVehicles((await theStore()).db);
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <div className="flex items-end justify-between">
        <h1>Vehicles</h1>
        <LinkButton look="main" href="/vehicles/new">
          Take in a vehicle
        </LinkButton>
      </div>
      {vehicles.length === 0 ? (
        <p className="max-w-[640px] border-l-2 border-accent pl-4">
          No vehicles yet. Walk round the car with a caliper first: nobody may assume it is standard. Then take it in.
        </p>
      ) : (
        <ul className="divide-y divide-line border-y border-line">
          {vehicles.map((v) => (
            <li key={v.id}>
              <NavLink
                href={`/vehicles/${v.id}`}
                className="touch grid grid-cols-[2fr_1fr_3fr] items-center gap-4 px-2 hover:bg-accent-wash"
              >
                <span className="font-[600]">{v.name}</span>
                <span className="figure text-[14px]">{v.plate}</span>
                <span className="truncate text-[14px] text-soft">{v.notes}</span>
              </NavLink>
            </li>
          ))}
        </ul>
      )}
    </main>
  );
}
