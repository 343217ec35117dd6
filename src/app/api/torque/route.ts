import { z } from 'zod';
import { fromOutbox } from '@/usecases/fromOutbox';
import { idOf } from '@/usecases/result';
import { enterTyped, torqueTyped } from '@/usecases/torque/torqueTyped';

/** A whole trace of an electronic wrench is smaller. */
const MOST = 60_000;
const sentForm = z.object({ jobId: z.string(), entry: torqueTyped });

/** Takes one entry of the torque log. The same one twice counts once, by its place in the log. */
export function POST(request: Request): Promise<Response> {
  return fromOutbox(request, MOST, async (sent, by) => {
    const { jobId, entry } = sentForm.parse(sent);
    await enterTyped(idOf(jobId), entry, by);
  });
}
