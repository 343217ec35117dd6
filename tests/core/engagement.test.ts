import fc from 'fast-check';
import { METRIC_SIZES_MM } from '@/core/document/sizes';
import { boltProtrusion, boltReach, calibrateSeat, lengthWindow, wantedOf } from '@/core/engagement/boltStack';
import { engaged } from '@/core/engagement/engaged';
import { bottomGap, calibrateGrip, minBottomGap, nutReach, overhang, slipOnLimit } from '@/core/engagement/nutStack';
import { countedTurns, oneDiameter, visibleThread } from '@/core/engagement/schools';
import { lengthToTurns, turnsToLength } from '@/core/engagement/turns';
import { largestAtOrBelow } from '@/core/units/round';

describe('turns', () => {
  test('1.5 mm pitch: eight turns are 12 mm (common practice, no source)', () => {
    expect(turnsToLength(8, 1.5)).toBe(12);
    expect(lengthToTurns(12, 1.5)).toBe(8);
  });
  test('counts below zero and pitches of zero are refused', () => {
    expect(() => turnsToLength(-1, 1.5)).toThrow(/Turns/);
    expect(() => turnsToLength(8, 0)).toThrow(/Pitch/);
    expect(() => lengthToTurns(Number.NaN, 1.5)).toThrow(/Engagement/);
  });
});

describe('schools', () => {
  test('M12: one diameter is 12 mm, 8 turns at 1.5 (common practice, no source)', () => {
    expect(oneDiameter(12, 'steel', 1, 1.5)).toBe(12);
    expect(countedTurns(8, 1.5)).toBe(12);
  });
  test('aluminium asks for half as much again (common practice, no source)', () => {
    expect(oneDiameter(12, 'aluminium', 1, 1.5)).toBe(18);
    expect(oneDiameter(12, 'unknown', 1, 1.5)).toBe(12);
  });
  test('half an inch of visible thread is 12.7 mm (international inch)', () => {
    expect(visibleThread(0.5)).toBeCloseTo(12.7, 12);
  });
});

describe('slip-on limit', () => {
  test('15½ turns at 1.5 mm with a 12 mm minimum leaves 11.25 mm: a 10 mm plate, not 12 (common practice, no source)', () => {
    const limit = slipOnLimit(turnsToLength(15.5, 1.5), 12);
    expect(limit).toBe(11.25);
    expect(largestAtOrBelow(METRIC_SIZES_MM, limit)).toBe(10);
  });
});

describe('nut stack', () => {
  test('engagement ends at the stud’s last thread or the nut’s, whichever comes first', () => {
    expect(engaged(nutReach({ nutStart: 10, studTip: 30, nose: 2 }), 15)).toBe(15);
    expect(engaged(nutReach({ nutStart: 10, studTip: 20, nose: 2 }), 15)).toBe(8);
    expect(engaged(nutReach({ nutStart: 30, studTip: 20, nose: 2 }), 15)).toBe(0);
  });

  test('two-ended studs: 75, 82 and 90 mm carry spacers millimetre for millimetre (common practice, no source)', () => {
    // Same hub and wheel: 75 mm carries 12, so 82 carries 19 and 90 carries 27 at the same engagement.
    const holds = (stud: number, spacer: number) =>
      engaged(nutReach({ nutStart: spacer + 20, studTip: stud - 15, nose: 2 }), 100);
    expect(holds(82, 19)).toBe(holds(75, 12));
    expect(holds(90, 27)).toBe(holds(75, 12));
  });

  test('a count calibrates the grip, and gives itself back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (z, nose, e) => {
          const q = calibrateGrip(z, nose, e);
          expect(engaged(nutReach({ nutStart: q, studTip: z, nose }), 40)).toBeCloseTo(e, 9);
        },
      ),
    );
  });

  test('a count is travel: it calibrates the grip exactly, however short the nut is, and what holds is the nut’s own thread', () => {
    // Twelve turns of 1.5 mm travel 18 mm; a nut with 10 mm of thread holds 10, and the stud stands 8 mm through.
    const q = calibrateGrip(40, 3, 18);
    expect(q).toBe(19);
    expect(engaged(nutReach({ nutStart: q, studTip: 40, nose: 3 }), 10)).toBe(10);
    expect(overhang(q, 10, 40 - 3)).toBe(8);
  });

  test('closed nut: least room is the larger of 1.5 mm and one pitch', () => {
    expect(minBottomGap(1.5, 1.25)).toBe(1.5);
    expect(minBottomGap(1.5, 2)).toBe(2);
    expect(bottomGap(10, 30, 38)).toBe(2);
    expect(bottomGap(10, 30, 41)).toBe(-1);
    expect(overhang(10, 20, 34)).toBe(4);
  });
});

