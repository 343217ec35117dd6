import { eq } from 'drizzle-orm';
import { contactOf } from '@/store/contacts';
import { addResource, resources } from '@/store/resources';
import { booking, caller, job } from '@/store/schema';
import { addVehicle, loadVehicle } from '@/store/vehicles';
import { callEnded, callerTyped, callOf, wishOf } from '@/usecases/calendar/callers';
import { calendarView } from '@/usecases/calendar/day';
import { feedOf } from '@/usecases/calendar/feed';
import { bookTyped, proposalFor } from '@/usecases/calendar/visits';
import { openJob } from '@/usecases/job/jobs';
import { runningStore, VEHICLE } from './open';

const BY = 'Bram Pell';
const AT = new Date('2026-11-24T09:00:00Z');
const store = runningStore();
let bay = '';
beforeAll(async () => {
  bay = await store.db.transaction((tx) => addResource(tx, { kind: 'bay', name: 'Bay 1' }, BY, AT));
});

const called = (over: Partial<Parameters<typeof callerTyped>[0]> = {}) =>
  callerTyped({ name: 'Ada Roe', phone: '01632 960 118', plate: '', work: 'plate', ...over }, BY);
const timeFor = (visitId: string, begins: string, length = '1:00') =>
  bookTyped(
    {
      id: null,
      version: null,
      visitId,
      recheckId: null,
      placeId: bay,
      whoId: '',
      things: [],
      begins,
      length,
      cureHours: '',
      cureWhy: '',
      why: 'tried in a test',
    },
    BY,
  );
const carOf = async (plate: string) => {
  const id = await addVehicle(store.db, { ...VEHICLE, plate }, BY, AT);
  return { id, wheels: (await loadVehicle(store.db, id)).wheelSets[0]?.id as string };
};

test('a name and one of number and plate are enough; neither, no name and no number are said beside their field', async () => {
  expect(await callOf(await called({ phone: '', plate: 'ab  12 cde' }))).toMatchObject({
    plate: 'AB 12 CDE',
    phone: '',
  });
  await expect(called({ name: '  ' })).rejects.toThrow(/^Name/);
  await expect(called({ phone: '', plate: ' ' })).rejects.toThrow(/^Telephone.*and so is the plate/);
  await expect(called({ phone: 'call me' })).rejects.toThrow(/^Telephone.*no telephone number/);
  await expect(called({ work: 'magic' })).rejects.toThrow(/^What for/);
  await expect(called({ name: 'x'.repeat(81) })).rejects.toThrow(/^Name.*longer than 80/);
});

test('a call waits for its time, takes the bay when it has one, and another booking does not go over it', async () => {
  const id = await called();
  const proposal = await proposalFor(id, null);
  expect(proposal).toMatchObject({ title: 'Ada Roe', caller: { phone: '01632 960 118', plate: '', car: null } });
  expect(proposal.estimate?.axles).toHaveLength(1);
  expect((await calendarView(null, 1)).waiting.map((w) => w.visitId)).toContain(id);
  await timeFor(id, '2099-03-03T10:00');
  const day = await calendarView('2099-03-03', 1);
  expect(day.waiting.map((w) => w.visitId)).not.toContain(id);
  expect(day.days[0]?.bars).toMatchObject([
    { title: 'Ada Roe', plate: '01632 960 118', state: 'booked', href: `/vehicles/new?call=${id}` },
  ]);
  await expect(timeFor(await called({ name: 'Second' }), '2099-03-03T10:30')).rejects.toThrow(/Ada Roe/);
  const token = (await resources(store.db)).find((r) => r.id === bay)?.token as string;
  expect((await feedOf(token, Date.parse('2099-03-01')))?.text).toMatch(/SUMMARY:Ada Roe[\s\S]*01632 960 118/);
});

test('the car comes: its booking and what it is needed by are the visit’s, its owner is who called, and it comes once', async () => {
  const id = await called({ plate: 'XY 99 ROE', work: 'conversion' });
  await timeFor(id, '2099-04-01T09:00', '3:00');
  const car = await carOf('xy99roe');
  expect((await proposalFor(id, null)).caller?.car).toMatchObject({ id: car.id });
  const open = { vehicleId: car.id, wheelSetId: car.wheels, axle: 'both', use: 'street' } as const;
  const jobId = await openJob({ ...open, wish: 'conversion', callId: id }, BY);
  const [row] = await store.db.select().from(job).where(eq(job.id, jobId));
  const [booked] = await store.db
    .select()
    .from(booking)
    .where(eq(booking.visitId, row?.visitId as string));
  expect(booked).toMatchObject({ version: 2, endedAt: null });
  const day = await calendarView('2099-04-01', 1);
  expect(day.days[0]?.bars).toMatchObject([{ plate: 'xy99roe', about: 'Both axles, conversion' }]);
  expect(await contactOf(store.db, car.id)).toMatchObject({ name: 'Ada Roe', phone: '01632 960 118' });
  expect(await callOf(id)).toBeNull();
  // A second car does not come to the same call, and no job is left behind.
  const other = await carOf('other');
  await expect(
    openJob({ ...open, vehicleId: other.id, wheelSetId: other.wheels, wish: 'stance', callId: id }, BY),
  ).rejects.toThrow(/phone booking/);
  expect(await store.db.select().from(job).where(eq(job.vehicleId, other.id))).toEqual([]);
  await expect(timeFor(id, '2099-04-02T09:00')).rejects.toThrow();
});

test('whose car it is already is not written over', async () => {
  const car = await carOf('kept');
  const { keepContact } = await import('@/store/contacts');
  await keepContact(store.db, car.id, { name: 'The owner', email: '', phone: '', kmADay: 40 }, BY, AT);
  const id = await called();
  await openJob(
    { vehicleId: car.id, wheelSetId: car.wheels, axle: 'front', wish: 'stance', use: 'street', callId: id },
    BY,
  );
  expect(await contactOf(store.db, car.id)).toMatchObject({ name: 'The owner', phone: '', kmADay: 40 });
});

test('a call that came to nothing needs a reason and frees its time', async () => {
  const id = await called({ name: 'Third' });
  await timeFor(id, '2099-05-05T09:00');
  await expect(callEnded(id, ' ', BY)).rejects.toThrow(/Why it is called off/);
  await callEnded(id, 'sold the car', BY);
  expect((await calendarView('2099-05-05', 1)).days[0]?.bars).toEqual([]);
  await timeFor(await called({ name: 'Fourth' }), '2099-05-05T09:00');
  await expect(callEnded(id, 'again', BY)).rejects.toThrow(/phone booking/);
  const [row] = await store.db.select().from(caller).where(eq(caller.id, id));
  expect(row).toMatchObject({ endedWhy: 'sold the car', visitId: null });
});

test('what a call is about becomes the wish of its job, where it says enough', () => {
  expect(wishOf({ work: 'wheel-change' })).toBe('wheels');
  expect(wishOf({ work: 'open' })).toBeNull();
});
