import { v7 as newId } from 'uuid';
import type { Corner } from '@/core/document/vocabulary';
import type { BayDetail } from '@/core/procedure/bay';
import { post, useOutbox } from '@/ui/outbox';
import { type TickSent, URL_OF_BAY, useTicked } from '@/ui/ticked';

/** What is done at the car, as `/api/bay` takes it. */
type Sent =
  | TickSent
  | {
      readonly is: 'note';
      readonly jobId: string;
      readonly id: string;
      readonly corner: Corner | null;
      readonly detail: BayDetail;
    };

export interface BayQueue {
  /** How a step stands with what is on its way; undefined where nothing about it is. */
  pending(jobId: string, key: string): boolean | undefined;
  readonly waiting: number;
  /** Why something is held up or was refused; null while all is well. */
  readonly trouble: string | null;
  /** @param also steps that are said with it */
  tick(jobId: string, key: string, on: boolean, also?: readonly string[]): void;
  note(jobId: string, corner: Corner | null, detail: BayDetail): void;
}

const send = (body: Sent): void => post({ id: newId(), url: URL_OF_BAY, body });

/** What is done at the car goes on at once; it is sent in order, and the page is shown anew once all of it is kept. */
export function useBayQueue(): BayQueue {
  const { waiting, trouble } = useOutbox();
  return {
    pending: useTicked(),
    waiting: waiting.length,
    trouble,
    tick: (jobId, key, on, also = []) => send({ is: 'tick', jobId, key, on, ...(also.length > 0 ? { also } : {}) }),
    note: (jobId, corner, detail) => send({ is: 'note', jobId, id: newId(), corner, detail }),
  };
}
