import { createHash } from 'node:crypto';
import { assess } from '@/core/evaluate/evaluate';
import { RULES_VERSION } from '@/core/rules/index';
import type { Adapter } from '@/core/document/parts';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, exact, plainSpacer, spacerOn, studPlan, wheel } from './fixtures';

/**
 * Whoever changes what a rule finds counts the version of the rules up: a record says by it how it was judged. Findings are compared as
 * data, without their sentences; on a change this test names the hash that belongs beside the new version.
 */
const HASH_OF: Readonly<Record<number, string>> = {
  9: '4b0476b5a7da1838',
  10: 'f041d8cc877895c6',
};

/** An adapter of which nobody has read more than the thread of its studs. */
const HALF: Adapter = {
  web: null,
  nutHeight: null,
  nutThread: null,
  nutClass: 'unknown',
  nutContact: null,
  studThread: 'M12x1.5',
  studClass: 'unknown',
  studProtrusion: null,
  studNose: null,
  studThreadLength: null,
  boltCircle: null,
  condition: 'dry',
  recess: null,
  torque: null,
};

const fixed = [
  ...Object.values(PLAN_EXAMPLES),
  boltPlan(),
  studPlan(),
  boltPlan({ spacer: plainSpacer(0), jobType: 'wheels' }, { turns: { value: 10, pm: 0.25, on: spacerOn(15) } }),
  studPlan({ use: 'competition' }, { turns: { value: 7, pm: 0.5 } }),
  boltPlan({ rightSpacer: 8, camberChange: 1 }),
  boltPlan({}, { roomBehind: null, tappedDepth: null }),
  boltPlan({ fastener: { kind: 'original' } }, { turns: { value: 10, pm: 0.25, on: spacerOn(null) } }),
  boltPlan({ planned: { tyre: '225/45R16', offset: null } }),
  boltPlan({ planned: { tyre: null, offset: 30 } }),
  studPlan({ spacer: { ...plainSpacer(20), kind: 'adapter', adapter: null } }),
  studPlan({ spacer: { ...plainSpacer(20), kind: 'adapter', adapter: HALF } }),
  studPlan({
    wheel: {
      ...studPlan().wheel,
      each: [
        wheel('A', { corner: 'front-left', padThickness: exact(13) }),
        wheel('B', { corner: 'front-right', padThickness: exact(15) }),
      ],
    },
  }),
];

test('what the rules find is that of their version', () => {
  const found = fixed.map((plan) =>
    assess(plan).findings.map(({ rule, level, value, limit, unit, corner }) => [
      rule,
      level,
      value === null ? null : Number(value.toPrecision(9)),
      limit === null ? null : Number(limit.toPrecision(9)),
      unit,
      corner,
    ]),
  );
  const hash = createHash('sha256').update(JSON.stringify(found)).digest('hex').slice(0, 16);
  expect({ [RULES_VERSION]: hash }).toEqual({ [RULES_VERSION]: HASH_OF[RULES_VERSION] });
});
