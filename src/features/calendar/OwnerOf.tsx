import { PhoneLink } from '@/ui/PhoneLink';
import type { ContactTyped } from '@/usecases/calendar/reminders';
import { ContactForm } from './ContactForm';

/** Whom a car belongs to, in a line that opens, and how they are called. */
export function OwnerOf({ vehicleId, owner }: { vehicleId: string; owner: ContactTyped }) {
  return (
    <div className="-mt-3 flex flex-wrap items-start gap-x-6 text-[14px]">
      <details>
        <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
          {owner.name === '' ? 'Whose car it is, for reminders' : owner.name}
        </summary>
        <ContactForm vehicleId={vehicleId} start={owner} />
      </details>
      {owner.phone === '' ? null : <PhoneLink phone={owner.phone} />}
    </div>
  );
}
