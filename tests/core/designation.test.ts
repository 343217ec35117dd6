import { InputError } from '@/core/errors';
import { formatThread, parseThread, sameThread } from '@/core/thread/designation';

const read = (text: string) => parseThread('Thread', text);

describe('thread designations', () => {
  // ISO 965-1 designates metric threads M diameter × pitch; ASME B1.1 unified ones diameter-threads per inch.
  test.each([
    ['M14x1.5', 14, 1.5],
    ['M14×1,5', 14, 1.5],
    ['m14 x 1.5', 14, 1.5],
    ['M12-1.5', 12, 1.5],
    ['M12x1.25', 12, 1.25],
    ['M14x1.5-6g', 14, 1.5],
  ])('%s is metric %d mm by %d mm', (text, d, pitch) => {
    expect(read(text)).toEqual({ system: 'metric', d, pitch });
  });

  test.each([
    ['1/2-20 UNF', 12.7, 1.27],
    ['1/2"-20', 12.7, 1.27],
    ['9/16"-18', 14.2875, 25.4 / 18],
    ['½-20', 12.7, 1.27],
    ['0.5-20', 12.7, 1.27],
  ])('%s is unified %d mm by %d mm', (text, d, pitch) => {
    const t = read(text);
    expect(t.system).toBe('unified');
    expect(t.d).toBeCloseTo(d, 10);
    expect(t.pitch).toBeCloseTo(pitch, 10);
  });

  test('a lost decimal point is refused, naming field, value and what was probably meant', () => {
    expect(() => read('M14x15')).toThrow(InputError);
    expect(() => read('M14x15')).toThrow(/Thread “M14x15”.*did you mean M14x1\.5\?/);
  });

  test('fourteen by one and a half is asked about, never taken for inches', () => {
    for (const text of ['14x1.5', '12 x 1,25', '14×1.5'])
      expect(() => read(text)).toThrow(/does not say whether it is metric\. Type M1[24]x1[.,]\d+ if it is\./);
    expect(() => read('')).toThrow('Thread is empty. Enter the thread, such as M14x1.5 or 1/2-20.');
  });

  test.each([
    ['14mm', /“14mm” has no pitch\. Type diameter and pitch/],
    ['M14', /has no pitch/],
    ['', /is empty/],
    ['abc', /is not a thread designation/],
    ['M4x0.7', /4 mm diameter.*between 6 and 30/],
    ['M14x0.2', /0\.2 mm pitch/],
    ['1/0-20', /is not a thread designation/],
    ['M14x1.5 and a half', /is not a thread designation/],
  ])('%p is refused', (text, sentence) => {
    expect(() => read(text)).toThrow(sentence);
  });

  test('a designation written out reads back as the same thread', () => {
    for (const text of ['M14x1.5', 'M12x1.25', '1/2-20', '9/16-18', '7/16-20']) {
      expect(sameThread(read(formatThread(read(text))), read(text))).toBe(true);
    }
  });

  test('metric never matches unified, even when close', () => {
    expect(sameThread(read('M12x1.25'), read('1/2-20'))).toBe(false);
    expect(sameThread(read('M14x1.5'), read('M14x1.25'))).toBe(false);
  });
});
