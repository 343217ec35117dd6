import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { firstBreak } from '@/core/torque/chain';
import { openStore } from '@/store/connection';
import { torqueLog } from '@/store/jobWork';
import { hashedBody } from '@/store/torque';

/** Acknowledged entries by plan, in their order. */
const acknowledged = new Map<string, string[]>();

/** Kills a process that enters torque as fast as it can, and notes what it had acknowledged. */
export async function killedTorque(folder: string): Promise<void> {
  const child: ChildProcess = spawn(
    process.execPath,
    ['--import', 'tsx', join('tests', 'store', 'writer.ts'), folder],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  let out = '';
  child.stdout?.on('data', (chunk) => {
    out += chunk;
  });
  const begun = Date.now();
  while (!out.includes('ack ')) {
    if (child.exitCode !== null || Date.now() - begun > 60_000) throw new Error('The writer did not begin.');
    await new Promise((r) => setTimeout(r, 10));
  }
  await new Promise((r) => setTimeout(r, Math.random() * 400));
  const gone = once(child, 'exit');
  child.kill('SIGKILL');
  await gone;
  // A line that was cut off was not acknowledged.
  for (const line of out.split('\n').slice(0, -1)) {
    const [word, plan, pass, lug] = line.split(' ');
    if (word !== 'ack' || !plan) continue;
    acknowledged.set(plan, [...(acknowledged.get(plan) ?? []), `${pass} ${lug}`]);
  }
}

/** What of the acknowledged entries is not there, once, in its place, under a chain that holds. */
export async function torqueLost(folder: string): Promise<string[]> {
  const store = await openStore(folder);
  const found: string[] = [];
  try {
    for (const [plan, acks] of acknowledged) {
      const log = await torqueLog(store.db, plan);
      const there = log.map((e) => `${e.pass} ${e.lug}`);
      if (acks.some((a, i) => there[i] !== a))
        found.push(`plan ${plan}: ${acks.length} acknowledged, ${there.length} there`);
      // One more may have been written whose answer was never sent, and no more than one.
      if (there.length > acks.length + 1)
        found.push(`plan ${plan}: ${there.length} there for ${acks.length} acknowledged`);
      if (firstBreak(log, hashedBody) !== null) found.push(`plan ${plan}: its chain is broken`);
    }
  } finally {
    await store.close();
  }
  return found;
}
