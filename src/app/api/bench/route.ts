import { fromOutbox } from '@/usecases/fromOutbox';
import { keepDraft } from '@/usecases/job/bench';
import { choiceSent } from '@/usecases/job/choiceSent';
import { idOf } from '@/usecases/result';

/** More than four candidates with every field filled. */
const MOST = 60_000;

/** Keeps what stands on a bench, out of a browser's outbox. @returns the job's version then */
export function POST(request: Request): Promise<Response> {
  return fromOutbox(request, MOST, async (sent, by) => {
    const { jobId, version, bench, choice } = choiceSent.parse(sent);
    return keepDraft(idOf(jobId), version, choice, by.name, bench);
  });
}
