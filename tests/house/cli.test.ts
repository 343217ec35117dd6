import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** The command line as a person calls it. */
const run = (args: string[], input = '') =>
  spawnSync(process.execPath, ['scripts/command.mjs', 'evaluate', ...args], {
    input,
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  });

test('evaluates a file and standard input alike', () => {
  const file = 'docs/examples/adapter.json';
  const a = run([file]);
  const b = run(['-'], readFileSync(file, 'utf8'));
  expect([a.status, b.status]).toEqual([0, 0]);
  expect(a.stdout).toBe(b.stdout);
  expect(JSON.parse(a.stdout)).toMatchObject({
    format: 'vectis-evaluation/1',
    verdict: 'stop',
    mayGoForward: false,
    blocking: ['adapter.pocket'],
  });
});

test('an invalid document gives paths and messages, a missing one a sentence', () => {
  const bad = run(['-'], '{"format":"vectis-plan/1"}');
  expect(bad.status).toBe(1);
  expect(JSON.parse(bad.stdout).issues).toEqual(expect.arrayContaining([expect.objectContaining({ path: 'hub' })]));
  const none = run(['no-such-file.json']);
  expect([none.status, none.stderr]).toEqual([2, expect.stringContaining('could not be read')]);
  expect(run([]).status).toBe(2);
});
