import { Point, Polygon, Segment } from '@flatten-js/core';
import { randomLcg, randomNormal } from 'd3-random';
import fc from 'fast-check';
import { cumulativeStdNormalProbability, mean, standardDeviation } from 'simple-statistics';
import { tightest, trimNeeded } from '@/core/stance/clock';
import { clearanceLimit, effectiveOffset, gapAfter, trackChange } from '@/core/stance/offset';
import { lineDistance, posed, type SectionPoint, sidewaysRoom, tyreOutline, yAt } from '@/core/stance/outline';
import {
  camberShift,
  flushSpacer,
  innerClearanceAfter,
  scrubRadius,
  shoulderAtLock,
  sweepRadius,
} from '@/core/stance/position';
import { type RubMapInput, rubMap } from '@/core/stance/rubMap';
import { parseTyre, sectionWidthOn } from '@/core/stance/tyre';

describe('tyre designations', () => {
  // ETRTO design overall diameters, mm (tables, from memory).
  test.each([
    ['205/55R16', 205, 632],
    ['225/45R17 91W', 225, 634],
    ['195/65R15', 195, 635],
    ['175/70R13', 175, 576],
    ['185/60R14 82H', 185, 578],
    ['265/35ZR19', 265, 669],
    ['215/65R16C', 215, 686],
    ['225/45ZR17 (94Y)', 225, 634],
    ['225/45/17', 225, 634],
    ['225/45R17 (91W)', 225, 634],
    ['205 / 55 R 16', 205, 632],
  ])('%s is %d mm wide and %d mm tall', (text, width, overall) => {
    const t = parseTyre('Tyre', text);
    expect(t.sectionWidth).toBe(width);
    expect(t.overallDiameter).toBe(overall);
    expect(t.rimDiameter + 2 * t.sectionHeight).toBe(overall);
  });

  test('flotation, light truck and racing sizes', () => {
    expect(parseTyre('Tyre', '31x10.50R15')).toMatchObject({ overallDiameter: 31 * 25.4, sectionWidth: 10.5 * 25.4 });
    expect(parseTyre('Tyre', 'LT245/75R16').sectionWidth).toBe(245);
    expect(parseTyre('Tyre', '200/580R15').overallDiameter).toBe(580);
  });

  test.each(['', 'round', '225/45', '9/45R17', '225/45R99', '999/99R30'])('%p is refused with a sentence', (text) => {
    expect(() => parseTyre('Tyre', text)).toThrow(/Tyre .*such as 225\/45R17/);
  });

  test('section width follows the rim: 5 mm for each half inch (ETRTO, from memory)', () => {
    expect(sectionWidthOn(225, 7.5, 8)).toBe(230);
    expect(sectionWidthOn(225, 7.5, 7)).toBe(220);
  });
});

describe('position', () => {
  test('offset, track, gap and sidewalls', () => {
    expect(effectiveOffset(45, 15)).toBe(30);
    expect(trackChange(15)).toBe(30);
    expect(gapAfter(20, 15)).toBe(5);
    expect(clearanceLimit(10, 5)).toBe(5);
    expect(innerClearanceAfter(-2, 5)).toBe(3);
    expect(scrubRadius(10, 15)).toBe(25);
  });

  test('sweep: 3-4-5 (Pythagoras), and a spacer widens it', () => {
    expect(sweepRadius(100, 0, 400, 400)).toBe(500);
    expect(sweepRadius(100, 10, 400, 400)).toBeGreaterThan(500);
  });

  test('at lock a plate moves the shoulder as a rotation of its own corner says', () => {
    const at = (b: number): Point => new Point(300, b).rotate((33 * Math.PI) / 180, new Point(0, 0));
    const [bare, plated] = [at(110), at(125)];
    // Steering turns the front of the wheel inward here, so forward is against the turn.
    expect(shoulderAtLock(15, 33).forward).toBeCloseTo(Math.abs(plated.x - bare.x), 9);
    expect(shoulderAtLock(15, 33).out).toBeCloseTo(plated.y - bare.y, 9);
    expect(shoulderAtLock(15, 0)).toEqual({ forward: 0, out: 15 });
  });

  // rule: stance.flush — geometry, against a rotation of the point about the hub.
  test('camber shift is the sideways move of a point above the hub when the wheel leans', () => {
    const turned = new Point(0, 300).rotate((-2 * Math.PI) / 180, new Point(0, 0));
    expect(camberShift(300, 2)).toBeCloseTo(-turned.x, 9);
    expect(flushSpacer(20, 300, 2)).toBeCloseTo(20 + turned.x, 9);
    expect(camberShift(300, 0)).toBeCloseTo(0, 12);
  });
});

