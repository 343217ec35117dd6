import { dialled } from '@/core/calendar/template';

/** A telephone number that a device dials. */
export const PhoneLink = ({ phone }: { phone: string }) => (
  <a href={dialled(phone)} className="touch inline-flex items-center text-accent underline">
    {phone}
  </a>
);
