declare module 'pg/lib/utils.js' {
  /** A value as the text, or bytes, that a statement's parameter travels as. */
  export function prepareValue(value: unknown): string | Uint8Array | null;
}
