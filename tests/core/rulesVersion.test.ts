import { createHash } from 'node:crypto';
import type { Nut, Plan, PlanCorner } from '@/core/document/document';
import type { Adapter } from '@/core/document/parts';
import { assess } from '@/core/evaluate/evaluate';
import { RULE_IDS } from '@/core/rules/ids';
import { RULES_VERSION } from '@/core/rules/index';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, closedNut, exact, plainSpacer, spacerOn, studPlan, wheel } from './fixtures';

/**
 * Whoever changes what a rule finds counts the version of the rules up: a record says by it how it was judged. Findings
 * are compared as data, without their sentences; on a change this test names the hash that belongs beside the new
 * version.
 */
const HASH_OF: Readonly<Record<number, string>> = {
  9: '4b0476b5a7da1838',
  10: 'f041d8cc877895c6',
  11: '775a91bd70df9e2d',
  12: 'e6fe128b1b77682d',
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
  lugs: null,
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

/** A closed nut whose thread ends before the stud does. */
const CAP = closedNut();
const nuts = (change: Partial<Nut>): Plan => studPlan({ fastener: { kind: 'nuts', nut: { ...CAP, ...change } } });
const longer = (threadLength: number | null, at: Partial<PlanCorner>, hub: Partial<Plan['hub']> = {}): Plan =>
  boltPlan(
    {
      hub: { ...boltPlan().hub, ...hub },
      fastener: { kind: 'bolt', length: 58, threadLength, nose: 0, seat: 'ball13', class: '10.9' },
    },
    at,
  );

/** Ends of threads: caps, holes, dabs, tips, and errors that alone decide. */
const ends: readonly Plan[] = [
  nuts({}),
  nuts({ capOpen: false }),
  nuts({ capOpen: true, blindDepth: 24 }),
  nuts({ style: 'unknown', shankReach: null }),
  longer(50, { roomBehind: exact(12) }, { holeOpen: false }),
  longer(50, { roomBehind: exact(12) }, { holeOpen: null }),
  longer(50, { roomBehind: exact(6) }),
  longer(24.5, { turns: { value: 10, pm: 0.5 }, roomBehind: exact(12) }),
  longer(null, { roomBehind: null }),
  studPlan({}, { capDab: { untouched: true } }),
  studPlan(
    { jobType: 'wheels', spacer: plainSpacer(0), hub: { ...studPlan().hub, nutBlindDepth: exact(26.2) } },
    { turns: { value: 15.5, pm: 0.25 }, capDab: { untouched: true } },
  ),
  studPlan({ hub: { ...studPlan().hub, nutBlindDepth: null } }, { capDab: { untouched: false, on: spacerOn(5) } }),
  studPlan({ jobType: 'wheels', spacer: plainSpacer(0), hub: { ...studPlan().hub, nutBlindDepth: null } }),
];

const hubOf = (plan: Plan, hub: Partial<Plan['hub']>): Plan => ({ ...plan, hub: { ...plan.hub, ...hub } });

/** What is said of readings, parts and use. */
const said: readonly Plan[] = [
  boltPlan({ spacer: { ...plainSpacer(5, 57.1), kind: 'universal' } }),
  boltPlan({}, { turns: exact(4.5) }),
  hubOf(studPlan(), { lockingFastener: true, lockingShorter: exact(-3), nutBlindDepth: exact(24) }),
  hubOf(studPlan(), { lockingFastener: true }),
  hubOf(studPlan(), { threadMaterial: 'unknown' }),
  hubOf(boltPlan(), { boltOverall: exact(45) }),
  boltPlan({}, { tappedDepth: { value: 18, pm: 3 } }),
  { ...boltPlan(), corners: boltPlan().corners.slice(0, 1) },
  boltPlan({ fastener: { kind: 'bolt', length: 52, threadLength: 50, nose: null, seat: 'ball13', class: '8.8' } }),
  boltPlan({ spacer: { ...plainSpacer(5, 57.1), centring: 'seats' } }),
  boltPlan({ use: 'competition', spacer: plainSpacer(8, 57.1) }),
  boltPlan({}, { settled: null, rimProtector: true, fingerPasses: false }),
  boltPlan({ trim: 4 }, { lipDepth: exact(3) }),
  hubOf(boltPlan(), { torque: { value: 240, source: 'door plate' }, condition: 'unknown' }),
  hubOf(boltPlan(), { condition: 'greased' }),
  boltPlan({}, { chalk: [{ trial: 5, load: 'loaded', across: 'shoulder', hours: [1.5] }] }),
];

test('what the rules find is that of their version', () => {
  const found = [...fixed, ...ends, ...said].map((plan) =>
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

test('every rule has something to say in the set', () => {
  const told = new Set([...fixed, ...ends, ...said].flatMap((plan) => assess(plan).findings.map((f) => f.rule)));
  expect(RULE_IDS.filter((id) => !told.has(id))).toEqual([]);
});
