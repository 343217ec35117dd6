'use client';

import { useEffect } from 'react';

const NEXT_PAINT = 60;

/** Puts the cursor into the field with this label, wherever it is on the page; does nothing where there is none. */
export function focusLabelled(label: string): void {
  const found = [...document.querySelectorAll<HTMLElement>('main label, main [role="radiogroup"]')].find(
    (el) => el.getAttribute('aria-label') === label || el.textContent?.trim().startsWith(label),
  );
  const control =
    found instanceof HTMLLabelElement ? found.control : found?.querySelector<HTMLElement>('[role="radio"]');
  control?.focus();
  control?.scrollIntoView({ block: 'center' });
}

/**
 * On arrival puts the cursor into the field of this name. @param name of the field as the form calls it; null for none
 */
export function useFocusOnArrival(name: string | null): void {
  useEffect(() => {
    if (name === null) return;
    // The form fills its fields after the first paint.
    const id = setTimeout(() => {
      const field = document.getElementsByName(name)[0];
      field?.focus();
      field?.scrollIntoView({ block: 'center' });
    }, NEXT_PAINT);
    return () => clearTimeout(id);
  }, [name]);
}
