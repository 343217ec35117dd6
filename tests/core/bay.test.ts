import fc from 'fast-check';
import type { Corner } from '@/core/document/vocabulary';
import {
  type BayDetail,
  type BayEntry,
  baySchema,
  bayState,
  clockAt,
  holdsBack,
  openTroubles,
  through,
  withoutFigure,
} from '@/core/procedure/bay';
import { clockMinutes, clockState, waitText } from '@/core/procedure/clocks';
import { TROUBLES, troublesOf } from '@/core/procedure/troubles';
import { boltPlan, plainSpacer, studPlan } from './fixtures';

const MIN = 60_000;
const log = (...entries: readonly (readonly [number, Corner | null, BayDetail])[]): BayEntry[] =>
  entries.map(([minute, corner, detail], i) => ({ id: `e${i}`, corner, detail, by: 'Bram', at: minute * MIN }));
const locker = (minutes: number): BayDetail => ({
  kind: 'clock',
  clock: 'locker',
  minutes,
  source: 'bottle',
  grade: 'medium',
});

test('locker holds its own corner’s wheel back until its time is over, to the millisecond', () => {
  const entries = log([0, 'front-left', locker(60)]);
  expect(holdsBack(bayState(entries, 60 * MIN - 1), 'front-left')).toEqual(['curing']);
  expect(holdsBack(bayState(entries, 60 * MIN), 'front-left')).toEqual([]);
  // The other hub is worked on meanwhile.
  expect(holdsBack(bayState(entries, MIN), 'front-right')).toEqual([]);
});

test('law: a clock never ends early, whatever the machine’s clock does, and a clock set back is said', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 10080 }), fc.integer({ min: -1e10, max: 1e10 }), (minutes, later) => {
      const clock = { kind: 'locker' as const, minutes, source: 'bottle', startedAt: 1e12 };
      const state = clockState(clock, 1e12 + later);
      expect(state.is === 'over').toBe(later >= minutes * MIN);
      expect(state.is === 'behind').toBe(later < 0);
      if (state.is === 'running') expect(state.left + later).toBe(minutes * MIN);
    }),
  );
  expect(clockState({ kind: 'locker', minutes: 5, source: '', startedAt: 0 }, Number.NaN).is).toBe('behind');
});

test('a wait is rounded up, so that nothing is ready before its time', () => {
  expect(waitText(1)).toBe('1 min');
  expect(waitText(60 * MIN)).toBe('1 h');
  expect(waitText(60 * MIN + 1)).toBe('1 h 1 min');
  expect(() => clockMinutes(0)).toThrow('no time that can be waited');
  expect(() => clockMinutes(Number.NaN)).toThrow();
  expect(clockMinutes(1440)).toBe(1440);
});

test('a named person may say why the wheel goes on; another clock of the corner starts the wait anew', () => {
  const waived: BayDetail = { kind: 'clock-waived', clock: 'locker', why: 'leaflet allows it' };
  const entries = log([0, 'rear-left', locker(60)], [5, 'rear-left', waived]);
  const clock = clockAt(bayState(entries, 6 * MIN), 'rear-left', 'locker');
  expect(clock?.waived).toEqual({ by: 'Bram', why: 'leaflet allows it', at: 5 * MIN });
  expect(clock && through(clock)).toBe(true);
  const again = log([0, 'rear-left', locker(60)], [5, 'rear-left', waived], [7, 'rear-left', locker(60)]);
  expect(holdsBack(bayState(again, 8 * MIN), 'rear-left')).toEqual(['curing']);
  // Said of another corner it helps nobody here.
  const elsewhere = log([0, 'rear-left', locker(60)], [5, 'rear-right', waived]);
  expect(holdsBack(bayState(elsewhere, 6 * MIN), 'rear-left')).toEqual(['curing']);
});

test('a soak or a drying time is the fitter’s own wait and holds no wheel back', () => {
  const soak: BayDetail = { kind: 'clock', clock: 'soak', minutes: 15, source: 'common practice' };
  expect(holdsBack(bayState(log([0, 'front-left', soak]), 1), 'front-left')).toEqual([]);
});

