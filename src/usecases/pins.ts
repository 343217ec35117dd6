import 'server-only';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { rehashPin } from '@/store/people';
import type { PersonRow } from '@/store/peopleSchema';

const WRONG = 5;
const WAIT_S = 30;
const limiter = new RateLimiterMemory({ points: WRONG, duration: WAIT_S, blockDuration: WAIT_S });

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
  const { db, pinKey } = await theStore();
  const found = await pinKey.check(who.pinHash, typed.trim());
  if (found === 'elsewhere')
    throw new RefusedError(
      `${who.name}’s PIN belongs to the machine that this data came from. A lead’s is set at this one, with Vectis stopped: npm run pin -- "${who.name}" and six digits.`,
    );
  if (found === 'wrong') throw new RefusedError(`That is not ${who.name}’s PIN.`);
  if (found === 'right-but-old') await rehashPin(db, who.id, await pinKey.hash(typed.trim()));
  await limiter.delete(who.id);
}
