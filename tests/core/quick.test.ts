import fc from 'fast-check';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { INCH_SIZES_MM, METRIC_SIZES_MM } from '@/core/document/sizes';
import { assess } from '@/core/evaluate/evaluate';
import { answerSentence } from '@/core/quick/answer';
import { clampAnswer } from '@/core/quick/clamp';
import { endsAnswer, pocketAnswer } from '@/core/quick/ends';
import { flushAnswer } from '@/core/quick/flush';
import { type LengthAsked, lengthAnswer } from '@/core/quick/length';
import { type PlateAsked, plateAnswer } from '@/core/quick/plate';
import { boltPlan, corner, plainSpacer, spacerOn } from './fixtures';

const P = DEFAULT_POLICY;
const EXACT = { ...P, fastenerPm: 0 };
const PLATE: PlateAsked = {
  thread: 'M12x1.5',
  fastening: 'stud',
  turns: 15.5,
  plateOn: 0,
  mate: null,
  material: 'unknown',
};
const plate = (change: Partial<PlateAsked> = {}, sizes = METRIC_SIZES_MM) =>
  plateAnswer({ ...PLATE, ...change }, P, sizes, 'metric');

describe('largest plate', () => {
  test('15½ turns of M12 × 1.5 carry 10 mm and never 12 (common practice, no source)', () => {
    const a = plate();
    expect(a.size).toBe(10);
    // 11.25 mm by the trade's own sum, a quarter turn (0.375 mm) and the plate's 0.1 mm off.
    expect(a.most).toBeCloseTo(23.25 - 12 - 0.375 - 0.1, 9);
    expect(answerSentence(a)).toBe(
      '10.0 mm at most (13.0 mm down to the floor, by name), if the nut is steel and it holds 12.0 mm of thread or more.',
    );
    expect(a.missing.map((m) => m.what)).toEqual(['What the nut is made of (a magnet tells)', 'Thread in the nut']);
    expect(a.missing[0]?.changes).toBe('In aluminium min 18.0 mm: 3.0 mm.');
  });

  test('7¾ turns of ½-20 are too little for a quarter inch: 2¾ turns are left (engineering, worked example)', () => {
    const a = plate({ thread: '1/2-20', turns: 7.75 }, INCH_SIZES_MM);
    expect(a.size).toBeNull();
    expect(a.sizeToFloor).toBeNull();
    const quarter = a.sizes.find((s) => Math.abs(s.size - 6.35) < 1e-9);
    expect(quarter?.leaves).toBe('never');
    expect(quarter?.turns).toBeCloseTo(2.75, 2);
    expect(answerSentence(a)).toBe('No common spacer on these fasteners: longer ones, or none.');
  });

  test('a count with a plate on is an honest count: five turns with a quarter inch on', () => {
    const bare = plate({ turns: 5 + 6.35 / 1.5 });
    const on = plate({ turns: 5, plateOn: 6.35 });
    // Less the error of the plate that was on.
    expect(on.most).toBeCloseTo((bare.most ?? Number.NaN) - 0.1, 9);
  });

  test('a nut shorter than the target carries no plate to the target, one shorter than the floor none at all', () => {
    expect(plate({ mate: 11 }).most).toBeNull();
    expect(plate({ mate: 11 }).sizeToFloor).toBe(13);
    expect(plate({ mate: 9 }).sizeToFloor).toBeNull();
  });

  test('no answer is more than what the bench lets through on the same figures', () => {
    const arb = fc.record({
      turns: fc.integer({ min: 16, max: 80 }).map((q) => q / 4),
      mate: fc.double({ min: 8, max: 30, noNaN: true }),
      plateOn: fc.constantFrom(0, 3, 5, 10),
    });
    fc.assert(
      fc.property(arb, ({ turns, mate, plateOn }) => {
        const a = plate({ thread: 'M14x1.5', turns, mate, plateOn, material: 'steel', fastening: 'bolt' });
        if (a.size === null) return;
        const on = { value: turns, pm: 0.25, on: spacerOn(plateOn) };
        const c = { turns: on, tappedDepth: { value: mate, pm: 0 } };
        const found = assess({
          ...boltPlan(),
          policy: P,
          spacer: plainSpacer(a.size, 57.1),
          fastener: { kind: 'present' },
          corners: [corner('front-left', c), corner('front-right', c)],
        }).findings.find((f) => f.rule === 'engagement.minimum');
        expect(found?.level).toBe('pass');
      }),
      { numRuns: 400 },
    );
  });

  test('thicker than what was counted never leaves more', () => {
    const { sizes } = plate({ turns: 12, mate: 20, material: 'steel' });
    for (let i = 1; i < sizes.length; i += 1) expect(sizes[i]?.left ?? 0).toBeLessThanOrEqual(sizes[i - 1]?.left ?? 0);
  });
});

const LENGTH: LengthAsked = {
  thread: 'M14x1.5',
  plate: 15,
  plateOn: 0,
  counted: 47,
  turns: null,
  depth: null,
  behind: null,
  material: 'steel',
};

