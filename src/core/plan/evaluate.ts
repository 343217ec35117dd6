import { minBottomGap } from '../engagement/nutStack';
import type { Measured, Plan } from './document';
import { byDanger, type Finding, judge, type Level, type RuleId, worst } from './findings';
import { stackGeometry, type StackGeometry } from './geometry';
import { type CornerNumbers, computeNumbers, type Numbers } from './numbers';

export interface Assessment {
  readonly numbers: Numbers;
  /** Sorted by danger, worst first. */
  readonly findings: readonly Finding[];
  readonly verdict: Level;
  /** What stands in the way of taking this choice forward; empty when it may go. */
  readonly blocking: readonly Finding[];
}

export interface Evaluation extends Assessment {
  readonly geometry: StackGeometry;
}

/**
 * The one judgement of a plan: numbers and findings. Interface, record, job card and tests all call this.
 * Deterministic, changes nothing. Unmeasured is never a pass; in competition a caution blocks like a stop
 * until the lead has signed it off.
 * @throws InputError when the plan's thread is not a thread (a validated plan cannot do that).
 */
export function assess(plan: Plan): Assessment {
  const numbers = computeNumbers(plan);
  const findings: Finding[] = [];
  judgeSpacer(plan, findings);
  judgeEngagement(plan, numbers, findings);
  judgeEnds(plan, numbers, findings);
  judgeSeat(plan, findings);
  judgeCentring(plan, numbers, findings);
  judgeStance(plan, numbers, findings);
  judgeTorque(plan, findings);
  findings.sort(byDanger);
  const strict = plan.use === 'competition' && plan.leadSignOff === null;
  const blocking = findings.filter(
    (f) => f.level === 'stop' || f.level === 'unmeasured' || (strict && f.level === 'caution'),
  );
  return { numbers, findings, verdict: worst(findings), blocking };
}

/** Numbers, findings and the drawing's geometry. */
export function evaluate(plan: Plan): Evaluation {
  const assessment = assess(plan);
  return { ...assessment, geometry: stackGeometry(plan, assessment.numbers) };
}

const BLANK = {
  value: null, limit: null, margin: null, pm: null, unit: '', corner: null, school: null, uncertain: false, why: '',
} as const;

const finding = (rule: RuleId, level: Level, rest: Partial<Finding> = {}): Finding => ({ ...BLANK, rule, level, ...rest });

/** Judges margin = value − limit (or limit − value for an upper limit) of the corner where it is smallest. */
function judgeCorners(
  rule: RuleId,
  corners: readonly CornerNumbers[],
  pick: (c: CornerNumbers) => Measured,
  limit: number,
  rest: Partial<Finding> & { soft?: Level; upper?: boolean; missing: string },
): Finding {
  const { soft, upper, missing, ...more } = rest;
  let best: Finding | null = null;
  for (const c of corners) {
    const m = pick(c);
    if (m === null) return finding(rule, 'unmeasured', { limit, unit: 'mm', corner: c.corner, why: missing, school: more.school ?? null });
    const margin = upper ? limit - m.value : m.value - limit;
    if (best !== null && margin - m.pm >= (best.margin as number) - (best.pm as number)) continue;
    const { level, uncertain } = judge(margin, m.pm);
    best = finding(rule, level === 'stop' && soft ? soft : level, {
      value: m.value, limit, margin, pm: m.pm, unit: 'mm', corner: c.corner, uncertain, ...more,
    });
  }
  return best as Finding;
}

function judgeSpacer(plan: Plan, out: Finding[]): void {
  const { spacer, fastener, use, policy } = plan;
  if (spacer.kind === 'universal') out.push(finding('spacer.kind', 'stop'));
  if (use === 'competition' && spacer.thickness > policy.competitionSlipOn) {
    const limit = policy.competitionSlipOn;
    out.push(
      finding('use.competition', 'caution', { value: spacer.thickness, limit, margin: limit - spacer.thickness, unit: 'mm' }),
    );
  }
  if (fastener.kind !== 'stock' && spacer.thickness > 0) {
    out.push(finding('fastener.mix', 'note', { value: spacer.thickness, unit: 'mm', why: fastener.kind }));
  }
}

function judgeEngagement(plan: Plan, n: Numbers, out: Finding[]): void {
  const engagement = (c: CornerNumbers): Measured => c.engagement;
  const missing = plan.fastener.kind === 'stock' ? 'turns' : plan.hub.fastening === 'bolt' ? 'turns-and-length' : 'turns-and-protrusion';
  const never = plan.policy.turnsNeverDrive * n.thread.pitch;
  const drive = judgeCorners('engagement.never-drive', n.corners, engagement, never, { missing });
  if (drive.level === 'stop') out.push(drive);
  for (const s of n.schools) {
    if (s.school === 'visible' && plan.hub.fastening === 'bolt') continue;
    const shared = { school: s.school, missing };
    out.push(
      s.governs
        ? judgeCorners('engagement.minimum', n.corners, engagement, s.minimum, shared)
        : judgeCorners('engagement.cross-check', n.corners, engagement, s.minimum, { ...shared, soft: 'note' }),
    );
  }
  if (plan.hub.threadMaterial === 'unknown') out.push(finding('engagement.material', 'note'));
  const bounded = n.corners.find((c) => c.gripBounded);
  if (bounded) out.push(finding('nut.grip-bounded', 'note', { corner: bounded.corner, why: plan.hub.fastening }));
}

