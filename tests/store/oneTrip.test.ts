import { PGlite } from '@electric-sql/pglite';
import fc from 'fast-check';
import { inOneTrip } from '@/store/engine/oneTrip';

/**
 * A statement sent in one message answers as the client's own way of asking does, which is what it is held against.
 */
let client: PGlite;
let own: PGlite['query'];

beforeAll(async () => {
  client = await PGlite.create();
  own = client.query.bind(client);
  inOneTrip(client);
  await client.exec('create table thing (id int primary key, words text, more jsonb)');
});
afterAll(() => client.close());

test('any value comes back as it does by the client’s own way', async () => {
  const text =
    'select $1::text as words, $2::text[] as list, $3::jsonb as more, $4::timestamptz as at, $5::boolean as yes, $6::float8 as x, $7::int as n';
  const words = fc.string({ unit: 'grapheme' }).map((s) => s.replaceAll('\0', ''));
  await fc.assert(
    fc.asyncProperty(
      fc.option(words),
      fc.option(fc.array(fc.option(words))),
      fc.option(fc.dictionary(words, fc.oneof(words, fc.integer(), fc.boolean(), fc.constant(null)))),
      fc.option(fc.date({ min: new Date(0), max: new Date('2100-01-01'), noInvalidDate: true })),
      fc.option(fc.boolean()),
      fc.option(fc.double({ noNaN: true, noDefaultInfinity: true })),
      fc.option(fc.integer({ min: -2147483648, max: 2147483647 })),
      fc.constantFrom('array' as const, 'object' as const),
      async (a, b, c, d, e, f, g, rowMode) => {
        const values = [a, b, c === null ? null : JSON.stringify(c), d, e, f, g];
        const options = { rowMode, parsers: { 1184: (at: string) => at } };
        expect((await client.query(text, values, options)).rows).toEqual((await own(text, values, options)).rows);
      },
    ),
    { numRuns: 200 },
  );
});

test('the second time it is not read again, and says the same', async () => {
  const ask = () => client.query('select count(*)::int as n from pg_prepared_statements');
  await ask();
  const before = await ask();
  await client.query('select 41 as twice');
  await client.query('select 41 as twice');
  const after = await ask();
  expect((after.rows[0] as { n: number }).n - (before.rows[0] as { n: number }).n).toBe(1);
});

test('one that fails says why, and the next ones are answered: outside a transaction and in one', async () => {
  const divide = (by: number) => client.query('select 6 / $1::int as x', [by]);
  expect((await divide(2)).rows).toEqual([{ x: 3 }]);
  await expect(divide(0)).rejects.toMatchObject({ code: '22012' });
  expect((await divide(3)).rows).toEqual([{ x: 2 }]);
  await expect(client.query('select no_such')).rejects.toMatchObject({ code: '42703' });

  const insert = 'insert into thing (id, words) values ($1, $2)';
  await client.query(insert, [1, 'first']);
  await expect(
    client.transaction(async (tx) => {
      await tx.query(insert, [2, 'second']);
      await tx.query(insert, [1, 'again']);
    }),
  ).rejects.toMatchObject({ code: '23505' });
  await client.transaction(async (tx) => void (await tx.query(insert, [3, 'third'])));
  expect((await client.query('select id, words from thing order by id')).rows).toEqual([
    { id: 1, words: 'first' },
    { id: 3, words: 'third' },
  ]);
});

test('after a part of a transaction is taken back, the rest of it goes on', async () => {
  const n = await client.transaction(async (tx) => {
    await tx.exec('savepoint here');
    await expect(tx.query('insert into thing (id) values ($1)', [1])).rejects.toMatchObject({ code: '23505' });
    await tx.exec('rollback to here');
    return ((await tx.query('select count(*)::int as n from thing')).rows[0] as { n: number }).n;
  });
  expect(n).toBe(2);
});

test('nobody else comes in between in a transaction, and none asks once it is closed', async () => {
  const seen: string[] = [];
  let after: ((text: string) => Promise<unknown>) | undefined;
  let outside: Promise<unknown> | undefined;
  await client.transaction(async (tx) => {
    after = (text) => Promise.resolve().then(() => tx.query(text));
    outside = client.query('select 2').then(() => seen.push('out'));
    for (let i = 0; i < 5; i += 1) {
      await tx.query('select 1');
      seen.push('in');
    }
  });
  await outside;
  expect(seen).toEqual(['in', 'in', 'in', 'in', 'in', 'out']);
  await expect(after?.('select 3')).rejects.toThrow('closed');
});

test('of many different statements the ones used last are kept, and every one is answered', async () => {
  for (let i = 0; i < 450; i += 1) expect((await client.query(`select ${i} as n`)).rows).toEqual([{ n: i }]);
  for (const i of [0, 449]) expect((await client.query(`select ${i} as n`)).rows).toEqual([{ n: i }]);
  const { rows } = await client.query('select count(*)::int as n from pg_prepared_statements');
  expect((rows[0] as { n: number }).n).toBeLessThanOrEqual(400);
});

test('a table that gets a column meanwhile is read with it the time after, at the latest', async () => {
  const all = () => client.query('select * from thing where id = 1');
  await all();
  await client.exec('alter table thing add column later text');
  await all().catch(() => {});
  expect(Object.keys((await all()).rows[0] as object)).toContain('later');
});
