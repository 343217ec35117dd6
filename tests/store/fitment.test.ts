import { addVehicle, saveVehicle, loadVehicle } from '@/store/vehicles';
import { knownModel } from '@/usecases/fitment';
import { runningStore, VEHICLE } from './open';

const AT = new Date('2026-11-25T09:00:00Z');
const store = runningStore();

test('a model is known by its name however it is spelt large or small; a torque figure and a locking piece are nobody else’s', async () => {
  expect(await knownModel('Halm Drover')).toBeNull();
  expect(await knownModel('  ')).toBeNull();
  const car = { ...VEHICLE, name: 'Halm Drover' };
  await addVehicle(store.db, { ...car, plate: 'A 1' }, 'Bram', AT);
  const second = await addVehicle(store.db, { ...car, plate: 'A 2' }, 'Bram', AT);
  await addVehicle(store.db, { ...car, name: 'Halm Drover Long', plate: 'A 3' }, 'Bram', AT);
  const hubs = car.hubs.map((h) => (h.axle === 'rear' ? { ...h, thread: 'M12x1.25' } : h));
  await saveVehicle(store.db, second, 1, { ...car, plate: 'A 2', hubs }, 'Bram', AT);
  const known = await knownModel(' halm DROVER ');
  const [front] = car.hubs;
  expect(known?.cars).toBe(2);
  expect(known?.front.thread).toEqual({ value: front?.thread, cars: 2, of: 2 });
  // One rear axle of two differs: neither is expected.
  expect(known?.rear.thread).toBeUndefined();
  expect(Object.keys(known?.front ?? {})).not.toContain('torque');
  expect(Object.keys(known?.front ?? {})).not.toContain('locking');
  expect((await loadVehicle(store.db, second)).hubs).toHaveLength(2);
});

test('signs of a pattern in a name are signs', async () => {
  await addVehicle(store.db, { ...VEHICLE, name: 'Ilex Lumen', plate: 'B 1' }, 'Bram', AT);
  expect(await knownModel('%')).toBeNull();
  expect(await knownModel('Ilex_Lumen')).toBeNull();
});
