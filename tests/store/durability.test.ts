import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { firstBreak } from '@/core/torque/chain';
import { openStore } from '@/store/connection';
import { lockFolder } from '@/store/engine/lock';
import { torqueLog } from '@/store/jobWork';
import { hashedBody } from '@/store/torque';

const folder = mkdtempSync(join(tmpdir(), 'vectis-kill-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function writer(): ChildProcess {
  return spawn(process.execPath, ['--import', 'tsx', join('tests', 'store', 'writer.ts'), folder], {
    env: { ...process.env, NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
}

test('kill -9 in the middle of torque entry loses no acknowledged row; meanwhile a second process is refused', async () => {
  const child = writer();
  let out = '';
  child.stdout?.on('data', (chunk) => {
    out += chunk;
  });
  let trouble = '';
  child.stderr?.on('data', (chunk) => {
    trouble += chunk;
  });
  const acks = () =>
    out
      .split('\n')
      .slice(0, -1)
      .filter((l) => l.startsWith('ack '));
  const started = Date.now();
  while (acks().length < 60) {
    if (child.exitCode !== null || Date.now() - started > 45000) throw new Error(`writer stopped: ${trouble}`);
    await new Promise((r) => setTimeout(r, 20));
  }
  // Refused at once, in this process and in one of its own, with one sentence and a non-zero exit.
  await expect(openStore(folder)).rejects.toThrow(/is already open in another Vectis \(process \d+\)/);
  const second = writer();
  let said = '';
  second.stderr?.on('data', (chunk) => {
    said += chunk;
  });
  const [code] = await once(second, 'exit');
  expect(code).not.toBe(0);
  expect(said).toMatch(/already open in another Vectis/);

  process.kill(child.pid as number, 'SIGKILL');
  await once(child, 'exit');
  const acknowledged = acks();

  const store = await openStore(folder);
  try {
    const byPlan = new Map<string, string[]>();
    for (const line of acknowledged) {
      const [, planId, pass, lug] = line.split(' ') as [string, string, string, string];
      byPlan.set(planId, [...(byPlan.get(planId) ?? []), `${pass} ${lug}`]);
    }
    expect(byPlan.size).toBeGreaterThan(1);
    for (const [planId, rows] of byPlan) {
      const stored = await torqueLog(store.db, planId);
      // The last plan may hold one more row than was acknowledged; never one less.
      expect(stored.map((r) => `${r.pass} ${r.lug}`).slice(0, rows.length)).toEqual(rows);
      expect(firstBreak(stored, hashedBody)).toBeNull();
    }
  } finally {
    await store.close();
  }
}, 120000);

test('a folder that was given up can be taken at once', async () => {
  const release = await lockFolder(folder);
  await release();
  const again = await lockFolder(folder);
  await again();
});
