import fc from 'fast-check';
import { readRow } from '@/core/parts/catalogue';
import { catalogueRow } from '@/core/parts/catalogueRow';
import { commonBolts, commonConversions, commonNut, commonPlates, commonStuds } from '@/core/parts/generic';
import { guessMapping, parseCatalogue, readTable, writeCatalogue } from '@/files/csv';

test('common sizes read back the same from a file, and none is threaded further than it is long', () => {
  const all = [
    ...commonPlates({ lugs: 5, circle: 112 }, 57.1),
    ...commonBolts('M14x1.5', 'ball13', 20, 60),
    ...commonStuds('M12x1.5', 30, 90),
    ...commonConversions('M14x1.5', { from: 50, to: 110 }, [15, 18]),
    commonNut('M14x1.5', 'cone60'),
  ];
  expect(parseCatalogue(writeCatalogue(all))).toEqual({ items: all, issues: [] });
  for (const item of all) {
    expect(item.count).toBe(0);
    if (item.kind === 'bolt' && item.fastener.kind === 'bolt')
      expect(item.fastener.threadLength).toBeLessThanOrEqual(item.fastener.length);
  }
  expect(() => commonBolts('M14x1.5', 'ball13', 60, 20)).toThrow(RangeError);
});

test('what is kept beside the figures reads back the same; names that a spreadsheet would run are kept from it', () => {
  const text = fc.stringMatching(/^'{0,2}[=+\-@a-z][a-z0-9 ]{0,12}[a-z0-9]$/);
  fc.assert(
    fc.property(
      text,
      text,
      fc.integer({ min: 0, max: 500 }),
      fc.integer({ min: 4, max: 40 }),
      (name, tried, least, socket) => {
        const row = { kind: 'nut', name, count: '3', thread: 'M14x1.5', style: 'open', seat: 'cone60' };
        const item = readRow({ ...row, tried, least: String(least), socket: String(socket), code: 'x1' });
        const file = writeCatalogue([item]);
        expect(parseCatalogue(file).items).toEqual([item]);
        // No cell begins with a sign that a spreadsheet takes for a formula (OWASP, CSV injection; from memory).
        for (const cell of file.split('\n')[1]?.split(',') ?? []) expect(cell).not.toMatch(/^"?[=+\-@]/);
        expect(readRow(catalogueRow(item))).toEqual(item);
      },
    ),
  );
});

test('headings of other files are understood, a sep line and a byte order mark taken off', () => {
  const table = readTable('\uFEFFsep=;\nType;Description;Qty;PCD\nspacer;a;1;112\n');
  expect(table.heading).toEqual(['Type', 'Description', 'Qty', 'PCD']);
  expect(guessMapping(table.heading)).toEqual({ kind: 0, name: 1, count: 2, bolt_circle: 3 });
  expect(readTable('a\tb\n1\t2\n').rows).toEqual([{ line: 2, cells: ['1', '2'] }]);
});

test.each([
  ['thickness', '1,000', 'may be a thousand or one'],
  ['thickness', '1.25', 'may be inches or millimetres'],
  ['least', '-1', 'is not a number that can be'],
  ['socket', '3', 'is below 4 mm'],
  ['pack', '2.5', 'is not a number that can be'],
])('%s “%s” %s', (column, value, words) => {
  const row = {
    kind: 'spacer',
    name: 'a',
    count: '1',
    lugs: '5',
    bolt_circle: '112',
    thickness: '5',
    spacer_kind: 'plain',
  };
  expect(() => readRow({ ...row, [column]: value })).toThrow(words);
});

test('a unit settles it: 1.25in is 31.75 mm, 1.25mm a shim (25.4 mm an inch, ISO 31)', () => {
  const row = { kind: 'spacer', name: 'a', count: '1', lugs: '5', bolt_circle: '112', spacer_kind: 'plain' };
  const thick = (thickness: string) => {
    const item = readRow({ ...row, thickness });
    return item.kind === 'spacer' ? item.spacer.thickness : null;
  };
  expect([thick('1.25in'), thick('1.25mm'), thick('1,25"'), thick('12,5')]).toEqual([31.75, 1.25, 31.75, 12.5]);
});

test.each([
  { what: 'ring', ring_inside: '57.1', ring_outside: '66.6' },
  { what: 'socket', socket: '17', outside: '24.5' },
  { what: 'socket', socket: '19' },
  { what: 'key', key: 'fan 3' },
  { what: 'locker', grade: 'medium', cure_hours: '24' },
  { what: 'consumable', dry_minutes: '10' },
])('$what reads back the same from a file', (own) => {
  const item = readRow({ kind: 'other', name: 'a', count: '1', colour: 'blue', ...own });
  expect(parseCatalogue(writeCatalogue([item])).items).toEqual([item]);
  expect(item.about).toEqual({ colour: 'blue' });
});

test('a ring whose inside is its outside is none; a locker says its grade', () => {
  const row = { kind: 'other', name: 'a', count: '1' };
  expect(() => readRow({ ...row, what: 'ring', ring_inside: '66', ring_outside: '66' })).toThrow(
    'is no more than its inside',
  );
  expect(() => readRow({ ...row, what: 'locker', grade: 'green' })).toThrow('Use one of low, medium, high.');
  expect(() => readRow({ ...row, what: 'locker', grade: 'high', cure_hours: '400' })).toThrow('is no time that can be');
});
