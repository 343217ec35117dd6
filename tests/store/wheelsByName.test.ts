import { addVehicle, addWheelSet } from '@/store/vehicles';
import { wheelsSeen } from '@/usecases/vehicle/wheelsByName';
import { runningStore, VEHICLE } from './open';

const store = runningStore();
const AT = new Date('2026-11-24T09:00:00Z');
const car = (name: string, plate: string, set: Partial<typeof VEHICLE.wheelSet> = {}) =>
  addVehicle(store.db, { ...VEHICLE, name, plate, wheelSet: { ...VEHICLE.wheelSet, ...set } }, 'Ines', AT);

test('sets of a name: the car’s own is not among them, those put on another circle neither, and nobody knows nothing', async () => {
  expect(await wheelsSeen('alpine 17', { model: 'Corvane Tern' })).toBeNull();
  const first = await car('Corvane Tern', 'W 1', { name: 'Alpine 17', tyre: '225/45R17', offsetMm: 40 });
  expect(await wheelsSeen(' alpine 17 ', { vehicleId: first })).toBeNull();
  const second = await car('Corvane Tern', 'W 2', { name: 'road' });
  expect(await wheelsSeen('ALPINE 17', { vehicleId: second })).toMatchObject({
    sets: 1,
    facts: { tyre: { value: '225/45R17', cars: 1, of: 1 }, offset: { value: '40' } },
  });
  // Another car's of that name, drilled for another hub, is another wheel.
  const other = await car('Merrow Kite GT', 'W 3', { name: 'road' });
  await addWheelSet(
    store.db,
    other,
    { ...VEHICLE.wheelSet, name: 'touring 18', lugs: 4, boltCircleMm: 100 },
    'Ines',
    AT,
  );
  expect(await wheelsSeen('touring 18', { vehicleId: second })).toBeNull();
  expect((await wheelsSeen('touring 18', { model: 'Corvane Tern' }))?.facts.drilling?.value).toBe('4x100');
});
