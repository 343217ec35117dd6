/** When what this page asks for by itself is asked for again, ms. */
let until = 0;

/**
 * Nothing is asked for that can wait. A browser lets a newer build in once the one before has nothing to do; where a
 * request wakes that one again in the very moment it ends, it may take five minutes until it makes way.
 */
export const standBack = (ms: number): void => {
  until = Date.now() + ms;
};

/** Whether what can wait is to wait. */
export const standsBack = (): boolean => Date.now() < until;
