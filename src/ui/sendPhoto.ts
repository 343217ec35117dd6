interface About {
  readonly vehicleId: string;
  readonly jobId: string | null;
  readonly corner: string | null;
}

/** What the server answers, as far as this needs to know it. */
type Answer =
  | { readonly ok: true; readonly value: null }
  | { readonly ok: false; readonly message: string; readonly again?: boolean };

/** Sends a photo as it is; the server re-encodes it. Comes back with an answer as an action does. */
export async function sendPhoto(about: About, state: string, caption: string, file: File): Promise<Answer> {
  const query = new URLSearchParams({ vehicle: about.vehicleId, state, caption });
  if (about.jobId !== null) query.set('job', about.jobId);
  if (about.corner !== null) query.set('corner', about.corner);
  const response = await fetch(`/api/photos?${query}`, { method: 'POST', body: file });
  return (await response.json()) as Answer;
}
