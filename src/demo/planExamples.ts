import { lippedSpacer, plainSpacer, STOCK } from '@/core/document/blank';
import type { Measured, Nut, Plan, PlanCorner } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';

/** One full plan document for each kind of job, on the invented vehicles; printed in docs/plan-format.md. */
const m = (value: number, pm = 0.1): Measured => ({ value, pm });

const corner = (name: PlanCorner['corner'], at: Partial<PlanCorner>): PlanCorner => ({
  corner: name,
  turns: null,
  studProtrusion: null,
  rotorHat: null,
  tappedDepth: null,
  roomBehind: null,
  spigotHeight: null,
  chamferDepth: null,
  gap: null,
  loadedClearance: null,
  clock: [],
  archHeight: null,
  innerClearance: null,
  settled: true,
  camber: null,
  lipDepth: null,
  rimProtector: null,
  fingerPasses: null,
  chalk: [],
  ...at,
});

const HUB: Plan['hub'] = {
  lugs: 5,
  boltCircle: 112,
  thread: 'M14x1.5',
  fastening: 'bolt',
  seat: 'ball13',
  threadMaterial: 'steel',
  nutStyle: 'unknown',
  torque: { value: 120, source: 'handbook p. 174' },
  lockingFastener: false,
  fastenerClass: '10.9',
  internalTensile: 900,
  contactDiameter: 21,
  condition: 'dry',
  wheelLoad: 4100,
  socketOutside: 24,
  spigotDiameter: m(57),
  stockBoltLength: m(40),
  stockBoltOverall: m(66),
  stockBoltThread: m(30),
  stockStudThread: null,
  nutThread: null,
  nutBlindDepth: null,
  nutGrip: null,
};

const WHEEL: Plan['wheel'] = {
  name: 'winter 16',
  tyre: '205/55R16',
  offset: 46,
  seat: 'ball13',
  bore: m(57.1),
  boreRecess: m(14),
  padThickness: m(13),
  each: (['front-left', 'front-right', 'rear-left', 'rear-right'] as const).map((at, i) => ({
    name: `wheel ${'ABCD'.charAt(i)}`,
    corner: at,
    pocketDepth: null,
    lugHole: m(27),
    bore: null,
    boreRecess: null,
    chamferDepth: null,
    padThickness: null,
  })),
};

const at: Partial<PlanCorner> = {
  turns: m(11, 0.25),
  rotorHat: m(7),
  tappedDepth: m(20),
  roomBehind: m(8),
  spigotHeight: m(10),
  chamferDepth: m(1),
  gap: m(16, 1),
  clock: [
    { hour: 11, clearance: m(24, 1), trim: 0 },
    { hour: 12, clearance: m(22, 1), trim: 0 },
    { hour: 1, clearance: m(23, 1), trim: 0 },
  ],
  archHeight: m(315, 1),
  innerClearance: m(6, 1),
  loadedClearance: m(22, 1),
  camber: m(-1, 0.3),
  lipDepth: m(20, 1),
  rimProtector: false,
  fingerPasses: true,
};

const base: Plan = {
  format: 'vectis-plan/2',
  title: 'Anselm Heron, front axle',
  axle: 'front',
  wish: 'stance',
  use: 'street',
  camberChange: 0,
  hub: HUB,
  wheel: WHEEL,
  corners: [corner('front-left', at), corner('front-right', { ...at, turns: m(11.25, 0.25) })],
  spacer: plainSpacer(5, 57.1),
  fastener: { kind: 'bolt', length: 45, threadLength: 28, seat: 'ball13', class: '10.9' },
  leadSignOff: null,
  policy: DEFAULT_POLICY,
};

