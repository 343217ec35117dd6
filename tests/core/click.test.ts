import fc from 'fast-check';
import {
  type Felt,
  judgeReading,
  refuseReading,
  standing,
  struckOut,
  type TorqueReading,
  type TorqueSpec,
  torqueState,
  WHOLE,
} from '@/core/torque/log';

const SPEC: TorqueSpec = { lugs: 5, target: 120, locking: null, band: 4, verifyAngle: 10 };
const entry = (pass: TorqueReading['pass'], lug: number, felt: Felt | null = null): TorqueReading => ({
  pass,
  lug,
  reading: null,
  angle: null,
  felt,
});
const SLIP = entry('strike', WHOLE);
const { order } = torqueState(SPEC, []);
const wheel = (second: Felt = 'held'): TorqueReading[] => [
  entry('snug', WHOLE),
  entry('lower', WHOLE),
  ...order.map((lug) => entry('final', lug, 'click')),
  ...order.map((lug) => entry('verify', lug, second)),
];

/** Folds a log entry by entry and asks each whether it belongs there. */
function taken(log: readonly TorqueReading[]): string[] {
  return log.flatMap((e, i) => refuseReading(SPEC, torqueState(SPEC, log.slice(0, i)), e) ?? []);
}

test('a click wrench takes a wheel of five in twelve taps: snug, lowered, five clicks, five held', () => {
  const log = wheel();
  expect(log).toHaveLength(12);
  expect(taken(log)).toEqual([]);
  expect(torqueState(SPEC, log).complete).toBe(true);
});

test('a little is passed and noted, a lot sends the final pass back for the whole wheel (common practice, no source)', () => {
  expect(torqueState(SPEC, wheel('little')).complete).toBe(true);
  const back = torqueState(SPEC, [...wheel().slice(0, 9), entry('verify', order[2] as number, 'lot')]);
  expect([back.pass, back.next, back.sentBack, back.complete]).toEqual(['final', order[0], 1, false]);
  expect(judgeReading(SPEC, entry('verify', 0, 'lot'))).toBe('moved');
});

test('what a wrench cannot tell in a pass is refused in words', () => {
  const upTo = (n: number) => torqueState(SPEC, wheel().slice(0, n));
  expect(refuseReading(SPEC, upTo(2), entry('final', order[0] as number, 'held'))).toMatch(/the wrench clicks/);
  expect(refuseReading(SPEC, upTo(7), entry('verify', order[0] as number, 'click'))).toMatch(/held, moved a little/);
  expect(refuseReading(SPEC, upTo(2), entry('final', order[1] as number, 'click'))).toMatch(/Lug 1 is next, not lug 2/);
  expect(refuseReading({ ...SPEC, target: 0 }, upTo(2), entry('final', order[0] as number, 'click'))).toMatch(
    /no torque figure/,
  );
  // One lug snug by itself, and then the whole wheel in one tap, would count it twice.
  expect(refuseReading(SPEC, torqueState(SPEC, [entry('snug', order[0] as number)]), entry('snug', WHOLE))).toMatch(
    /one by one/,
  );
});

test('no figure and nothing felt is no entry', () => {
  const at = torqueState(SPEC, wheel().slice(0, 2));
  expect(refuseReading(SPEC, at, entry('final', order[0] as number))).toMatch(/Reading of lug 1 is missing/);
  expect(judgeReading(SPEC, entry('final', 0))).toBe('low');
});

test('a slip takes the entry before it back, stays in the log, and two take two', () => {
  const log = [...wheel().slice(0, 4), SLIP, SLIP];
  expect(struckOut(log)).toEqual(new Set([2, 3, 4, 5]));
  expect(standing(log)).toEqual(wheel().slice(0, 2));
  expect(torqueState(SPEC, log)).toEqual(torqueState(SPEC, wheel().slice(0, 2)));
  expect(refuseReading(SPEC, torqueState(SPEC, []), SLIP)).toMatch(/nothing in this log to strike out/);
  expect(refuseReading(SPEC, torqueState(SPEC, wheel().slice(0, 1)), SLIP)).toBeNull();
});

test('law: any log with each entry followed or not by a slip and itself again comes to what it would without', () => {
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), (slips) => {
      const plain = wheel();
      const log = plain.flatMap((e, i) => (slips[i] ? [e, SLIP, e] : [e]));
      expect(taken(log)).toEqual([]);
      expect(torqueState(SPEC, log)).toEqual(torqueState(SPEC, plain));
    }),
  );
});

test('law: whatever is struck out, a wheel is never done with fewer than every lug clicked and held', () => {
  const any = fc.constantFrom(...wheel(), SLIP, entry('verify', 0, 'lot'), entry('verify', 0, 'little'));
  fc.assert(
    fc.property(fc.array(any, { maxLength: 40 }), (asked) => {
      const log: TorqueReading[] = [];
      for (const e of asked) if (refuseReading(SPEC, torqueState(SPEC, log), e) === null) log.push(e);
      if (!torqueState(SPEC, log).complete) return;
      const stand = standing(log);
      for (const pass of ['final', 'verify'] as const)
        expect(new Set(stand.filter((e) => e.pass === pass).map((e) => e.lug)).size).toBe(5);
    }),
    { numRuns: 300 },
  );
});

test('a fastener pulled far over the figure holds the pass until it is replaced or somebody says why it stays', () => {
  const figure = (lug: number, reading: number): TorqueReading => ({ pass: 'final', lug, reading, angle: null });
  const upTo = wheel().slice(0, 2);
  const first = order[0] as number;
  // A little over is slackened and pulled again; 2.5 times the figure is another matter.
  expect(torqueState(SPEC, [...upTo, figure(first, 130)]).overpulled).toBeNull();
  const over = [...upTo, figure(first, 300)];
  const state = torqueState(SPEC, over);
  expect([state.overpulled, state.next]).toEqual([first, first]);
  expect(refuseReading(SPEC, state, figure(first, 120))).toMatch(/Lug 1 was pulled far over the figure/);
  expect(refuseReading(SPEC, state, entry('replaced', order[1] as number))).toMatch(/Lug 1 was pulled/);
  for (const what of ['replaced', 'stays'] as const) {
    expect(refuseReading(SPEC, state, entry(what, first))).toBeNull();
    const after = torqueState(SPEC, [...over, entry(what, first)]);
    expect([after.overpulled, after.next, after.pass]).toEqual([null, first, 'final']);
    expect(refuseReading(SPEC, after, figure(first, 120))).toBeNull();
  }
  // A slip of the hand is struck out, and then nothing was pulled.
  expect(refuseReading(SPEC, state, SLIP)).toBeNull();
  expect(torqueState(SPEC, [...over, SLIP]).overpulled).toBeNull();
  expect(refuseReading(SPEC, torqueState(SPEC, upTo), entry('replaced', first))).toMatch(/No fastener here/);
});
