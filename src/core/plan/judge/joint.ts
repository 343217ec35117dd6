import { addedBearingMoment } from '../../joint/bearingMoment';
import type { Plan } from '../document';
import type { Finding } from '../findings';
import type { Numbers } from '../numbers';
import { levelOf, make } from './make';

/** Torque has a source; its clamp stays under proof and above the estimated need; the bearing is told. */
export function judgeJoint(plan: Plan, n: Numbers, out: Finding[]): void {
  const { hub, spacer, policy } = plan;
  out.push(hub.torque ? make('torque.source', 'pass', hub.torque.source, hub.torque.value, null, null, 'N·m') : make('torque.source', 'unmeasured'));
  if (hub.condition !== 'dry') out.push(make('joint.condition', hub.condition === 'greased' ? 'caution' : 'note', hub.condition));
  const j = n.joint;
  if (j === null || j.proofShare === null) {
    out.push(make('joint.proof', 'note', j === null ? 'contact' : 'class'));
  } else {
    const share = j.proofShare * 100;
    const margin = policy.proofMost - share;
    out.push(make('joint.proof', levelOf(margin, 0), `${Math.floor(j.clamp.low)}/${Math.ceil(j.clamp.high)}`, share, policy.proofMost, margin, '%'));
  }
  if (j !== null && j.needed !== null) {
    const margin = j.clamp.low - j.needed;
    out.push(make('joint.need', margin < 0 ? 'caution' : 'note', '', j.clamp.low, j.needed, margin, 'N'));
  }
  if (hub.wheelLoad !== null && spacer.thickness > 0) out.push(make('joint.bearing-moment', 'note', '', addedBearingMoment(hub.wheelLoad, spacer.thickness), null, null, 'N·m'));
}
