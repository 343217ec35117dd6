import { compileThread } from '../figures/compiled';
import { missing, type Missing } from './cases';
import type { Case } from './finding';
import { judgeCorners, OVER } from './make';
import { PLAIN, type Rule } from './rule';
import { held } from './say';

/** Which second joint it is. */
interface Which extends Case {
  readonly is: 'adapter' | 'conversion';
}

/** The joint in or on the hub: short end of a conversion stud, adapter’s nut on the factory stud. Told in the hub’s pitch. */
export const engagementHubEnd: Rule<'engagement.hub-end', Which | Missing> = {
  ...PLAIN,
  id: 'engagement.hub-end',
  title: 'Thread in the hub',
  statement:
    'The hub end of a conversion stud, or the adapter’s nut on the factory stud, engages the minimum for that thread.',
  formula: 'Eh = min(short end, Dt) ≥ E_min · E = min(Z − w − n, Ln) ≥ E_min',
  sources: ['geometry', 'common', 'stripping'],
  policy: ['diameterFactorSteel', 'leadPitches'],
  needs: ['tappedDepth', 'studProtrusion'],
  chosen: ['fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    if (n.hubMinimum === null) return;
    const adapter = plan.spacer.adapter !== null;
    const found = judgeCorners({
      ...OVER,
      rule: 'engagement.hub-end',
      limit: n.hubMinimum,
      missing: missing(adapter ? 'protrusion' : 'tapped'),
      corners: n.corners,
      pick: (c) => c.hubEngagement,
      case: { is: adapter ? 'adapter' : 'conversion' },
    });
    out.push({ ...found, pitch: compileThread(plan.hub.thread).thread.pitch });
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    return held(f, s, f.case.is === 'adapter' ? 'the adapter’s nut on the factory stud' : 'the hub end');
  },
};
