import { parseThread } from '@/core/thread/designation';
import { basicProfile, stressArea } from '@/core/thread/profile';

const of = (text: string) => parseThread('Thread', text);

describe('basic profile', () => {
  // ISO 724, basic dimensions in mm: pitch diameter d2 and minor diameter d1 (table values, from memory).
  test.each([
    ['M12x1.75', 10.863, 10.106],
    ['M12x1.5', 11.026, 10.376],
    ['M12x1.25', 11.188, 10.647],
    ['M14x1.5', 13.026, 12.376],
    ['M14x2', 12.701, 11.835],
    ['M16x1.5', 15.026, 14.376],
  ])('%s has d2 %d and d1 %d', (text, d2, d1) => {
    const p = basicProfile(of(text));
    expect(p.d2).toBeCloseTo(d2, 3);
    expect(p.d1).toBeCloseTo(d1, 3);
  });

  // ISO 898-1 nominal stress areas in mm² (table values rounded to three figures, from memory).
  test.each([
    ['M10x1.5', 58.0],
    ['M12x1.75', 84.3],
    ['M12x1.5', 88.1],
    ['M12x1.25', 92.1],
    ['M14x2', 115],
    ['M14x1.5', 125],
    ['M16x1.5', 167],
  ])('%s has a stress area of %d mm²', (text, area) => {
    expect(Math.abs(stressArea(of(text)) - area) / area).toBeLessThan(0.004);
  });

  // ASME B1.1 tensile stress areas in square inches (table values, from memory).
  test.each([
    ['7/16-20', 0.1187],
    ['1/2-20', 0.1599],
    ['9/16-18', 0.203],
    ['5/8-18', 0.256],
  ])('%s has a stress area of %d in²', (text, area) => {
    expect(Math.abs(stressArea(of(text)) / 645.16 - area) / area).toBeLessThan(0.003);
  });

  test('a diameter or pitch that is not above zero is refused', () => {
    expect(() => basicProfile({ system: 'metric', d: 0, pitch: 1 })).toThrow(/Diameter/);
    expect(() => basicProfile({ system: 'metric', d: 12, pitch: Number.NaN })).toThrow(/Pitch/);
  });
});
