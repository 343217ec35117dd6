import { InputError } from '@/core/errors';

/** A reason as typed. @throws InputError */
export function reasonFrom(field: string, typed: string): string {
  const reason = typed.trim();
  if (reason === '' || reason.length > 300)
    throw new InputError(
      field,
      reason.slice(0, 40),
      reason === '' ? 'is empty.' : 'is longer than 300 characters.',
      'Write a sentence; it goes on the record.',
    );
  return reason;
}
