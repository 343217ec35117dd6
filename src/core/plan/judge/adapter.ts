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
  out.push(make('adapter.nut-below', levelOf(room, 0), '', room, 0, room, 'mm'));
  judgePockets(plan, s, out);
  judgeRecess(plan, a.recess, out);
  out.push(a.torque ? make('adapter.torque', 'pass', a.torque.source, a.torque.value, null, null, 'N·m') : make('adapter.torque', 'unmeasured'));
}

/** The longest factory stud that was measured against the shallowest pocket of every wheel that can go on. */
function judgePockets(plan: Plan, s: number, out: Finding[]): void {
  let beyond = 0;
  let pm = 0;
  let blank: Finding | null = null;
  for (const c of plan.corners) {
    if (c.studProtrusion === null) {
      blank ??= make('adapter.pocket', 'unmeasured', 'protrusion', null, null, null, 'mm', c.corner);
      continue;
    }
    const here = studBeyondFace(c.studProtrusion.value + c.studProtrusion.pm, s);
    if (here > beyond) {
      beyond = here;
      pm = c.studProtrusion.pm;
    }
  }
  const found = beyond === 0 ? make('adapter.pocket', 'pass', 'none', 0, 0, 0, 'mm') : pocketsFor(plan, beyond, pm);
  out.push(blank !== null && found.level !== 'stop' ? blank : found);
}

function pocketsFor(plan: Plan, beyond: number, pm: number): Finding {
  const limit = beyond + plan.policy.pocketMargin;
  const found = judgeWheels('adapter.pocket', limit, eachWheel(plan.wheel, 'pocketDepth'), (name) => name, (name) => name || 'wheels');
  // The stud's own error already stands in the limit; the margin carries both.
  return found.pm === null ? found : withError(found, found.pm + pm, Math.hypot(found.pm, pm));
}

function judgeRecess(plan: Plan, recess: number | null, out: Finding[]): void {
  if (plan.spacer.openThrough) return;
  if (recess === null) {
    out.push(make('adapter.recess', 'unmeasured', 'recess', null, null, null, 'mm'));
    return;
  }
  let found: Finding | null = null;
  let blank: Finding | null = null;
  for (const c of plan.corners) {
    if (c.spigotHeight === null) {
      blank ??= make('adapter.recess', 'unmeasured', 'spigot-height', null, null, null, 'mm', c.corner);
      continue;
    }
    const { value, pm } = c.spigotHeight;
    const room = recessRoom(recess, value);
    found = worse(withError(make('adapter.recess', levelOf(room, pm), '', value, recess, room, 'mm', c.corner), pm), found);
  }
  const decides = found === null || (blank !== null && found.level !== 'stop') ? blank : found;
  if (decides) out.push(decides);
}
