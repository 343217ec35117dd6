import { jest } from '@jest/globals';
import { sql } from 'drizzle-orm';
import fc from 'fast-check';
import { setSessionKey } from '@/usecases/openTo';
import { runningStore } from './open';

/**
 * Every action that a browser can call, called with arguments that no browser of ours sends. It answers with a result and a sentence,
 * never throws, and what it refuses changes no row. VECTIS_CALLS is how many calls of each; thousands are for a change of the actions.
 */
const CALLS = Number(process.env.VECTIS_CALLS ?? 20);
const store = runningStore({ demo: new Date() });

const jar = new Map<string, string>();
jest.unstable_mockModule('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => (jar.has(name) ? { name, value: jar.get(name) } : undefined),
    set: (name: string, value: string) => void jar.set(name, value),
    delete: (name: string) => void jar.delete(name),
  }),
  headers: async () => new Headers(),
}));
jest.unstable_mockModule('next/cache', () => ({ revalidatePath: () => {} }));

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

/** One line for the whole database: how many rows each table has, and what is in them. */
async function print(): Promise<string> {
  const { rows } = await store.db.execute(
    sql`select table_name as name from information_schema.tables where table_schema = 'public' order by 1`,
  );
  const parts: string[] = [];
  for (const { name } of rows as { name: string }[]) {
    const found = await store.db.execute(
      sql.raw(`select count(*) || md5(coalesce(string_agg(t::text, '' order by t::text), '')) as p from "${name}" t`),
    );
    parts.push(`${name} ${(found.rows[0] as { p: string }).p}`);
  }
  return parts.join('\n');
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
  const one = async (query: string) => String((await store.db.execute(sql.raw(query))).rows[0]?.id);
  const open = await one(`select id from job where stage = 'choose' limit 1`);
  const torque = await one(`select id from job where stage = 'torque' limit 1`);
  const signed = await one(`select id from job where stage = 'recheck' limit 1`);
  const car = await one('select id from vehicle limit 1');
  const set = await one(`select id from wheel_set where vehicle_id = '${car}' limit 1`);
  const wheel = await one(`select id from wheel where wheel_set_id = '${set}' limit 1`);
  const part = await one('select id from part limit 1');
  const reading = await one(`select id from reading where job_id = '${open}' limit 1`);
  const bench = await import('@/features/bench/actions');
  const intake = await import('@/features/intake/actions');
  const people = await import('@/features/people/actions');
  const records = await import('@/features/records/actions');
  const settings = await import('@/features/settings/actions');
  const wrenches = await import('@/features/settings/wrenchActions');
  const shelf = await import('@/features/shelf/actions');
  const staging = await import('@/features/bay/actions');
  const survey = await import('@/features/survey/actions');
  const aside = await import('@/features/shell/jobActions');
  const planned = await import('@/features/shell/planActions');
  const remarks = await import('@/features/remarks/actions');
  const vehicle = await import('@/features/vehicle/actions');
  const tight = await import('@/features/torque/actions');
  const calendar = await import('@/features/calendar/actions');
  const shop = await import('@/features/calendar/shopActions');
  const orders = await import('@/features/calendar/orderActions');
  const memory = await import('@/features/calendar/memoryActions');
  const bay = await one(`select id from resource where kind = 'bay' limit 1`);
  const visit = await one(`select visit_id as id from job where stage = 'choose' limit 1`);
  const booked = {
    id: null,
    version: null,
    visitId: visit,
    recheckId: null,
    placeId: 'x',
    whoId: '',
    things: [bay],
    begins: '2020-01-01T10:00',
    length: '',
    cureHours: '',
    cureWhy: '',
    why: '',
  };
  const { EMPTY_VEHICLE } = await import('@/features/intake/schema');
  const { plainSpacer } = await import('@/core/document/blank');
  const choice = {
    spacer: plainSpacer(5),
    fastener: { kind: 'bolt', length: 45, threadLength: 28, nose: 0, seat: 'ball13', class: '10.9' },
  };
  const all: readonly (readonly [
    string,
    (...a: never[]) => Promise<{ ok: boolean } | undefined>,
    readonly unknown[],
  ])[] = [
    ['keepChoice', bench.keepChoice, [open, 1, choice]],
    ['freezeChoice', bench.freezeChoice, [open, 1, choice, { reason: 'r', leadId: 'x', pin: '274059' }]],
    ['openOtherAxle', bench.openOtherAxle, [open]],
    ['takeInVehicle', intake.takeInVehicle, [{ ...EMPTY_VEHICLE, name: 'Halm', plate: 'H' }]],
    ['changeVehicle', intake.changeVehicle, [car, 1, EMPTY_VEHICLE]],
    ['takeInWheelSet', intake.takeInWheelSet, [car, EMPTY_VEHICLE.wheelSet]],
    ['drillWheelSet', intake.drillWheelSet, [car, set, '5x112']],
    ['openJob', intake.openJob, [car, { axle: 'front', wheelSetId: 'x', wish: 'stance', use: 'street' }]],
    ['changeWheelSet', intake.changeWheelSet, [car, set, EMPTY_VEHICLE.wheelSet]],
    ['archiveWheels', intake.archiveWheels, [car, 'x']],
    ['setReady', bench.setReady, [open, choice]],
    ['hold', aside.hold, [open, 'parts', ' ']],
    ['takeUp', aside.takeUp, [signed]],
    ['takeIn', planned.takeIn, [open]],
    ['changePlan', aside.changePlan, [open, 'reason']],
    ['keepNote', remarks.keepNote, [{ vehicleId: car, jobId: open, corner: 'front-left' }, ' ']],
    ['takeBackRemark', remarks.takeBack, [car, 'note', 'x']],
    ['sayFound', vehicle.sayFound, [car, { corners: ['front-left'], wheelSetId: null, plate: 'x', hardware: 'other' }]],
    ['keepLockingKey', vehicle.keepLockingKey, [car, { pattern: '', place: '', holder: '' }, null]],
    ['endLockingKey', vehicle.endLockingKey, [car, 'x']],
    ['confirm', survey.confirm, [open, ['front-left/none']]],
    ['startMeasuring', intake.startMeasuring, [signed]],
    ['comeIn', people.comeIn, ['x', '274059']],
    ['add', people.add, [{ name: '', role: 'lead', pin: '274059' }]],
    ['change', people.change, ['x', { name: 'n', role: 'lead', pin: '' }]],
    ['left', people.left, ['x']],
    ['endLogins', people.endLogins, ['x']],
    ['verify', records.verify, [signed, 1]],
    ['correct', records.correct, [open, 'reason']],
    [
      'keepPolicy',
      settings.keepPolicy,
      [{ after: 3, governing: ['one-diameter'], typed: { spigotGood: '5' }, why: 'w' }],
    ],
    ['keepWrench', wrenches.keepWrench, [null, { name: '', kind: 'click', from: '1', to: '2', dueOn: '' }]],
    ['putWrenchAway', wrenches.putWrenchAway, ['x']],
    ['putBack', settings.putBack, ['vectis-20260101T000000Z-asked.zip']],
    ['savePart', shelf.savePart, [null, { kind: 'bolt', name: '', count: '1', thread: 'M14x1.5', length: '40' }]],
    ['takeOff', shelf.takeOff, ['x']],
    ['move', shelf.move, [part, { move: 'use', pieces: 5000, jobId: null, note: '' }]],
    ['reserve', shelf.reserve, [part, open, 5000]],
    ['release', shelf.release, ['x', true]],
    ['addCommon', shelf.addCommon, [{ plates: '', bore: '', thread: '', from: '', to: '', seat: 'x', nuts: false }]],
    ['history', shelf.history, ['x']],
    ['copyToOther', bench.copyToOther, [torque, choice]],
    ['tick', staging.tick, [torque, 'kit.none', true]],
    ['finish', staging.finish, [open, 'stage']],
    ['scan', staging.scan, [torque, 'SW-999']],
    ['setReady', staging.setReady, [torque, 'SW-999']],
    [
      'keepReading',
      survey.keepReading,
      [open, { quantity: 'gap', corner: 'rear-left', typed: 'x', method: 'tape', hour: null, plate: '' }],
    ],
    ['keepArchWork', survey.keepArchWork, [signed, 'note']],
    ['takeBack', survey.takeBack, [signed, reading]],
    [
      'keepWheelReading',
      survey.keepWheelReading,
      [car, wheel, { quantity: 'wheelBore', typed: 'x', method: 'caliper' }],
    ],
    ['takeBackWheel', survey.takeBackWheel, [car, wheel, 'x']],
    ['mark', survey.mark, [car, wheel, '']],
    ['hang', survey.hang, [car, 'x', 'front-left']],
    ['alike', survey.alike, [car, 'x']],
    ['keepRotates', survey.keepRotates, [car, 'x', true]],
    [
      'keepChalk',
      survey.keepChalk,
      [signed, { corner: 'front-left', trial: '5', load: 'bounced', across: null, hours: [1], heldBy: null }],
    ],
    ['takeBackChalk', survey.takeBackChalk, [open, 'x']],
    ['goChoose', survey.goChoose, ['x']],
    ['sayTorquedAgain', survey.sayTorquedAgain, [open, 'front-left', 'no wrench']],
    ['sign', tight.sign, [torque]],
    ['keepGapFitted', tight.keepGapFitted, [torque, 'front-left', 'x']],
    ['takeBackGapFitted', tight.takeBackGapFitted, [torque, 'x']],
    ['sayEarly', tight.sayEarly, [open, 'r']],
    ['decline', tight.decline, [open, 'r']],
    ['unreached', tight.unreached, [open, 'r']],
    ['planSession', tight.planSession, [signed, '2099-01-01T10:00', '2098-01-01T10:00']],
    ['planSeason', tight.planSeason, [signed, '2099-01-01', set]],
    ['seasonDone', tight.seasonDone, [signed, 'x']],
    ['keepBooking', calendar.keepBooking, [booked]],
    ['moveTo', calendar.moveTo, [{ id: 'x', version: 1, startAt: 5, day: null, placeId: bay, whoId: null, why: '' }]],
    ['offBooking', calendar.offBooking, ['x', 1, 'why']],
    ['keepNeed', calendar.keepNeed, [visit, '2026-13-01T10:00', '']],
    ['askOpen', calendar.askOpen, [['x']]],
    ['askProposal', calendar.askProposal, ['x', null]],
    ['keepHours', shop.keepHours, ['Nowhere/Here', ['', '', '', '', '', '', '']]],
    ['addToCalendar', shop.addToCalendar, ['bay', '']],
    ['takeOffCalendar', shop.takeOffCalendar, ['x']],
    ['changeAddress', shop.changeAddress, ['x']],
    ['addClosure', shop.addClosure, [{ title: '', of: bay, from: '2026-12-24', to: '2026-12-01' }]],
    ['takeClosureBack', shop.takeClosureBack, ['x']],
    ['readClosureFile', shop.readClosureFile, ['no calendar', '']],
    ['sayOrdered', orders.sayOrdered, [{ jobId: open, line: 'kit.none', what: 'x', pieces: 2, dueOn: '' }]],
    ['sayCame', orders.sayCame, ['x']],
    ['sendReminders', memory.sendReminders, [['visit/x/2026']]],
    ['saveTemplate', memory.saveTemplate, ['visit', 'subject only']],
    ['saveContact', memory.saveContact, [car, { name: '', email: 'no address', kmADay: '' }]],
    ['switchCorrects', memory.switchCorrects, ['yes']],
  ];
  let refused = 0;
  let taken = 0;
  let before = await print();
  let at = await written();
  for (const [name, act, args] of all) {
    for (const call of fc.sample(mutated(args), { numRuns: CALLS, seed: 7 })) {
      const sent = Array.isArray(call) ? call : [call];
      loud.length = 0;
      const result = await (act as (...a: unknown[]) => Promise<{ ok: boolean; message?: string; why?: string }>)(
        ...sent,
      ).catch((error) => ({ ok: false, message: '', why: `threw ${String(error)}` }));
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
        if ((await written()) !== at) expect([name, shown, await print()]).toEqual([name, shown, before]);
      } else {
        taken += 1;
        if ((await written()) !== at) before = await print();
      }
      at = await written();
    }
  }
  expect(await print()).toBe(before);
  console.error = quiet;
  said.mockRestore();
  expect(refused).toBeGreaterThan(all.length * CALLS * 0.5);
  expect(taken).toBeLessThan(all.length * CALLS * 0.5);
}, 3_600_000);
