import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { FAULTS } from '../mutants/faults.mjs';

/**
 * A fault that is planted by `npm run mutants` is found by its text: a line that was rewritten takes its fault along,
 * or loses it in silence.
 */
test('every planted fault has its one place in the core', () => {
  const lost = FAULTS.filter(
    ([file, from]) => readFileSync(join('src/core', file), 'utf8').split(from).length !== 2,
  ).map(([file, from]) => `${file}: ${from}`);
  expect(lost).toEqual([]);
});