test('trouble holds its corner until it is ended, once; one of another corner does not', () => {
  const crossed: BayDetail = { kind: 'trouble', what: 'crossed', lug: 2, note: 'third from the top' };
  const entries = log([0, 'front-left', crossed]);
  expect(holdsBack(bayState(entries, 1), 'front-left')).toEqual(['trouble']);
  expect(holdsBack(bayState(entries, 1), 'front-right')).toEqual([]);
  const settled = (of: string): BayDetail => ({ kind: 'settled', of, how: 'replaced', note: '' });
  const other = log([0, 'front-left', crossed], [1, 'front-left', settled('e7')]);
  expect(openTroubles(bayState(other, 1), 'front-left')).toHaveLength(1);
  const ended = log(
    [0, 'front-left', crossed],
    [1, 'front-left', settled('e0')],
    [2, 'front-left', { ...settled('e0'), how: 'one-replaced' } as BayDetail],
  );
  const state = bayState(ended, 3);
  expect(openTroubles(state, 'front-left')).toEqual([]);
  expect(state.troubles[0]?.settled?.how).toBe('replaced');
});

test('every trouble says what to do and how it can be ended; one crossed or snapped is never just left', () => {
  for (const t of TROUBLES) {
    expect(t.next.length).toBeGreaterThan(0);
    expect(t.settles.length).toBeGreaterThan(0);
    expect(new Set(t.settles.map((s) => s.id)).size).toBe(t.settles.length);
  }
  for (const kind of ['crossed', 'snapped', 'spinning', 'bottoms', 'rocks', 'proud'])
    expect(TROUBLES.find((t) => t.kind === kind)?.blocks).toBe(true);
  const bare = troublesOf(boltPlan({ spacer: plainSpacer(0) })).map((t) => t.kind);
  expect(bare).not.toContain('rocks');
  expect(bare).not.toContain('spinning');
  expect(troublesOf(studPlan()).map((t) => t.kind)).toContain('spinning');
});

test('pause, hand-over, lift, figure, reasons: the last word stands, nobody’s entry is lost', () => {
  const state = bayState(
    log(
      [0, null, { kind: 'lift', lift: 'corner' }],
      [1, null, { kind: 'lift', lift: 'axle' }],
      [2, null, { kind: 'hub-figure', nm: 33, source: 'stud leaflet', hold: 'helper' }],
      [3, null, { kind: 'pause', why: 'parts' }],
      [4, null, { kind: 'instead', key: 'fit.front-left.caps', why: 'no caps' }],
      [5, 'front-right', { kind: 'deviation', what: 'studs-impact', note: '' }],
    ),
    6 * MIN,
  );
  expect(state.lift).toBe('axle');
  expect(state.hub?.nm).toBe(33);
  expect(state.paused?.why).toBe('parts');
  expect(state.instead.get('fit.front-left.caps')?.why).toBe('no caps');
  expect([withoutFigure(state, 'front-right'), withoutFigure(state, 'front-left')]).toEqual([true, false]);
  const on = bayState(
    log([3, null, { kind: 'pause', why: 'parts' }], [4, null, { kind: 'hand-over', to: 'Tamsin' }]),
    0,
  );
  expect([on.paused, on.with]).toEqual([null, 'Tamsin']);
});

test('what is sent is checked: no empty reason, no figure that cannot be, no kind that is unknown', () => {
  for (const bad of [
    { kind: 'pause', why: '  ' },
    { kind: 'clock', clock: 'locker', minutes: 0, source: 'bottle' },
    { kind: 'clock', clock: 'locker', minutes: Number.NaN, source: 'bottle' },
    { kind: 'hub-figure', nm: 1200, source: 'leaflet', hold: 'brake' },
    { kind: 'hub-figure', nm: 33, source: '', hold: 'brake' },
    { kind: 'trouble', what: 'unlucky', lug: null, note: '' },
    { kind: 'nothing' },
  ])
    expect(baySchema.safeParse(bad).success).toBe(false);
  expect(baySchema.safeParse({ kind: 'pause', why: 'lunch' }).success).toBe(true);
});
