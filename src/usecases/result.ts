import { ZodError } from 'zod';
import { InputError } from '@/core/errors';
import { FolderInUseError } from '@/store/lock';
import { ChangedMeanwhileError, NotFoundError, RefusedError } from '@/store/errors';

export { RefusedError };

/**
 * What an action gives back: a value, or a sentence and the field it belongs to. `again` says that nothing is wrong with what
 * was sent: the same may be sent once more.
 */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly message: string; readonly field?: string; readonly again?: boolean };

/** Runs an action; what a person can do something about becomes a sentence, the rest is logged and named plainly. */
export async function attempt<T>(work: () => Promise<T>): Promise<Result<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, message: error.message, field: error.field };
    if (
      error instanceof RefusedError ||
      error instanceof ChangedMeanwhileError ||
      error instanceof NotFoundError ||
      error instanceof FolderInUseError
    ) {
      return { ok: false, message: error.message };
    }
    if (error instanceof ZodError) return { ok: false, message: zodSentence(error) };
    console.error(error);
    return {
      ok: false,
      message: 'Saving failed and nothing was changed. What you typed is still here; try once more.',
      again: true,
    };
  }
}

/** A form that does not fit its schema, in a sentence that names the field. */
function zodSentence(error: ZodError): string {
  const first = error.issues[0];
  const field = first && first.path.length > 0 ? first.path.join(' ') : 'What was sent';
  return `${field}: ${first?.message ?? 'is not valid'}. Nothing was changed.`;
}
