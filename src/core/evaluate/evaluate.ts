import { bare } from '../document/bare';
import type { Plan } from '../document/document';
import { type StackGeometry, stackGeometry } from '../figures/geometry';
import { type CornerNumbers, computeNumbers, type Numbers, worseEnds } from '../figures/numbers';
import { least } from '../figures/result';
import { needsName } from '../rules/engagement/enoughShared';
import type { RuleId } from '../rules/ids';
import { RULES } from '../rules/index';
import { byDanger, type Finding, type Level, sortByDanger, worst } from '../rules/kit/finding';
import { lackingOf, needOfFinding } from '../rules/kit/needs';

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
 * What stands in the way of a choice as such. That planned wheels are not here holds back the job, not the question
 * which plate would suit them.
 */
export const blocksChoice = (a: Assessment): readonly Finding[] =>
  a.blocking.filter((f) => f.rule !== 'stance.planned');

/** Figures that only refine a judgement, and the estimate of the clamp that is needed, never hold a plan back. */
const OPTIONAL: ReadonlySet<RuleId> = new Set<RuleId>(['engagement.strength-known', 'joint.need']);

/**
 * A caution that goes forward only once a named person has accepted it: between floor and target, and in competition
 * every safety caution. A margin that the measuring error alone eats, and figures that are optional, hold nothing back,
 * in competition neither.
 */
export const needsSignOff = (f: Finding, use: Plan['use']): boolean =>
  needsName(f) || (use === 'competition' && f.level === 'caution' && !f.uncertain && !OPTIONAL.has(f.rule));

interface Found {
  readonly numbers: Numbers;
  readonly findings: Finding[];
}

function judgedAlike(plan: Plan): Found {
  const numbers = computeNumbers(plan);
  const judged = { plan, n: numbers };
  const findings: Finding[] = [];
  for (const rule of RULES) rule.judge(judged, findings);
  sortByDanger(findings);
  return { numbers, findings };
}

/**
 * Plates that differ left and right: each corner is judged with its own, and of two findings of one kind the worse
 * stands. Lengths that suit both are found corner by corner, so none is offered for the axle.
 */
function eachPlate(plan: Plan): Found {
  const names = [...new Set(plan.corners.map((c) => c.corner))];
  const sides = names.map((name) => {
    const thickness = name.endsWith('right') ? (plan.rightSpacer as number) : plan.spacer.thickness;
    const corners = plan.corners.filter((c) => c.corner === name);
    return judgedAlike({ ...plan, corners, spacer: { ...plan.spacer, thickness }, rightSpacer: null });
  });
  const worstOf = new Map<string, Finding>();
  // One side by itself is no axle; whether both are there is asked of the whole plan.
  const whole = names.length > 1;
  for (const f of sides.flatMap((s) => s.findings)) {
    if (whole && f.rule === 'reading.corners') continue;
    const key = `${f.rule}/${f.school ?? ''}/${ofKind(f)}`;
    const other = worstOf.get(key);
    if (other === undefined || graver(f, other)) worstOf.set(key, f);
  }
  const findings = [...worstOf.values()];
  sortByDanger(findings);
  const [first, ...rest] = sides.map((s) => s.numbers);
  const n = first as Numbers;
  const corners = sides.flatMap((s) => s.numbers.corners);
  const numbers: Numbers = {
    ...n,
    corners,
    slipOnLimit: least(corners.map((c) => c.slipOnLimit)),
    window: null,
    trackChange: [n, ...rest].reduce((sum, k) => sum + k.trackChange / 2, 0),
  };
  return { numbers, findings };
}

/**
 * The worse of two; of two alike the one that waits for a name, however much thread the other is short of as it came.
 */
const graver = (f: Finding, other: Finding): boolean =>
  f.level === other.level && needsName(f) !== needsName(other) ? needsName(f) : byDanger(f, other) < 0;

/**
 * What tells two findings of one rule apart that are not the same question: which wheel, which joint, which reading.
 */
const ofKind = ({ case: c }: Finding): string =>
  'name' in c ? String(c.name) : 'quantity' in c ? String(c.quantity) : '';

/**
 * The one judgement of a plan: numbers and findings. Interface, record, job card, search and API all call this.
 * Deterministic, changes nothing. Unmeasured is never a pass; engagement between floor and target, and in competition
 * every safety caution, blocks until a named person has accepted it with a reason. Readings are first carried back to
 * nothing on the hub.
 * @throws InputError when the plan's thread is not a thread (a validated plan cannot do that).
 */
export function assess(asRead: Plan): Assessment {
  const plan = bare(asRead);
  const unequal = plan.rightSpacer !== null && plan.rightSpacer !== plan.spacer.thickness;
  const found = unequal ? eachPlate(plan) : judgedAlike(plan);
  return assessed(plan, found);
}

function assessed(plan: Plan, { numbers, findings }: Found): Assessment {
  const accepted = plan.leadSignOff !== null;
  const blocking: Finding[] = [];
  for (const f of findings) {
    const open = !accepted && needsSignOff(f, plan.use);
    if (f.level === 'stop' || f.level === 'unmeasured' || open) blocking.push(f);
  }
  return { numbers: onePerCorner(numbers), findings, verdict: worst(findings), blocking };
}

/**
 * A finding that waits for something, with what that is and no more, for its sentence.
 * @param plan the plan as it was judged, its readings carried back
 */
export function named(plan: Plan, f: Finding): Finding {
  const need = needOfFinding(f);
  return need === null ? f : { ...f, lacks: lackingOf(plan, need, f.corner) };
}

/**
 * A corner that was worked out on the shallowest and on the deepest pad stands once: by its least thread, with the
 * worse of each end.
 */
function onePerCorner(numbers: Numbers): Numbers {
  const { corners } = numbers;
  if (corners.length < 2 || new Set(corners.map((c) => c.corner)).size === corners.length) return numbers;
  const merged = new Map<string, CornerNumbers>();
  for (const c of corners) {
    const other = merged.get(c.corner);
    merged.set(c.corner, other === undefined ? c : worseEnds(other, c));
  }
  return { ...numbers, corners: [...merged.values()] };
}

/** Numbers, findings and the drawing's geometry. */
export function evaluate(asRead: Plan): Evaluation {
  const plan = bare(asRead);
  const assessment = assess(plan);
  const name = (f: Finding): Finding => named(plan, f);
  return {
    ...assessment,
    findings: assessment.findings.map(name),
    blocking: assessment.blocking.map(name),
    geometry: stackGeometry(drawnSide(plan, assessment.numbers), assessment.numbers),
  };
}

/** The section shows the corner with the least engagement, on its own plate. */
function drawnSide(plan: Plan, numbers: Numbers): Plan {
  if (plan.rightSpacer === null) return plan;
  const engaged = (c: Numbers['corners'][number]): number => c.engagement?.value ?? Number.POSITIVE_INFINITY;
  const weakest = [...numbers.corners].sort((a, b) => engaged(a) - engaged(b))[0];
  if (!weakest?.corner.endsWith('right')) return plan;
  return { ...plan, spacer: { ...plan.spacer, thickness: plan.rightSpacer } };
}
