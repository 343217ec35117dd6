import { expose } from 'comlink';
import { type KitInput, type KitResult, oneKit } from '@/core/whatif/kit';

/** The search for one kit off the main thread. Stopping is ending the worker. */
const api = {
  run(input: KitInput, onProgress: (done: number) => void): KitResult {
    let told = -1;
    return oneKit(input, (done) => {
      const percent = Math.floor(done * 100);
      if (percent > told) {
        told = percent;
        onProgress(done);
      }
      return true;
    });
  },
};

export type KitWorker = typeof api;

expose(api);
