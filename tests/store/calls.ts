import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { jest } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { Db } from '@/store/connection';

/** A calendar file as its form sends it. */
export function calendarFile(text: string, of: string): FormData {
  const form = new FormData();
  form.set('file', new Blob([text]));
  form.set('of', of);
  return form;
}

/** Cookies of the browser that calls. */
export const jar = new Map<string, string>();
jest.unstable_mockModule('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => (jar.has(name) ? { name, value: jar.get(name) } : undefined),
    set: (name: string, value: string) => void jar.set(name, value),
    delete: (name: string) => void jar.delete(name),
  }),
  headers: async () => new Headers(),
}));
jest.unstable_mockModule('next/cache', () => ({ revalidatePath: () => {} }));

/**
 * A line a table: how many rows it has, and what is in them. Wrong PINs are counted by being tried, and are left out.
 */
export async function print(db: Db): Promise<string> {
  const { rows } = await db.execute(
    sql`select table_name as name from information_schema.tables where table_schema = 'public' and table_name <> 'pin_try' order by 1`,
  );
  const parts: string[] = [];
  for (const { name } of rows as { name: string }[]) {
    const found = await db.execute(
      sql.raw(`select count(*) || md5(coalesce(string_agg(t::text, '' order by t::text), '')) as p from "${name}" t`),
    );
    parts.push(`${name} ${(found.rows[0] as { p: string }).p}`);
  }
  return parts.join('\n');
}

/** An action as a browser calls it. */
type Act = (...args: unknown[]) => Promise<{ ok: boolean; message?: string; why?: string }>;

export interface Call {
  /** Module and function: `people.add`. */
  readonly name: string;
  readonly act: Act;
  /** Arguments of the right shape; what they name is there, or nowhere. */
  readonly args: readonly unknown[];
}

