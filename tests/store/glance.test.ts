import { addVehicle } from '@/store/vehicles';
import { jobById, openJob } from '@/usecases/job/jobs';
import { holdJob } from '@/usecases/job/otherWays';
import { glanceOf, spacersText } from '@/usecases/vehicle/glance';
import { boltJobs } from './boltJob';
import { runningStore, VEHICLE } from './open';

const AT = new Date('2026-11-24T09:00:00Z');
const DAY = 24 * 3600_000;
const store = runningStore();
const { signedJob } = boltJobs(store);

test('a list says of each car what is on it, what is under way and what is due, and of none what is another’s', async () => {
  const bare = await addVehicle(store.db, { ...VEHICLE, foundPlate: { front: 0, rear: 15 } }, 'Bram', AT);
  const unknown = await addVehicle(store.db, VEHICLE, 'Bram', AT);
  const signed = await jobById(await signedJob());
  const car = signed.vehicle.id;
  const wheelSetId = signed.wheelSets[0]?.id as string;
  const open = await openJob({ vehicleId: car, wheelSetId, axle: 'rear', wish: 'check', use: 'street' }, 'Bram');
  const due = signed.rechecks[0]?.dueTo.getTime() as number;
  const look = (now: number) => glanceOf([bare, unknown, car], 'metric', new Date(now));
  const before = await look(due - DAY);
  expect(before.get(bare)).toEqual({ on: 'Spacers: front none; rear 15.0 mm', begun: null, due: null });
  expect(before.get(unknown)?.on).toBe('Spacers: front not known; rear not known');
  expect(before.get(car)).toMatchObject({
    on: 'Spacers: front 5.0 mm; rear not known',
    begun: 'Rear axle: take in',
    due: { text: expect.stringMatching(/^Recheck due \d+ \w+ \d{4}$/), late: false },
  });
  expect((await look(due + DAY)).get(car)?.due).toMatchObject({
    text: expect.stringMatching(/^Recheck overdue, was due /),
    late: true,
  });
  await holdJob(open, 'parts', 'waits for a ring', 'Bram');
  expect((await look(due)).get(car)?.begun).toBe('Rear axle: on hold');
  await holdJob(open, 'declined', 'the owner thinks it over', 'Bram');
  expect((await look(due)).get(car)?.begun).toBeNull();
  expect(await glanceOf([], 'metric')).toEqual(new Map());
});

test('sides that differ are told apart', () => {
  const on = { 'front-left': 5, 'front-right': 0, 'rear-left': 12.7, 'rear-right': null };
  expect(spacersText((c) => on[c], 'metric')).toBe(
    'Spacers: front 5.0 mm left, none right; rear 12.7 mm left, not known right',
  );
});
