import type { Plan } from '../../document/document';
import { SHEAR_RATIO } from '../../engagement/strength';
import { fastenerClass } from '../../figures/clampFigures';
import { compileThread } from '../../figures/compiled';
import { leastValue } from '../../figures/result';
import { newNut } from '../../figures/stack/index';
import { boltStrength } from '../../thread/classes';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface First extends Case {
  readonly is: 'breaks' | 'inside' | 'outside';
  /** Load at which the next one would go, N. */
  readonly next: number;
}

const rule = 'joint.fails-first' as const;

/** Loads at which a joint gives way, N: the shank breaks, the internal thread strips, the external one strips. */
export function failureLoads(plan: Plan, engagement: number): Readonly<Record<First['is'], number>> | null {
  const nut = newNut(plan.fastener);
  const internal = nut ? nut.tensile : plan.hub.internalTensile;
  const text =
    plan.fastener.kind === 'conversion'
      ? plan.fastener.outerThread
      : (plan.spacer.adapter?.studThread ?? plan.hub.thread);
  const t = compileThread(text);
  const strength = boltStrength(plan.spacer.adapter?.studClass ?? fastenerClass(plan), t.thread.d);
  if (internal === null || strength === null) return null;
  return {
    breaks: strength.tensile * t.stressArea,
    inside: SHEAR_RATIO * internal * t.internalPerMm * engagement,
    outside: SHEAR_RATIO * strength.tensile * t.externalPerMm * engagement,
  };
}

/** What gives way first at this engagement, and at what load. */
export const jointFailsFirst: Rule<typeof rule, First> = {
  ...PLAIN,
  id: rule,
  title: 'What fails first',
  statement:
    'Pulled until it gives way, the joint breaks its shank or strips one of its threads; a shank that breaks is seen, a stripped thread is not. Said where class and internal strength are known.',
  formula: 'least of Rm·As, 0.577·Rm_int·a_int·E, 0.577·Rm·a_ext·E',
  sources: ['stripping', 'iso-898'],
  needs: ['turns'],
  chosen: ['fastener'],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    const held = leastValue(n.corners.map((c) => c.engagement));
    if (held === null || !(held > 0) || n.corners.some((c) => c.atMost)) return;
    const loads = failureLoads(plan, held);
    if (loads === null) return;
    const ranked = (['breaks', 'inside', 'outside'] as const).slice().sort((a, b) => loads[a] - loads[b]);
    const [first, second] = [ranked[0] as First['is'], ranked[1] as First['is']];
    const which: First = { is: first, next: loads[second] };
    out.push(finding({ rule, level: 'note', case: which, value: loads[first], unit: 'N' }));
  },
  sentence(f, s) {
    const at = s.force(s.v, 'down');
    const next = s.force(f.case.next, 'down');
    switch (f.case.is) {
      case 'breaks':
        return `Pulled until it gives way, the shank breaks first, at ${at}; a thread would strip at ${next}.`;
      case 'inside':
        return `Pulled until it gives way, the thread of nut or hub strips first, at ${at}, and nothing shows it; ${next} would be the next.`;
      case 'outside':
        return `Pulled until it gives way, the thread of bolt or stud strips first, at ${at}, and nothing shows it; ${next} would be the next.`;
    }
  },
};
