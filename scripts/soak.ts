import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { firstBreak } from '@/core/torque/chain';
import { openStore } from '@/store/connection';
import { torqueLog } from '@/store/jobs';
import { hashedBody } from '@/store/torque';

/**
 * `npm run soak [-- KILLS]`: kills a process that enters torque as fast as it can, over and over on one folder, and looks after each
 * time whether every acknowledged entry is there, once, in its place, under a chain that holds.
 */
const kills = Number(process.argv[2] ?? 500);
const folder = mkdtempSync(join(tmpdir(), 'vectis-soak-'));
/** Acknowledged entries by plan, in their order. */
const acknowledged = new Map<string, string[]>();

async function killedWriter(): Promise<void> {
  const child: ChildProcess = spawn(
    process.execPath,
    ['--import', 'tsx', join('tests', 'store', 'writer.ts'), folder],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
    },
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

async function lost(): Promise<string[]> {
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

async function main(): Promise<void> {
  const begun = Date.now();
  for (let i = 1; i <= kills; i += 1) {
    await killedWriter();
    const broken = await lost();
    if (broken.length > 0) throw new Error(`After ${i} kills: ${broken.join('; ')}. The folder is ${folder}.`);
    if (i % 10 === 0 || i === kills) {
      const acks = [...acknowledged.values()].reduce((n, a) => n + a.length, 0);
      console.log(
        `${i} kills, ${acks} acknowledged entries, none lost, none doubled, ${Math.round((Date.now() - begun) / 1000)} s`,
      );
    }
  }
  rmSync(folder, { recursive: true, force: true });
}

main().catch((error) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
