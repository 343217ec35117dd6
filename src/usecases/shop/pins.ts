import 'server-only';
import { RateLimiterDrizzle, RateLimiterRes } from 'rate-limiter-flexible';
import { type Db, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { rehashPin } from '@/store/people';
import { type PersonRow, pinTry } from '@/store/peopleSchema';
import { triesFrom } from '../session';

const WRONG = 5;
const WAIT_S = 30;

interface Limits {
  /**
   * Wrong PINs of one person from one place: whoever tries elsewhere, or tries somebody else's, is not made to wait by
   * them.
   */
  readonly perPlace: RateLimiterDrizzle;
  /**
   * Wrong PINs of one person from all places that this person never signed in on, an hour: a place is told by an
   * address, and an address can be made up. Browsers that they did sign in on are not counted here and stay open to
   * them.
   */
  readonly perPerson: RateLimiterDrizzle;
}

const limits = new WeakMap<Db, Limits>();

/** They are counted in the database, so that all processes count alike and a restart forgets none. */
function limitsOf(db: Db): Limits {
  const there = limits.get(db);
  if (there) return there;
  const at = { storeClient: db, schema: pinTry };
  const made = {
    perPlace: new RateLimiterDrizzle({
      ...at,
      keyPrefix: 'place',
      points: WRONG,
      duration: WAIT_S,
      blockDuration: WAIT_S,
    }),
    perPerson: new RateLimiterDrizzle({ ...at, keyPrefix: 'person', points: 100, duration: 3600 }),
  };
  limits.set(db, made);
  return made;
}

async function mayTry(limiter: RateLimiterDrizzle, key: string, name: string): Promise<void> {
  try {
    await limiter.consume(key);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    throw new RefusedError(
      `Too many wrong PINs for ${name}. Wait ${Math.ceil(error.msBeforeNext / 1000)} s and try again.`,
    );
  }
}

/** What is said where a name was typed: whether anybody here has it is nobody's business. */
const NOT_TOGETHER = 'Name and PIN do not go together. Who has no PIN yet gets one in Settings, People.';

/**
 * Whether it is their PIN; five wrong ones make whoever tries it from there wait.
 * @param byName the name was typed and not picked: what is refused does not say whether somebody here has it
 * @throws RefusedError
 */
export async function checkPin(who: PersonRow, typed: string, byName = false): Promise<void> {
  if (who.pinHash === null)
    throw new RefusedError(byName ? NOT_TOGETHER : `${who.name} has no PIN yet. One is set in Settings, People.`);
  const { known, from } = await triesFrom(who.id);
  const place = `${who.id} ${from}`;
  const name = byName ? 'this name' : who.name;
  const { db, pinKey } = await theStore();
  const { perPlace, perPerson } = limitsOf(db);
  await mayTry(perPlace, place, name);
  if (!known) await mayTry(perPerson, who.id, name);
  const found = await pinKey.check(who.pinHash, typed.trim());
  if (found === 'elsewhere')
    throw new RefusedError(
      `${who.name}’s PIN belongs to the machine that this data came from. A lead’s is set at this one, with Vectis stopped: npm run pin -- "${who.name}" and six digits.`,
    );
  if (found === 'wrong') throw new RefusedError(byName ? NOT_TOGETHER : `That is not ${who.name}’s PIN.`);
  if (found === 'right-but-old') await rehashPin(db, who.id, await pinKey.hash(typed.trim()));
  await perPlace.delete(place);
  if (!known) await perPerson.reward(who.id);
}

/**
 * What is said of a name that nobody here has: the same for all, after as long, and as often. @throws RefusedError
 * always
 */
export async function refuseStranger(typed: string): Promise<never> {
  const { from } = await triesFrom('');
  const { db, pinKey } = await theStore();
  await mayTry(limitsOf(db).perPlace, `nobody ${from}`, 'this name');
  await pinKey.hash(typed.trim());
  throw new RefusedError(NOT_TOGETHER);
}
