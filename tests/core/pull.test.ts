import { jest } from '@jest/globals';
import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { hubTorque } from '@/core/procedure/procedure';
import { HUB_PASSES, refuseReading, type TorqueReading, torqueState } from '@/core/torque/log';
import { keptSamples, readPull } from '@/core/torque/pull';
import type { TraceClass } from '@/core/torque/trace';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { type Meets, pullAt, SimulatedWrench } from '@/devices/wrench';

const spec = { lugs: 5, target: 120, locking: null, band: 4, verifyAngle: 10 };

test.each<readonly [Meets, TraceClass | null]>([
  ['normal', 'normal'],
  ['crossed', 'cross-threaded'],
  ['bottomed', 'bottomed'],
  ['yielding', 'yielding'],
  ['tight', 'already-tight'],
  ['early', null],
  ['lost', null],
])('what the simulated wrench meets is what the core sees: %s', (meets, shows) => {
  for (const target of [33, 90, 120, 160]) expect(readPull(pullAt(meets, target), target)?.shows).toBe(shows);
});

test('a pull that stops short is a low reading, one that runs backward or is not a number is none', () => {
  const early = readPull(pullAt('early', 120), 120);
  expect(early?.peak).toBeLessThan(120 * 0.96);
  expect(readPull([], 120)).toBeNull();
  expect(readPull([{ angle: 0, torque: Number.NaN }], 120)).toBeNull();
  expect(
    readPull(
      [
        { angle: 5, torque: 10 },
        { angle: 0, torque: 120 },
      ],
      120,
    ),
  ).toBeNull();
  expect(readPull(pullAt('normal', 120), Number.NaN)).toBeNull();
});

test('law: what is kept of a trace keeps its peak and its end, and is no longer than a drawing shows', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { minLength: 1, maxLength: 1500 }),
      (torques) => {
        const samples = torques.map((torque, angle) => ({ angle, torque }));
        const kept = keptSamples(samples);
        expect(kept.length).toBeLessThanOrEqual(243);
        expect(Math.max(...kept.map((s) => s.torque))).toBeCloseTo(Math.max(...torques), 1);
        expect(kept.at(-1)?.angle).toBe(torques.length - 1);
      },
    ),
    { numRuns: 60 },
  );
});

const entry = (lug: number, change: Partial<TorqueReading> = {}): TorqueReading => ({
  pass: 'final',
  lug,
  reading: 120,
  angle: null,
  ...change,
});
const begun: TorqueReading[] = [
  { pass: 'snug', lug: -1, reading: null, angle: null },
  { pass: 'lower', lug: -1, reading: null, angle: null },
];

test.each(['cross-threaded', 'bottomed', 'yielding'] as const)(
  'a trace that shows %s stops its lug at the very figure',
  (shows) => {
    const after = torqueState(spec, [...begun, entry(0, { shows })]);
    expect([after.overpulled, after.heldFor, after.last?.outcome]).toEqual([0, shows, 'stopped']);
    expect(refuseReading(spec, after, entry(2))).toContain('lug 1 shows');
    const replaced: TorqueReading = { pass: 'replaced', lug: 0, reading: null, angle: null };
    expect(refuseReading(spec, after, replaced)).toBeNull();
    // It is no slip of the hand; only what stretched may stay, by a lead's reason: a crossed or bottomed one clamps
    // nothing.
    expect(refuseReading(spec, after, { ...replaced, pass: 'strike', lug: -1 })).toContain('lug 1 shows');
    const stays = refuseReading(spec, after, { ...replaced, pass: 'stays' });
    if (shows === 'yielding') expect(stays).toBeNull();
    else expect(stays).toContain('It does not stay');
    const free = torqueState(spec, [...begun, entry(0, { shows }), replaced]);
    // The new one is pulled where the old one was: nothing was counted of it.
    expect([free.overpulled, free.heldFor, free.next, free.done]).toEqual([null, null, 0, []]);
  },
);

