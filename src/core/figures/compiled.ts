import { externalShearPerMm, internalShearPerMm, strengthFrom } from '../engagement/strength';
import { countedTurns, oneDiameter, type ThreadMaterial, visibleThread } from '../engagement/schools';
import { type BoltClass, boltStrength } from '../thread/classes';
import { parseThread, type Thread } from '../thread/designation';
import { stressArea } from '../thread/profile';
import { type Policy, SCHOOLS, type School } from '../document/policy';

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
  /** The most demanding of the governing schools that could be computed. */
  readonly minimum: number;
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
  const minimums = computeMinimums(t, material, boltClass, internalTensile, policy);
  // Policies are immutable values, so one may stand for itself; a few are kept and the oldest goes.
  if (Object.isFrozen(policy)) {
    if (t.asked.length >= 4) t.asked.shift();
    t.asked.push({ key: [material, boltClass, internalTensile, policy], minimums });
  }
  return minimums;
}

function computeMinimums(
  t: CompiledThread,
  material: ThreadMaterial,
  boltClass: BoltClass,
  internalTensile: number | null,
  policy: Policy,
): Minimums {
  const schools: SchoolMinimum[] = [];
  let minimum = 0;
  let governing: School = 'one-diameter';
  for (const school of SCHOOLS) {
    const asked = ask(school, t, material, boltClass, internalTensile, policy);
    const governs = policy.governing.includes(school);
    schools.push({ school, minimum: asked, governs });
    if (governs && asked !== null && asked > minimum) {
      minimum = asked;
      governing = school;
    }
  }
  return { schools, minimum, governing };
}

function ask(
  school: School,
  t: CompiledThread,
  material: ThreadMaterial,
  boltClass: BoltClass,
  internalTensile: number | null,
  p: Policy,
): number | null {
  switch (school) {
    case 'one-diameter':
      return oneDiameter(t.thread.d, material, p.diameterFactorSteel, p.diameterFactorAluminium);
    case 'strength': {
      const strength = boltStrength(boltClass, t.thread.d);
      if (strength === null || internalTensile === null) return null;
      return strengthFrom(t.stressArea, t.internalPerMm, t.externalPerMm, strength.tensile, internalTensile);
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
