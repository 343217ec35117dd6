import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { inputsOf } from '@/core/evaluate/inputs';
import type { RuleId } from '@/core/rules/ids';
import { longerFastener, sweepThickness } from '@/core/whatif/bySize';
import { waySentence, waysOut } from '@/core/whatif/waysOut';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, exact, lippedSpacer, plainSpacer, studPlan, wheel } from './fixtures';

const put = (plan: Plan, rule: RuleId): Record<string, string> => {
  const f = assess(plan).findings.find((k) => k.rule === rule);
  return f ? Object.fromEntries(inputsOf(plan, f, 'metric').map((i) => [i.label, i.text])) : {};
};

describe('figures put into a finding', () => {
  test('engagement of a bolt: turns with their ±, the stock length, spacer and bolt; nothing of studs', () => {
    const p = boltPlan(
      { fastener: { kind: 'bolt', length: 55, threadLength: 30, nose: 0, seat: 'ball13', class: '10.9' } },
      { turns: { value: 10, pm: 0.25 } },
    );
    const got = put(p, 'engagement.minimum');
    expect(got).toMatchObject({
      'Turns, front left': '10 turns ± 0.25',
      'Bolt length, under the seat': '47.0 mm ± 0.0 mm',
      Spacer: '5.0 mm',
      'Bolt, under the seat': '55.0 mm',
    });
    expect(Object.keys(got).some((k) => /stud|nut/i.test(k))).toBe(false);
  });
  test('what nobody measured says so, wheels come one by one, the clock hour by hour', () => {
    const lipped = boltPlan({ spacer: lippedSpacer(15, 57.1, 57, 2) });
    const each = {
      ...lipped,
      wheel: { ...lipped.wheel, each: [wheel('wheel A', { chamferDepth: exact(3) }), wheel('wheel B')] },
    };
    expect(put(each, 'centring.lip-root')).toEqual({
      'Bore chamfer, wheel A': '3.0 mm ± 0.0 mm',
      'Bore chamfer, wheel B': 'unmeasured',
      'Lip root': '2.0 mm',
    });
    const clock = boltPlan({}, { loadedClearance: null, clock: [{ hour: 1, clearance: exact(19), trim: 0 }] });
    expect(put(clock, 'clearance.loaded')).toMatchObject({
      'Loaded clearance, front left, 1 o’clock': '19.0 mm ± 0.0 mm',
      Reserve: '5.0 mm',
    });
    const cambered = { ...boltPlan({ camberChange: 1 }, { archHeight: exact(310) }) };
    expect(put(cambered, 'stance.gap')).toMatchObject({
      'Camber, more negative by': '1°',
      'Height of the arch edge, front left': '310.0 mm ± 0.0 mm',
    });
  });
  test.each(Object.entries(PLAN_EXAMPLES))(
    '%s: every finding that is a figure names at least one that went in',
    (_, plan) => {
      for (const f of assess(plan).findings) {
        if (
          f.unit === 'mm' &&
          f.value !== null &&
          ![
            'fastener.mix',
            'use.competition',
            'centring.lip-height',
            'seat.socket',
            'nut.shank',
            'clearance.inner',
          ].includes(f.rule)
        )
          expect([f.rule, inputsOf(plan, f, 'metric').length > 0]).toEqual([f.rule, true]);
      }
    },
  );
});

describe('clamp against thickness', () => {
  const known = studPlan(
    {
      wheel: { ...studPlan().wheel, padThickness: exact(13) },
      hub: { ...studPlan().hub, contactDiameter: 18, wheelLoad: 4300, fastenerClass: '10.9' },
    },
    { rotorHat: exact(8) },
  );
  test('a first spacer costs an interface; from there a thicker one loses less, because the grip is longer (VDI 2230, from memory)', () => {
    const clamp = sweepThickness(known, 20, 1).map((p) => p.clamp as number);
    expect(clamp[1]).toBeLessThan(clamp[0] as number);
    for (let i = 2; i < clamp.length; i += 1) expect(clamp[i]).toBeGreaterThan(clamp[i - 1] as number);
  });
  test('not computed while a wheel’s pad or the load is unmeasured', () => {
    expect(sweepThickness({ ...known, hub: { ...known.hub, wheelLoad: null } }, 1, 1)[0]?.clamp).toBeNull();
    expect(
      sweepThickness(
        {
          ...known,
          wheel: { ...known.wheel, each: [wheel('wheel A', { padThickness: exact(13) }), wheel('wheel B')] },
        },
        1,
        1,
      )[0]?.clamp,
    ).toBeNull();
  });
});

describe('trimming the lip', () => {
  test('says what is left of the shallowest lip, or that it is not deep enough (common practice: a 20 mm deep lip, no source)', () => {
    const trim = (lip: number | null) => {
      const p = boltPlan(
        { spacer: plainSpacer(12, 57.1) },
        { loadedClearance: exact(10), lipDepth: lip === null ? null : exact(lip) },
      );
      const way = waysOut(p, [3, 5, 8]).find((w) => w.way === 'trim');
      return way ? waySentence(way, 'metric') : '';
    };
    // 10 − 12 against 5 of reserve: 7 mm.
    expect(trim(20)).toContain('Trim the lip by 7.0 mm, which leaves 13.0 mm of the lip');
    expect(trim(5)).toContain('which is 2.0 mm more than the lip is deep');
    expect(trim(null)).toContain('Trim the lip by 7.0 mm: body work');
  });
});

test('a stud that gets longer keeps the nut that was chosen with it; on stock nuts there is none', () => {
  const nut = {
    thread: 'M12x1.5',
    style: 'open' as const,
    seat: 'cone60' as const,
    threadLength: 24,
    blindDepth: null,
    capOpen: null,
    shankReach: 0,
    shankLength: 0,
    shankDiameter: null,
    class: 'unknown' as const,
    material: 'steel' as const,
    tensile: 900,
  };
  expect(
    longerFastener(
      studPlan({ fastener: { kind: 'stud', protrusion: 50, threadLength: 44, nose: 0, class: '10.9', nut } }),
      54,
    ),
  ).toEqual({ kind: 'stud', protrusion: 54, threadLength: 44, nose: 0, class: '10.9', nut });
  expect(longerFastener(studPlan(), 54)).toMatchObject({ kind: 'stud', nut: null });
});
