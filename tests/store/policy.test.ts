import { DEFAULT_POLICY, POLICY_RULES } from '@/core/document/policy';
import { policyVersion } from '@/store/schema';
import { savePolicy, shopPolicy, type TypedPolicy } from '@/usecases/shop/policy';
import { runningStore } from './open';

const store = runningStore();
const SCHOOLS = [...DEFAULT_POLICY.governing];
const ask = (change: Partial<TypedPolicy>): TypedPolicy => ({
  after: 0,
  governing: SCHOOLS,
  typed: {},
  why: 'the owner wants it stricter',
  ...change,
});

test('a shop begins with what is shipped and keeps each set with who, when and why', async () => {
  expect((await shopPolicy()).current).toEqual(DEFAULT_POLICY);
  await savePolicy(ask({ typed: { clearanceReserveStreet: '7,5' } }), { name: 'Bram', personId: null });
  const { current, seq, history } = await shopPolicy();
  expect(current.clearanceReserveStreet).toBe(7.5);
  expect(current.version).toBe(`${DEFAULT_POLICY.version}/1`);
  expect(seq).toBe(1);
  expect(history[0]).toMatchObject({ by: 'Bram', why: 'the owner wants it stricter' });
  // What nobody touched stays as it was.
  for (const r of POLICY_RULES) if (r.id !== 'clearanceReserveStreet') expect(current[r.id]).toBe(DEFAULT_POLICY[r.id]);
});

test('two screens: the second saver is told and nothing is overwritten', async () => {
  await expect(
    savePolicy(ask({ after: 0, typed: { pocketMargin: '3' } }), { name: 'Ada', personId: null }),
  ).rejects.toThrow(/changed/i);
  expect((await shopPolicy()).current.pocketMargin).toBe(DEFAULT_POLICY.pocketMargin);
});

test.each(POLICY_RULES.map((r) => [r.id, r] as const))('%s: nobody leaves its range, on either side', async (id, r) => {
  for (const past of [r.min - 0.01, r.max + 0.01])
    await expect(
      savePolicy(ask({ after: 1, typed: { [id]: String(past) } }), { name: 'Bram', personId: null }),
    ).rejects.toThrow(/outside what any shop may choose/);
  await expect(
    savePolicy(ask({ after: 1, typed: { [id]: 'much' } }), { name: 'Bram', personId: null }),
  ).rejects.toThrow(/is not a figure/);
});

test('no school, no reason, no change: each is refused in words', async () => {
  await expect(savePolicy(ask({ after: 1, governing: [] }), { name: 'Bram', personId: null })).rejects.toThrow(
    'Choose at least one rule of thumb',
  );
  await expect(
    savePolicy(ask({ after: 1, typed: { spigotGood: '5' }, why: '  ' }), { name: 'Bram', personId: null }),
  ).rejects.toThrow('Why');
  await expect(savePolicy(ask({ after: 1 }), { name: 'Bram', personId: null })).rejects.toThrow('Nothing was changed');
  await expect(
    savePolicy(ask({ after: 1, typed: { spigotGood: '3', spigotLeast: '5' } }), { name: 'Bram', personId: null }),
  ).rejects.toThrow('Hub spigot');
  expect(await store.db.select().from(policyVersion)).toHaveLength(1);
});
