import { AsyncLocalStorage } from 'node:async_hooks';

const acting = new AsyncLocalStorage<string | null>();

/**
 * Does something in the name of a person: everything that is stored meanwhile has the person beside the name.
 * @param personId null where nobody is on the list of people
 */
export const inNameOf = <T>(personId: string | null, work: () => T): T => acting.run(personId, work);

/** Who does what is done now; null where nobody is on the list, and for what the program does by itself. */
export const whoActsNow = (): string | null => acting.getStore() ?? null;
