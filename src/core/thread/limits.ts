import { MM_PER_INCH } from '../units/factors';
import type { Thread } from './designation';
import { basicProfile } from './profile';

/**
 * Limits of size, 6g/6H for metric and 2A/2B for unified threads. mm.
 * Metric: ISO 965-1, raw formulas, not its printed table (which is rounded to the R40 series and differs by up
 * to 0.014 mm). Unified: ASME B1.1. Both from memory; the arithmetic is checked a second way in the tests.
 */
export interface ThreadLimits {
  /** Smallest major diameter of the external thread: d min. */
  readonly dMin: number;
  readonly dMax: number;
  /** Pitch diameter of the external thread. */
  readonly d2Min: number;
  readonly d2Max: number;
  /** Minor and pitch diameter of the internal thread. */
  readonly D1Min: number;
  readonly D1Max: number;
  readonly D2Min: number;
  readonly D2Max: number;
}

/** Limits of a thread in the tolerance class usual for wheel fasteners. */
export function threadLimits(thread: Thread): ThreadLimits {
  return thread.system === 'metric' ? metricLimits(thread) : unifiedLimits(thread);
}

/** Diameter steps of ISO 965-1, mm; the tolerance is taken at the geometric mean of the step. */
const STEPS = [1.4, 2.8, 5.6, 11.2, 22.4, 45] as const;

function stepMean(d: number): number {
  for (let i = 0; i + 1 < STEPS.length; i += 1) {
    const [low, high] = [STEPS[i] as number, STEPS[i + 1] as number];
    if (d > low && d <= high) return Math.sqrt(low * high);
  }
  throw new RangeError(`No ISO 965-1 step for a ${d} mm thread.`);
}

/**
 * ISO 965-1, in µm with P and d in mm:
 *   es(g) = −(15 + 11·P);  Td(6) = 180·P^(2/3) − 3.15/√P;  Td2(6) = 90·P^0.4·d^0.1
 *   TD2(6) = 1.32·Td2(6);  TD1(6) = 230·P^0.7 for P ≥ 1, 433·P − 190·P^1.22 below
 */
function metricLimits(thread: Thread): ThreadLimits {
  const { d, pitch: P } = thread;
  const basic = basicProfile(thread);
  const um = 1e-3;
  const es = -(15 + 11 * P) * um;
  const Td = (180 * P ** (2 / 3) - 3.15 / Math.sqrt(P)) * um;
  const Td2 = 90 * P ** 0.4 * stepMean(d) ** 0.1 * um;
  const TD1 = (P >= 1 ? 230 * P ** 0.7 : 433 * P - 190 * P ** 1.22) * um;
  return {
    dMax: d + es,
    dMin: d + es - Td,
    d2Max: basic.d2 + es,
    d2Min: basic.d2 + es - Td2,
    D1Min: basic.d1,
    D1Max: basic.d1 + TD1,
    D2Min: basic.d2,
    D2Max: basic.d2 + 1.32 * Td2,
  };
}

/**
 * ASME B1.1, in inches with p = 1/n and a length of engagement of one diameter:
 *   Td2(2A) = 0.0015·D^(1/3) + 0.0015·√LE + 0.015·p^(2/3);  allowance = 0.3·Td2(2A);  Td(2A) = 0.060·p^(2/3)
 *   TD2(2B) = 1.3·Td2(2A);  TD1(2B) = 0.25·p − 0.4·p² from ¼ inch up
 */
function unifiedLimits(thread: Thread): ThreadLimits {
  const D = thread.d / MM_PER_INCH;
  const p = thread.pitch / MM_PER_INCH;
  const basic = basicProfile(thread);
  const inch = MM_PER_INCH;
  const Td2 = (0.0015 * Math.cbrt(D) + 0.0015 * Math.sqrt(D) + 0.015 * p ** (2 / 3)) * inch;
  const allowance = 0.3 * Td2;
  const Td = 0.06 * p ** (2 / 3) * inch;
  const TD1 = (0.25 * p - 0.4 * p * p) * inch;
  return {
    dMax: thread.d - allowance,
    dMin: thread.d - allowance - Td,
    d2Max: basic.d2 - allowance,
    d2Min: basic.d2 - allowance - Td2,
    D1Min: basic.d1,
    D1Max: basic.d1 + TD1,
    D2Min: basic.d2,
    D2Max: basic.d2 + 1.3 * Td2,
  };
}
