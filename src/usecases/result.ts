import { ZodError } from 'zod';
import { InputError } from '@/core/errors';
import { databaseAway } from '@/store/engine/engine';
import { FolderInUseError } from '@/store/engine/lock';
import { ChangedMeanwhileError, NotFoundError, RefusedError } from '@/store/errors';

export { NotFoundError, RefusedError };

/**
 * What an action gives back: a value, or a sentence and the field it belongs to. `again` says that nothing is wrong
 * with what was sent: the same may be sent once more.
 */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | {
      readonly ok: false;
      readonly message: string;
      readonly field?: string;
      readonly again?: boolean;
      readonly why?: Why;
    };

/**
 * Why nothing was kept: what was typed will not do, it may not be, another was faster, the disk is full, or it failed.
 */
export type Why = 'input' | 'refused' | 'changed' | 'full' | 'failed' | 'unreached';

/** Runs an action; what a person can do something about becomes a sentence, the rest is logged and named plainly. */
export async function attempt<T>(work: () => Promise<T>): Promise<Result<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    if (error instanceof InputError) return { ok: false, why: 'input', message: error.message, field: error.field };
    if (error instanceof ChangedMeanwhileError) return { ok: false, why: 'changed', message: error.message };
    if (error instanceof RefusedError || error instanceof NotFoundError || error instanceof FolderInUseError)
      return { ok: false, why: 'refused', message: error.message };
    if (error instanceof ZodError) return { ok: false, why: 'input', message: zodSentence(error) };
    const away = databaseAway(error);
    if (away !== null) {
      console.error(away);
      return { ok: false, why: 'failed', message: away, again: true };
    }
    const unfit = isUnfit(error);
    if (unfit) {
      console.warn(error);
      return {
        ok: false,
        why: 'input',
        message:
          'Something that was sent cannot be kept: a character, or a figure, that no field of ours takes. Nothing was changed.',
      };
    }
    console.error(error);
    if (isFull(error))
      return {
        ok: false,
        why: 'full',
        message:
          'The disk is full, so nothing can be kept. Make room on it; what you typed is still here, and is sent again.',
        again: true,
      };
    return {
      ok: false,
      why: 'failed',
      message: 'Saving failed and nothing was changed. What you typed is still here; try once more.',
      again: true,
    };
  }
}

/** What names a row, as it was sent. @throws NotFoundError for anything else, which names none */
export function idOf(sent: unknown): string {
  if (typeof sent !== 'string' || sent === '' || sent.length > 80) throw new NotFoundError('What was asked for');
  return sent;
}

/** A form that does not fit its schema, in a sentence that names the field. */
function zodSentence(error: ZodError): string {
  const first = error.issues[0];
  const field = first && first.path.length > 0 ? first.path.join(' ') : 'What was sent';
  return `${field}: ${first?.message ?? 'is not valid'}. Nothing was changed.`;
}

/**
 * Whether the database refused what it was given as such: data exceptions and broken constraints (PostgreSQL classes 22
 * and 23).
 */
function isUnfit(error: unknown): boolean {
  for (let e = error as { code?: string; cause?: unknown } | undefined; e; e = e.cause as typeof e)
    if (typeof e.code === 'string' && /^2[23][0-9A-Z]{3}$/.test(e.code)) return true;
  return false;
}

/** Whether a failure, or what caused it, is a disk without room. */
function isFull(error: unknown): boolean {
  for (let e = error as { code?: string; message?: string; cause?: unknown } | undefined; e; e = e.cause as typeof e)
    if (
      e.code === 'ENOSPC' ||
      e.code === 'EDQUOT' ||
      e.code === '53100' ||
      /no space left|disk full|could not extend/i.test(e.message ?? '')
    )
      return true;
  return false;
}
