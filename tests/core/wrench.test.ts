import fc from 'fast-check';
import { readWrench, wrenchState } from '@/core/torque/wrench';

const typed = { name: 'long', kind: 'click', from: '40', to: '210', dueOn: '2027-03-31' };

test('a figure on either end of the range is inside it, one beyond is not; units may be typed', () => {
  const w = readWrench(typed);
  expect([39.9, 40, 120, 210, 210.1].map((t) => wrenchState(w, t, '2027-01-01').outside)).toEqual([
    true,
    false,
    false,
    false,
    true,
  ]);
  // 1 lbf·ft = 1.355 817 948 N·m (NIST SP 811, appendix B).
  expect(readWrench({ ...typed, from: '30 lbf·ft', to: '150 lbf·ft' }).toNm).toBeCloseTo(150 * 1.355817948, 6);
});

test('calibration is good through the day that it is due', () => {
  const w = readWrench(typed);
  const on = (day: string) => wrenchState(w, 100, day).calibration;
  expect([on('2027-03-30'), on('2027-03-31'), on('2027-04-01')]).toEqual(['in date', 'in date', 'overdue']);
  expect(wrenchState({ ...w, dueOn: null }, 100, '2027-01-01').calibration).toBe('unknown');
});

test('law: a wider range never refuses what a narrower one takes', () => {
  const nm = fc.integer({ min: 1, max: 400 });
  fc.assert(
    fc.property(nm, nm, nm, nm, (a, b, more, target) => {
      const [fromNm, toNm] = [Math.min(a, b), Math.max(a, b) + 1];
      const narrow = wrenchState({ fromNm, toNm, dueOn: null }, target, '2027-01-01').outside;
      const wide = wrenchState({ fromNm: fromNm / 2, toNm: toNm + more, dueOn: null }, target, '2027-01-01').outside;
      expect(wide && !narrow).toBe(false);
    }),
  );
});

test.each([
  [{ name: '' }, 'Name is empty'],
  [{ kind: 'hammer' }, 'Use one of click, beam, electronic'],
  [{ from: '210', to: '40' }, 'is no more than where it begins'],
  [{ from: 'x' }, 'Range from “x” is not a figure'],
  [{ dueOn: '31.3.2027' }, 'is no day'],
  [{ dueOn: '2027-02-31' }, 'is no day'],
])('%o: %s', (change, words) => {
  expect(() => readWrench({ ...typed, ...change })).toThrow(words);
});