describe('clock of loaded clearance', () => {
  const at = (hour: number, value: number, trim = 0, pm = 1) => ({ hour, clearance: { value, pm }, trim });
  test('the tightest position decides, trim counted, errors taken off', () => {
    expect(tightest([at(12, 14), at(1, 10), at(11, 12)])).toMatchObject({ hour: 1, value: 10 });
    expect(tightest([at(12, 14), at(1, 10, 6), at(11, 12)])).toMatchObject({ hour: 11 });
    expect(tightest([at(12, 14, 0, 8), at(1, 10)])).toMatchObject({ hour: 12 });
    expect(tightest([at(12, 14), { hour: 1, clearance: null, trim: 0 }])).toBeNull();
    expect(tightest([])).toBeNull();
  });
  test('trim needed makes the clearance do, and none is asked for where it does already', () => {
    const needed = trimNeeded([at(1, 10), at(12, 40)], 10, 5);
    expect(needed).toEqual([
      { hour: 1, trim: 6 },
      { hour: 12, trim: 0 },
    ]);
  });
});

const line = fc
  .array(fc.record({ y: fc.integer({ min: -40, max: 40 }), dz: fc.integer({ min: 1, max: 30 }) }), {
    minLength: 2,
    maxLength: 6,
  })
  .map((ps) => {
    let z = 0;
    return ps.map((p): SectionPoint => {
      z += p.dz;
      return { y: p.y, z };
    });
  });
const segments = (l: readonly SectionPoint[]) =>
  l
    .slice(1)
    .map((p, i) => new Segment(new Point((l[i] as SectionPoint).y, (l[i] as SectionPoint).z), new Point(p.y, p.z)));

describe('polylines against a general 2D geometry library', () => {
  test('shortest distance', () => {
    fc.assert(
      fc.property(line, line, fc.integer({ min: -60, max: 60 }), (a, b, shift) => {
        const moved = b.map((p) => ({ ...p, y: p.y + shift }));
        const theirs = Math.min(...segments(a).flatMap((s) => segments(moved).map((t) => s.distanceTo(t)[0])));
        expect(lineDistance(a, moved)).toBeCloseTo(theirs, 6);
      }),
    );
  });

  test('sideways room is below zero exactly where the tyre reaches beyond the arch', () => {
    fc.assert(
      fc.property(line, line, fc.integer({ min: -90, max: 90 }), (tyre, b, shift) => {
        const arch = b.map((p) => ({ ...p, y: p.y + shift }));
        const room = sidewaysRoom(tyre, arch);
        // Beyond the arch: a polygon closed far outside it.
        const outside = new Polygon([
          ...arch.map((p) => new Point(p.y, p.z)),
          new Point(500, (arch.at(-1) as SectionPoint).z),
          new Point(500, (arch[0] as SectionPoint).z),
        ]);
        const reaches = segments(tyre).some(
          (s) => outside.contains(s.start) || outside.contains(s.end) || outside.intersect(s).length > 0,
        );
        if (Math.abs(room) > 1e-6) expect(room < 0).toBe(reaches);
      }),
      { numRuns: 300 },
    );
  });

  test('camber turns a point about the hub as the library does; bump lifts it', () => {
    const p = { y: 80, z: 250 };
    const turned = new Point(p.y, p.z).rotate((1.5 * Math.PI) / 180, new Point(0, 0));
    const ours = posed(p, 316, { bump: 30, steer: 0, camber: -1.5, axis: 0 });
    expect(ours.y).toBeCloseTo(turned.x, 9);
    expect(ours.z).toBeCloseTo(turned.y + 30, 9);
    expect(
      yAt(
        [
          { y: 0, z: 0 },
          { y: 10, z: 10 },
        ],
        4,
      ),
    ).toBe(4);
    expect(
      yAt(
        [
          { y: 0, z: 0 },
          { y: 10, z: 10 },
        ],
        11,
      ),
    ).toBeNull();
  });

  test('the tyre’s outline rises, and steering either way swings a shoulder out', () => {
    const outline = tyreOutline({ sectionWidth: 225, sectionHeight: 101, overallDiameter: 634, middle: -30 });
    for (let i = 1; i < outline.length; i += 1)
      expect((outline[i] as SectionPoint).z).toBeGreaterThan((outline[i - 1] as SectionPoint).z);
    const at = (steer: number) => posed(outline[0] as SectionPoint, 317, { bump: 0, steer, camber: 0, axis: 0 }).y;
    expect(at(20)).toBeGreaterThan(at(0));
    expect(at(-20)).toBeCloseTo(at(20), 9);
  });
});

