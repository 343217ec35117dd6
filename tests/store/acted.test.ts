import { sql } from 'drizzle-orm';
import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import { v7 as newId } from 'uuid';
import { inNameOf } from '@/store/acting';
import { recordEvent } from '@/store/events';
import { addPerson, changePerson } from '@/store/people';
import { recordOf } from '@/store/recordOf';
import * as schema from '@/store/schema';
import { noteBay } from '@/usecases/fit/bay';
import { jobById } from '@/usecases/job/jobs';
import { tickLine } from '@/usecases/job/ticks';
import { remarksFor, takeNote } from '@/usecases/vehicle/remarks';
import { runningStore } from './open';

const store = runningStore({ demo: new Date() });
const NAME = 'Merryn Quill';

/**
 * Names that stand in a row as it is now, and not beside an act of its own: whoever signed or put a job aside has an
 * event of it, and cure_by is what the cure is for.
 */
const STATES = ['job.signed_by', 'job.held_by', 'booking.cure_by', 'chalk_test.held_by', 'visit_need.needed_by'];

test('wherever a name says who did something, the person stands beside it', () => {
  const tables = Object.values(schema)
    .filter((t) => t instanceof PgTable)
    .map((t) => getTableConfig(t as PgTable));
  const named = tables.flatMap((t) =>
    t.columns.filter((c) => /^by$|_by$/.test(c.name)).map((c) => ({ is: `${t.name}.${c.name}`, t, c })),
  );
  expect(named.length).toBeGreaterThan(25);
  const alone = named.filter(({ is, t, c }) => {
    const beside = c.name === 'done_by' ? 'done_person_id' : 'person_id';
    const keys = t.foreignKeys.map((k) => k.reference());
    return (
      !STATES.includes(is) &&
      !keys.some((k) => k.columns[0]?.name === beside && getTableConfig(k.foreignTable).name === 'person')
    );
  });
  expect(alone.map((a) => a.is)).toEqual([]);
});

test('two people bear one name one after the other: what each did is theirs, on rows, in the log, and in a record', async () => {
  const fit = String((await store.db.execute(sql`select id from job where stage = 'fit' limit 1`)).rows[0]?.id);
  const [crack, stand] = ['fit.front-left.crack', 'fit.front-left.stand'];
  for (const key of [crack, stand]) if ((await jobById(fit)).ticked.has(key)) await tickLine(fit, key, false, 'Bram');
  const begins = () => addPerson(store.db, { name: NAME, pinHash: 'x', role: 'fitter' }, 'Bram', new Date());
  const first = await begins();
  const { vehicle } = await jobById(fit);
  const about = { vehicleId: vehicle.id, jobId: fit, corner: null };
  await inNameOf(first, async () => {
    await tickLine(fit, crack, true, NAME);
    await noteBay(fit, { id: newId(), corner: null, detail: { kind: 'pause', why: 'parts' } }, NAME, null, null);
  });
  await store.db.transaction((tx) => changePerson(tx, first, { archivedAt: new Date() }, 'Bram', new Date()));
  const second = await begins();
  await inNameOf(second, async () => {
    await noteBay(fit, { id: newId(), corner: null, detail: { kind: 'go-on' } }, NAME, null, null);
    await tickLine(fit, stand, true, NAME);
    await takeNote(about, 'a stud felt rough', NAME);
  });
  const whole = await jobById(fit);
  expect([whole.ticked.get(crack), whole.ticked.get(stand)]).toMatchObject([
    { by: NAME, personId: first },
    { by: NAME, personId: second },
  ]);
  const remarks = await remarksFor(vehicle.id);
  const signed = { person: { id: second, name: NAME }, at: new Date(), installation: null };
  const record = recordOf(whole, remarks, signed);
  const byKey = new Map(record.ticks.map((t) => [t.key, t.person]));
  expect([byKey.get(crack), byKey.get(stand)]).toEqual([
    { id: first, name: NAME },
    { id: second, name: NAME },
  ]);
  const ofBay = record.bay.filter((e) => e.person.name === NAME).map((e) => [e.detail.kind, e.person.id]);
  expect(ofBay).toEqual([
    ['pause', first],
    ['go-on', second],
  ]);
  expect(record.notes.find((n) => n.text === 'a stud felt rough')?.person).toEqual({ id: second, name: NAME });
  const { rows } = await store.db.execute(
    sql`select kind, person_id as id from event where "by" = ${NAME} order by id`,
  );
  expect(rows.filter((r) => r.id === first).map((r) => r.kind)).toContain('step.ticked');
  expect(rows.filter((r) => r.id === second).length).toBeGreaterThan(1);
  // A new person gets a place in the calendar by itself.
  expect(rows.filter((r) => r.id === null && r.kind !== 'resource.added')).toEqual([]);
  // What the program does by itself, and what was there before, is nobody's.
  expect(record.ticks.filter((t) => t.key !== crack && t.key !== stand).every((t) => t.person.id === null)).toBe(true);
});

test('acts of several people at one time do not mix', async () => {
  const named = (name: string) => addPerson(store.db, { name, pinHash: 'x', role: 'fitter' }, 'Bram', new Date());
  const ids = [await named('Ansa'), await named('Bevis'), await named('Corin')];
  const kind = 'test.act';
  const does = (id: string, i: number) =>
    inNameOf(id, async () => {
      for (let n = 0; n < 5; n += 1) {
        await new Promise((r) => setTimeout(r, (i * 7 + n * 3) % 11));
        await store.db.transaction((tx) => recordEvent(tx, { kind, detail: {}, by: id, at: new Date() }));
      }
    });
  await Promise.all(ids.map(does));
  const { rows } = await store.db.execute(sql`select "by", person_id from event where kind = ${kind}`);
  expect(rows).toHaveLength(15);
  expect(rows.filter((r) => r.by !== r.person_id)).toEqual([]);
});
