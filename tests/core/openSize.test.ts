import { isOpenSize, plainSpacer } from '@/core/document/blank';
import { SPACER_KINDS } from '@/core/document/vocabulary';

test('a size is open where nothing is said but the kind; any figure, and a plain spacer of none, is not', () => {
  for (const kind of SPACER_KINDS) {
    const open = { ...plainSpacer(0), kind };
    expect(isOpenSize(open)).toBe(kind !== 'plain');
    for (const said of [
      { thickness: 0.1 },
      { lugs: 5 },
      { boltCircles: [112] },
      { bore: 57 },
      { lipDiameter: 57 },
      { lipHeight: 8 },
      { lipRoot: 2 },
    ])
      expect(isOpenSize({ ...open, ...said })).toBe(false);
  }
});