test('one that was tight already is slackened and pulled again; in a pass that was sent back it is as it should be', () => {
  const tight = torqueState(spec, [...begun, entry(0, { shows: 'already-tight' })]);
  expect([tight.last?.outcome, tight.next, tight.done]).toEqual(['tight', 0, []]);
  const finals = [0, 2, 4, 1, 3].map((lug) => entry(lug));
  const moved: TorqueReading = { pass: 'verify', lug: 0, reading: 120, angle: 30 };
  const back = torqueState(spec, [...begun, ...finals, moved, entry(0, { shows: 'already-tight' })]);
  expect([back.last?.outcome, back.next]).toEqual(['done', 2]);
});

test('studs in a hub: stud by stud to their own figure, and once round again (32–34 N·m, common practice, no source)', () => {
  const plan = PLAN_EXAMPLES.conversion as Plan;
  const job = hubTorque(plan, { nm: 33, source: 'stud leaflet' });
  expect(job?.spec).toMatchObject({ target: 33, passes: HUB_PASSES, locking: null });
  expect(hubTorque(PLAN_EXAMPLES['slip-on-bolts'] as Plan, { nm: 33, source: 'x' })).toBeNull();
  if (!job) throw new Error('no round');
  const log: TorqueReading[] = [];
  for (let s = torqueState(job.spec, log); !s.complete && log.length < 40; s = torqueState(job.spec, log))
    log.push({ pass: s.pass ?? 'final', lug: s.next ?? 0, reading: 33, angle: s.pass === 'verify' ? 0 : null });
  expect(log.map((r) => r.pass)).toEqual([
    ...Array.from({ length: job.spec.lugs }, () => 'final'),
    ...Array.from({ length: job.spec.lugs }, () => 'verify'),
  ]);
});

test('the wrench sends as it is pulled, and can be let go of', () => {
  jest.useFakeTimers();
  try {
    const heard: number[] = [];
    const ended: string[] = [];
    new SimulatedWrench('normal').pull(
      120,
      (s) => heard.push(s.torque),
      (how) => ended.push(how),
    );
    jest.advanceTimersByTime(2000);
    expect([heard.length, ended]).toEqual([pullAt('normal', 120).length, ['let go']]);
    const stop = new SimulatedWrench('lost').pull(
      120,
      () => {},
      (how) => ended.push(how),
    );
    stop();
    jest.advanceTimersByTime(2000);
    expect(ended).toEqual(['let go']);
  } finally {
    jest.useRealTimers();
  }
});

test('a handbook’s own order is taken as it is; a star has its locking piece last or first', () => {
  const handbook = { ...spec, order: [0, 3, 1, 4, 2] };
  const after = torqueState(handbook, [...begun, entry(0)]);
  expect([after.order, after.next]).toEqual([[0, 3, 1, 4, 2], 3]);
  expect(refuseReading(handbook, after, entry(2))).toContain('Lug 2 is next');
  const keyed = { ...spec, locking: 0 };
  expect(torqueState(keyed, []).order.at(-1)).toBe(0);
  expect(torqueState({ ...keyed, lockingSchool: 'first' }, []).order[0]).toBe(0);
});

test('a fastener that is swapped after the final pass sends the pass back for the whole wheel; before, it is pulled in it', () => {
  const swapped: TorqueReading = { pass: 'swapped', lug: -1, reading: null, angle: null };
  const finals = [0, 2, 4, 1, 3].map((lug) => entry(lug));
  const held = finals.map((r): TorqueReading => ({ ...r, pass: 'verify', angle: 0 }));
  expect(refuseReading(spec, torqueState(spec, [...begun, ...finals.slice(0, 3)]), swapped)).toContain('not through');
  const whole = [...begun, ...finals, ...held];
  expect(torqueState(spec, whole).complete).toBe(true);
  expect(refuseReading(spec, torqueState(spec, whole), swapped)).toBeNull();
  const after = torqueState(spec, [...whole, swapped]);
  expect([after.complete, after.pass, after.next, after.done]).toEqual([false, 'final', 0, []]);
  // Struck out it never was.
  const strike: TorqueReading = { pass: 'strike', lug: -1, reading: null, angle: null };
  expect(torqueState(spec, [...whole, swapped, strike]).complete).toBe(true);
});
