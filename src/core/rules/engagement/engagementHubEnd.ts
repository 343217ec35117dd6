import { compileThread } from '../../figures/compiled';
import { type Missing, missing } from '../kit/cases';
import { PLAIN, type Rule } from '../kit/rule';
import { type EnoughCase, enoughWords, judgeEnough } from './enoughShared';

/** Which second joint it is. */
interface HubEnd extends EnoughCase {
  readonly joint: 'adapter' | 'conversion';
}

/**
 * The joint in or on the hub: short end of a conversion stud, adapter’s nut on the factory stud. Told in the hub’s
 * pitch.
 */
export const engagementHubEnd: Rule<'engagement.hub-end', HubEnd | Missing> = {
  ...PLAIN,
  id: 'engagement.hub-end',
  title: 'Thread in the hub',
  statement:
    'The hub end of a conversion stud, or the adapter’s nut on the factory stud, engages target and floor of the hub’s own thread.',
  formula: 'Eh = min(short end − lead, Dt) · E = min(Z − w − n, Ln); target and floor as for every joint',
  sources: ['geometry', 'common', 'stripping'],
  policy: ['diameterFactorSteel', 'floorSteel', 'leadPitches'],
  needs: ['tappedDepth', 'studProtrusion'],
  chosen: ['fastener'],
  decidedBy: 'length',
  judge({ plan, n }, out) {
    if (n.hubEnough === null) return;
    const adapter = plan.spacer.adapter !== null;
    const { pitch } = compileThread(plan.hub.thread).thread;
    const need = missing(adapter ? 'adapter-joint' : 'tapped');
    const found = judgeEnough({
      rule: 'engagement.hub-end',
      // Both ends of this joint are known by themselves, and nothing of the untouched car is left in it.
      corners: n.corners.map((c) => (c.atMost || c.untouched ? { ...c, atMost: false, untouched: null } : c)),
      pick: (c) => c.hubEngagement,
      enough: n.hubEnough,
      missing: need,
      mate: need,
      relief: false,
      never: plan.policy.turnsNeverDrive * pitch,
      school: null,
      pitch,
    });
    const joint = adapter ? 'adapter' : 'conversion';
    out.push(found.case.is === 'missing' ? found : { ...found, case: { ...found.case, joint } as HubEnd });
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    const what = f.case.joint === 'adapter' ? 'the adapter’s nut on the factory stud' : 'the hub end';
    return enoughWords({ ...f, case: f.case }, s, what);
  },
};