/** Every action that a browser can reach, by its module: whatever a file of server actions exports. */
export function everyAction(): string[] {
  return readdirSync('src/features', { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.ts'))
    .sort()
    .flatMap((f) => {
      const text = readFileSync(join('src/features', f), 'utf8');
      if (!text.startsWith("'use server'")) return [];
      const room = f.replace(/\/actions\.ts$/, '').replace(/\.ts$/, '');
      return [...text.matchAll(/^export async function (\w+)/gm)].map((m) => `${room}.${m[1]}`);
    });
}

/** One call of each of them, made out of what the demo workshop holds. */
export async function everyCall(db: Db): Promise<Call[]> {
  const one = async (query: string) => String((await db.execute(sql.raw(query))).rows[0]?.id);
  const open = await one(`select id from job where stage = 'choose' limit 1`);
  const torque = await one(`select id from job where stage = 'torque' limit 1`);
  const signed = await one(`select id from job where stage = 'recheck' limit 1`);
  const car = await one('select id from vehicle limit 1');
  const set = await one(`select id from wheel_set where vehicle_id = '${car}' limit 1`);
  const wheel = await one(`select id from wheel where wheel_set_id = '${set}' limit 1`);
  const part = await one('select id from part limit 1');
  const reading = await one(`select id from reading where job_id = '${open}' limit 1`);
  const bench = await import('@/features/bench/actions');
  const fitment = await import('@/features/fitment/actions');
  const intake = await import('@/features/intake/actions');
  const people = await import('@/features/people/actions');
  const records = await import('@/features/records/actions');
  const settings = await import('@/features/settings/actions');
  const wrenches = await import('@/features/settings/wrenchActions');
  const shelf = await import('@/features/shelf/actions');
  const staging = await import('@/features/bay/actions');
  const survey = await import('@/features/survey/actions');
  const shell = await import('@/features/shell/actions');
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
  const all: readonly (readonly [string, unknown, readonly unknown[]])[] = [
    [
      'bench.freezeChoice',
      bench.freezeChoice,
      [open, { version: 1, bench: newId() }, choice, { reason: 'r', leadId: 'x', pin: '274059' }],
    ],
    ['bench.openOtherAxle', bench.openOtherAxle, [open, 'rear']],
    ['fitment.lookAt', fitment.lookAt, ['model,axle,what,value']],
    ['fitment.takeOver', fitment.takeOver, ['model,axle,what,value\nHalm,front,lugs,5', 'x.csv']],
    ['intake.takeInVehicle', intake.takeInVehicle, [{ ...EMPTY_VEHICLE, name: 'Halm', plate: 'H' }]],
    ['intake.changeVehicle', intake.changeVehicle, [car, 1, EMPTY_VEHICLE]],
    ['intake.takeInWheelSet', intake.takeInWheelSet, [car, EMPTY_VEHICLE.wheelSet]],
    ['intake.drillWheelSet', intake.drillWheelSet, [car, set, '5x112']],
    ['intake.openJob', intake.openJob, [car, { axle: 'front', wheelSetId: 'x', wish: 'stance', use: 'street' }]],
    ['intake.changeWheelSet', intake.changeWheelSet, [car, set, EMPTY_VEHICLE.wheelSet]],
    ['intake.archiveWheels', intake.archiveWheels, [car, 'x']],
    ['bench.setReady', bench.setReady, [open, choice]],
    ['shell/jobActions.hold', aside.hold, [open, 'parts', ' ']],
    ['shell/jobActions.takeUp', aside.takeUp, [signed]],
    ['shell/planActions.takeIn', planned.takeIn, [open]],
    ['shell/jobActions.changePlan', aside.changePlan, [open, 'reason']],
    ['remarks.takeBack', remarks.takeBack, [car, 'note', 'x']],
    [
      'vehicle.sayFound',
      vehicle.sayFound,
      [car, { corners: ['front-left'], wheelSetId: null, plate: 'x', hardware: 'other' }],
    ],
    ['vehicle.keepLockingKey', vehicle.keepLockingKey, [car, { pattern: '', place: '', holder: '' }, null]],
    ['vehicle.endLockingKey', vehicle.endLockingKey, [car, 'x']],
    ['survey.confirm', survey.confirm, [open, ['front-left/none']]],
    ['intake.startMeasuring', intake.startMeasuring, [signed]],
    ['intake.changePlanned', intake.changePlanned, [open, { wish: 'wheels', use: 'street', kind: null }]],
    ['intake.seenOnModel', intake.seenOnModel, ['Halm Drover']],
    ['intake.seenWheels', intake.seenWheels, ['winter 16', { model: 'Halm Drover' }]],
    ['intake.keepMileage', intake.keepMileage, [signed, 'far']],
    [
      'bay.sayByLead',
      staging.sayByLead,
      [
        torque,
        {
          id: newId(),
          corner: null,
          detail: { kind: 'instead', key: 'fit.none', why: 'it was not there at all' },
          leadId: 'x',
          pin: '274059',
        },
      ],
    ],
    ['bay.sayDoneBefore', staging.sayDoneBefore, [torque, { corner: 'front-left', saw: '', lead: null }]],
    ['people.comeInByName', people.comeInByName, ['x', '274059']],
    ['people.keepNamesShown', people.keepNamesShown, [false]],
    ['people.endLogin', people.endLogin, ['x']],
    ['people.leave', people.leave, []],
    ['shell.keep', shell.keep, ['units', 'metric']],
    ['bench.shelfParts', bench.shelfParts, []],
    ['vehicle.partsForKit', vehicle.partsForKit, []],
    ['settings.backUp', settings.backUp, []],
    ['shelf.stopImport', shelf.stopImport, ['x']],
    ['people.comeIn', people.comeIn, ['x', '274059']],
    ['people.add', people.add, [{ name: '', role: 'lead', pin: '274059' }]],
    ['people.change', people.change, ['x', { name: 'n', role: 'lead', pin: '' }]],
    ['people.left', people.left, ['x']],
    ['people.endLogins', people.endLogins, ['x']],
    ['records.verify', records.verify, [signed, 1]],
    ['records.correct', records.correct, [open, 'reason']],
    [
      'settings.keepPolicy',
      settings.keepPolicy,
      [{ after: 3, governing: ['one-diameter'], typed: { spigotGood: '5' }, why: 'w' }],
    ],
    [
      'settings/wrenchActions.keepWrench',
      wrenches.keepWrench,
      [null, { name: '', kind: 'click', from: '1', to: '2', dueOn: '' }],
    ],
    ['settings/wrenchActions.putWrenchAway', wrenches.putWrenchAway, ['x']],
    ['settings.putBack', settings.putBack, ['vectis-20260101T000000Z-asked.zip']],
    ['shelf.savePart', shelf.savePart, [null, { kind: 'bolt', name: '', count: '1', thread: 'M14x1.5', length: '40' }]],
    ['shelf.takeOff', shelf.takeOff, ['x']],
    ['shelf.move', shelf.move, [part, { move: 'use', pieces: 5000, jobId: null, note: '' }]],
    ['shelf.reserve', shelf.reserve, [part, open, 5000]],
    ['shelf.release', shelf.release, ['x', true]],
    [
      'shelf.addCommon',
      shelf.addCommon,
      [{ plates: '', bore: '', thread: '', from: '', to: '', seat: 'x', nuts: false }],
    ],
    ['shelf.history', shelf.history, ['x']],
    ['bench.copyToOther', bench.copyToOther, [torque, choice, 'rear']],
    ['bay.finish', staging.finish, [open, 'stage']],
    ['bay.scan', staging.scan, [torque, 'SW-999']],
    ['bay.setReady', staging.setReady, [torque, 'SW-999']],
    ['survey.keepArchWork', survey.keepArchWork, [signed, 'note']],
    ['survey.takeBack', survey.takeBack, [signed, reading]],
    ['survey.takeBackWheel', survey.takeBackWheel, [car, wheel, 'x']],
    ['survey.mark', survey.mark, [car, wheel, '']],
    ['survey.hang', survey.hang, [car, 'x', 'front-left']],
    ['survey.alike', survey.alike, [car, 'x']],
    ['survey.keepRotates', survey.keepRotates, [car, 'x', true]],
    ['survey.takeBackChalk', survey.takeBackChalk, [open, 'x']],
    ['survey.goChoose', survey.goChoose, ['x']],
    ['survey.sayTorquedAgain', survey.sayTorquedAgain, [open, 'front-left', 'no wrench']],
    ['torque.sign', tight.sign, [torque]],
    ['torque.keepGapFitted', tight.keepGapFitted, [torque, 'front-left', 'x']],
    ['torque.takeBackGapFitted', tight.takeBackGapFitted, [torque, 'x']],
    ['torque.sayEarly', tight.sayEarly, [open, 'r']],
    ['torque.decline', tight.decline, [open, 'r']],
    ['torque.unreached', tight.unreached, [open, 'r']],
    ['torque.planSession', tight.planSession, [signed, '2099-01-01T10:00', '2098-01-01T10:00']],
    ['torque.planSeason', tight.planSeason, [signed, '2099-01-01', set]],
    ['torque.seasonDone', tight.seasonDone, [signed, 'x']],
    ['calendar.keepBooking', calendar.keepBooking, [booked]],
    [
      'calendar.moveTo',
      calendar.moveTo,
      [{ id: 'x', version: 1, startAt: 5, day: null, placeId: bay, whoId: null, why: '' }],
    ],
    ['calendar.offBooking', calendar.offBooking, ['x', 1, 'why']],
    ['calendar.keepNeed', calendar.keepNeed, [visit, '2026-13-01T10:00', '']],
    ['calendar.keepCaller', calendar.keepCaller, [{ name: 'Ada', phone: '', plate: 'H', work: 'open' }]],
    ['calendar.endCall', calendar.endCall, ['x', 'why']],
    ['calendar.askOpen', calendar.askOpen, [['x']]],
    ['calendar.askProposal', calendar.askProposal, ['x', null]],
    ['calendar/shopActions.keepHours', shop.keepHours, ['Nowhere/Here', ['', '', '', '', '', '', '']]],
    ['calendar/shopActions.addToCalendar', shop.addToCalendar, ['bay', '']],
    ['calendar/shopActions.takeOffCalendar', shop.takeOffCalendar, ['x']],
    ['calendar/shopActions.changeAddress', shop.changeAddress, ['x']],
    [
      'calendar/shopActions.addClosure',
      shop.addClosure,
      [{ title: '', of: bay, from: '2026-12-24', to: '2026-12-01' }],
    ],
    ['calendar/shopActions.takeClosureBack', shop.takeClosureBack, ['x']],
    ['calendar/shopActions.readClosureFile', shop.readClosureFile, [calendarFile('no calendar', '')]],
    [
      'calendar/orderActions.sayOrdered',
      orders.sayOrdered,
      [{ jobId: open, line: 'kit.none', what: 'x', pieces: 2, dueOn: '' }],
    ],
    ['calendar/orderActions.sayCame', orders.sayCame, ['x']],
    ['calendar/memoryActions.sendReminders', memory.sendReminders, [['visit/x/2026']]],
    ['calendar/memoryActions.saveTemplate', memory.saveTemplate, ['visit', 'subject only']],
    ['calendar/memoryActions.saveContact', memory.saveContact, [car, { name: '', email: 'no address', kmADay: '' }]],
    ['calendar/memoryActions.switchCorrects', memory.switchCorrects, [true]],
  ];
  return all.map(([name, act, args]) => ({ name, act: act as Act, args }));
}
