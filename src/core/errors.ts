/**
 * A value that was typed or stored cannot be used. Carries what a caller needs to say so on the
 * right field: the field's name, the value as given, and what would do instead.
 */
export class InputError extends Error {
  constructor(
    readonly field: string,
    readonly value: string,
    readonly problem: string,
    readonly wouldDo: string,
  ) {
    super(`${field}${value === '' ? '' : ` “${clipped(value)}”`} ${problem} ${wouldDo}`);
    this.name = 'InputError';
  }
}

const MOST = 48;

/** What is repeated of what was typed; a page of digits, or half a character, helps nobody. */
function clipped(value: string): string {
  const characters = [...value];
  return characters.length <= MOST ? value : `${characters.slice(0, MOST).join('')}…`;
}

/**
 * Reads what was typed: its value, or the sentence that says what would do. Anything else that goes wrong is thrown on.
 */
export function tryInput<T>(
  read: () => T,
): { readonly value: T; readonly error: undefined } | { readonly value: undefined; readonly error: string } {
  try {
    return { value: read(), error: undefined };
  } catch (e) {
    if (e instanceof InputError) return { value: undefined, error: e.message };
    throw e;
  }
}

/** Guard for numbers that a formula needs: finite and above zero. NaN-safe. */
export function requirePositive(field: string, value: number): void {
  if (!(Number.isFinite(value) && value > 0)) {
    throw new InputError(field, String(value), 'is not above zero.', 'Give a number above 0.');
  }
}

/** Guard for lengths that may be zero. NaN-safe. */
export function requireNotNegative(field: string, value: number): void {
  if (!(Number.isFinite(value) && value >= 0)) {
    throw new InputError(field, String(value), 'is below zero or not a number.', 'Give 0 or more.');
  }
}
