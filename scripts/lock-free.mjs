import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Refuses to go on when a living process holds the folder, so that nothing is started on it or pulled from under it. */
export function lockFree(folder) {
  let pid;
  try {
    pid = Number(readFileSync(join(folder, 'vectis.pid'), 'utf8').split(' ')[0]);
    process.kill(pid, 0);
    readFileSync(join(folder, 'vectis.lock'));
  } catch (error) {
    if (error.code !== 'EISDIR') return;
  }
  console.error(`The data folder ${folder} is open in another Vectis (process ${pid}); stop that one first.`);
  process.exit(1);
}
