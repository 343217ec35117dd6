import { nutBelowFace, recessRoom, studBeyondFace } from '../../engagement/adapter';
import type { Plan } from '../document';
import type { Finding } from '../findings';
import { eachWheel } from '../wheels';
import { judgeWheels, levelOf, make, withError, worse } from './make';

/** What only a bolt-on adapter has: its nut under the face, pockets in every wheel, a recess, a torque job of its own. */
export function judgeAdapter(plan: Plan, out: Finding[]): void {
  const a = plan.spacer.adapter;
  if (a === null) {
    // On the bench an adapter may be picked before its figures are typed; it never passes like that.
    if (plan.spacer.kind === 'adapter') out.push(make('adapter.nut-below', 'unmeasured', 'figures', null, 0, null, 'mm'));
    return;
  }
  const s = plan.spacer.thickness;
  const room = nutBelowFace(s, a.web, a.nutHeight);
  out.push(make('adapter.nut-below', room < 0 ? 'stop' : 'pass', '', room, 0, room, 'mm'));
  judgePockets(plan, s, out);
  judgeRecess(plan, a.recess, out);
  out.push(a.torque ? make('adapter.torque', 'pass', a.torque.source, a.torque.value, null, null, 'N·m') : make('adapter.torque', 'unmeasured'));
}

/** The longest factory stud beyond the face against the shallowest pocket of every wheel that can go on. */
function judgePockets(plan: Plan, s: number, out: Finding[]): void {
  let beyond = 0;
  let pm = 0;
  for (const c of plan.corners) {
    if (c.studProtrusion === null) {
      out.push(make('adapter.pocket', 'unmeasured', 'protrusion', null, null, null, 'mm', c.corner));
      return;
    }
    const here = studBeyondFace(c.studProtrusion.value + c.studProtrusion.pm, s);
    if (here > beyond) {
      beyond = here;
      pm = c.studProtrusion.pm;
    }
  }
  if (beyond === 0) {
    out.push(make('adapter.pocket', 'pass', 'none', 0, 0, 0, 'mm'));
    return;
  }
  const limit = beyond + plan.policy.pocketMargin;
  const found = judgeWheels('adapter.pocket', limit, eachWheel(plan.wheel, 'pocketDepth'), (name) => name, (name) => name || 'wheels');
  // The stud's own error already stands in the limit; the margin carries both.
  out.push(found.pm === null ? found : withError(found, found.pm + pm, Math.hypot(found.pm, pm)));
}

function judgeRecess(plan: Plan, recess: number | null, out: Finding[]): void {
  if (plan.spacer.openThrough) return;
  for (const c of plan.corners) {
    if (recess === null || c.spigotHeight === null) {
      out.push(make('adapter.recess', 'unmeasured', recess === null ? 'recess' : 'spigot-height', null, null, null, 'mm', recess === null ? null : c.corner));
      return;
    }
  }
  let worst: Finding | null = null;
  for (const c of plan.corners) {
    const height = c.spigotHeight ?? { value: 0, pm: 0 };
    const room = recessRoom(recess ?? 0, height.value);
    worst = worse(withError(make('adapter.recess', levelOf(room, height.pm), '', height.value, recess, room, 'mm', c.corner), height.pm), worst);
  }
  if (worst) out.push(worst);
}
