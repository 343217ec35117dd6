import { useCallback, useMemo } from 'react';
import { v7 as newId } from 'uuid';
import type { BayDetail } from '@/core/procedure/bay';
import type { Corner } from '@/core/document/vocabulary';
import { post, useOutbox } from '@/ui/outbox';

/** What is done at the car, as `/api/bay` takes it. */
type Sent =
  | {
      readonly is: 'tick';
      readonly jobId: string;
      readonly key: string;
      readonly also?: readonly string[];
      readonly on: boolean;
    }
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

const URL_OF_BAY = '/api/bay';
const send = (body: Sent): void => post({ id: newId(), url: URL_OF_BAY, body });

/** What is done at the car goes on at once; it is sent in order, and the page is shown anew once all of it is kept. */
export function useBayQueue(): BayQueue {
  const { waiting, kept, trouble } = useOutbox();

  const ahead = useMemo(() => {
    const all = new Map<string, boolean>();
    for (const { url, body } of [...kept, ...waiting]) {
      if (url !== URL_OF_BAY) continue;
      const sent = body as Sent;
      if (sent.is !== 'tick') continue;
      for (const key of [...(sent.also ?? []), sent.key]) all.set(`${sent.jobId}/${key}`, sent.on);
    }
    return all;
  }, [kept, waiting]);
  return {
    pending: useCallback((jobId: string, key: string) => ahead.get(`${jobId}/${key}`), [ahead]),
    waiting: waiting.length,
    trouble,
    tick: (jobId, key, on, also = []) => send({ is: 'tick', jobId, key, on, ...(also.length > 0 ? { also } : {}) }),
    note: (jobId, corner, detail) => send({ is: 'note', jobId, id: newId(), corner, detail }),
  };
}
