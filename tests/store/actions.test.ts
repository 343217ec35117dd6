import { jest } from '@jest/globals';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { setSessionKey } from '@/usecases/shop/openTo';
import { everyCall, print } from './calls';
import { runningStore } from './open';

/**
 * Every action that a browser can call, called with arguments that no browser of ours sends. It answers with a result
 * and a sentence, never throws, and what it refuses changes no row. VECTIS_CALLS is how many calls of each; thousands
 * are for a change of the actions.
 */
const CALLS = Number(process.env.VECTIS_CALLS ?? 20);
const store = runningStore({ demo: new Date() });

const WILD: readonly unknown[] = [
  null,
  undefined,
  -1,
  0.5,
  1e308,
  Number.NaN,
  Number.POSITIVE_INFINITY,
  '',
  ' ',
  'x'.repeat(5000),
  '9'.repeat(6000),
  '👩‍🔧'.repeat(40),
  "'; drop table job; --",
  '../../etc/passwd',
  '\u0000',
  '\ud800',
  {},
  [],
  true,
  { valueOf: null },
  { toString: null },
];

/** Copies of a value with one place of it replaced by something wild. */
function mutated(value: unknown): fc.Arbitrary<unknown> {
  const wild = fc.constantFrom(...WILD);
  if (Array.isArray(value) && value.length > 0)
    return fc.oneof(
      { weight: 1, arbitrary: wild },
      { weight: 4, arbitrary: fc.nat(value.length - 1).chain((i) => mutated(value[i]).map((v) => value.with(i, v))) },
    );
  if (value !== null && typeof value === 'object') {
    const keys = Object.keys(value);
    if (keys.length > 0)
      return fc.oneof(
        { weight: 1, arbitrary: wild },
        { weight: 1, arbitrary: fc.constant({ ...value, unasked: 1 }) },
        {
          weight: 5,
          arbitrary: fc
            .constantFrom(...keys)
            .chain((k) => mutated((value as Record<string, unknown>)[k]).map((v) => ({ ...value, [k]: v }))),
        },
      );
  }
  return wild;
}

/** Where the write-ahead log ends: as long as it stays there nothing was written, and nothing need be compared. */
const written = async (): Promise<unknown> =>
  (await store.db.execute(sql`select pg_current_wal_insert_lsn()::text as at`)).rows[0]?.at;

test('no call makes an action throw, and what it refuses changes nothing', async () => {
  setSessionKey('k'.repeat(64));
  const quiet = console.error;
  const loud: unknown[] = [];
  console.error = (e: unknown) => void loud.push(e);
  const said = jest.spyOn(console, 'warn').mockImplementation(() => {});
  // What takes nothing cannot be called with anything wild, and a choice of the browser writes no row.
  const all = (await everyCall(store.db)).filter((c) => c.args.length > 0 && c.name !== 'shell.keep');
  let refused = 0;
  let taken = 0;
  let before = await print(store.db);
  let at = await written();
  for (const { name, act, args } of all) {
    for (const call of fc.sample(mutated(args), { numRuns: CALLS, seed: 7 })) {
      const sent = Array.isArray(call) ? call : [call];
      loud.length = 0;
      const result = await act(...sent).catch((error) => ({ ok: false, message: '', why: `threw ${String(error)}` }));
      const shown = JSON.stringify(sent)?.slice(0, 300);
      if (!result.ok) {
        refused += 1;
        expect([name, shown, result.why, loud.map(String)]).toEqual([
          name,
          shown,
          expect.stringMatching(/^(input|refused|changed)$/),
          [],
        ]);
        expect((result.message ?? '').length).toBeLessThan(600);
        // A transaction that was rolled back writes as well: only then the rows are compared.
        if ((await written()) !== at) expect([name, shown, await print(store.db)]).toEqual([name, shown, before]);
      } else {
        taken += 1;
        if ((await written()) !== at) before = await print(store.db);
      }
      at = await written();
    }
  }
  expect(await print(store.db)).toBe(before);
  console.error = quiet;
  said.mockRestore();
  expect(refused).toBeGreaterThan(all.length * CALLS * 0.5);
  expect(taken).toBeLessThan(all.length * CALLS * 0.5);
}, 3_600_000);
