import { readdirSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { addPerson } from '@/store/people';
import { LEAD_ACTS, type LeadAct } from '@/usecases/roles';
import { restoreFrom } from '@/usecases/shop/backups';
import { setSessionKey } from '@/usecases/shop/openTo';
import { type Call, everyAction, everyCall, jar } from './calls';
import { runningStore } from './open';

const AT = new Date('2026-11-26T10:00:00Z');
const store = runningStore({ demo: AT });

/** What only a lead may call; everything else is everybody’s who is at the bench. */
const OF_A_LEAD: Readonly<Record<string, LeadAct>> = {
  'calendar/memoryActions.saveTemplate': 'reminder-text',
  'calendar/memoryActions.switchCorrects': 'hours',
  'calendar/shopActions.addClosure': 'hours',
  'calendar/shopActions.addToCalendar': 'hours',
  'calendar/shopActions.changeAddress': 'addresses',
  'calendar/shopActions.keepHours': 'hours',
  'calendar/shopActions.readClosureFile': 'hours',
  'calendar/shopActions.takeClosureBack': 'hours',
  'calendar/shopActions.takeOffCalendar': 'hours',
  'people.add': 'people',
  'people.change': 'people',
  'people.endLogin': 'people',
  'people.endLogins': 'people',
  'people.keepNamesShown': 'people',
  'people.left': 'people',
  'records.correct': 'revise',
  'settings.backUp': 'back-up',
  'settings.keepPolicy': 'policy',
  'settings.putBack': 'restore',
  'settings/wrenchActions.keepWrench': 'wrenches',
  'settings/wrenchActions.putWrenchAway': 'wrenches',
};
/** What is asked of nobody: saying who one is, a choice of the browser, and reading. */
const OF_NOBODY = [
  'bench.shelfParts',
  'intake.seenOnModel',
  'intake.seenWheels',
  'people.comeIn',
  'people.comeInByName',
  'people.leave',
  'records.verify',
  'shelf.history',
  'shell.keep',
  'vehicle.partsForKit',
];
/** Addresses that write or give everything away, and who may; all others only read, behind the door of the network. */
const ROUTES: Readonly<Record<string, LeadAct | 'somebody' | 'anybody'>> = {
  'POST bay': 'somebody',
  'POST bench': 'somebody',
  'POST notes': 'somebody',
  'POST readings': 'somebody',
  'POST torque': 'somebody',
  'POST photos': 'somebody',
  'POST shelf/import': 'somebody',
  'POST visit': 'import-visit',
  'POST restore': 'restore',
  'GET backup/[name]': 'download-backup',
  // Works a document out that is sent along, and keeps nothing.
  'POST evaluate': 'anybody',
};

const said = async ({ act, args }: Call): Promise<string> => {
  const result = (await act(...args)) as { ok: boolean; message?: string } | undefined;
  return result === undefined || result.ok ? '' : (result.message ?? '');
};
const SENTENCES: readonly string[] = Object.values(LEAD_ACTS);
const ids: Record<'lead' | 'fitter', string> = { lead: '', fitter: '' };

async function comeIn(who: string | null): Promise<void> {
  jar.clear();
  const people = await import('@/features/people/actions');
  if (who !== null) expect(await people.comeIn(who, '')).toEqual({ ok: true, value: null });
}

beforeAll(async () => {
  setSessionKey('k'.repeat(64));
  await store.db.execute(sql`update person set archived_at = now()`);
  ids.lead = await addPerson(store.db, { name: 'Orla Fenn', role: 'lead', pinHash: null }, 'Orla Fenn', AT);
  ids.fitter = await addPerson(store.db, { name: 'Ned Sark', role: 'fitter', pinHash: null }, 'Orla Fenn', AT);
});
afterEach(() => jar.clear());

test('every action has a place in the table, and none is in it that is gone', async () => {
  const actions = everyAction().sort();
  expect((await everyCall(store.db)).map((c) => c.name).sort()).toEqual(actions);
  for (const name of [...Object.keys(OF_A_LEAD), ...OF_NOBODY]) expect(actions).toContain(name);
  expect([...new Set([...Object.values(OF_A_LEAD), ...Object.values(ROUTES)])]).toEqual(
    expect.arrayContaining(Object.keys(LEAD_ACTS)),
  );
});

test('what is a lead’s is refused to a fitter in its own sentence, before anything else is looked at; the rest is not', async () => {
  await comeIn(ids.fitter);
  for (const call of await everyCall(store.db)) {
    if (call.name === 'people.leave') continue;
    const mine = OF_A_LEAD[call.name];
    const message = await said(call);
    if (mine) expect([call.name, message]).toEqual([call.name, LEAD_ACTS[mine]]);
    else expect([call.name, SENTENCES.includes(message)]).toEqual([call.name, false]);
  }
});

test('a lead is refused none of it for being who they are', async () => {
  await comeIn(ids.lead);
  for (const call of await everyCall(store.db))
    if (OF_A_LEAD[call.name]) expect([call.name, SENTENCES.includes(await said(call))]).toEqual([call.name, false]);
});

test('whatever somebody does has the person beside the name, in every table that says who', async () => {
  for (const id of [ids.lead, ids.fitter]) {
    await comeIn(id);
    for (const call of await everyCall(store.db)) if (call.name !== 'people.leave') await said(call);
  }
  const named = await store.db.execute(
    sql`select a.table_name as name from information_schema.columns a join information_schema.columns b
        on a.table_name = b.table_name and a.column_name = 'by' and b.column_name = 'person_id'`,
  );
  let acts = 0;
  for (const { name } of named.rows as { name: string }[]) {
    const { rows } = await store.db.execute(
      // A new person gets a place in the calendar by itself, and wears its name already.
      sql`select "by", person_id as id, to_jsonb(t) ->> 'kind' as kind from ${sql.identifier(name)} t
          where "by" in ('Orla Fenn', 'Ned Sark') and to_jsonb(t) ->> 'kind' is distinct from 'resource.added'
          and coalesce(to_jsonb(t) ->> 'kind', '') <> 'person.added'`,
    );
    acts += rows.length;
    const wrong = rows.filter((r) => r.id !== (r.by === 'Orla Fenn' ? ids.lead : ids.fitter));
    expect([name, wrong]).toEqual([name, []]);
  }
  expect(acts).toBeGreaterThan(10);
});

test('whoever did not say who they are does nothing', async () => {
  const rows = async () => (await store.db.execute(sql`select count(*) as n from event`)).rows[0]?.n;
  const before = await rows();
  for (const call of await everyCall(store.db)) {
    if (OF_NOBODY.includes(call.name)) continue;
    const refused = call.name.startsWith('people.') ? LEAD_ACTS.people : 'Not signed in.';
    expect([call.name, await said(call)]).toEqual([call.name, expect.stringContaining(refused)]);
  }
  expect(await rows()).toBe(before);
});

test('where nobody on the list is a lead, whoever is at the machine acts as one', async () => {
  await store.db.execute(sql`update person set role = 'fitter'`);
  await comeIn(ids.fitter);
  for (const call of await everyCall(store.db))
    if (OF_A_LEAD[call.name]) expect([call.name, SENTENCES.includes(await said(call))]).toEqual([call.name, false]);
  await store.db.execute(sql`update person set role = 'lead' where id = ${ids.lead}`);
});

test('addresses: what writes or gives everything away asks who it is, and a lead where it says so', async () => {
  const found: string[] = [];
  const name = (path: string): string => path.replace(/\/route\.ts$/, '');
  for (const path of readdirSync('src/app/api', { recursive: true, encoding: 'utf8' }).sort()) {
    if (!path.endsWith('route.ts')) continue;
    const module: Record<string, Handler> = await import(`../../src/app/api/${path}`);
    for (const method of ['GET', 'POST', 'PUT', 'PATCH', 'DELETE']) {
      const handler = module[method];
      if (!handler) continue;
      const key = `${method} ${name(path)}`;
      const role = ROUTES[key];
      if (method !== 'GET') found.push(key);
      if (role === undefined || role === 'anybody') {
        // What is in no table only reads.
        expect([key, method === 'GET' || role === 'anybody']).toEqual([key, true]);
        continue;
      }
      if (method === 'GET') found.push(key);
      for (const [who, refused] of [
        [null, 'Not signed in'],
        [ids.fitter, role === 'somebody' ? null : LEAD_ACTS[role]],
      ] as const) {
        await comeIn(who);
        const text = await (await handler(request(method, name(path)), { params: asked() })).text();
        if (refused === null) expect([key, text]).not.toEqual([key, expect.stringMatching(/by a lead|Nobody is at/)]);
        else expect([key, text]).toEqual([key, expect.stringContaining(refused)]);
      }
    }
  }
  expect(found.sort()).toEqual(Object.keys(ROUTES).sort());
});

test('rights are asked for where the work is done too, not only at its door', async () => {
  await expect(restoreFrom('/nowhere.zip', { name: 'Orla Fenn', personId: ids.fitter })).rejects.toThrow(
    LEAD_ACTS.restore,
  );
  await expect(restoreFrom('/nowhere.zip', { name: 'Orla Fenn', personId: null })).rejects.toThrow(LEAD_ACTS.restore);
});

type Handler = (request: Request, with_: { params: Promise<Record<string, string>> }) => Promise<Response>;
const asked = async (): Promise<Record<string, string>> => ({ id: 'x', name: 'x', token: 'x', hash: 'x' });
function request(method: string, path: string): Request {
  const url = `http://127.0.0.1:4310/api/${path}?vehicle=x`;
  if (method === 'GET') return new Request(url);
  const body = '{}';
  const headers = { host: '127.0.0.1:4310', origin: 'http://127.0.0.1:4310', 'content-length': String(body.length) };
  const made = new Request(url, { method, body });
  return new Proxy(made, {
    get: (of, key) => (key === 'headers' ? new Headers(headers) : bound(of, key)),
  });
}
const bound = (of: Request, key: string | symbol): unknown => {
  const value = Reflect.get(of, key) as unknown;
  return typeof value === 'function' ? value.bind(of) : value;
};
