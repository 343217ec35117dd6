import { createHash } from 'node:crypto';
import fc from 'fast-check';
import stringify from 'fast-json-stable-stringify';
import { chainHash, firstBreak, GENESIS } from '@/core/torque/chain';
import { refuseReading, type TorqueReading, type TorqueSpec, type TorqueState, torqueState } from '@/core/torque/log';
import { lugDistance, starOrder } from '@/core/torque/starOrder';

describe('star order', () => {
  // Common practice, no source: the stars that every fitter knows, by position round the wheel.
  test.each([
    [3, [0, 1, 2]],
    [4, [0, 2, 1, 3]],
    [5, [0, 2, 4, 1, 3]],
    [6, [0, 3, 1, 4, 2, 5]],
  ])('%d lugs', (lugs, order) => {
    const found = starOrder(lugs);
    // A star may turn either way after its first step; both hands are the same star.
    const mirrored = order.map((p) => (lugs - p) % lugs);
    expect([order, mirrored]).toContainEqual(found);
  });

  const counts = Array.from({ length: 10 }, (_, i) => i + 3);

  test.each(counts)('%d lugs: every lug once, each step as far across as what is left allows', (lugs) => {
    const order = starOrder(lugs);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: lugs }, (_, i) => i));
    for (let i = 0; i + 1 < lugs; i += 1) {
      const from = order[i] as number;
      const left = order.slice(i + 1);
      const farthest = Math.max(...left.map((l) => lugDistance(from, l, lugs)));
      expect(lugDistance(from, order[i + 1] as number, lugs)).toBe(farthest);
    }
  });

  test('a locking fastener comes last by default and first by the other school', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 12 }), fc.nat(), (lugs, n) => {
        const locking = n % lugs;
        expect(starOrder(lugs, locking).at(-1)).toBe(locking);
        expect(starOrder(lugs, locking, 'first')[0]).toBe(locking);
        expect(new Set(starOrder(lugs, locking)).size).toBe(lugs);
      }),
    );
  });

  test('counts and positions that no wheel has are refused', () => {
    expect(() => starOrder(2)).toThrow(/Lug count “2”/);
    expect(() => starOrder(13)).toThrow(/3 to 12/);
    expect(() => starOrder(4.5)).toThrow(/Lug count/);
    expect(() => starOrder(5, 5)).toThrow(/positions 0 to 4/);
  });
});

const spec: TorqueSpec = { lugs: 5, target: 120, locking: null, band: 4, verifyAngle: 10 };

/** Plays a wheel to the start of a pass, every reading good. */
function playUntil(pass: TorqueState['pass'], s: TorqueSpec = spec): TorqueReading[] {
  const log: TorqueReading[] = [];
  for (let state = torqueState(s, log); state.pass !== pass; state = torqueState(s, log)) log.push(good(state, s));
  return log;
}

function good(state: TorqueState, s: TorqueSpec = spec): TorqueReading {
  const pass = state.pass ?? 'recheck';
  const figures = pass !== 'snug' && pass !== 'lower';
  return {
    pass,
    lug: pass === 'lower' ? -1 : (state.next ?? (state.order[0] as number)),
    reading: figures ? s.target : null,
    angle: pass === 'verify' || pass === 'recheck' ? 2 : null,
  };
}

