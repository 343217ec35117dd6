import { assess } from '@/core/evaluate/evaluate';
import { trialFindings } from '@/core/whatif/trial';
import { boltPlan, corner, exact, plainSpacer, studPlan } from './fixtures';

const bolt = (length: number, threadLength: number | null = 40) =>
  ({ kind: 'bolt', length, threadLength, nose: 0, seat: 'ball13', class: '10.9' }) as const;

test('a car that stands on trial bolts that foul is told not to be rolled, and one whose bolts hold may be', () => {
  // Stock 47 mm, ten turns, hub 18 deep with 5 behind: 15 mm of plate take 62; 72 comes 10 mm further in.
  const plan = boltPlan();
  const rules = (length: number) =>
    trialFindings(plan, 'front-left', { thickness: 15, fastener: bolt(length) }).map((f) => [f.rule, f.level]);
  expect(rules(62)).toEqual([]);
  expect(rules(76)).toEqual([['bolt.behind', 'stop']]);
});

test('stock bolts over a thick trial plate hang on too little, and nobody rolls it', () => {
  const found = trialFindings(boltPlan(), 'front-left', { thickness: 12, fastener: { kind: 'present' } });
  expect(found.map((f) => f.rule)).toContain('engagement.never-drive');
});

test('what nobody measured is not known to hold: thread, hub', () => {
  const unthreaded = trialFindings(boltPlan(), 'front-left', { thickness: 15, fastener: bolt(62, null) });
  expect(unthreaded.map((f) => [f.rule, f.level])).toEqual([['fastener.thread', 'unmeasured']]);
  const blank = boltPlan({}, { tappedDepth: null });
  expect(
    trialFindings(blank, 'front-left', { thickness: 15, fastener: bolt(62) }).some((f) => f.level === 'unmeasured'),
  ).toBe(true);
});

test('only the corner it stands at is looked at, and the choice on the bench says nothing', () => {
  const plan = boltPlan({
    corners: [corner('front-left'), corner('front-right', { turns: exact(3), tappedDepth: null })],
    spacer: plainSpacer(30, 57.1),
    trim: 12,
    camberChange: 2,
  });
  expect(assess(plan).blocking.length).toBeGreaterThan(0);
  expect(trialFindings(plan, 'front-left', { thickness: 15, fastener: bolt(62) })).toEqual([]);
  expect(trialFindings(plan, 'front-right', { thickness: 15, fastener: bolt(62) }).length).toBeGreaterThan(0);
  expect(trialFindings(plan, 'rear-left', { thickness: 15, fastener: bolt(62) })).toEqual([]);
});

test('a longer stud that bottoms in its cap is a trial nobody rolls on', () => {
  const plan = studPlan();
  const found = trialFindings(plan, 'front-left', {
    thickness: 5,
    fastener: { kind: 'stud', protrusion: 75, threadLength: 60, nose: 0, class: '10.9', nut: null },
  });
  expect(found.map((f) => f.rule)).toContain('nut.bottom');
});
