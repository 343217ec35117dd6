import 'server-only';
import { revalidatePath } from 'next/cache';
import { attempt, type Result } from './result';
import { whoActs } from './session';

/** Runs an action in the name of whoever is at the bench; every page is shown anew after it. */
export async function act<T>(work: (who: string) => Promise<T>): Promise<Result<T>> {
  return attempt(async () => {
    const value = await work(await whoActs());
    revalidatePath('/', 'layout');
    return value;
  });
}

/** The same for what gives nothing back. */
export const actOn = (work: (who: string) => Promise<void>): Promise<Result<null>> =>
  act(async (who) => {
    await work(who);
    return null;
  });
