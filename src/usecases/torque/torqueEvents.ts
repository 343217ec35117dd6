import { readPull } from '@/core/torque/pull';
import { RefusedError } from '@/store/errors';
import type { EntryInput } from '@/store/torque';
import type { JobEvent } from '../job/transitions';

/**
 * A streamed pull is judged here, whatever the tablet made of it; its figure is the peak of its own trace. @throws
 * RefusedError
 */
export function judgedPull(input: EntryInput, target: number): EntryInput {
  if (input.trace === undefined) return input;
  const read = readPull(input.trace, target);
  if (read === null) throw new RefusedError('This trace runs backward or holds no figure. Pull that lug again.');
  if (input.reading === null || Math.abs(read.peak - input.reading) > 0.11)
    throw new RefusedError('The figure is not the peak of its own trace. Pull that lug again.');
  return { ...input, ...(read.shows === null ? {} : { shows: read.shows }) };
}

/** What of a job an entry is: a recheck, a joint that comes before the wheel, or the wheel. */
export function torqueEvent(input: EntryInput): JobEvent {
  if (input.pass === 'recheck' || (input.pass === 'strike' && input.recheck)) return 'recheck';
  return input.joint === 'adapter' || input.joint === 'hub' ? 'torque-adapter' : 'torque-wheel';
}
