import { NavLink } from '@/ui/NavLink';
import { PhoneLink } from '@/ui/PhoneLink';
import type { Proposal } from '@/usecases/calendar/visits';

/** Who called: their number, their plate, and where the car is taken in once it is here. */
export function CallerLines({ id, caller }: { id: string; caller: NonNullable<Proposal['caller']> }) {
  const { phone, plate, car } = caller;
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
      {phone === '' ? null : <PhoneLink phone={phone} />}
      {plate === '' ? null : <span className="figure">{plate}</span>}
      <NavLink
        href={car ? `/vehicles/${car.id}?call=${id}#new-job` : `/vehicles/new?call=${id}`}
        className="touch flex items-center text-accent underline underline-offset-4"
      >
        {car ? `${car.name} is here: open its job` : 'The car is here: take it in'}
      </NavLink>
    </p>
  );
}
