import fc from 'fast-check';
import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import type { RuleId } from '@/core/rules/ids';
import { sentence } from '@/core/rules/index';
import { type ChalkEvidence, chalkLimits, chalkVerdict } from '@/core/stance/chalk';
import { boltPlan, plainSpacer } from './fixtures';

const find = (plan: Plan, rule: RuleId) => assess(plan).findings.find((f) => f.rule === rule);
const say = (plan: Plan, rule: RuleId) => {
  const f = find(plan, rule);
  return f ? sentence(f, { units: 'metric', pitch: 1.5 }) : '';
};

describe('whether the suspension had settled', () => {
  // rule: stance.settled — a car just lowered off the jack sits high (common practice, no source).
  test('a gap taken before rolling is no measurement where the jobType is stance', () => {
    const level = (jobType: Plan['jobType'], settled: boolean | null) =>
      find(boltPlan({ jobType }, { settled }), 'stance.settled')?.level;
    expect([level('stance', false), level('stance', null), level('stance', true)]).toEqual([
      'unmeasured',
      'caution',
      undefined,
    ]);
    expect([level('clearance', false), level('clearance', null)]).toEqual(['caution', 'note']);
    expect(assess(boltPlan({}, { settled: false })).blocking.map((f) => f.rule)).toContain('stance.settled');
    expect(find(boltPlan({}, { settled: false, gap: null }), 'stance.settled')).toBeUndefined();
    expect(say(boltPlan({}, { settled: false }), 'stance.settled')).toContain('before the suspension had settled');
  });
});

describe('finger and rib', () => {
  // rules: clearance.finger, clearance.rib — check that a finger passes, note a rim protector (common practice, no
  // source).
  test('a finger that does not pass is a caution once a spacer goes on; a rib is noted', () => {
    const at = (fingerPasses: boolean | null, s = 5) =>
      find(boltPlan({ spacer: plainSpacer(s, 57.1) }, { fingerPasses }), 'clearance.finger')?.level;
    expect([at(false), at(true), at(null), at(false, 0)]).toEqual(['caution', 'pass', undefined, undefined]);
    expect(find(boltPlan({}, { rimProtector: true }), 'clearance.rib')?.level).toBe('note');
    expect(find(boltPlan({}, { rimProtector: false }), 'clearance.rib')).toBeUndefined();
    expect(say(boltPlan({}, { rimProtector: true }), 'clearance.rib')).toContain('from the rib');
  });
});

describe('chalk test', () => {
  const test_ = (trial: number, load: ChalkEvidence['load'], ...hours: number[]): ChalkEvidence => ({
    trial,
    load,
    hours,
  });
  const verdict = (s: number, ...tests: ChalkEvidence[]) => chalkVerdict(chalkLimits(tests), s);

  // rule: clearance.chalk — chalk on the sidewall will cut the tyre, no chalk anywhere is clear (common practice, no
  // source).
  test('chalk that came off at 10 mm stops 10 and 12, says nothing of 8; clean counts only bounced', () => {
    const off = test_(10, 'loaded', 1, 1.5);
    expect([8, 10, 12].map((s) => verdict(s, off))).toEqual(['unproven', 'touches', 'touches']);
    expect([5, 8, 10].map((s) => verdict(s, test_(8, 'bounced')))).toEqual(['clear', 'clear', 'unproven']);
    expect(verdict(5, test_(8, 'loaded'))).toBe('unproven');
    expect(verdict(8, test_(8, 'bounced'), off)).toBe('clear');
  });
  test('a clean test after the lip was trimmed answers the touch; a later touch takes a clean test back', () => {
    expect(verdict(10, test_(10, 'bounced', 1), test_(10, 'bounced'))).toBe('clear');
    expect(verdict(10, test_(10, 'bounced', 1), test_(8, 'bounced'))).toBe('touches');
    expect(verdict(10, test_(12, 'bounced'), test_(10, 'bounced', 12))).toBe('touches');
    expect(verdict(9, test_(12, 'bounced'), test_(10, 'bounced', 12))).toBe('unproven');
  });
  test('in a plan: the corner that touches decides, with its hours; the sentence reads the clock', () => {
    const plan = boltPlan({ spacer: plainSpacer(10, 57.1) });
    const chalked: Plan = {
      ...plan,
      corners: plan.corners.map((c, i) => ({
        ...c,
        chalk:
          i === 0
            ? [{ trial: 12, load: 'bounced' as const, across: null, hours: [] }]
            : [{ trial: 10, load: 'bounced' as const, across: null, hours: [1.5, 12.5] }],
      })),
    };
    expect(find(chalked, 'clearance.chalk')).toMatchObject({ level: 'stop', corner: 'front-right', limit: 10 });
    expect(say(chalked, 'clearance.chalk')).toContain('at 1:30, 12:30 o’clock');
    expect(find({ ...chalked, corners: chalked.corners.slice(0, 1) }, 'clearance.chalk')?.level).toBe('pass');
    expect(find(plan, 'clearance.chalk')).toBeUndefined();
  });

  const anyTest = fc.record({
    trial: fc.integer({ min: 0, max: 30 }),
    load: fc.constantFrom('unloaded', 'loaded', 'bounced' as const),
    hours: fc.array(fc.integer({ min: 1, max: 12 }), { maxLength: 2 }),
  }) as fc.Arbitrary<ChalkEvidence>;
  test('never kinder to a thicker spacer, and a last word of chalk always stops its own thickness', () => {
    const order = { clear: 0, unproven: 1, touches: 2 };
    fc.assert(
      fc.property(
        fc.array(anyTest, { maxLength: 6 }),
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 0, max: 10 }),
        (tests, s, more) => {
          const limits = chalkLimits(tests);
          expect(order[chalkVerdict(limits, s + more)]).toBeGreaterThanOrEqual(order[chalkVerdict(limits, s)]);
          const off = { trial: s, load: 'unloaded' as const, hours: [12] };
          expect(chalkVerdict(chalkLimits([...tests, off]), s)).toBe('touches');
        },
      ),
    );
  });
});
