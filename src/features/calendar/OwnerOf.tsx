import { dialled } from '@/core/calendar/template';
import { ContactForm } from './ContactForm';

/** Whom a car belongs to, in a line that opens, and how they are called. */
export function OwnerOf({
  vehicleId,
  owner,
}: {
  vehicleId: string;
  owner: { readonly name: string; readonly phone: string; readonly email: string; readonly kmADay: string };
}) {
  return (
    <div className="-mt-3 flex flex-wrap items-start gap-x-6 text-[14px]">
      <details>
        <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
          {owner.name === '' ? 'Whose car it is, for reminders' : owner.name}
        </summary>
        <ContactForm vehicleId={vehicleId} start={owner} />
      </details>
      {owner.phone === '' ? null : (
        <a href={dialled(owner.phone)} className="touch inline-flex items-center text-accent underline">
          {owner.phone}
        </a>
      )}
    </div>
  );
}
