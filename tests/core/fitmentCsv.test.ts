import fc from 'fast-check';
import { expectedFigure, FITMENT_FACTS, fitmentOf } from '@/core/document/fitment';
import { type FitmentRow, MODEL_READINGS } from '@/core/document/fitmentRow';
import { readFitment, writeFitment } from '@/files/fitmentCsv';

const HEAD = 'model,axle,what,value,pm,cars';
const of = (...lines: string[]) => readFitment([HEAD, ...lines].join('\n'));

test('a file is read as another spreadsheet writes it: other order, semicolons, commas in figures, spaces, case', () => {
  const { rows, issues } = readFitment(
    'sep=;\r\nWhat;Value;Model;Axle;pm;Cars\r\nspigotDiameter;65,1; Corvane  Tern ;FRONT;0,1;4\r\n\r\nthread;m14 x 1,5;Corvane Tern;rear;;',
  );
  expect(issues).toEqual([]);
  expect(rows).toEqual([
    { model: 'Corvane Tern', axle: 'front', what: 'spigotDiameter', value: '65.1', pm: 0.1, cars: 4, shop: '' },
    { model: 'Corvane Tern', axle: 'rear', what: 'thread', value: 'M14x1.5', pm: null, cars: 1, shop: '' },
  ]);
});

test.each([
  [',front,lugs,5,,1', 'model'],
  ['Tern,middle,lugs,5,,1', 'front or rear'],
  ['Tern,front,lugs,55,,1', 'from 3 to 10'],
  ['Tern,front,thread,M14,,1', 'value'],
  ['Tern,front,seat,unknown,,1', 'says nothing'],
  ['Tern,front,seat,square,,1', 'cone60'],
  // Torque belongs to each car, and what is measured at each corner is no model's.
  ['Tern,front,torque,120,,1', 'not the same on every car'],
  ['Tern,front,turns,9,0.25,1', 'not the same on every car'],
  ['Tern,front,spigotDiameter,65.1,,1', 'no measurement'],
  ['Tern,front,spigotDiameter,65.1,0,1', 'Every caliper has an error'],
  ['Tern,front,spigotDiameter,65.1,20,1', 'pm'],
  ['Tern,front,spigotDiameter,6510,0.1,1', 'value'],
  ['Tern,front,lugs,5,,0', 'from 1 to'],
])('a line that cannot be is refused by its own line of the file: %s', (line, says) => {
  const { rows, issues } = of('Tern,rear,lugs,5,,1', '', line);
  expect(rows).toHaveLength(1);
  expect(issues).toEqual([{ line: 4, message: expect.stringContaining(says) }]);
});

test('a heading without its columns, a thing that is said twice, a quote that is never closed', () => {
  expect(readFitment('car,thread\nTern,M14x1.5').issues[0]?.message).toMatch(/no column model, axle, what, value/);
  expect(readFitment('').issues).toHaveLength(1);
  expect(of('Tern,front,lugs,5,,1', 'TERN,front,lugs,5,,3').issues).toEqual([
    { line: 3, message: 'Line 2 says the same of these cars. Leave one of them.' },
  ]);
  // Cars of one model may differ in a fact, each with its own count.
  expect(of('Tern,front,lugs,5,,1', 'Tern,front,lugs,6,,3').rows).toHaveLength(2);
  expect(of('"Tern,front,lugs,5,,1').issues[0]?.message).toMatch(/quote/);
});

const mm = (min: number, max: number) =>
  fc.integer({ min: Math.ceil(min * 1000), max: Math.floor(max * 1000) }).map((n) => n / 1000);
const name = fc
  .string({ minLength: 1, maxLength: 30 })
  .map((s) => s.trim().replace(/\s+/g, ' '))
  .filter((s) => s !== '' && !s.includes('\0'));
const reading = fc.constantFrom(...MODEL_READINGS).chain((q) =>
  fc.record({
    what: fc.constant(q.id),
    value: mm(q.min, q.max).map(String),
    pm: mm(0.001, q.widest ?? 1),
  }),
);
const fact = fc
  .constantFrom(
    ['thread', 'M12x1.25'],
    ['fastening', 'stud'],
    ['lugs', '4'],
    ['boltCircle', '114.3'],
    ['seat', 'ball13'],
    ['threadMaterial', 'aluminium'],
    ['nutStyle', 'closed'],
  )
  .map(([what, value]) => ({ what: what as FitmentRow['what'], value: value as string, pm: null }));
const row: fc.Arbitrary<FitmentRow> = fc
  .tuple(
    fc.record({
      model: name,
      axle: fc.constantFrom('front' as const, 'rear' as const),
      cars: fc.integer({ min: 1, max: 900 }),
      shop: fc.constantFrom('', 'ab12'),
    }),
    fc.oneof(reading, fact),
  )
  .map(([a, b]) => ({ ...a, ...b }));

test('what is written reads back the same, whatever a model is called', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(row, {
        selector: (r) => `${r.model.toLowerCase()}/${r.axle}/${r.what}/${r.pm === null ? r.value : ''}`,
        maxLength: 12,
      }),
      (rows) => {
        expect(readFitment(writeFitment(rows))).toEqual({ rows, issues: [] });
      },
    ),
  );
});

test('cars elsewhere count like the shop’s own, and every car’s figure, theirs too, lies inside what is expected', () => {
  const hub = {
    thread: 'M14x1.5',
    fastening: 'bolt',
    lugs: '5',
    boltCircle: '112',
    seat: 'ball13',
    threadMaterial: 'steel',
    nutStyle: 'unknown',
  };
  expect(fitmentOf([hub], [{ fact: 'thread', value: 'M12x1.5', cars: 1 }]).thread).toBeUndefined();
  expect(fitmentOf([hub], [{ fact: 'thread', value: 'M12x1.5', cars: 3 }]).thread).toEqual({
    value: 'M12x1.5',
    cars: 3,
    of: 4,
  });
  for (const f of FITMENT_FACTS)
    if (hub[f] !== 'unknown') expect(fitmentOf([], [{ fact: f, value: hub[f], cars: 2 }])[f]?.cars).toBe(2);
  const figure = fc.record({ value: mm(50, 70), pm: mm(0.01, 0.5) });
  fc.assert(
    fc.property(
      fc.array(figure, { minLength: 1, maxLength: 5 }),
      figure,
      fc.integer({ min: 1, max: 50 }),
      (own, other, cars) => {
        const here = own.map((f, i) => ({ ...f, car: `own ${i}` }));
        const after = expectedFigure([...here, { ...other, car: 'elsewhere', cars }]);
        expect(after?.cars).toBe(own.length + cars);
        // Every car's figure with its error lies inside, theirs too.
        for (const f of [...own, other]) {
          expect(f.value - f.pm).toBeGreaterThanOrEqual((after?.value ?? 0) - (after?.pm ?? 0) - 1e-9);
          expect(f.value + f.pm).toBeLessThanOrEqual((after?.value ?? 0) + (after?.pm ?? 0) + 1e-9);
        }
      },
    ),
  );
});
