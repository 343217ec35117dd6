import { InputError } from './errors';

/** A PIN as typed: six digits, and not all alike or in a row. @throws InputError */
export function pinFrom(typed: string): string {
  const pin = typed.trim();
  if (!/^\d{6}$/.test(pin))
    throw new InputError('PIN', '•'.repeat(Math.min(pin.length, 12)), 'is not a PIN.', 'Enter six digits.');
  const steps = new Set([...pin].slice(1).map((d, i) => Number(d) - Number(pin[i])));
  if (steps.size === 1 && [0, 1, -1].includes([...steps][0] as number))
    throw new InputError('PIN', '••••••', 'is the first one that anybody tries.', 'Six digits that are not in a row.');
  return pin;
}