describe('bolt stack', () => {
  test('stock 47 mm with a 15 mm spacer keeps its engagement at 62 mm (common practice, no source)', () => {
    const seat = calibrateSeat(47, 3, 15);
    expect(engaged(boltReach(47, seat, 3), 30)).toBe(15);
    expect(engaged(boltReach(62, seat + 15, 3), 30)).toBe(15);
  });

  test('16 mm longer for a 15 mm spacer is fine (common practice, no source)', () => {
    const seat = calibrateSeat(47, 3, 15);
    expect(engaged(boltReach(63, seat + 15, 3), 30)).toBeGreaterThanOrEqual(15);
  });

  test('engagement never exceeds the tapped depth, and the tip beyond it is told', () => {
    expect(engaged(boltReach(70, 40, 3), 18)).toBe(18);
    expect(boltProtrusion(70, 40, 18)).toBe(12);
    expect(boltProtrusion(50, 40, 18)).toBe(-8);
  });

  test('the window’s ends are exactly the ends, errors inside: what is wanted at one, the room at the other', () => {
    const positive = (max: number) => fc.double({ min: 0.5, max, noNaN: true });
    fc.assert(
      fc.property(
        positive(40),
        positive(25),
        positive(20),
        positive(2),
        positive(30),
        (zero, target, floor, pm, more) => {
          const enough = { target: Math.max(target, floor), floor, own: null };
          const w = lengthWindow({
            zero,
            keep: 0,
            mate: 100,
            enough,
            clear: zero + enough.target + 2 * pm + more,
            pm,
            clearPm: 0,
          });
          // At the shortest length the engagement with its whole error taken off is the target; at the longest the tip
          // is still clear.
          expect((w?.min as number) - pm - zero).toBeCloseTo(enough.target, 9);
          expect((w?.max as number) + pm).toBeCloseTo(zero + enough.target + 2 * pm + more, 9);
          expect(w?.min as number).toBeLessThanOrEqual((w?.max as number) + 1e-9);
        },
      ),
    );
  });

  test('where the mate is shorter than the target the window runs to the floor, and under the floor there is none', () => {
    const enough = { target: 14, floor: 11.2, own: null };
    const of = (mate: number) => lengthWindow({ zero: 36, keep: 62, mate, enough, clear: 80, pm: 0, clearPm: 0 });
    expect(of(14)).toEqual({ min: 50, keep: 62, max: 80, toFloor: false });
    expect(of(12)).toEqual({ min: 47.2, keep: 62, max: 80, toFloor: true });
    // A hub 10 mm deep holds no bolt by the floor of 11.2, so no length is offered that is then refused.
    expect(of(10)).toBeNull();
    expect(wantedOf(enough, Number.POSITIVE_INFINITY)).toEqual({ wanted: 14, toFloor: false });
  });

  test('unmeasured room leaves the longest length open, never guessed; too little room leaves none', () => {
    const of = (clear: number | null) =>
      lengthWindow({
        zero: 36,
        keep: 62,
        mate: 20,
        enough: { target: 14, floor: 11.2, own: null },
        clear,
        pm: 0.5,
        clearPm: 0.5,
      });
    expect(of(null)?.max).toBeNull();
    expect(of(51)).toBeNull();
    expect(of(51.5)).toMatchObject({ min: 50.5, max: 50.5 });
  });
});
