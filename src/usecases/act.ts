import 'server-only';
import { revalidatePath } from 'next/cache';
import { attempt, type Result } from './result';
import { type Actor, actor, inNameOf } from './session';

/** Runs an action in the name of whoever is at the bench; every page is shown anew after it. */
export async function act<T>(work: (who: string, acting: Actor) => Promise<T>): Promise<Result<T>> {
  return attempt(async () => {
    const acting = await actor();
    const value = await inNameOf(acting.personId, () => work(acting.name, acting));
    revalidatePath('/', 'layout');
    return value;
  });
}

/** The same for what gives nothing back. */
export const actOn = (work: (who: string, acting: Actor) => Promise<void>): Promise<Result<null>> =>
  act(async (who, acting) => {
    await work(who, acting);
    return null;
  });