const wall: RubMapInput = {
  tyre: { sectionWidth: 200, sectionHeight: 100, overallDiameter: 600, middle: 0 },
  camber: 0,
  camberGain: 0,
  axis: 0,
  arch: [
    { y: 106, z: 210 },
    { y: 106, z: 400 },
  ],
  bump: [0, 0],
  steer: [0, 0],
  rows: 1,
  columns: 1,
  pm: { sideways: 6, height: 0, camber: 0 },
  samples: 20000,
  seed: 7,
};

describe('rub map', () => {
  test('against an upright wall the probability is the normal tail (simple-statistics)', () => {
    for (const y of [100, 103, 106, 109]) {
      const p = rubMap({ ...wall, arch: wall.arch.map((a) => ({ ...a, y })) })[0]?.[0]?.probability ?? -1;
      // Room y − 100 mm, standard deviation 3 mm; three standard errors of 20 000 draws.
      const expected = cumulativeStdNormalProbability(-(y - 100) / 3);
      expect(Math.abs(p - expected)).toBeLessThan(3 * Math.sqrt((expected * (1 - expected)) / 20000) + 0.004);
    }
  });

  test('the seeded source is standard normal (mean 0, deviation 1)', () => {
    const normal = randomNormal.source(randomLcg(7))(0, 1);
    const draws = Array.from({ length: 20000 }, () => normal());
    expect(Math.abs(mean(draws))).toBeLessThan(0.03);
    expect(Math.abs(standardDeviation(draws) - 1)).toBeLessThan(0.03);
  });

  test('reproducible with its seed, another with another', () => {
    expect(rubMap(wall)).toEqual(rubMap(wall));
    expect(rubMap({ ...wall, seed: 8 })[0]?.[0]?.probability).not.toBe(rubMap(wall)[0]?.[0]?.probability);
  });

  test('moving the tyre outward never makes contact less likely; certain contact is certain', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        (middle, more) => {
          const at = (m: number) =>
            rubMap({ ...wall, samples: 500, tyre: { ...wall.tyre, middle: m } })[0]?.[0]?.probability ?? -1;
          expect(at(middle + more)).toBeGreaterThanOrEqual(at(middle));
        },
      ),
      { numRuns: 40 },
    );
    const beyond = rubMap({ ...wall, tyre: { ...wall.tyre, middle: 40 } })[0]?.[0];
    expect(beyond).toMatchObject({ probability: 1, distance: 0 });
    expect(beyond?.room).toBeLessThan(0);
  });

  test('camber that leans in with bump keeps the tyre clear', () => {
    const up = (camberGain: number) => rubMap({ ...wall, bump: [60, 60], camberGain })[0]?.[0]?.probability ?? -1;
    expect(up(-0.03)).toBeLessThan(up(0));
  });

  test('it can be stopped, and tells how far it is', () => {
    const seen: number[] = [];
    const grid = rubMap({ ...wall, rows: 4, samples: 10 }, (done) => seen.push(done) < 2);
    expect(grid).toHaveLength(2);
    expect(seen).toEqual([0.25, 0.5]);
  });

  test('an arch that falls, or an empty grid, is an error', () => {
    expect(() => rubMap({ ...wall, arch: [...wall.arch].reverse() })).toThrow(/edge upward/);
    expect(() => rubMap({ ...wall, rows: 0 })).toThrow(/grid/);
  });
});
