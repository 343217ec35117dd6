import { isExists } from 'date-fns';

const DAY = /^\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])$/;

/** Whether a text, as in 2027-03-31, names a day of the calendar: the 31st of February is none. */
export function isDay(text: string): boolean {
  const [year = 0, month = 0, day = 0] = text.split('-').map(Number);
  return DAY.test(text) && isExists(year, month - 1, day);
}
