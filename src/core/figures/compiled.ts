import { type Policy, SCHOOLS, type School } from '../document/policy';
import { countedTurns, oneDiameter, type ThreadMaterial, visibleThread } from '../engagement/schools';
import { externalShearPerMm, internalShearPerMm, SHEAR_RATIO, strengthFrom } from '../engagement/strength';
import { type BoltClass, boltStrength } from '../thread/classes';
import { parseThread, type Thread } from '../thread/designation';
import { stressArea } from '../thread/profile';

/** A thread with the areas that the schools ask for, worked out once per spelling. */
export interface CompiledThread {
  readonly thread: Thread;
  readonly stressArea: number;
  readonly internalPerMm: number;
  readonly externalPerMm: number;
  /** Minimums asked for last; a search asks the same again and again. */
  readonly asked: { key: readonly [ThreadMaterial, BoltClass, number | null, Policy]; minimums: Minimums }[];
}

const compiled = new Map<string, CompiledThread>();

/** Parsed and measured once; plans repeat a handful of designations. @throws InputError for what is not a thread */
export function compileThread(text: string): CompiledThread {
  let c = compiled.get(text);
  if (c === undefined) {
    const thread = parseThread('Thread', text);
    c = {
      thread,
      stressArea: stressArea(thread),
      internalPerMm: internalShearPerMm(thread),
      externalPerMm: externalShearPerMm(thread),
      asked: [],
    };
    compiled.set(text, c);
  }
  return c;
}

export interface SchoolMinimum {
  readonly school: School;
  /** mm of engagement this school asks for; null where what it needs is not known. */
  readonly minimum: number | null;
  readonly governs: boolean;
}

export interface Minimums {
  readonly schools: readonly SchoolMinimum[];
  /** What is aimed at: the most demanding of the governing schools that could be computed, never under the floor. */
  readonly minimum: number;
  /** What is never gone under, before the clamp is looked at: diameters and three turns. */
  readonly floor: number;
  readonly governing: School;
}

/** Minimum engagement by every school for one thread, and the one that governs. Each school is its own function. */
export function minimumsFor(
  t: CompiledThread,
  material: ThreadMaterial,
  boltClass: BoltClass,
  internalTensile: number | null,
  policy: Policy,
): Minimums {
  for (const { key, minimums } of t.asked) {
    if (key[3] === policy && key[0] === material && key[1] === boltClass && key[2] === internalTensile) return minimums;
  }
  const minimums = computeMinimums({ t, material, boltClass, internalTensile, policy });
  // Policies are immutable values, so one may stand for itself; a few are kept and the oldest goes.
  if (Object.isFrozen(policy)) {
    if (t.asked.length >= 4) t.asked.shift();
    t.asked.push({ key: [material, boltClass, internalTensile, policy], minimums });
  }
  return minimums;
}

interface Asked {
  readonly t: CompiledThread;
  readonly material: ThreadMaterial;
  readonly boltClass: BoltClass;
  readonly internalTensile: number | null;
  readonly policy: Policy;
}

/** Class and internal strength are stated, so stripping is computed and diameters need not stand in for it. */
const strengthKnown = ({ t, boltClass, internalTensile }: Asked): boolean =>
  internalTensile !== null && boltStrength(boltClass, t.thread.d) !== null;

function computeMinimums(asked: Asked): Minimums {
  const floor = floorOf(asked);
  const schools: SchoolMinimum[] = [];
  let minimum = 0;
  let governing: School = 'one-diameter';
  for (const school of SCHOOLS) {
    const own = ask(school, asked);
    const governs = asked.policy.governing.includes(school);
    schools.push({ school, minimum: own, governs });
    if (governs && own !== null && own > minimum) {
      minimum = own;
      governing = school;
    }
  }
  return { schools, minimum: Math.max(minimum, floor), floor, governing };
}

/** Diameters by material, and three turns, which nobody can lower. Common practice, no source. */
function floorOf(asked: Asked): number {
  const { t, material, policy: p } = asked;
  const aluminium = strengthKnown(asked) ? p.floorAluminiumKnown : p.floorAluminium;
  const diameters = oneDiameter(t.thread.d, material, p.floorSteel, aluminium);
  return Math.max(diameters, countedTurns(p.turnsNeverDrive, t.thread.pitch));
}

function ask(school: School, asked: Asked): number | null {
  const { t, material, boltClass, internalTensile, policy: p } = asked;
  switch (school) {
    case 'one-diameter': {
      const aluminium = strengthKnown(asked) ? p.diameterFactorAluminiumKnown : p.diameterFactorAluminium;
      return oneDiameter(t.thread.d, material, p.diameterFactorSteel, aluminium);
    }
    case 'strength': {
      // A class that nobody read may be the strongest there is, and then asks for the most thread.
      const strength = boltStrength(boltClass, t.thread.d) ?? boltStrength('12.9', t.thread.d);
      if (strength === null || internalTensile === null) return null;
      // One pitch more: the first and the last turn carry less than their share.
      return (
        strengthFrom(t.stressArea, t.internalPerMm, t.externalPerMm, strength.tensile, internalTensile) + t.thread.pitch
      );
    }
    case 'turns-hand':
      return countedTurns(p.turnsByHand, t.thread.pitch);
    case 'turns-hub':
      return countedTurns(p.turnsInHub, t.thread.pitch);
    case 'turns-policy':
      return countedTurns(p.turnsPolicy, t.thread.pitch);
    case 'visible':
      return visibleThread(p.visibleThreadInch);
  }
}

/**
 * Engagement that carries a clamp force without the internal thread stripping, and one pitch, mm: F/(0.577·Rm·a_int) +
 * P. Source: stripping areas as in `engagement/strength`.
 * @param force N · internalTensile MPa
 */
export const carries = (t: CompiledThread, force: number, internalTensile: number): number =>
  force / (SHEAR_RATIO * internalTensile * t.internalPerMm) + t.thread.pitch;
