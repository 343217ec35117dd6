import fc from 'fast-check';
import { begun, changed, type History, redone, undone } from '@/features/bench/history';

/** Changes far enough apart to be edits of their own. */
const edits = (values: readonly number[]): History<number> =>
  values.reduce((h, v, i) => changed(h, v, 1000 * i), begun(0));

describe('taking edits back', () => {
  test('as many steps back as edits lead to the start, as many forward to the end', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1 }), { maxLength: 60 }), (values) => {
        const end = edits(values);
        const back = values.reduce((h) => undone(h), end);
        expect(back.now).toBe(0);
        expect(undone(back)).toBe(back);
        const forth = values.reduce((h) => redone(h), back);
        expect(forth.now).toBe(end.now);
        expect(redone(forth)).toBe(forth);
      }),
    );
  });
  test('a drag is one edit; a change after an undo is its own and ends what could be redone', () => {
    let h = changed(begun(5), 8, 1000);
    for (let i = 1; i <= 20; i += 1) h = changed(h, 8 + i, 1000 + 16 * i);
    expect([h.now, undone(h).now]).toEqual([28, 5]);
    const other = changed(undone(h), 12, 1330);
    expect([undone(other).now, other.next]).toEqual([5, []]);
  });
  test('no change is no edit, and only the last hundred are kept', () => {
    const h = begun(5);
    expect(changed(h, 5, 0)).toBe(h);
    expect(edits(Array.from({ length: 300 }, (_, i) => i + 1)).past).toHaveLength(100);
  });
});

test('two things changed one right after the other are two edits; one thing dragged is one', () => {
  const start = { plate: 5, bolt: 40 };
  const plate = changed(begun(start), { plate: 8, bolt: 40 }, 1000);
  const both = changed(plate, { plate: 8, bolt: 45 }, 1050);
  expect(undone(both).now).toEqual({ plate: 8, bolt: 40 });
  const dragged = changed(plate, { plate: 9, bolt: 40 }, 1050);
  expect(undone(dragged).now).toEqual(start);
});