describe('torque passes', () => {
  test('snug in star order, lower, final, verify, complete: 3 × 5 lugs and one hold point', () => {
    const log = playUntil(null);
    expect(log).toHaveLength(16);
    expect(log.map((r) => r.pass).join(' ')).toBe(
      'snug snug snug snug snug lower final final final final final verify verify verify verify verify',
    );
    expect(log.filter((r) => r.pass === 'final').map((r) => r.lug)).toEqual(starOrder(5));
    expect(torqueState(spec, log).complete).toBe(true);
  });

  test('a verify that moved more than 10° sends the final pass back for the whole wheel', () => {
    const log = playUntil('verify');
    const state = torqueState(spec, [...log, { pass: 'verify', lug: 0, reading: 120, angle: 10.5 }]);
    expect(state).toMatchObject({
      pass: 'final',
      next: 0,
      done: [],
      sentBack: 1,
      complete: false,
      last: { outcome: 'moved' },
    });
    expect(torqueState(spec, [...log, { pass: 'verify', lug: 0, reading: 120, angle: 10 }]).pass).toBe('verify');
  });

  test('a reading outside ±4 % leaves its lug next', () => {
    const log = playUntil('final');
    for (const [reading, outcome] of [
      [115.19, 'low'],
      [124.81, 'over'],
      [115.2, 'done'],
      [124.8, 'done'],
    ] as const) {
      const state = torqueState(spec, [...log, { pass: 'final', lug: 0, reading, angle: null }]);
      expect(state.last?.outcome).toBe(outcome);
      expect(state.next).toBe(outcome === 'done' ? 2 : 0);
    }
  });

  test('a verify without a movement counts as moved: unmeasured is not pass', () => {
    const state = torqueState(spec, [...playUntil('verify'), { pass: 'verify', lug: 0, reading: 120, angle: null }]);
    expect(state.pass).toBe('final');
  });

  test('a recheck that moves reopens the wheel; one that holds is counted', () => {
    const done = playUntil(null);
    const held = [...done];
    for (let i = 0; i < 5; i += 1) held.push({ ...good(torqueState(spec, held)), pass: 'recheck' });
    expect(torqueState(spec, held)).toMatchObject({ complete: true, rechecks: 1, pass: null });
    expect(torqueState(spec, [...done, { pass: 'recheck', lug: 0, reading: 120, angle: 30 }])).toMatchObject({
      complete: false,
      pass: 'final',
      rechecks: 0,
    });
  });

  test('entries that do not belong are refused with a sentence', () => {
    const at = (pass: TorqueState['pass']) => torqueState(spec, playUntil(pass));
    expect(refuseReading(spec, at('snug'), { pass: 'final', lug: 0, reading: 120, angle: null })).toMatch(/snug pass/);
    expect(refuseReading(spec, at('final'), { pass: 'final', lug: 1, reading: 120, angle: null })).toMatch(
      /Lug 1 is next/,
    );
    expect(refuseReading(spec, at('final'), { pass: 'final', lug: 0, reading: null, angle: null })).toMatch(
      /Reading of lug 1 is missing/,
    );
    expect(refuseReading(spec, at('verify'), { pass: 'verify', lug: 0, reading: 120, angle: null })).toMatch(
      /Movement of lug 1 is missing/,
    );
    expect(refuseReading(spec, at('final'), { pass: 'final', lug: 0, reading: 120, angle: null })).toBeNull();
    expect(
      refuseReading({ ...spec, target: 0 }, at('final'), { pass: 'final', lug: 0, reading: 120, angle: null }),
    ).toMatch(/no torque figure/);
  });

  test('whatever is entered, a wheel is complete only after a whole verify pass that held', () => {
    const entry = fc.record({ reading: fc.constantFrom(60, 120, 200), angle: fc.constantFrom(0, 5, 40) });
    fc.assert(
      fc.property(fc.array(entry, { maxLength: 60 }), (entries) => {
        const log: TorqueReading[] = [];
        for (const e of entries) {
          const state = torqueState(spec, log);
          if (state.pass === null) break;
          log.push({ ...good(state), ...(state.pass === 'snug' || state.pass === 'lower' ? {} : e) });
        }
        if (!torqueState(spec, log).complete) return;
        const tail = log.filter((r) => r.reading === 120).slice(-5);
        expect(tail.every((r) => r.pass === 'verify' && (r.angle as number) <= 10)).toBe(true);
        expect(new Set(tail.map((r) => r.lug)).size).toBe(5);
      }),
    );
  });
});

describe('hash chain', () => {
  const rows = (n: number) => {
    const out: { lug: number; hash: string }[] = [];
    for (let lug = 0; lug < n; lug += 1) out.push({ lug, hash: chainHash(out.at(-1)?.hash ?? GENESIS, { lug }) });
    return out;
  };
  const body = (r: { lug: number }) => ({ lug: r.lug });

  test('is SHA-256 as Node’s own crypto computes it (FIPS 180-4)', () => {
    const row = { b: 2, a: 'ü' };
    expect(chainHash(GENESIS, row)).toBe(
      createHash('sha256')
        .update(`${GENESIS}\n${stringify(row)}`)
        .digest('hex'),
    );
    expect(stringify(row)).toBe('{"a":"ü","b":2}');
  });

  test('a changed, dropped or swapped row is found where it happened', () => {
    expect(firstBreak(rows(6), body)).toBeNull();
    const changed = rows(6).map((r, i) => (i === 3 ? { ...r, lug: 9 } : r));
    expect(firstBreak(changed, body)).toBe(3);
    expect(
      firstBreak(
        rows(6).filter((_, i) => i !== 2),
        body,
      ),
    ).toBe(2);
    const swapped = rows(4);
    expect(firstBreak([swapped[1], swapped[0], swapped[2], swapped[3]] as typeof swapped, body)).toBe(0);
  });
});
