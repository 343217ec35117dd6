import fc from 'fast-check';
import { planChanges } from '@/core/document/diff';
import type { Plan } from '@/core/document/document';
import { evaluate } from '@/core/evaluate/evaluate';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { finishOf, looksSo } from '@/core/parts/finish';
import { kitList } from '@/core/procedure/kitList';
import { scanned } from '@/core/procedure/scan';
import { offersFor } from '@/core/whatif/fromShelf';
import { boltPlan } from './fixtures';

const FASTENER = { kind: 'bolt', length: 30, threadLength: 30, nose: 0, seat: 'ball13', class: '10.9' } as const;
const plan = (finish?: string): Plan => boltPlan({ fastener: FASTENER, ...(finish ? { finish } : {}) });
const bolts = (about?: CatalogueItem['about']): CatalogueItem =>
  ({ kind: 'bolt', thread: boltPlan().hub.thread, fastener: FASTENER, ...(about ? { about } : {}) }) as CatalogueItem;

describe('finish and colour are part of the choice', () => {
  test('the same bolts in silver are told from the black ones of the kit, and may be taken instead', () => {
    const silver = scanned(plan('black'), bolts({ finish: 'zinc', colour: 'silver' }), 'metric');
    expect(silver).toMatchObject({ is: 'other', wrong: ['finish zinc, silver, this kit is black'] });
    expect(scanned(plan('black'), bolts({ colour: 'Black', finish: 'zinc' }), 'metric')).toMatchObject({ is: 'fits' });
    // What was taken instead is what the kit is then.
    const instead = silver.is === 'other' ? silver.instead : null;
    if (instead === null) return;
    expect(scanned({ ...plan('black'), ...instead }, bolts({ finish: 'zinc', colour: 'silver' }), 'metric').is).toBe(
      'fits',
    );
  });
  test('where nobody minds nothing is held against it; where the shelf does not know, it is said', () => {
    expect(scanned(plan(), bolts({ colour: 'silver' }), 'metric')).toMatchObject({ is: 'fits', note: null });
    expect(scanned(plan('black'), bolts(), 'metric')).toMatchObject({
      is: 'fits',
      note: 'This kit is black; how the part looks is not on the shelf.',
    });
  });
  test('a part of the shelf brings its finish along; the kit says it; no check hangs on it', () => {
    const { fits, others } = offersFor(plan(), 'fastener', [{ id: 'a', item: bolts({ finish: 'black' }) }]);
    expect([...fits, ...others][0]?.put).toMatchObject({ finish: 'black' });
    expect(kitList(plan('black')).find((s) => s.key === 'kit.bolts')?.text).toContain(', black.');
    expect(kitList(plan()).find((s) => s.key === 'kit.bolts')?.text).not.toContain('black');
    expect(evaluate(plan('black')).findings).toEqual(evaluate(plan()).findings);
    expect(planChanges(plan('black'), plan('zinc'), 'metric')).toEqual(['Finish changed.']);
  });
});

test('law: a part always looks as it is said to look, in any order and case', () => {
  const word = fc.constantFrom('black', 'zinc', 'silver', 'chrome', 'bare');
  fc.assert(
    fc.property(fc.uniqueArray(word, { minLength: 1 }), fc.uniqueArray(word, { minLength: 1 }), (is, wanted) => {
      const text = is.join(', ');
      expect(looksSo(text, [...is].reverse().join(' ').toUpperCase())).toBe(true);
      expect(looksSo(text, wanted.join(' '))).toBe(wanted.every((w) => is.includes(w)));
      expect(finishOf({ finish: is[0] as string })).toBe(is[0]);
    }),
  );
  expect(finishOf({ finish: ' ', colour: '' })).toBeNull();
});
