import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Condition extends Case {
  readonly is: 'greased' | 'unknown';
}

/** Threads that are not known to be dry. */
export const jointCondition: Rule<'joint.condition', Condition> = {
  ...PLAIN,
  id: 'joint.condition',
  title: 'Dry or greased',
  statement: 'The torque figure is for dry threads; greased ones clamp harder.',
  formula: 'µ dry 0.12–0.18, greased 0.08–0.12',
  schools:
    'Some use a little grease on bolts, others forbid it. Default dry; greased is shown, and the torque is not changed by itself.',
  chosen: ['torque'],
  decidedBy: 'fastener',
  judge({ plan: { hub } }, out) {
    if (hub.condition === 'dry') return;
    const level = hub.condition === 'greased' ? 'caution' : 'note';
    out.push(finding({ rule: 'joint.condition', level, case: { is: hub.condition } }));
  },
  sentence: (f) =>
    f.case.is === 'greased'
      ? 'Greased threads: the same torque clamps much harder. The figure is for dry threads and is not changed.'
      : 'Whether the threads are dry or greased is not known; the clamp band covers both.',
};
