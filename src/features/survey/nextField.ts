import type { QuantityId } from '@/core/document/quantities';

/** Moves on to the next reading field on the page, as a caliper with a send key expects. */
export function nextField(from: HTMLInputElement | null): void {
  const fields = [...document.querySelectorAll<HTMLInputElement>('input[data-reading]')];
  fields[fields.indexOf(from as HTMLInputElement) + 1]?.focus();
}

/** The row of a reading on the page; of one wheel, where it belongs to a wheel. Null while it is not shown. */
export function rowOf(quantity: QuantityId, wheelId?: string): Element | null {
  return document.querySelector(`${wheelId ? `[data-wheel-id="${wheelId}"] ` : ''}[data-quantity="${quantity}"]`);
}

/**
 * Stands in a row: on its counter, so that keys count; else in its field; a yes or no has none, so on its first answer.
 */
export function standIn(row: Element | null): void {
  (
    row?.querySelector<HTMLElement>('[data-counter]') ??
    row?.querySelector<HTMLElement>('input[data-reading], [role="radio"]')
  )?.focus();
}
