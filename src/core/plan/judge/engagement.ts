import { compileThread } from '../compiled';
import type { Corner, Measured, Plan } from '../document';
import type { Finding } from '../findings';
import { sameThread } from '../../thread/designation';
import type { CornerNumbers, Numbers } from '../numbers';
import type { Result } from '../result';
import { newNut } from '../stack';
import { judgeCorners, make } from './make';

const engagement = (c: CornerNumbers): Result => c.engagement;
const hubEngagement = (c: CornerNumbers): Result => c.hubEngagement;

/** Thread: every school, three turns, both ends of a two-ended stud, threads that must equal each other. */
export function judgeEngagement(plan: Plan, n: Numbers, out: Finding[]): void {
  const missing = whatEngagementNeeds(plan);
  for (const s of n.schools) {
    if (s.school === 'visible' && plan.hub.fastening === 'bolt' && plan.fastener.kind !== 'conversion') continue;
    if (s.minimum === null) {
      if (s.governs) out.push(make('engagement.strength-known', 'caution', '', null, null, null, '', null, s.school));
      continue;
    }
    out.push(atMostMate(plan, n, judgeCorners(s.governs ? 'engagement.minimum' : 'engagement.cross-check', s.minimum, missing, n.corners, engagement, false, s.governs ? null : 'note', s.school)));
  }
  const never = judgeCorners('engagement.never-drive', plan.policy.turnsNeverDrive * n.thread.pitch, missing, n.corners, engagement);
  if (never.level === 'stop') out.push(never);
  if (n.hubMinimum !== null) {
    const found = judgeCorners('engagement.hub-end', n.hubMinimum, plan.spacer.adapter ? 'protrusion' : 'tapped', n.corners, hubEngagement, false, null, null, plan.spacer.adapter ? 'adapter' : 'conversion');
    out.push({ ...found, pitch: compileThread(plan.hub.thread).thread.pitch });
  }
  judgeMaterials(plan, out);
  for (const c of n.corners) {
    if (!c.gripBounded) continue;
    out.push(make('nut.grip-bounded', 'note', plan.hub.fastening, null, null, null, '', c.corner));
    break;
  }
  judgeContradiction(plan, n, out);
  judgeThreads(plan, out);
}

/** A count is travel: where nobody measured the thread it was made in, it is too little at best, and never enough. */
function atMostMate(plan: Plan, n: Numbers, found: Finding): Finding {
  if (found.level === 'stop' || found.level === 'unmeasured') return found;
  const open = n.corners.find((c) => c.atMost);
  if (!open) return found;
  return { ...make(found.rule, 'unmeasured', mateOf(plan), open.engagement?.value ?? null, found.limit, null, 'mm', open.corner, found.school) };
}

const mateOf = (plan: Plan): string => (newNut(plan.fastener) ? 'new-nut' : plan.hub.fastening === 'bolt' ? 'mate-hub' : 'mate-nut');

/** What every internal thread of the choice is cut in. Steel and aluminium ask for different engagement, so unknown is unmeasured. */
function judgeMaterials(plan: Plan, out: Finding[]): void {
  const nut = newNut(plan.fastener);
  const hubToo = nut === null || plan.fastener.kind === 'conversion';
  if (hubToo && plan.hub.threadMaterial === 'unknown') out.push(make('engagement.material', 'unmeasured', plan.hub.fastening === 'bolt' ? 'hub' : 'stock-nut'));
  if (nut?.material === 'unknown') out.push(make('engagement.material', 'unmeasured', 'nut'));
}

/** More thread counted than there is, or a bolt not longer overall than under its seat, errors taken off: neither reading is trusted. */
function judgeContradiction(plan: Plan, n: Numbers, out: Finding[]): void {
  const { fastening, nutThread, stockBoltLength: under, stockBoltOverall: overall, stockBoltThread, stockStudThread } = plan.hub;
  const bolt = fastening === 'bolt';
  // Head and seat are several millimetres: lengths that the error of measuring could swap are one length read twice.
  if (bolt && under !== null && overall !== null && under.value + under.pm >= overall.value - overall.pm) {
    out.push(make('reading.contradiction', 'unmeasured', 'under', under.value, overall.value, overall.value - under.value, 'mm'));
    return;
  }
  for (let i = 0; i < n.corners.length; i += 1) {
    const present = n.corners[i]?.present ?? null;
    if (present === null) continue;
    const corner = n.corners[i]?.corner ?? null;
    const found = bolt ? exceeds(present, 'hub', plan.corners[i]?.tappedDepth ?? null, corner) ?? exceeds(present, 'bolt', stockBoltThread, corner) : exceeds(present, 'nut', nutThread, corner) ?? exceeds(present, 'stud', stockStudThread, corner);
    if (found === null) continue;
    out.push(found);
    return;
  }
}

function exceeds(present: NonNullable<Result>, where: 'hub' | 'bolt' | 'nut' | 'stud', mate: Measured, corner: Corner | null): Finding | null {
  if (mate === null || present.value - present.pm <= mate.value + mate.pm + 1e-9) return null;
  return make('reading.contradiction', 'unmeasured', where, present.value, mate.value, mate.value - present.value, 'mm', corner);
}

function whatEngagementNeeds(plan: Plan): string {
  if (plan.fastener.kind === 'conversion') return 'conversion';
  if (plan.spacer.adapter !== null) return 'turns-and-protrusion';
  if (plan.fastener.kind === 'stock' || plan.fastener.kind === 'nuts') return 'turns';
  return plan.hub.fastening === 'bolt' ? 'turns-and-length' : 'turns-and-protrusion';
}

function judgeThreads(plan: Plan, out: Finding[]): void {
  const { fastener, hub, spacer } = plan;
  const same = (a: string, b: string): boolean => sameThread(compileThread(a).thread, compileThread(b).thread);
  const pair = (where: string, a: string, b: string): void => {
    out.push(make('thread.match', same(a, b) ? 'pass' : 'stop', `${where}|${a}|${b}`));
  };
  if (fastener.kind === 'conversion') {
    pair('hub', fastener.hubThread, hub.thread);
    pair('nut', fastener.nut.thread, fastener.outerThread);
  } else {
    const nut = newNut(fastener);
    if (nut) pair('nut', nut.thread, hub.thread);
  }
  if (spacer.adapter !== null) pair('nut', hub.thread, spacer.adapter.studThread);
}
