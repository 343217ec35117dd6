import { lippedSpacer as bareLipped, plainSpacer as barePlain, PRESENT } from '@/core/document/blank';
import type { Measured, Nut, Plan, PlanCorner, Setup, Spacer, WheelEach } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';

/** A measured value with no uncertainty, so that hand arithmetic can be followed to the digit. */
export const exact = (value: number) => ({ value, pm: 0 });

export const corner = (name: PlanCorner['corner'], change: Partial<PlanCorner> = {}): PlanCorner => ({
  corner: name,
  turns: exact(10),
  studProtrusion: exact(40),
  standThrough: null,
  visibleThread: null,
  capDab: null,
  slidesOn: null,
  rotorHat: null,
  tappedDepth: exact(18),
  roomBehind: exact(5),
  spigotHeight: exact(12),
  chamferDepth: exact(1),
  gap: exact(30),
  loadedClearance: exact(40),
  clock: [],
  gapPer10: null,
  archHeight: null,
  innerClearance: null,
  settled: true,
  camber: null,
  lipDepth: null,
  rimProtector: null,
  fingerPasses: null,
  chalk: [],
  ...change,
});

/** Drilled as the hubs of these plans. */
const DRILLED = { lugs: 5, boltCircles: [112] };
export const plainSpacer = (thickness: number, bore: number | null = null): Spacer => ({
  ...barePlain(thickness, bore),
  ...DRILLED,
});
/** A lipped spacer whose lip reaches well past any chamfer of these wheels. */
export const lippedSpacer = (
  thickness: number,
  bore: number,
  lipDiameter: number,
  lipRoot: number,
  lipHeight: number | null = 8,
): Spacer => ({ ...bareLipped(thickness, bore, lipDiameter, lipRoot, lipHeight), ...DRILLED });

/** One wheel of a set, nothing of it measured. */
export const wheel = (name: string, change: Partial<WheelEach> = {}): WheelEach => ({
  name,
  corner: null,
  pocketDepth: null,
  lugHole: null,
  bore: null,
  ringBore: null,
  boreRecess: null,
  chamferDepth: null,
  padThickness: null,
  ...change,
});

/** A closed steel nut of which everything is known but what lies past its thread. */
export const closedNut = (change: Partial<Nut> = {}): Nut => ({
  thread: 'M12x1.5',
  style: 'closed',
  seat: 'cone60',
  threadLength: 20,
  blindDepth: 30,
  capOpen: null,
  shankReach: 0,
  shankLength: 0,
  shankDiameter: null,
  material: 'steel',
  class: '10',
  tensile: null,
  ...change,
});

/** What was on: a spacer between hub and wheel, the present fasteners, a chosen wheel. */
export const spacerOn = (spacer: number | null): Setup => ({ spacer, fastener: 'present', wheel: 'chosen' });

/** The original bolt or stud as it was recorded, of which only the length is known. */
export const originalOf = (length: Measured): Plan['hub']['original'] =>
  length === null ? null : { length, threadLength: null, nose: null, seat: 'unknown', class: 'unknown', nut: null };

/** Tolerances of marked sizes at zero: tests that need them say so. */
export const EXACT_POLICY = Object.freeze({ ...DEFAULT_POLICY, spacerPm: 0, fastenerPm: 0 });

const base = {
  format: 'vectis-plan/5' as const,
  title: 'test',
  axle: 'front' as const,
  jobType: 'stance' as const,
  use: 'street' as const,
  leadSignOff: null,
  camberChange: 0,
  lowerBy: 0,
  planned: null,
  trim: 0,
  trimRight: null,
  rightSpacer: null,
  locking: { kind: 'none' as const },
  spacer: plainSpacer(5, 57.1),
  fastener: PRESENT,
  policy: EXACT_POLICY,
};

