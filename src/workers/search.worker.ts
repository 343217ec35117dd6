import { expose } from 'comlink';
import { search } from '@/core/whatif/search/search';
import type { SearchInput, SearchResult } from '@/core/whatif/search/types';

const SHOW_MS = 120;

/** The search off the main thread. Progress is told a hundred times at most; stopping is ending the worker. */
const api = {
  run(input: SearchInput, onProgress: (done: number, soFar: SearchResult | null) => void): SearchResult {
    let told = -1;
    let shown = performance.now();
    return search(input, (done, soFar) => {
      const percent = Math.floor(done * 100);
      if (percent > told) {
        told = percent;
        // What was found so far is written out only now and then: naming the best costs more than finding them.
        const due = performance.now() - shown > SHOW_MS;
        if (due) shown = performance.now();
        onProgress(done, due ? soFar() : null);
      }
      return true;
    });
  },
};

export type SearchWorker = typeof api;

expose(api);
