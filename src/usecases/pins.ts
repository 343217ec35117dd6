import 'server-only';
import { hash, verify } from '@node-rs/argon2';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { InputError } from '@/core/errors';
import { RefusedError } from '@/store/errors';
import type { PersonRow } from '@/store/peopleSchema';

const WRONG = 5;
const WAIT_S = 30;
const limiter = new RateLimiterMemory({ points: WRONG, duration: WAIT_S, blockDuration: WAIT_S });

/** A PIN as typed: six digits, and not all alike or in a row. @throws InputError */
export function pinFrom(typed: string): string {
  const pin = typed.trim();
  if (!/^\d{6}$/.test(pin))
    throw new InputError('PIN', '•'.repeat(Math.min(pin.length, 12)), 'is not a PIN.', 'Six digits will do.');
  const steps = new Set([...pin].slice(1).map((d, i) => Number(d) - Number(pin[i])));
  if (steps.size === 1 && [0, 1, -1].includes([...steps][0] as number))
    throw new InputError('PIN', '••••••', 'is the first one that anybody tries.', 'Six digits that are not in a row.');
  return pin;
}

/** Hash of a PIN as it is stored. */
export const hashOf = (pin: string): Promise<string> => hash(pin);

/** Whether it is their PIN; five wrong ones make everybody wait who tries theirs. @throws RefusedError */
export async function checkPin(who: PersonRow, typed: string): Promise<void> {
  if (who.pinHash === null) throw new RefusedError(`${who.name} has no PIN yet. One is set in Settings, People.`);
  try {
    await limiter.consume(who.id);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    throw new RefusedError(
      `Too many wrong PINs for ${who.name}. Wait ${Math.ceil(error.msBeforeNext / 1000)} s and try again.`,
    );
  }
  if (!(await verify(who.pinHash, typed.trim()))) throw new RefusedError(`That is not ${who.name}’s PIN.`);
  await limiter.delete(who.id);
}
