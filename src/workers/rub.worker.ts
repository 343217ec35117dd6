import { expose } from 'comlink';
import { type RubCell, type RubMapInput, rubMap } from '@/core/stance/rubMap';

/** The rub map off the main thread, row by row as it goes. Stopping is ending the worker. */
const api = {
  run(input: RubMapInput, onRow: (done: number) => void): RubCell[][] {
    return rubMap(input, (done) => {
      onRow(done);
      return true;
    });
  },
};

export type RubWorker = typeof api;

expose(api);
