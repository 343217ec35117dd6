import { fromOutbox } from '@/usecases/fromOutbox';
import { idOf } from '@/usecases/result';
import { readingSent } from '@/usecases/survey/readingSent';
import { takeChalk, takeReading, takeWheelReading } from '@/usecases/survey/readings';

/** More than any reading is long. */
const MOST = 10_000;

/**
 * Takes a reading of a job or of one wheel, or a chalk test, out of a browser's outbox. The same one twice counts once,
 * by its id.
 */
export function POST(request: Request): Promise<Response> {
  return fromOutbox(request, MOST, async (sent, by) => {
    const read = readingSent.parse(sent);
    if (read.is === 'job') await takeReading(idOf(read.jobId), read, by.name, read.id);
    else if (read.is === 'chalk') await takeChalk(idOf(read.jobId), read, by.name, read.id);
    else await takeWheelReading(idOf(read.vehicleId), idOf(read.wheelId), read, by.name, read.id);
  });
}
