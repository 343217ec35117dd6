import { z } from 'zod';
import { CORNERS } from '@/core/document/vocabulary';
import { fromOutbox } from '@/usecases/fromOutbox';
import { takeNote } from '@/usecases/vehicle/remarks';

const noteSent = z.object({
  id: z.uuid(),
  vehicleId: z.string().max(80),
  jobId: z.string().max(80).nullable(),
  corner: z.enum(CORNERS).nullable(),
  text: z.string(),
});

/** More than the longest note is. */
const MOST = 10_000;

/** Takes a note of a car, a corner or a job out of a browser's outbox. The same one twice counts once, by its id. */
export function POST(request: Request): Promise<Response> {
  return fromOutbox(request, MOST, async (sent, by) => {
    const { id, text, ...about } = noteSent.parse(sent);
    await takeNote(about, text, by.name, id);
  });
}
