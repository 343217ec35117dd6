import { QUANTITY_IDS, type QuantityId } from '@/core/document/quantities';
import { readFitment } from '@/files/fitmentCsv';
import { addJob, loadJob } from '@/store/jobs';
import { addVehicle, loadVehicle, saveVehicle } from '@/store/vehicles';
import { expectedOf, knownModel } from '@/usecases/survey/fitment';
import { fitmentFile, fitmentThere, lookAtFitment, takeFitment } from '@/usecases/survey/fitmentFile';
import { takeReading } from '@/usecases/survey/readings';
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

describe('figures that other cars of the model had', () => {
  /** A car with a job on its front axle, and what was measured there. */
  async function car(
    name: string,
    plate: string,
    figures: readonly (readonly [QuantityId, 'front-left' | 'front-right' | null, string])[] = [],
    hardware: 'original' | 'other' = 'original',
  ): Promise<string> {
    const hubs = VEHICLE.hubs.map((h) => ({ ...h, hardware }));
    const vehicleId = await addVehicle(store.db, { ...VEHICLE, name, plate, hubs }, 'Bram', AT);
    const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
    const jobId = await addJob(
      store.db,
      { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street' },
      'Bram',
      AT,
    );
    for (const [quantity, corner, typed] of figures)
      await takeReading(jobId, { quantity, corner, typed, method: 'caliper' }, 'Bram');
    return jobId;
  }
  const model = (jobId: string, quantity: QuantityId, corner: 'front-left' | null = null) =>
    takeReading(jobId, { quantity, corner, typed: 'model', method: 'model' }, 'Ines');
  const expected = async (jobId: string) => expectedOf(await loadJob(store.db, jobId), new Set(QUANTITY_IDS));

  test('are confirmed with an error that holds them all, each car once, and teach nobody anything themselves', async () => {
    await car('Corvane Tern', 'T 1', [
      ['spigotDiameter', 'front-left', '57.0'],
      ['spigotDiameter', 'front-right', '57.0'],
      ['boltLength', null, '26'],
      ['tappedDepth', 'front-left', '18'],
    ]);
    await car('corvane tern', 'T 2', [['spigotDiameter', 'front-left', '57.2']]);
    const third = await car('Corvane Tern ', 'T 3');
    const known = await expected(third);
    expect([...known.keys()].sort()).toEqual(['boltLength', 'spigotDiameter']);
    expect(known.get('spigotDiameter')).toMatchObject({ cars: 2, least: 57, most: 57.2, apart: false });
    await model(third, 'spigotDiameter', 'front-left');
    const { readings } = await loadJob(store.db, third);
    expect(readings).toHaveLength(1);
    expect(readings[0]).toMatchObject({ typed: 'as on 2 cars of this model', method: 'model', by: 'Ines' });
    expect(readings[0]?.value).toBeCloseTo(57.1, 9);
    expect(readings[0]?.pm).toBeCloseTo(0.2, 9);
    // What was held to this car is this car's; a fourth is held against the two that were measured.
    const fourth = await car('Corvane Tern', 'T 4');
    expect((await expected(fourth)).get('spigotDiameter')?.cars).toBe(2);
  });

  test('say nothing of a count, of another model, of cars that differ, or of parts that are not the maker’s', async () => {
    await car('Halm Drover', 'H 1', [
      ['spigotDiameter', 'front-left', '72.6'],
      ['boltLength', null, '28'],
    ]);
    const second = await car('Halm Drover', 'H 2');
    await expect(model(second, 'tappedDepth', 'front-left')).rejects.toThrow(
      'Tapped depth was not measured on another car of this model. Measure it.',
    );
    expect((await expected(await car('Halm Drover Long', 'H 3'))).size).toBe(0);
    await car('Halm Drover', 'H 4', [['spigotDiameter', 'front-left', '66.6']]);
    await expect(model(second, 'spigotDiameter', 'front-left')).rejects.toThrow(
      'Hub spigot diameter differs from one car of this model to the other. Measure it on this one.',
    );
    const other = await car('Halm Drover', 'H 5', [['boltLength', null, '45']], 'other');
    await expect(model(other, 'boltLength')).rejects.toThrow('was not measured on another car of this model');
    // Bolts that are not the maker’s on that car widen nothing on this one.
    expect((await expected(second)).get('boltLength')).toMatchObject({ cars: 1, value: 28 });
    expect((await loadJob(store.db, second)).readings).toHaveLength(0);
  });
});

describe('files of other shops', () => {
  const HEAD = 'model,axle,what,value,pm,cars,shop';
  const BY = 'Bram';
  const known = async (model: string) => (await import('@/usecases/survey/fitment')).knownModel(model);

  test('what another shop had is offered beside the shop’s own, and a newer file takes the place of what an older one said', async () => {
    await addVehicle(store.db, { ...VEHICLE, name: 'Merrow Kite', plate: 'M 1' }, BY, AT);
    const [front] = VEHICLE.hubs;
    const circle = String(front?.boltCircleMm);
    expect(await takeFitment([HEAD, `merrow kite,front,boltCircle,${circle},,6,ffff`].join('\n'), 'a.csv', BY)).toBe(1);
    expect(await known('Merrow Kite')).toMatchObject({
      cars: 1,
      elsewhere: 6,
      front: { boltCircle: { cars: 7, of: 7 } },
    });
    await takeFitment([HEAD, 'Merrow Kite,front,boltCircle,120,,9,ffff'].join('\n'), 'b.csv', BY);
    expect(await known('Merrow Kite')).toMatchObject({
      elsewhere: 9,
      front: { boltCircle: { value: '120', cars: 9, of: 10 } },
    });
    // A model that was never here is known as well.
    await takeFitment([HEAD, 'Tarn Osprey,rear,thread,M12x1.5,,2,'].join('\n'), 'c.csv', BY);
    expect(await known('tarn osprey')).toMatchObject({ cars: 0, elsewhere: 2, rear: { thread: { value: 'M12x1.5' } } });
    expect(await fitmentThere()).toEqual({ lines: 2, models: 2 });
  });

  test('a figure of another shop is expected at the car until a reading replaces it, with its own ±', async () => {
    await takeFitment([HEAD, 'Corvane Ternlet,front,spigotDiameter,65.1,0.2,4,ffff'].join('\n'), 'd.csv', BY);
    const vehicleId = await addVehicle(store.db, { ...VEHICLE, name: 'Corvane Ternlet', plate: 'C 1' }, BY, AT);
    const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
    const id = await addJob(store.db, { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street' }, BY, AT);
    const expected = (await expectedOf(await loadJob(store.db, id), new Set(QUANTITY_IDS))).get('spigotDiameter');
    expect(expected).toMatchObject({ value: 65.1, cars: 4, apart: false });
    expect(expected?.pm).toBeCloseTo(0.2, 9);
  });

  test('one wrong line and nothing is taken over; the shop’s own file is refused; what goes out comes in elsewhere', async () => {
    const before = await fitmentThere();
    const two = [HEAD, 'Halm,front,lugs,5,,1,', 'Halm,front,lugs,99,,1,'].join('\n');
    expect(await lookAtFitment(two)).toMatchObject({ rows: 1, models: ['Halm'], issues: [{ line: 3 }] });
    await expect(takeFitment(two, 'e.csv', BY)).rejects.toThrow(/^Line 3: .*Nothing was taken over\.$/);
    await expect(takeFitment(HEAD, 'e.csv', BY)).rejects.toThrow(/no line/);
    expect(await fitmentThere()).toEqual(before);
    const own = await fitmentFile();
    await expect(takeFitment(own, 'own.csv', BY)).rejects.toThrow(/came out of this shop/);
    const { rows, issues } = readFitment(own);
    expect([rows.length > 10, issues]).toEqual([true, []]);
    // Nothing that came from elsewhere goes on, no torque figure, and no plate of anybody's.
    expect(rows.some((r) => r.model === 'Tarn Osprey')).toBe(false);
    expect(own).not.toMatch(/torque|M 1/);
    const others = own.replaceAll(rows[0]?.shop as string, 'another');
    expect(await takeFitment(others, 'others.csv', BY)).toBe(rows.length);
  });
});
