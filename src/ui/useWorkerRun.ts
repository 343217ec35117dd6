import { proxy, type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';

/**
 * One run at a time, each in a worker of its own, so that stopping is ending the worker. A run that was stopped or
 * overtaken by the next gives undefined and says nothing more; its progress may come in late and is not listened to.
 * @param start a function of the module that starts the worker
 */
export function useWorkerRun<Api>(start: () => Worker) {
  /** Share done of the run under way; null while none is. */
  const [done, setDone] = useState<number | null>(null);
  const worker = useRef<Worker | null>(null);

  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setDone(null);
  }, []);

  const run = useCallback(
    async <R, More = undefined>(
      work: (api: Remote<Api>, progress: (share: number, more?: More) => void) => Promise<R>,
      onMore?: (more: More) => void,
    ): Promise<R | undefined> => {
      stop();
      const own = start();
      worker.current = own;
      setDone(0);
      const progress = (share: number, more?: More) => {
        if (worker.current !== own) return;
        setDone(share);
        if (more) onMore?.(more);
      };
      const found = await work(wrap<Api>(own), proxy(progress));
      if (worker.current !== own) return undefined;
      stop();
      return found;
    },
    [start, stop],
  );

  useEffect(() => stop, [stop]);
  return { done, run, stop };
}