/** Both far ends: the bolt's tip behind the hub, the stud's tip inside a closed nut. */
function judgeEnds(plan: Plan, n: Numbers, out: Finding[]): void {
  const { hub, fastener, policy, spacer } = plan;
  if (fastener.kind === 'bolt') {
    let limit = Number.POSITIVE_INFINITY;
    for (const c of plan.corners) {
      if (c.roomBehind === null || c.tappedDepth === null) {
        out.push(finding('bolt.behind', 'unmeasured', { unit: 'mm', corner: c.corner, why: c.tappedDepth === null ? 'depth' : 'room' }));
        return;
      }
      limit = Math.min(limit, c.roomBehind.value - c.roomBehind.pm);
    }
    const missing = n.corners.some((c) => c.gripBounded) ? 'bounded' : 'length';
    out.push(judgeCorners('bolt.behind', n.corners, (c) => c.tipBeyond, limit, { upper: true, missing }));
  }
  if (hub.fastening === 'stud' && hub.nutStyle !== 'open') {
    const limit = minBottomGap(policy.closedNutGap, n.thread.pitch);
    if (hub.nutStyle === 'unknown') {
      out.push(finding('nut.bottom', 'unmeasured', { limit, unit: 'mm', why: 'style' }));
    } else if (fastener.kind === 'stock' && spacer.thickness - policy.spacerPm >= limit) {
      // The spacer backs the nut off by its whole thickness, so that much room is there whatever it was before.
      out.push(
        finding('nut.bottom', 'pass', {
          value: spacer.thickness, limit, margin: spacer.thickness - limit, pm: policy.spacerPm, unit: 'mm', why: 'backed-off',
        }),
      );
    } else {
      const missing = n.corners.some((c) => c.gripBounded) ? 'bounded' : 'depth';
      out.push(judgeCorners('nut.bottom', n.corners, (c) => c.bottomGap, limit, { missing }));
    }
  }
}

function judgeSeat(plan: Plan, out: Finding[]): void {
  const seat = plan.fastener.kind === 'bolt' ? plan.fastener.seat : plan.hub.seat;
  const wheel = plan.wheel.seat;
  if (seat === 'unknown' || wheel === 'unknown') {
    out.push(finding('seat.match', 'unmeasured', { why: wheel === 'unknown' ? 'wheel' : 'fastener' }));
  } else {
    out.push(finding('seat.match', seat === wheel ? 'pass' : 'stop', { why: `${seat}/${wheel}` }));
  }
}

function judgeCentring(plan: Plan, n: Numbers, out: Finding[]): void {
  const { spacer, policy, hub, wheel, corners } = plan;
  if (spacer.thickness === 0 || spacer.kind === 'universal') return;
  if (spacer.centring === 'seats') {
    const seat = plan.wheel.seat;
    const centres = seat.startsWith('cone') || seat.startsWith('ball');
    out.push(finding('centring.seats', seat === 'unknown' ? 'unmeasured' : centres ? 'caution' : 'stop', { why: seat }));
    return;
  }
  if (spacer.kind === 'plain') {
    const least = judgeCorners('centring.spigot', n.corners, (c) => c.spigotLeft, policy.spigotLeast, { missing: 'spigot' });
    if (least.level !== 'pass') out.push(least);
    else out.push(judgeCorners('centring.spigot', n.corners, (c) => c.spigotLeft, policy.spigotGood, { missing: 'spigot', soft: 'caution' }));
    return;
  }
  out.push(closeFit('hub', spacer.bore, hub.spigotDiameter, 1));
  out.push(closeFit('wheel', spacer.lipDiameter, wheel.bore, -1));
  if (spacer.lipRoot === null) out.push(finding('centring.lip-root', 'unmeasured', { why: 'lip' }));
  else out.push(corner('centring.lip-root', (i) => corners[i]?.chamferDepth ?? null, spacer.lipRoot, false, 'chamfer'));
  if (!spacer.openThrough) out.push(corner('centring.over-spigot', (i) => corners[i]?.spigotHeight ?? null, spacer.thickness, true, 'spigot-height'));

  function corner(rule: RuleId, at: (i: number) => Measured, limit: number, upper: boolean, missing: string): Finding {
    return judgeCorners(rule, n.corners, (c) => at(n.corners.indexOf(c)), limit, { upper, missing });
  }

  /** Diametral clearance: `sign` +1 when the spacer is the hole, −1 when it is the spigot. */
  function closeFit(where: string, own: number | null, other: Measured, sign: 1 | -1): Finding {
    if (own === null || other === null) return finding('centring.lip-bore', 'unmeasured', { unit: 'mm', why: where });
    const value = sign * (own - other.value);
    const shared = { value, pm: other.pm, unit: 'mm' as const, why: where };
    if (value < 0) return finding('centring.lip-bore', 'stop', { ...shared, limit: 0, margin: value });
    const most = policy.boreClearanceMost;
    if (value > most) return finding('centring.lip-bore', 'stop', { ...shared, limit: most, margin: most - value });
    const good = policy.boreClearanceGood;
    return finding('centring.lip-bore', value <= good ? 'pass' : 'caution', { ...shared, limit: good, margin: good - value });
  }
}

function judgeStance(plan: Plan, n: Numbers, out: Finding[]): void {
  const { policy, use } = plan;
  const reserve = use === 'track' || use === 'competition' ? policy.clearanceReserveTrack : policy.clearanceReserveStreet;
  out.push(judgeCorners('clearance.loaded', n.corners, (c) => c.clearanceAfter, reserve, { missing: 'clearance' }));
  out.push(judgeCorners('stance.gap', n.corners, (c) => c.gapAfter, 0, { missing: 'gap', soft: 'caution' }));
}

function judgeTorque(plan: Plan, out: Finding[]): void {
  const torque = plan.hub.torque;
  out.push(torque ? finding('torque.source', 'pass', { value: torque.value, unit: 'N·m', why: torque.source }) : finding('torque.source', 'unmeasured'));
}