/** A bolt car, M14 × 1.5: ten turns now, so 15 mm of engagement against one diameter of 14 mm. */
export const boltPlan = (change: Partial<Plan> = {}, at: Partial<PlanCorner> = {}): Plan => ({
  ...base,
  hub: {
    lugs: 5,
    boltCircle: 112,
    thread: 'M14x1.5',
    fastening: 'bolt',
    seat: 'ball13',
    threadMaterial: 'steel',
    nutStyle: 'unknown',
    torque: { value: 120, source: 'handbook p. 174' },
    lockingFastener: false,
    spigotDiameter: exact(57),
    boltLength: exact(47),
    boltOverall: null,
    boltThread: null,
    studThread: null,
    nutThread: null,
    nutHeight: null,
    nutClass: 'unknown',
    hardware: 'original',
    original: null,
    lockingShorter: null,
    pilotNose: exact(0),
    nutBlindDepth: null,
    holeOpen: true,
    capOpen: true,
    nutGrip: null,
    fastenerClass: 'unknown',
    internalTensile: null,
    contactDiameter: null,
    condition: 'dry',
    wheelLoad: null,
    socketOutside: null,
  },
  wheel: {
    name: 'winter',
    tyre: '205/55R16',
    offset: 46,
    seat: 'ball13',
    lugs: 5,
    boltCircle: 112,
    bore: exact(57.1),
    boreRecess: null,
    padThickness: null,
    each: [],
  },
  corners: [corner('front-left', at), corner('front-right', at)],
  ...change,
});

/** A stud car, M12 × 1.5 with closed nuts: 15½ turns now, so 23.25 mm against one diameter of 12 mm. */
export const studPlan = (change: Partial<Plan> = {}, at: Partial<PlanCorner> = {}): Plan => {
  const plan = boltPlan(change);
  return {
    ...plan,
    hub: {
      ...plan.hub,
      thread: 'M12x1.5',
      fastening: 'stud',
      seat: 'cone60',
      nutStyle: 'closed',
      boltLength: null,
      nutThread: exact(26),
      nutBlindDepth: exact(32),
      ...change.hub,
    },
    wheel: { ...plan.wheel, seat: 'cone60', ...change.wheel },
    corners: change.corners ?? [
      corner('front-left', { turns: exact(15.5), ...at }),
      corner('front-right', { turns: exact(15.5), ...at }),
    ],
  };
};

/** The hub under the names that releases before the fifth format gave it. */
export const olderHub = ({ boltLength, ...hub }: Record<string, unknown>): Record<string, unknown> => ({
  ...hub,
  stockBoltLength: boltLength,
});

/** A document as the first version wrote it: without what later versions learned to say. */
export const firstVersion = () => {
  const {
    camberChange: _c,
    locking: _l,
    ...p
  } = structuredClone(boltPlan({ policy: DEFAULT_POLICY })) as unknown as Record<string, Record<string, unknown>>;
  const strip = (o: Record<string, unknown> | undefined, names: string[]) =>
    Object.fromEntries(Object.entries(o ?? {}).filter(([k]) => !names.includes(k)));
  const { jobType, rightSpacer: _r, ...first } = p;
  return {
    ...first,
    wish: jobType,
    format: 'vectis-plan/0',
    hub: olderHub(
      strip(p.hub, [
        'fastenerClass',
        'internalTensile',
        'contactDiameter',
        'condition',
        'wheelLoad',
        'socketOutside',
        'nutGrip',
        'boltOverall',
        'boltThread',
        'studThread',
        'nutHeight',
        'nutClass',
        'hardware',
        'original',
        'lockingShorter',
        'pilotNose',
      ]),
    ),
    wheel: strip(p.wheel, ['boreRecess', 'padThickness', 'each', 'lugs', 'boltCircle']),
    corners: (p.corners as unknown as Record<string, unknown>[]).map((c) =>
      strip(c, [
        'clock',
        'archHeight',
        'innerClearance',
        'settled',
        'camber',
        'lipDepth',
        'rimProtector',
        'fingerPasses',
        'chalk',
        'standThrough',
        'gapPer10',
        'visibleThread',
        'slidesOn',
      ]),
    ),
    spacer: strip(p.spacer, ['adapter', 'lugs', 'boltCircles']),
    fastener: { kind: 'bolt', length: 52, seat: 'ball13' },
    policy: strip(p.policy, ['pocketMargin', 'proofMost']),
  };
};
