import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { sentence } from '@/core/rules/index';
import { boltPlan, EXACT_POLICY, exact, originalOf } from './fixtures';

/**
 * A joint is known to a millimetre or it is not known, whoever took the figure and of what (common practice, no
 * source).
 */
// rule: reading.error
const said = (p: Plan): string[] =>
  assess(p)
    .findings.filter((f) => f.rule === 'reading.error')
    .map((f) => {
      expect(f.level).toBe('unmeasured');
      return sentence(f, { units: 'metric', pitch: 1.5 });
    });
/** Why counts say nothing. */
const lacks = (p: Plan): string[] =>
  assess(p)
    .findings.filter((f) => f.rule === 'reading.setup')
    .map((f) => f.case.is);
const within = { value: 13, pm: 1 };
const beyond = { value: 13, pm: 1.1 };
const hub = (change: Partial<Plan['hub']>): Plan => ({ ...boltPlan(), hub: { ...boltPlan().hub, ...change } });
const BOLT = { kind: 'bolt', length: 52, threadLength: 50, nose: 0, seat: 'ball13', class: '10.9' } as const;

describe('the widest error that is still a measurement', () => {
  test('of a wheel set: bore, its depth and the pad', () => {
    const set = (m: typeof within): Plan => ({
      ...boltPlan(),
      wheel: { ...boltPlan().wheel, bore: m, boreRecess: m, padThickness: m },
    });
    expect(said(set(within))).toEqual([]);
    expect(said(set(beyond))).toHaveLength(3);
    expect(said(set(beyond))[2]).toBe(
      'Pad to seat of the set winter: known to ±1.1 mm, and more than ±1.0 mm is no measurement. Measure the wheels.',
    );
  });

  test('of the recorded original part', () => {
    expect(said(hub({ hardware: 'other', original: originalOf(within) }))).toEqual([]);
    expect(said(hub({ hardware: 'other', original: originalOf(beyond) }))[0]).toContain('recorded original part');
  });

  test('of a part that was tried by hand, and of the wheel that was on for it', () => {
    const counted = (m: typeof within): Plan =>
      boltPlan(
        { fastener: BOLT, wheel: { ...boltPlan().wheel, padThickness: exact(13) } },
        {
          turns: {
            ...exact(10),
            on: {
              spacer: 0,
              fastener: { seat: 'ball13', length: m, nose: exact(0) },
              wheel: {
                name: 'summer',
                seat: 'ball13',
                pad: m === within ? { value: 13, pm: 0.5 } : m,
                tyre: '205/55R16',
                offset: 46,
              },
            },
          },
        },
      );
    expect(said(counted(within))).toEqual([]);
    // The part stands in for what was counted; a pad that is no measurement carries no count over.
    expect(said(counted(beyond))[0]).toMatch(/^Bolt length, under the seat: known to ±1.1 mm/);
    expect(lacks(counted(beyond))).toEqual(['pad', 'pad']);
    expect(lacks(counted(within))).toEqual([]);
  });

  test('of marked sizes, as far as something new goes on', () => {
    const policy = { ...EXACT_POLICY, fastenerPm: 1.5, spacerPm: 1.5 };
    const spacer = boltPlan().spacer;
    expect(said({ ...boltPlan({ policy }), spacer: { ...spacer, thickness: 0 } })).toEqual([]);
    expect(said(boltPlan({ policy }))).toHaveLength(1);
    expect(said(boltPlan({ policy, fastener: BOLT }))).toEqual([
      'New fasteners are taken to ±1.5 mm, and more than ±1.0 mm is no measurement. Measure one of each bag and set the policy to that.',
      'Spacers are taken to ±1.5 mm, and more than ±1.0 mm is no measurement. Measure the spacer and set the policy to that.',
    ]);
  });
});
