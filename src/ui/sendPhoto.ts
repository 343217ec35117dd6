import type { About } from '@/usecases/remarks';
import type { Result } from '@/usecases/result';

/** Sends a photo as it is; the server re-encodes it. Comes back with an answer as an action does. */
export async function sendPhoto(about: About, state: string, caption: string, file: File): Promise<Result<null>> {
  const query = new URLSearchParams({ vehicle: about.vehicleId, state, caption });
  if (about.jobId !== null) query.set('job', about.jobId);
  if (about.corner !== null) query.set('corner', about.corner);
  const response = await fetch(`/api/photos?${query}`, { method: 'POST', body: file });
  return (await response.json()) as Result<null>;
}
