import fc from 'fast-check';
import { classifyTrace, type TraceSample } from '@/core/torque/trace';

/**
 * Traces from physics: run-down at a friction torque, a knee, then a spring of so many N·m a degree, which may
 * yield. Slopes by joint: about 2 N·m a degree for an alloy wheel, an order more where nothing clamps.
 */
function trace(p: {
  rundown: number;
  drag: number;
  slope: number;
  target: number;
  yieldAt?: number;
  noise?: number;
  seed?: number;
}): TraceSample[] {
  const out: TraceSample[] = [];
  let torque = p.drag;
  let random = p.seed ?? 1;
  const noise = () => {
    random = (random * 1103515245 + 12345) % 2147483648;
    return ((random / 2147483648 - 0.5) * 2 * (p.noise ?? 0) * p.target) / 100;
  };
  for (let angle = 0; angle <= p.rundown; angle += 5) out.push({ angle, torque: Math.max(0, p.drag + noise()) });
  for (let angle = p.rundown + 1; torque < p.target && angle < p.rundown + 400; angle += 1) {
    torque += p.yieldAt !== undefined && torque > p.yieldAt * p.target ? p.slope / 8 : p.slope;
    out.push({ angle, torque: Math.max(0, torque + noise()) });
  }
  return out;
}

const normal = { rundown: 1080, drag: 2, slope: 2.2, target: 120 };

describe('wrench traces (common practice, no source)', () => {
  test.each([
    ['normal', normal],
    ['normal', { ...normal, rundown: 20, drag: 15 }],
    ['cross-threaded', { ...normal, rundown: 400, drag: 45 }],
    ['bottomed', { ...normal, slope: 25 }],
    ['yielding', { ...normal, yieldAt: 0.7 }],
    ['already-tight', { ...normal, rundown: 0, drag: 100, slope: 5 }],
  ] as const)('%s', (expected, p) => {
    expect(classifyTrace(trace(p), p.target)).toBe(expected);
  });

  test('noise of 1 % does not change a class', () => {
    const cases = [
      ['normal', normal],
      ['cross-threaded', { ...normal, rundown: 400, drag: 45 }],
      ['bottomed', { ...normal, slope: 25 }],
    ] as const;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(...cases), (seed, [expected, p]) => {
        expect(classifyTrace(trace({ ...p, noise: 1, seed }), p.target)).toBe(expected);
      }),
      { numRuns: 60 },
    );
  });

  test('what cannot be judged is refused', () => {
    expect(() => classifyTrace([], 120)).toThrow(/too few/);
    expect(() => classifyTrace(trace({ ...normal, target: 60 }), 120)).toThrow(/never nears/);
    expect(() => classifyTrace([...trace(normal)].reverse(), 120)).toThrow(/backward/);
  });
});
