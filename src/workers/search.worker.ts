import { expose } from 'comlink';
import { search } from '@/core/search/search';
import type { SearchInput, SearchResult } from '@/core/search/types';

/** The search off the main thread. Progress is told a hundred times at most; stopping is ending the worker. */
const api = {
  run(input: SearchInput, onProgress: (done: number) => void): SearchResult {
    let told = -1;
    return search(input, (done) => {
      const percent = Math.floor(done * 100);
      if (percent > told) {
        told = percent;
        onProgress(done);
      }
      return true;
    });
  },
};

export type SearchWorker = typeof api;

expose(api);
