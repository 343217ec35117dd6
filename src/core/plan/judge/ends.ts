import { minBottomGap } from '../../engagement/nutStack';
import type { Plan } from '../document';
import type { Finding } from '../findings';
import type { CornerNumbers, Numbers } from '../numbers';
import { leastThread, moreThanThere, threadRoom } from '../ownThread';
import type { Result } from '../result';
import { chosenNut, newNut, reachesDeeper } from '../stack';
import { ofOneWheel, ofWheels } from '../wheels';
import { judgeCorners, judgeWheels, levelOf, make, withError, worse } from './make';

/** Both far ends: what comes out behind the hub, and what a closed nut hides. */
export function judgeEnds(plan: Plan, n: Numbers, out: Finding[]): void {
  const { fastener, spacer } = plan;
  if (fastener.kind === 'bolt') judgeBehind('bolt.behind', plan, n, out);
  if (fastener.kind === 'conversion') judgeBehind('stud.behind', plan, n, out);
  if (plan.hub.fastening === 'stud' || fastener.kind === 'conversion') judgeBottom(plan, n, out);
  judgeShank(plan, out);
  judgeOwnThread(plan, n, out);
  if ((fastener.kind === 'bolt' || fastener.kind === 'stud') && spacer.thickness > 0) {
    out.push(make('fastener.mix', 'note', fastener.kind, spacer.thickness, null, null, 'mm'));
  }
}

/** Each corner against its own room: nothing is borrowed from the other, and a stop at one stands whatever is blank there. */
function judgeBehind(rule: 'bolt.behind' | 'stud.behind', plan: Plan, n: Numbers, out: Finding[]): void {
  let found: Finding | null = null;
  let blank: Finding | null = null;
  for (let i = 0; i < plan.corners.length; i += 1) {
    const c = plan.corners[i] as Plan['corners'][number];
    const m = n.corners[i] as CornerNumbers;
    const here = behindAt(rule, c, m);
    if (here.level === 'unmeasured') blank ??= here;
    else found = worse(here, found);
  }
  out.push(found === null || (blank !== null && found.level !== 'stop') ? (blank as Finding) : found);
}

function behindAt(rule: 'bolt.behind' | 'stud.behind', c: Plan['corners'][number], m: CornerNumbers): Finding {
  const open = (why: string): Finding => make(rule, 'unmeasured', why, null, null, null, 'mm', c.corner);
  if (c.tappedDepth === null) return open('depth');
  if (c.roomBehind === null && rule === 'bolt.behind') return open('room');
  if (m.behind === null) return open(m.gripBounded ? 'bounded' : 'length');
  // A stud whose short end stays inside the thread asks for no room behind it.
  const limit = c.roomBehind === null ? 0 : c.roomBehind.value - c.roomBehind.pm;
  const margin = limit - m.behind.value;
  const level = levelOf(margin, m.behind.pm);
  if (c.roomBehind === null && level !== 'pass') return open('room');
  return withError(make(rule, level, '', m.behind.value, limit, margin, 'mm', c.corner), m.behind.pm, m.behind.rss);
}

/** Thread on a new bolt or stud against what goes past its mate's first thread. */
function judgeOwnThread(plan: Plan, n: Numbers, out: Finding[]): void {
  const { fastener } = plan;
  if (plan.spacer.adapter !== null || fastener.kind === 'stock') return;
  if (fastener.kind === 'nuts') {
    if (reachesDeeper(plan)) judgeStockThread(plan, n, out);
    return;
  }
  if (fastener.threadLength === null) {
    out.push(make('fastener.thread', 'unmeasured', 'own', leastThread(n), null, null, 'mm'));
    return;
  }
  if (moreThanThere(fastener)) {
    out.push(make('fastener.thread', 'unmeasured', 'more', fastener.threadLength, threadRoom(fastener), null, 'mm'));
    return;
  }
  const onBolts = plan.corners.some((c) => c.tappedDepth === null) ? 'tapped' : 'turns-and-length';
  const missing = fastener.kind === 'conversion' ? 'conversion' : fastener.kind === 'bolt' ? onBolts : 'turns-and-protrusion';
  out.push(threadAgainst(fastener.threadLength, n, missing, fastener.kind));
}

/** A stud that stays, under a nut that runs down further than the count has shown to be threaded. */
function judgeStockThread(plan: Plan, n: Numbers, out: Finding[]): void {
  const own = plan.hub.stockStudThread;
  out.push(own === null ? make('fastener.thread', 'unmeasured', 'stock', leastThread(n), null, null, 'mm') : threadAgainst(own.value - own.pm, n, 'turns-and-protrusion', 'nuts'));
}

const threadNeeded = (c: CornerNumbers): Result => c.threadNeeded;

/** Needs of every corner against a thread. What a count only bounds is no proof of too little, and a corner that is known to be short decides before it. */
function threadAgainst(thread: number, n: Numbers, missing: string, why: string): Finding {
  const known = n.corners.filter((c) => !c.neededAtMost && c.threadNeeded !== null);
  const sure = known.length > 0 ? judgeCorners('fastener.thread', thread, missing, known, threadNeeded, true, null, null, why) : null;
  if (sure?.level === 'stop') return sure;
  const all = judgeCorners('fastener.thread', thread, missing, n.corners, threadNeeded, true, null, null, why);
  return all.level === 'stop' ? make('fastener.thread', 'unmeasured', 'bounded', all.value, thread, null, 'mm', all.corner) : all;
}

function judgeBottom(plan: Plan, n: Numbers, out: Finding[]): void {
  const { policy, spacer, fastener } = plan;
  const nut = chosenNut(plan);
  if (nut.style === 'open') return;
  const limit = minBottomGap(policy.closedNutGap, n.thread.pitch);
  if (nut.style === 'unknown') {
    out.push(make('nut.bottom', 'unmeasured', 'style', null, limit, null, 'mm'));
    return;
  }
  if (fastener.kind === 'stock' && spacer.kind !== 'adapter' && spacer.thickness - policy.spacerPm >= limit) {
    // The spacer backs the nut off by its whole thickness, so that much room is there whatever it was before.
    out.push(withError(make('nut.bottom', 'pass', 'backed-off', spacer.thickness, limit, spacer.thickness - limit, 'mm'), policy.spacerPm));
    return;
  }
  const missing = n.corners.some((c) => c.gripBounded) ? 'bounded' : 'depth';
  out.push(judgeCorners('nut.bottom', limit, missing, n.corners, (c) => c.bottomGap));
}

/** A shank must not be longer than the hole it enters: it would bear on the hub or spacer and clamp nothing. */
function judgeShank(plan: Plan, out: Finding[]): void {
  const nut = newNut(plan.fastener);
  if (!nut || nut.shankLength === 0) return;
  out.push(judgeWheels('nut.shank', nut.shankLength, ofWheels(plan.wheel, 'padThickness'), (name) => name, (name) => (name === '' ? 'pad' : ofOneWheel(name))));
}
