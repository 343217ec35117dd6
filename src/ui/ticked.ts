import { useCallback, useMemo } from 'react';
import { useOutbox } from './outbox';

/** What is ticked at the car goes to this address. */
export const URL_OF_BAY = '/api/bay';

/** A tick on its way. */
export interface TickSent {
  readonly is: 'tick';
  readonly jobId: string;
  readonly key: string;
  /** Steps that are said with it. */
  readonly also?: readonly string[];
  readonly on: boolean;
}

/**
 * How a step stands with what the page does not have from the server yet; undefined where nothing about it is on its
 * way.
 */
export function useTicked(): (jobId: string, key: string) => boolean | undefined {
  const { waiting, kept } = useOutbox();
  const ahead = useMemo(() => {
    const all = new Map<string, boolean>();
    for (const { url, body } of [...kept, ...waiting]) {
      if (url !== URL_OF_BAY) continue;
      const sent = body as TickSent | { readonly is: 'note' };
      if (sent.is !== 'tick') continue;
      for (const key of [...(sent.also ?? []), sent.key]) all.set(`${sent.jobId}/${key}`, sent.on);
    }
    return all;
  }, [kept, waiting]);
  return useCallback((jobId, key) => ahead.get(`${jobId}/${key}`), [ahead]);
}
