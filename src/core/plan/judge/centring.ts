import { diametralClearance, judgeFit } from '../../centring/fits';
import { matchSeats, seatCentres, socketRoom } from '../../seat/seats';
import type { Measured, Plan } from '../document';
import type { Finding } from '../findings';
import { fastenerSeat, type Numbers } from '../numbers';
import { result } from '../result';
import { judgeCorners, levelOf, make, withError, worse } from './make';

/** Seats equal, sockets enter, something centres the wheel. */
export function judgeCentring(plan: Plan, n: Numbers, out: Finding[]): void {
  judgeSeats(plan, out);
  const { spacer, policy } = plan;
  if (spacer.kind === 'universal') {
    out.push(make('spacer.kind', 'stop'));
    return;
  }
  if (spacer.thickness === 0) return;
  if (spacer.centring === 'seats') {
    const seat = plan.wheel.seat;
    out.push(make('centring.seats', seat === 'unknown' ? 'unmeasured' : seatCentres(seat) ? 'caution' : 'stop', seat));
    return;
  }
  if (spacer.kind === 'plain') {
    const least = judgeCorners('centring.spigot', policy.spigotLeast, 'spigot', n.corners, (c) => c.spigotLeft);
    if (least.level !== 'pass') out.push(least);
    else out.push(judgeCorners('centring.spigot', policy.spigotGood, 'spigot', n.corners, (c) => c.spigotLeft, false, 'caution'));
    return;
  }
  judgeLipped(plan, n, out);
}

function judgeSeats(plan: Plan, out: Finding[]): void {
  const seat = fastenerSeat(plan);
  const wheel = plan.wheel.seat;
  const match = matchSeats(seat, wheel);
  if (match === 'unknown') out.push(make('seat.match', 'unmeasured', wheel === 'unknown' ? 'wheel' : 'fastener'));
  else out.push(make('seat.match', match === 'match' ? 'pass' : 'stop', `${seat}/${wheel}`));
  const socket = plan.hub.socketOutside;
  if (socket === null || plan.wheel.each.length === 0) return;
  let tight: Finding | null = null;
  for (const w of plan.wheel.each) {
    if (w.lugHole === null) {
      out.push(make('seat.socket', 'unmeasured', w.name, null, plan.policy.socketRoom, null, 'mm'));
      return;
    }
    const room = socketRoom(w.lugHole.value, socket);
    const margin = room - plan.policy.socketRoom;
    tight = worse(withError(make('seat.socket', levelOf(margin, w.lugHole.pm), w.name, room, plan.policy.socketRoom, margin, 'mm'), w.lugHole.pm), tight);
  }
  if (tight) out.push(tight);
}

/** A lipped spacer, or an adapter with its own lip: bore on the spigot, lip in the wheel, root in the chamfer. */
function judgeLipped(plan: Plan, n: Numbers, out: Finding[]): void {
  const { spacer, hub, wheel, corners, policy } = plan;
  out.push(closeFit(plan, 'hub', spacer.bore, hub.spigotDiameter, 1));
  out.push(closeFit(plan, 'wheel', spacer.lipDiameter, wheel.bore, -1));
  if (spacer.lipRoot === null) out.push(make('centring.lip-root', 'unmeasured', 'lip'));
  else {
    const chamfer = (i: number) => toResult(corners[i]?.chamferDepth ?? null);
    out.push(judgeCorners('centring.lip-root', spacer.lipRoot, 'chamfer', n.corners, (c) => chamfer(n.corners.indexOf(c))));
  }
  if (spacer.lipHeight !== null && wheel.boreRecess !== null) {
    const margin = wheel.boreRecess.value - spacer.lipHeight;
    const { value, pm } = wheel.boreRecess;
    out.push(withError(make('centring.lip-height', levelOf(margin, pm), '', value, spacer.lipHeight, margin, 'mm'), pm));
  }
  if (spacer.openThrough || spacer.kind === 'adapter') return;
  const height = (i: number) => {
    const h = corners[i]?.spigotHeight ?? null;
    return h === null ? null : result(h.value, h.pm, policy.spacerPm);
  };
  out.push(judgeCorners('centring.over-spigot', spacer.thickness, 'spigot-height', n.corners, (c) => height(n.corners.indexOf(c)), true));
}

const toResult = (m: Measured) => (m === null ? null : result(m.value, m.pm));

/** Diametral clearance: `sign` +1 when the spacer is the hole, −1 when it is the spigot. */
function closeFit(plan: Plan, where: string, own: number | null, other: Measured, sign: 1 | -1): Finding {
  if (own === null || other === null) return make('centring.lip-bore', 'unmeasured', where, null, null, null, 'mm');
  const { boreClearanceGood: good, boreClearanceMost: most } = plan.policy;
  const value = sign > 0 ? diametralClearance(own, other.value) : diametralClearance(other.value, own);
  const fit = judgeFit(value, good, most);
  const [limit, margin] = fit === 'too-tight' ? [0, value] : fit === 'not-centred' ? [most, most - value] : [good, good - value];
  // A fit that the measuring error could turn into no centring at all is not passed.
  const unsure = fit === 'good' && value + other.pm > most + 1e-9;
  const level = fit === 'good' && !unsure ? 'pass' : fit === 'good' || fit === 'loose' ? 'caution' : 'stop';
  const found = make('centring.lip-bore', level, where, value, limit, margin, 'mm');
  return { ...found, pm: other.pm, rss: other.pm, uncertain: unsure };
}
