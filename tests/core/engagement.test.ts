import fc from 'fast-check';
import { boltEngagement, boltProtrusion, boltWindow, calibrateSeat } from '@/core/engagement/boltStack';
import {
  bottomGap,
  calibrateGrip,
  minBottomGap,
  nutEngagement,
  overhang,
  slipOnLimit,
} from '@/core/engagement/nutStack';
import { countedTurns, oneDiameter, visibleThread } from '@/core/engagement/schools';
import { lengthToTurns, turnsToLength } from '@/core/engagement/turns';
import { largestAtOrBelow } from '@/core/units/round';
import { METRIC_SIZES_MM } from '@/core/document/sizes';

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
    expect(nutEngagement({ nutStart: 10, studTip: 30, nose: 2, nutThread: 15 })).toBe(15);
    expect(nutEngagement({ nutStart: 10, studTip: 20, nose: 2, nutThread: 15 })).toBe(8);
    expect(nutEngagement({ nutStart: 30, studTip: 20, nose: 2, nutThread: 15 })).toBe(0);
  });

  test('two-ended studs: 75, 82 and 90 mm carry spacers millimetre for millimetre (common practice, no source)', () => {
    // Same hub and wheel: 75 mm carries 12, so 82 carries 19 and 90 carries 27 at the same engagement.
    const engaged = (stud: number, spacer: number) =>
      nutEngagement({ nutStart: spacer + 20, studTip: stud - 15, nose: 2, nutThread: 100 });
    expect(engaged(82, 19)).toBe(engaged(75, 12));
    expect(engaged(90, 27)).toBe(engaged(75, 12));
  });

  test('a count calibrates the grip, and gives itself back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (z, nose, e) => {
          const { q, bounded } = calibrateGrip(z, nose, e, 40, 0);
          expect(bounded).toBe(false);
          expect(nutEngagement({ nutStart: q, studTip: z, nose, nutThread: 40 })).toBeCloseTo(e, 9);
        },
      ),
    );
  });

  test('a count of the whole nut only bounds the grip', () => {
    expect(calibrateGrip(40, 2, 20, 20, 0).bounded).toBe(true);
    expect(calibrateGrip(40, 2, 19.7, 20, 0.375).bounded).toBe(true);
    expect(calibrateGrip(40, 2, 19, 20, 0.375).bounded).toBe(false);
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
    const { seat } = calibrateSeat(47, 3, 15, 30, 0);
    expect(boltEngagement(47, seat, 3, 30)).toBe(15);
    expect(boltEngagement(62, seat + 15, 3, 30)).toBe(15);
    expect(boltWindow(47, 15, 15, 14, null, 18).keep).toBe(62);
  });

  test('16 mm longer for a 15 mm spacer is fine (common practice, no source)', () => {
    const { seat } = calibrateSeat(47, 3, 15, 30, 0);
    expect(boltEngagement(63, seat + 15, 3, 30)).toBeGreaterThanOrEqual(15);
  });

  test('engagement never exceeds the tapped depth, and the tip beyond it is told', () => {
    expect(boltEngagement(70, 40, 3, 18)).toBe(18);
    expect(boltProtrusion(70, 40, 18)).toBe(12);
    expect(boltProtrusion(50, 40, 18)).toBe(-8);
  });

  test('the window’s ends are exactly the ends: minimum engagement at one, full room at the other', () => {
    const positive = (max: number) => fc.double({ min: 0.5, max, noNaN: true });
    fc.assert(
      fc.property(positive(25), positive(30), positive(8), positive(20), (present, s, room, minimum) => {
        const lead = 3;
        const depth = present + 2;
        const { seat } = calibrateSeat(60, lead, present, depth, 0);
        const w = boltWindow(60, s, present, minimum, depth + room, present + lead);
        expect(boltEngagement(w.min, seat + s, lead, 1000)).toBeCloseTo(minimum, 9);
        expect(boltProtrusion(w.max as number, seat + s, depth)).toBeCloseTo(room, 9);
      }),
    );
  });

  test('unmeasured depth or room leaves the longest length open, never guessed', () => {
    expect(boltWindow(47, 15, 15, 14, null, 18).max).toBeNull();
    expect(boltWindow(47, 15, 15, 14, 23, null).max).toBeNull();
  });
});
