import { sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { setSessionKey } from '@/usecases/shop/openTo';
import { calendarFile, everyAction, everyCall, jar, print } from './calls';
import { runningStore } from './open';

/**
 * Every id in an action belongs to what it is used with: each action is called with ids that are there, of another car,
 * visit or job. It refuses them and changes nothing.
 */
const store = runningStore({ demo: new Date('2026-11-26T10:00:00Z') });

/** Actions that take one id, or none: there is nothing that it could be mixed up with. */
const ONE_ID = [
  'intake.changePlanned',
  'bench.copyToOther',
  'bench.openOtherAxle',
  'bench.setReady',
  'bench.shelfParts',
  'bay.finish',
  'bay.sayDoneBefore',
  'bay.scan',
  'bay.setReady',
  'calendar.askOpen',
  'calendar.endCall',
  'calendar.keepCaller',
  'calendar.keepNeed',
  'calendar.offBooking',
  'calendar/memoryActions.saveContact',
  'calendar/memoryActions.saveTemplate',
  'calendar/memoryActions.sendReminders',
  'calendar/memoryActions.switchCorrects',
  'calendar/orderActions.sayCame',
  'calendar/orderActions.sayOrdered',
  'calendar/shopActions.addToCalendar',
  'calendar/shopActions.changeAddress',
  'calendar/shopActions.keepHours',
  'calendar/shopActions.takeClosureBack',
  'calendar/shopActions.takeOffCalendar',
  'fitment.lookAt',
  'fitment.takeOver',
  'intake.changeVehicle',
  'intake.keepMileage',
  'intake.seenOnModel',
  'intake.seenWheels',
  'intake.startMeasuring',
  'intake.takeInVehicle',
  'intake.takeInWheelSet',
  'people.add',
  'people.change',
  'people.comeIn',
  'people.comeInByName',
  'people.endLogin',
  'people.endLogins',
  'people.keepNamesShown',
  'people.leave',
  'people.left',
  'records.correct',
  'records.verify',
  'settings.backUp',
  'settings.keepPolicy',
  'settings.putBack',
  'settings/wrenchActions.keepWrench',
  'settings/wrenchActions.putWrenchAway',
  'shelf.addCommon',
  'shelf.history',
  'shelf.release',
  'shelf.savePart',
  'shelf.stopImport',
  'shelf.takeOff',
  'shell.keep',
  'shell/jobActions.changePlan',
  'shell/jobActions.hold',
  'shell/jobActions.takeUp',
  'shell/planActions.takeIn',
  'survey.goChoose',
  'survey.keepArchWork',
  'torque.decline',
  'torque.planSession',
  'torque.sayEarly',
  'torque.sign',
  'torque.unreached',
  'vehicle.partsForKit',
];

test('an id of another car, visit or job is refused, whatever it is used with', async () => {
  setSessionKey('k'.repeat(64));
  const one = async (query: string): Promise<string> => {
    const row = (await store.db.execute(sql.raw(query))).rows[0];
    if (!row) throw new Error(`The demo workshop has none: ${query}`);
    return String(row.id);
  };
  const open = await one(`select id from job where stage = 'choose' limit 1`);
  const car = await one(`select vehicle_id as id from job where id = '${open}'`);
  const visit = await one(`select visit_id as id from job where id = '${open}'`);
  const signed = await one(`select id from job where stage = 'recheck' and vehicle_id <> '${car}' limit 1`);
  const stranger = await one(`select vehicle_id as id from job where id = '${signed}'`);
  const set = await one(`select id from wheel_set where vehicle_id = '${stranger}' limit 1`);
  const wheel = await one(
    `select wheel_id as id from wheel_reading where wheel_id in (select id from wheel where wheel_set_id = '${set}') limit 1`,
  );
  const ownWheel = await one(
    `select w.id from wheel w join wheel_set s on s.id = w.wheel_set_id where s.vehicle_id = '${car}' limit 1`,
  );
  const wheelReading = await one(`select r.id from wheel_reading r where r.wheel_id <> '${ownWheel}' limit 1`);
  const reading = await one(`select id from reading where job_id = '${signed}' limit 1`);
  const recheck = await one(`select id from recheck where job_id = '${signed}' and done_at is null limit 1`);
  const key = await one(`select id from locking_key where vehicle_id <> '${car}' limit 1`);
  const booking = await one(`select id from booking where visit_id <> '${visit}' limit 1`);
  const bay = await one(`select id from resource where kind = 'bay' limit 1`);
  const part = await one('select id from part where count > 4 limit 1');
  const note = await import('@/usecases/vehicle/remarks');
  await note.takeNote({ vehicleId: stranger, jobId: null, corner: null }, 'a scratch', 'Bram');
  const strange = await one(`select id from note where vehicle_id = '${stranger}' limit 1`);
  const { plainSpacer } = await import('@/core/document/blank');
  const { EMPTY_VEHICLE } = await import('@/features/intake/schema');
  const wheels = { ...EMPTY_VEHICLE.wheelSet, setName: 'mine', tyre: '205/55R16', offset: '45', wheelSeat: 'cone60' };
  const corner = `${await one(`select axle as id from job where id = '${open}'`)}-left`;
  const version = Number(await one(`select version as id from job where id = '${open}'`));
  const choice = { spacer: plainSpacer(5), fastener: { kind: 'original' } };
  const booked = {
    id: null,
    version: null,
    visitId: visit,
    recheckId: null,
    placeId: bay,
    whoId: '',
    things: [],
    begins: '2026-12-02T10:00',
    length: '60',
    cureHours: '',
    cureWhy: '',
    why: 'asked for',
  };
  const foreign: readonly (readonly [string, readonly unknown[]])[] = [
    [
      'bench.freezeChoice',
      [open, { version, bench: newId() }, choice, { reason: 'r', leadId: 'nobody', pin: '274059' }],
    ],
    [
      'bay.sayByLead',
      [open, { id: newId(), corner: 'nowhere', detail: { kind: 'pause', why: 'x' }, leadId: car, pin: '274059' }],
    ],
    ['calendar.askProposal', [visit, recheck]],
    ['calendar.keepBooking', [{ ...booked, recheckId: recheck }]],
    ['calendar.keepBooking', [{ ...booked, id: booking, version: 1 }]],
    ['calendar.keepBooking', [{ ...booked, placeId: car }]],
    ['calendar.keepBooking', [{ ...booked, whoId: bay }]],
    ['calendar.keepBooking', [{ ...booked, things: [bay] }]],
    ['calendar.moveTo', [{ id: booking, version: 1, startAt: null, day: null, placeId: car, whoId: null, why: 'x' }]],
    ['calendar/shopActions.addClosure', [{ title: 'x', of: car, from: '2026-12-24', to: '2026-12-24' }]],
    ['calendar/shopActions.readClosureFile', [calendarFile('BEGIN:VCALENDAR\nEND:VCALENDAR\n', car)]],
    ['intake.archiveWheels', [car, set]],
    ['intake.changeWheelSet', [car, set, wheels]],
    ['intake.drillWheelSet', [car, set, '5x112']],
    ['intake.openJob', [car, { axle: 'front', wheelSetId: set, wish: 'stance', use: 'street' }]],
    ['remarks.takeBack', [car, 'note', strange]],
    ['shelf.move', [part, { move: 'use', pieces: 1, jobId: car, note: '' }]],
    ['shelf.reserve', [part, car, 1]],
    ['survey.alike', [car, wheel]],
    ['survey.confirm', [open, [`front-left/${reading}`]]],
    ['survey.hang', [car, wheel, 'front-left']],
    ['survey.keepRotates', [car, set, true]],
    ['survey.mark', [car, wheel, 'A']],
    ['survey.sayTorquedAgain', [open, 'nowhere', 'a wrench']],
    ['survey.takeBack', [open, reading]],
    ['survey.takeBackChalk', [open, reading]],
    ['survey.takeBackWheel', [car, wheel, wheelReading]],
    ['survey.takeBackWheel', [car, ownWheel, wheelReading]],
    ['torque.keepGapFitted', [signed, 'nowhere', '20']],
    [
      'torque.planSeason',
      [signed, '2099-01-01', await one(`select id from wheel_set where vehicle_id = '${car}' limit 1`)],
    ],
    ['torque.seasonDone', [signed, await one(`select id from recheck where job_id <> '${signed}' limit 1`)]],
    ['torque.takeBackGapFitted', [open, reading]],
    ['vehicle.endLockingKey', [car, key]],
    ['vehicle.keepLockingKey', [car, { pattern: 'A7', place: 'boot', holder: '' }, key]],
    ['vehicle.sayFound', [car, { corners: ['front-left'], wheelSetId: set, plate: '', hardware: 'other' }]],
  ];
  expect([...new Set([...foreign.map(([name]) => name), ...ONE_ID])].sort()).toEqual(everyAction().sort());
  const acts = new Map((await everyCall(store.db)).map((c) => [c.name, c.act]));
  jar.clear();
  const before = await print(store.db);
  for (const [name, args] of foreign) {
    const result = await acts.get(name)?.(...args);
    expect([name, args, result?.ok, result?.why]).toEqual([
      name,
      args,
      false,
      expect.stringMatching(/^(refused|input|changed)$/),
    ]);
    if ((await print(store.db)) !== before) throw new Error(`${name} was refused and changed something.`);
  }
  // Readings, chalk and notes come by addresses of their own.
  const { POST: sendReading } = await import('@/app/api/readings/route');
  const { POST: sendNote } = await import('@/app/api/notes/route');
  const otherAxle = corner.startsWith('front') ? 'rear-left' : 'front-left';
  const chalk = { is: 'chalk', jobId: open, trial: '5', load: 'bounced', across: null, hours: [], heldBy: null };
  const sent: readonly (readonly [(request: Request) => Promise<Response>, object])[] = [
    [sendReading, { is: 'job', jobId: open, quantity: 'turns', corner, typed: '9', method: 'count', wheelSet: set }],
    [
      sendReading,
      { is: 'wheel', vehicleId: car, wheelId: wheel, quantity: 'wheelBore', typed: '70', method: 'caliper' },
    ],
    [sendReading, { ...chalk, corner: otherAxle }],
    [sendNote, { vehicleId: car, jobId: signed, corner: 'front-left', text: 'a note' }],
  ];
  for (const [send, body] of sent) {
    const request = new Request('http://shop/api/x', {
      method: 'POST',
      body: JSON.stringify({ ...body, id: newId() }),
    });
    const answer = await (await send(request)).json();
    expect([body, answer]).toEqual([body, expect.objectContaining({ ok: false })]);
    expect(answer.again).toBeUndefined();
    if ((await print(store.db)) !== before) throw new Error('Something was refused and changed something.');
  }
});
