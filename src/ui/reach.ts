const EVENT = 'vectis-reach';

/** Tells the page whether the server was there when it was asked last. */
export const tellReach = (there: boolean): void => {
  // Nothing listens where there is no page.
  if (typeof window === 'undefined') return;
  window.dispatchEvent(new CustomEvent(EVENT, { detail: there }));
};

/** Listens to that. @returns what ends the listening */
export function onReach(tell: (there: boolean) => void): () => void {
  const hear = (e: Event) => tell((e as CustomEvent<boolean>).detail);
  window.addEventListener(EVENT, hear);
  return () => window.removeEventListener(EVENT, hear);
}

/** Asks whether the server is there, and tells the page. */
export async function reachable(): Promise<boolean> {
  let there = false;
  try {
    there = (await fetch('/icon.svg', { method: 'HEAD', cache: 'no-store' })).ok;
  } catch {
    // Not there is an answer.
  }
  tellReach(there);
  return there;
}
