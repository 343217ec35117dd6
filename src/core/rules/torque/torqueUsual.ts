import { wheelTorque } from '../../document/hardware';
import type { Thread } from '../../thread/designation';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Usual extends Case {
  readonly is: 'outside';
  readonly low: number;
  readonly high: number;
}

/** What wheels of passenger cars are usually torqued to, by thread diameter, N·m. Common practice, no source. */
const USUAL: readonly (readonly [d: number, low: number, high: number])[] = [
  [12, 80, 140],
  [12.7, 90, 160],
  [14, 100, 220],
];

/** The usual band of a thread; null where none is known. A figure is only asked about by it, never taken from it. */
export function usualTorque({ d }: Thread): { readonly low: number; readonly high: number } | null {
  const row = USUAL.find(([known]) => Math.abs(known - d) < 0.06);
  return row ? { low: row[1], high: row[2] } : null;
}

/** A figure that is out of the ordinary for its thread is asked about. */
export const torqueUsual: Rule<'torque.usual', Usual> = {
  ...PLAIN,
  id: 'torque.usual',
  title: 'Torque out of the ordinary',
  statement:
    'A figure outside what is usual for its thread is asked about and never passes silently. It is never corrected: it belongs to the vehicle.',
  formula: 'M12 80–140, ½ in 90–160, M14 100–220 N·m',
  chosen: ['torque'],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    const torque = wheelTorque(plan);
    const usual = usualTorque(n.thread);
    if (torque === null || usual === null || (torque.value >= usual.low && torque.value <= usual.high)) return;
    const high = torque.value > usual.high;
    const limit = high ? usual.high : usual.low;
    const margin = high ? limit - torque.value : torque.value - limit;
    const which: Usual = { is: 'outside', ...usual };
    const rule = 'torque.usual' as const;
    out.push(finding({ rule, level: 'caution', case: which, value: torque.value, limit, margin, unit: 'N·m' }));
  },
  sentence: (f, s) =>
    `${s.torque(f.value)} is out of the ordinary for this thread, ${s.torque(f.case.low)} to ${s.torque(f.case.high)}: look it up once more, unit and all.`,
};