describe('bolt length', () => {
  test('stock 47 mm with a 15 mm plate: 62 mm (common practice, no source)', () => {
    const a = lengthAnswer(LENGTH, P, 'metric');
    expect(a.keep).toBe(62);
    expect(answerSentence(a)).toContain('62.0 mm under the seat holds as much as now, if seat and pilot nose');
    expect(a.missing.map((m) => m.what)).toContain('Turns of the bolt that is in');
  });

  test('without the counted length it is a difference; half a millimetre goes down until the room behind was measured', () => {
    const of = (change: Partial<LengthAsked>) =>
      answerSentence(lengthAnswer({ ...LENGTH, counted: null, plate: 12.5, ...change }, P, 'metric'));
    expect(of({})).toContain('12.0 mm longer than the bolt that is in');
    // 13 comes half a millimetre further in, which measured room allows.
    expect(of({ depth: 24, behind: 12 })).toContain('13.0 mm longer than the bolt that is in');
  });

  test('no length comes further in than the counted bolt while nobody measured depth and room (a law)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 60 }),
        fc.integer({ min: 0, max: 100 }),
        fc.constantFrom(0, 5, 12.5),
        fc.option(fc.integer({ min: 4, max: 60 }), { nil: null }),
        (counted, quarters, plateOn, halfTurns) => {
          const turns = halfTurns === null ? null : halfTurns / 2;
          const asked = { ...LENGTH, counted, plate: quarters / 4, plateOn, turns };
          expect(lengthAnswer(asked, P, 'metric').keep).toBeLessThanOrEqual(counted + quarters / 4 - plateOn + 1e-9);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('with count and hub the window is the bench’s own on the same figures, on any car', () => {
    const arb = fc.record({
      counted: fc.integer({ min: 30, max: 60 }),
      quarters: fc.integer({ min: 16, max: 60 }),
      depth: fc.integer({ min: 12, max: 30 }),
      behind: fc.integer({ min: 2, max: 20 }),
      to: fc.constantFrom(0, 3, 5, 12, 20),
    });
    let some = 0;
    fc.assert(
      fc.property(arb, ({ counted, quarters, depth, behind, to }) => {
        const turns = quarters / 4;
        const c = {
          turns: { value: turns, pm: 0.25 },
          tappedDepth: { value: depth, pm: 0 },
          roomBehind: { value: behind, pm: 0 },
        };
        const bench = assess({
          ...boltPlan(),
          policy: P,
          hub: { ...boltPlan().hub, boltLength: { value: counted, pm: 0.1 }, pilotNose: { value: 0, pm: 0 } },
          spacer: plainSpacer(to, 57.1),
          fastener: { kind: 'present' },
          corners: [corner('front-left', c), corner('front-right', c)],
        }).numbers.window;
        const asked = { ...LENGTH, counted, plate: to, turns, depth, behind };
        const quick = lengthAnswer(asked, P, 'metric').window;
        if (quick === null) return;
        some += 1;
        expect(quick.min).toBeGreaterThanOrEqual((bench?.min ?? Number.NaN) - 1e-6);
        // Both keep the same to what is behind the hub: one figure for all that ask.
        expect(bench?.max ?? Number.NaN).toBeGreaterThanOrEqual((quick.max ?? Number.NaN) - 1e-6);
      }),
      { numRuns: 300, seed: 5 },
    );
    expect(some).toBeGreaterThan(100);
  });

  test('a hub shorter than the floor takes no length, and says so', () => {
    const a = lengthAnswer({ ...LENGTH, turns: 8, depth: 10, behind: 10 }, P, 'metric');
    expect(a.window).toBeNull();
    expect(answerSentence(a)).toBe('No length: the hub holds 10.0 mm of thread and the floor is 11.2 mm.');
  });
});

describe('both ends', () => {
  test('31 mm studs under a 15 mm adapter: 16 mm stand out, 17.5 ± 0.3 of pocket (engineering, worked example)', () => {
    const a = pocketAnswer({ protrusion: 31, adapter: 15, web: null, nutThread: null, thread: null }, P, 'metric');
    expect(a.pocket).toBeCloseTo(17.8, 9);
    expect(answerSentence(a)).toContain('Pockets of 17.8 mm or deeper, in every wheel that can go on');
  });

  test('flush within the errors counts as standing out; well below asks for none', () => {
    const at = (adapter: number) =>
      pocketAnswer({ protrusion: 25, adapter, web: null, nutThread: null, thread: null }, P, 'metric').pocket;
    expect(at(25)).toBeGreaterThan(1.5);
    expect(at(25.3)).toBe(0);
  });

  test('a 75 mm stud with 12 in the hub: 12.5 in the hub and 22 in the nut (engineering, worked example)', () => {
    const a = endsAnswer(
      {
        hubThread: 'M14x1.25',
        outerThread: 'M14x1.5',
        overall: 75,
        shortEnd: 15,
        depth: 18,
        seatsAt: 'shoulder',
        hat: 7,
        plate: 12,
        grip: 8,
        nutThread: 22,
        nose: 0,
        material: 'steel',
      },
      P,
      'metric',
    );
    expect(a.hubEnd).toBeCloseTo(12.5, 9);
    expect(a.nutEnd).toBeCloseTo(22, 9);
    expect(a.because[0]).toBe('Hub end is between floor and target: target 14.0 mm, floor 11.2 mm.');
  });

  test('a short end longer than the hub’s thread says how much stands out behind, and what room that asks for', () => {
    const at = (shortEnd: number) =>
      endsAnswer(
        {
          hubThread: 'M14x1.5',
          outerThread: 'M14x1.5',
          overall: 75,
          shortEnd,
          depth: 18,
          seatsAt: 'shoulder',
          hat: 7,
          plate: 0,
          grip: 8,
          nutThread: 22,
          nose: 0,
          material: 'steel',
        },
        EXACT,
        'metric',
      );
    // 22 of short end in 18 of thread, ± 0.1 of the caliper, and a pitch kept to what is behind.
    expect(at(22).behind).toBeCloseTo(4.1, 9);
    expect(at(22).warns?.[0]).toMatch(/^Up to 4\.1 mm of the short end stands out behind .* 5\.6 mm of room/);
    expect([at(17).warns, at(18).warns === undefined]).toEqual([undefined, false]);
  });

  test('millimetre for millimetre: 75 carries 12 where 82 carries 19 and 90 carries 27 (common practice, no source)', () => {
    const most = (overall: number): number =>
      endsAnswer(
        {
          hubThread: 'M14x1.25',
          outerThread: 'M14x1.5',
          overall,
          shortEnd: 15,
          depth: 18,
          seatsAt: 'shoulder',
          hat: 7,
          plate: 0,
          grip: 8,
          nutThread: 22,
          nose: 0,
          material: 'steel',
        },
        P,
        'metric',
      ).most ?? Number.NaN;
    expect(most(82) - most(75)).toBeCloseTo(7, 9);
    expect(most(90) - most(75)).toBeCloseTo(15, 9);
  });
});

describe('flush', () => {
  const FLUSH = { gap: 21, plateOn: 0, moreCamber: null, height: null, offset: 45, loaded: null };
  test('+20 mm a side is +40 mm of track and ET 45 becomes 25 (common practice, no source)', () => {
    const a = flushAnswer(FLUSH, P, METRIC_SIZES_MM, 'metric');
    expect(a.size).toBe(20);
    expect(a.because.join(' ')).toContain('ET 45 becomes ET 25. Track +40.0 mm on the axle.');
    expect(a.missing.map((m) => m.what)).toEqual(['Loaded clearance']);
  });

  test('the loaded clearance less its reserve decides where it is the less', () => {
    expect(flushAnswer({ ...FLUSH, loaded: 15 }, P, METRIC_SIZES_MM, 'metric').size).toBe(10);
  });

  test('more negative camber tips the top in: a degree at 330 mm is 5.76 mm (geometry)', () => {
    const tilted = flushAnswer({ ...FLUSH, moreCamber: 1, height: 330 }, P, METRIC_SIZES_MM, 'metric');
    expect(tilted.flush - 21).toBeCloseTo(330 * Math.sin(Math.PI / 180), 9);
    const unsaid = flushAnswer({ ...FLUSH, moreCamber: 1 }, P, METRIC_SIZES_MM, 'metric');
    expect(unsaid.flush).toBe(21);
    expect(unsaid.missing.map((m) => m.what)).toContain('Height of the arch edge above the hub');
  });
});

describe('torque and clamp', () => {
  const CLAMP = {
    thread: 'M14x1.5',
    torque: 120,
    seat: 'cone60' as const,
    contact: 22,
    condition: 'dry' as const,
    class: '10.9' as const,
    tool: 'click' as const,
  };
  test('a 60° cone clamps about two thirds as hard as a flat seat (statics)', () => {
    const cone = clampAnswer(CLAMP, 'metric');
    const flat = clampAnswer({ ...CLAMP, seat: 'flat' }, 'metric');
    expect(cone.high / flat.high).toBeGreaterThan(0.6);
    expect(cone.high / flat.high).toBeLessThan(0.72);
  });

  test('unknown never narrows the band: contact, threads, class, seat', () => {
    const known = clampAnswer(CLAMP, 'metric');
    for (const change of [{ contact: null }, { condition: 'unknown' as const }, { seat: 'unknown' as const }]) {
      const less = clampAnswer({ ...CLAMP, ...change }, 'metric');
      expect(less.low).toBeLessThanOrEqual(known.low + 1e-6);
      expect(less.high).toBeGreaterThanOrEqual(known.high - 1e-6);
    }
    expect(clampAnswer({ ...CLAMP, class: 'unknown' }, 'metric').yieldShare).toBeGreaterThan(known.yieldShare);
  });

  test('100 N·m are 73.76 lbf·ft (exact factors: 0.45359237 kg, 0.3048 m, 9.80665 m/s²)', () => {
    expect(clampAnswer({ ...CLAMP, torque: 100 }, 'metric').because[0]).toContain('100 N·m = 73.76 lbf·ft');
  });
});
