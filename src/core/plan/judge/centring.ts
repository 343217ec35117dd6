import { diametralClearance, type Fit, judgeFit } from '../../centring/fits';
import { matchSeats, seatCentres, socketRoom } from '../../seat/seats';
import type { Measured, Plan } from '../document';
import type { Finding, Level } from '../findings';
import { fastenerSeat, type Numbers } from '../numbers';
import { result } from '../result';
import { chamferByWheel, eachWheel, ofOneWheel, ofWheels } from '../wheels';
import { judgeCorners, judgeWheels, make, worse } from './make';

/** Seats equal, sockets enter, something centres the wheel. */
export function judgeCentring(plan: Plan, n: Numbers, out: Finding[]): void {
  judgeSeats(plan, out);
  const { spacer, policy } = plan;
  if (spacer.kind === 'universal') {
    out.push(make('spacer.kind', 'stop'));
    return;
  }
  if (spacer.thickness === 0) return;
  // Every plate goes over the hub spigot, whatever centres the wheel.
  if (spacer.kind === 'plain' || spacer.centring === 'seats') out.push(boreOver(plan));
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
  out.push(judgeWheels('seat.socket', plan.policy.socketRoom, eachWheel(plan.wheel, 'lugHole'), (name) => name, undefined, (hole) => socketRoom(hole, socket)));
}

/** A lipped spacer, or an adapter with its own lip: bore on the spigot, lip in every wheel, root in every chamfer. */
function judgeLipped(plan: Plan, n: Numbers, out: Finding[]): void {
  const { spacer, hub, wheel, corners, policy } = plan;
  out.push(closeFit(plan, 'hub', spacer.bore, hub.spigotDiameter, 1));
  let lip: Finding | null = null;
  for (const w of ofWheels(wheel, 'bore')) lip = worse(closeFit(plan, w.name === '' ? 'wheel' : ofOneWheel(w.name), spacer.lipDiameter, w.measured, -1), lip);
  if (lip) out.push(lip);
  if (spacer.lipRoot === null) out.push(make('centring.lip-root', 'unmeasured', 'lip'));
  else if (chamferByWheel(wheel)) out.push(judgeWheels('centring.lip-root', spacer.lipRoot, eachWheel(wheel, 'chamferDepth'), ofOneWheel));
  else {
    const chamfer = (i: number) => toResult(corners[i]?.chamferDepth ?? null);
    out.push(judgeCorners('centring.lip-root', spacer.lipRoot, 'chamfer', n.corners, (c) => chamfer(n.corners.indexOf(c))));
  }
  judgeLipHeight(plan, out);
  if (spacer.openThrough || spacer.kind === 'adapter') return;
  const height = (i: number) => {
    const h = corners[i]?.spigotHeight ?? null;
    return h === null ? null : result(h.value, h.pm, policy.spacerPm);
  };
  out.push(judgeCorners('centring.over-spigot', spacer.thickness, 'spigot-height', n.corners, (c) => height(n.corners.indexOf(c)), true));
}

/** The lip against the shallowest bore. Where nobody measured a bore's depth nothing is said: most bores go through. */
function judgeLipHeight(plan: Plan, out: Finding[]): void {
  const lip = plan.spacer.lipHeight;
  if (lip === null) return;
  const bores = ofWheels(plan.wheel, 'boreRecess');
  if (bores.every((w) => w.measured === null)) return;
  out.push(judgeWheels('centring.lip-height', lip, bores, (name) => name));
}

const toResult = (m: Measured) => (m === null ? null : result(m.value, m.pm));

/** A plate’s bore on the hub spigot: centred by it, a close fit; centred by its seats, it has to go over and no more. */
function boreOver(plan: Plan): Finding {
  const fit = closeFit(plan, 'hub', plan.spacer.bore, plan.hub.spigotDiameter, 1);
  const loose = plan.spacer.centring === 'seats' && fit.value !== null && fit.value >= 0 && fit.level !== 'unmeasured';
  return loose ? { ...fit, level: 'pass', uncertain: false } : fit;
}

/** Diametral clearance: `sign` +1 when the spacer is the hole, −1 when it is the spigot. */
function closeFit(plan: Plan, where: string, own: number | null, other: Measured, sign: 1 | -1): Finding {
  if (own === null || other === null) return make('centring.lip-bore', 'unmeasured', where, null, null, null, 'mm');
  const { boreClearanceGood: good, boreClearanceMost: most } = plan.policy;
  const value = sign > 0 ? diametralClearance(own, other.value) : diametralClearance(other.value, own);
  const fit = judgeFit(value, good, most);
  // Too tight by no more than the error of measuring: whether it slides on is tried by hand.
  const barely = fit === 'too-tight' && value + other.pm >= -1e-9;
  const [limit, margin] = fit === 'too-tight' ? [0, value] : fit === 'not-centred' ? [most, most - value] : [good, good - value];
  // A fit that the measuring error could turn into no centring at all is not passed.
  const unsure = fit === 'good' && value + other.pm > most + 1e-9;
  const level = levelOfFit(fit, unsure, barely);
  const found = make('centring.lip-bore', level, where, value, limit, margin, 'mm');
  return { ...found, pm: other.pm, rss: other.pm, uncertain: unsure || barely };
}

function levelOfFit(fit: Fit, unsure: boolean, barely: boolean): Level {
  if (fit === 'good') return unsure ? 'caution' : 'pass';
  return fit === 'loose' || barely ? 'caution' : 'stop';
}
