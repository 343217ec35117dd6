import type { Plan } from '../../document/document';
import type { CornerNumbers, Numbers } from '../../figures/numbers';
import { leastThread, moreThanThere, threadRoom } from '../../figures/ownThread';
import type { Result } from '../../figures/result';
import { type Missing, missing } from '../kit/cases';
import type { Case, Finding } from '../kit/finding';
import { errorsInside, finding, judgeCorners, OVER } from '../kit/make';
import type { Need } from '../kit/needs';
import { PLAIN, type Rule } from '../kit/rule';

/**
 * Nobody said it (own), nobody measured it on what is on the car (present, present-bolt), more than there is, or which
 * fastener.
 */
interface ThreadCase extends Case {
  readonly is: 'own' | 'present' | 'present-bolt' | 'more' | 'bolt' | 'stud' | 'conversion' | 'nuts';
}

const rule = 'fastener.thread' as const;
const threadNeeded = (c: CornerNumbers): Result => c.threadNeeded;

/** Needs of corners against a thread. */
const threadAgainst = (limit: number, corners: readonly CornerNumbers[], need: Need, is: ThreadCase['is']): Finding =>
  errorsInside(
    judgeCorners({
      ...OVER,
      rule,
      limit,
      missing: missing(need),
      corners,
      pick: threadNeeded,
      upper: true,
      case: { is },
    }),
  );

/** What stays on the car and goes in further than the count has shown to be threaded: its own thread is needed. */
function presentThread({ hub }: Plan, n: Numbers, out: Finding[]): void {
  const deeper = n.corners.filter((c) => c.deeper);
  if (deeper.length === 0) return;
  const bolt = hub.fastening === 'bolt';
  const own = bolt ? hub.boltThread : hub.studThread;
  if (own === null) {
    const value = leastThread({ ...n, corners: deeper });
    const corner = deeper[0]?.corner ?? null;
    const is = bolt ? ('present-bolt' as const) : ('present' as const);
    out.push(finding({ rule, level: 'unmeasured', case: { is }, value, unit: 'mm', corner }));
  } else out.push(threadAgainst(own.value - own.pm, deeper, bolt ? 'bolt-tip' : 'stud-tip', bolt ? 'bolt' : 'nuts'));
}

function needOf(plan: Plan): Need {
  if (plan.fastener.kind === 'conversion') return 'conversion';
  return plan.fastener.kind === 'bolt' ? 'bolt-tip' : 'stud-tip';
}

/** Thread on a new bolt or stud against what goes past its mate's first thread. */
export const fastenerThread: Rule<'fastener.thread', ThreadCase | Missing> = {
  ...PLAIN,
  id: rule,
  title: 'Thread on the fastener',
  statement:
    'The full thread of a new bolt or stud, or of one on the car that ends deeper than it was counted, covers all that goes past the first thread of its mate. A plain shank that meets it stops there: it clicks the wrench and clamps nothing.',
  formula: 'b ≥ Lb − (tr + s + qb) (bolt) · b ≥ X − (tr + s + q) (stud)',
  sources: ['geometry'],
  policy: ['leadPitches', 'fastenerPm', 'spacerPm'],
  needs: [
    'turns',
    'studProtrusion',
    'tappedDepth',
    'rotorHat',
    'boltLength',
    'pilotNose',
    'boltThread',
    'studThread',
    'nutThread',
    'nutGrip',
  ],
  chosen: ['spacer', 'fastener', 'threadLength'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    const { fastener } = plan;
    // An adapter’s own studs carry the wheel: the rule on their ends speaks.
    if (plan.spacer.adapter !== null) return;
    if (fastener.kind === 'nuts' || fastener.kind === 'present' || fastener.kind === 'original')
      presentThread(plan, n, out);
    else if (fastener.threadLength === null) {
      out.push(finding({ rule, level: 'unmeasured', case: { is: 'own' }, value: leastThread(n), unit: 'mm' }));
    } else if (moreThanThere(fastener)) {
      const [value, limit] = [fastener.threadLength, threadRoom(fastener)];
      out.push(finding({ rule, level: 'unmeasured', case: { is: 'more' }, value, limit, unit: 'mm' }));
    } else out.push(threadAgainst(fastener.threadLength, n.corners, needOf(plan), fastener.kind));
  },
  sentence(f, s) {
    const enough = f.value === null ? '' : `; ${s.value('up')} from the tip is enough`;
    switch (f.case.is) {
      case 'missing':
        return s.needs(f.case.need);
      case 'own':
        return `How much of the new fastener is threaded is not known${enough}. A plain shank that meets its mate’s thread clamps nothing.`;
      case 'present':
        return `These nuts run further down the studs${s.at} than the count has shown to be threaded. Measure the thread on the stud${enough}.`;
      case 'present-bolt':
        return `These bolts go further in${s.at} than they were counted: a count on a thicker spacer proves nothing here. Measure the thread on the bolt${enough}.`;
      case 'more':
        return `${s.value('nearest')} of thread on ${s.limit('nearest')} of fastener: one of the two is wrong. Measure both again.`;
      default: {
        const mate = f.case.is === 'bolt' ? 'the hub’s thread' : 'the nut';
        return s.stop
          ? `${s.limit('down')} of thread, and ${s.value('up')} goes past the start of ${mate}${s.at}: the plain shank meets it first, the wrench clicks and nothing is clamped.${s.error}`
          : `${s.limit('down')} of thread; ${s.value('up')} of it goes past the start of ${mate}${s.at}.${s.error}`;
      }
    }
  },
};
