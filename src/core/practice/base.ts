import { blankCorner, PRESENT, plainSpacer } from '../document/blank';
import type { Plan, PlanCorner, WheelEach } from '../document/document';
import { DEFAULT_POLICY } from '../document/policy';

/** The parts of a made-up car that no lesson is about, known to the digit. */
const exact = (value: number) => ({ value, pm: 0 });

export const practiceCorner = (name: PlanCorner['corner'], change: Partial<PlanCorner>): PlanCorner => ({
  ...blankCorner(name),
  settled: true,
  ...change,
});

export const practiceWheel = (name: string, change: Partial<WheelEach>): WheelEach => ({
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

/** A spacer of a practice car: drilled for its hub. */
export const practiceSpacer = (thickness: number, bore: number): Plan['spacer'] => ({
  ...plainSpacer(thickness, bore),
  lugs: 5,
  boltCircles: [112],
});

/** A plan with everything in it that a world does not say. */
export const practicePlan = (fastening: 'bolt' | 'stud'): Plan => {
  const seat = fastening === 'bolt' ? 'ball13' : 'cone60';
  return {
    format: 'vectis-plan/5',
    title: 'practice',
    axle: 'front',
    jobType: 'stance',
    use: 'street',
    leadSignOff: null,
    camberChange: 0,
    lowerBy: 0,
    planned: null,
    trim: 0,
    trimRight: null,
    rightSpacer: null,
    locking: { kind: 'none' },
    spacer: practiceSpacer(0, 57.1),
    fastener: PRESENT,
    policy: DEFAULT_POLICY,
    hub: {
      lugs: 5,
      boltCircle: 112,
      thread: fastening === 'bolt' ? 'M14x1.5' : 'M12x1.5',
      fastening,
      seat,
      threadMaterial: 'steel',
      nutStyle: 'unknown',
      torque: { value: 120, source: 'handbook p. 174' },
      lockingFastener: false,
      spigotDiameter: exact(57),
      boltLength: null,
      boltOverall: null,
      boltThread: null,
      studThread: null,
      nutThread: null,
      nutHeight: null,
      nutClass: 'unknown',
      hardware: 'original',
      original: null,
      lockingShorter: null,
      pilotNose: null,
      nutBlindDepth: null,
      holeOpen: null,
      capOpen: null,
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
      seat,
      lugs: 5,
      boltCircle: 112,
      bore: exact(57.1),
      boreRecess: null,
      padThickness: null,
      each: [],
    },
    corners: [],
  };
};