const STUD_HUB: Plan['hub'] = {
  ...HUB,
  lugs: 6,
  boltCircle: 139.7,
  thread: 'M12x1.5',
  fastening: 'stud',
  seat: 'cone60',
  nutStyle: 'closed',
  torque: { value: 118, source: 'door plate' },
  spigotDiameter: m(106),
  stockBoltLength: null,
  stockBoltOverall: null,
  stockBoltThread: null,
  stockStudThread: m(38),
  nutThread: m(26),
  nutBlindDepth: m(32),
  contactDiameter: 18,
};

const studAt: Partial<PlanCorner> = {
  ...at,
  turns: m(15.5, 0.25),
  studProtrusion: m(42),
  tappedDepth: null,
  roomBehind: null,
  spigotHeight: m(16),
  chamferDepth: m(2),
};

const drover: Plan = {
  ...base,
  title: 'Halm Drover, front axle',
  wish: 'clearance',
  hub: STUD_HUB,
  wheel: { ...WHEEL, name: 'beach 15', tyre: '235/75R15', offset: 10, seat: 'cone60', bore: m(106.1) },
  corners: [corner('front-left', studAt), corner('front-right', studAt)],
  spacer: plainSpacer(8, 106.1),
  fastener: STOCK,
};

const NUT: Nut = {
  thread: 'M12x1.5',
  style: 'open',
  seat: 'cone60',
  threadLength: 24,
  blindDepth: null,
  shankReach: 0,
  shankLength: 0,
  material: 'steel',
  tensile: 900,
};

export const PLAN_EXAMPLES: Readonly<Record<string, Plan>> = {
  'slip-on-bolts': base,
  'slip-on-lipped': {
    ...base,
    title: 'Corvane Tern, rear axle',
    axle: 'rear',
    use: 'towing',
    corners: [corner('rear-left', { ...at, chamferDepth: m(3) }), corner('rear-right', { ...at, chamferDepth: m(3) })],
    spacer: lippedSpacer(12, 57.1, 57, 2, 8),
    fastener: { kind: 'bolt', length: 52, threadLength: 28, seat: 'ball13', class: '10.9' },
  },
  'slip-on-studs': drover,
  'shank-nuts': {
    ...drover,
    spacer: plainSpacer(10, 106.1),
    fastener: { kind: 'nuts', nut: { ...NUT, shankReach: 6, shankLength: 11 } },
  },
  conversion: {
    ...base,
    title: 'Merrow Kite GT, rear axle',
    axle: 'rear',
    use: 'track',
    hub: { ...HUB, nutGrip: m(12) },
    wheel: { ...WHEEL, seat: 'cone60' },
    corners: [corner('rear-left', at), corner('rear-right', at)],
    fastener: {
      kind: 'conversion',
      length: 75,
      threadLength: 45,
      shortEnd: 17,
      hubThread: 'M14x1.5',
      outerThread: 'M12x1.5',
      seatsAt: 'shoulder',
      class: '10.9',
      nut: NUT,
    },
  },
  adapter: {
    ...drover,
    title: 'Halm Drover, rear axle',
    axle: 'rear',
    corners: [
      corner('rear-left', {
        ...studAt,
        studProtrusion: m(31),
        turns: m(11, 0.25),
        loadedClearance: m(45, 1),
        clock: [],
        gap: m(40, 1),
      }),
      corner('rear-right', {
        ...studAt,
        studProtrusion: m(31),
        turns: m(11, 0.25),
        loadedClearance: m(45, 1),
        clock: [],
        gap: m(40, 1),
      }),
    ],
    wheel: { ...drover.wheel, each: drover.wheel.each.map((w, i) => ({ ...w, pocketDepth: m(i === 2 ? 7 : 9) })) },
    spacer: {
      ...lippedSpacer(25, 106.1, 106, 1),
      kind: 'adapter',
      adapter: {
        web: 10,
        nutHeight: 14,
        nutThread: 14,
        studThread: 'M12x1.5',
        studClass: '10.9',
        studProtrusion: 33,
        boltCircle: 139.7,
        recess: 17,
        torque: { value: 118, source: 'adapter leaflet' },
      },
    },
  },
};
