import type { Result } from '@/usecases/result';
import { backUp, putBack } from './actions';

export const makeBackup = (): Promise<Result<null>> => backUp();
export const restoreBackup = (name: string): Promise<Result<null>> => putBack(name);

/** Sends a backup file; it is streamed to disk there, so its size is no matter of a form. */
export async function restoreUpload(file: File): Promise<Result<null>> {
  const answer = await fetch('/api/restore', { method: 'POST', body: file });
  const result = (await answer.json()) as Result<null>;
  if (result.ok) window.location.reload();
  return result;
}
