import type { Metadata } from 'next';
import { ReadVisit } from '@/features/vehicle/ReadVisit';
import { LinkButton } from '@/ui/Button';
import { Finder } from '@/ui/Finder';
import { NavLink } from '@/ui/NavLink';
import { foundIn } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { type Glance, glanceOf } from '@/usecases/vehicle/glance';
import { carsFound } from '@/usecases/vehicle/vehicles';

export const metadata: Metadata = { title: 'Vehicles' };

export default async function Page({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const find = foundIn(await searchParams);
  const { rows: vehicles, count } = await carsFound(find);
  const { units } = await readSession();
  const seen = await glanceOf(
    vehicles.map((v) => v.id),
    units,
  );
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1>Vehicles</h1>
        <div className="flex flex-wrap items-end gap-3">
          <Finder label="Find a car" start={find} placeholder="name or plate" />
          <ReadVisit />
          <LinkButton look="main" href="/vehicles/new">
            Take in a vehicle
          </LinkButton>
        </div>
      </div>
      {vehicles.length === 0 && find !== '' ? (
        <p className="border-l-2 border-accent pl-4">No car is called like “{find}”. Try its plate, or take it in.</p>
      ) : vehicles.length === 0 ? (
        <p className="max-w-[640px] border-l-2 border-accent pl-4">
          No vehicles yet. Walk round the car with a caliper first: never assume it is standard. Then take it in.
        </p>
      ) : (
        <ul className="divide-y divide-line border-y border-line">
          {vehicles.map((v) => (
            <li key={v.id}>
              <NavLink
                href={`/vehicles/${v.id}`}
                className="touch grid grid-cols-[2fr_1fr_4fr] items-center gap-4 px-2 py-1 hover:bg-accent-wash"
              >
                <span className="font-[600]">{v.name}</span>
                <span className="figure text-[14px]">{v.plate}</span>
                <AtAGlance glance={seen.get(v.id)} notes={v.notes} />
              </NavLink>
            </li>
          ))}
        </ul>
      )}
      {count > vehicles.length ? (
        <p className="text-[14px] text-soft">
          {vehicles.length} of {count}: type what it is called to find another.
        </p>
      ) : null}
    </main>
  );
}

/** What is on a car, what is under way on it and what is due, before anything that was noted. */
function AtAGlance({ glance, notes }: { glance: Glance | undefined; notes: string }) {
  return (
    <span className="flex min-w-0 flex-col text-[14px]">
      <span className="flex flex-wrap gap-x-3">
        <span>{glance?.on}</span>
        {glance?.begun ? <span className="font-[600]">{glance.begun}</span> : null}
        {glance?.due ? (
          <span className={glance.due.late ? 'font-[600] text-stop' : 'text-soft'}>{glance.due.text}</span>
        ) : null}
      </span>
      {notes === '' ? null : <span className="truncate text-[13px] text-soft">{notes}</span>}
    </span>
  );
}
