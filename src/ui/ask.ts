import { tellReach } from './reach';

/** What an action answers, as far as this needs to know it. */
type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | {
      readonly ok: false;
      readonly message: string;
      readonly field?: string;
      readonly again?: boolean;
      readonly why?: string;
    };

/**
 * Asks the server and always comes back with an answer: where it cannot be reached that is one too, said beside the
 * thing, and no page is replaced by an error. What was typed stays with the caller.
 */
export async function ask<T>(action: () => Promise<Answer<T>>): Promise<Answer<T>> {
  try {
    const answer = await action();
    tellReach(true);
    return answer;
  } catch (error) {
    // A redirect or a page that is not there is the router's to answer.
    if (typeof error === 'object' && error !== null && 'digest' in error && String(error.digest).startsWith('NEXT_'))
      throw error;
    tellReach(false);
    return {
      ok: false,
      why: 'unreached',
      message: 'The server cannot be reached. What you entered is still here and is not kept yet.',
      again: true,
    };
  }
}
