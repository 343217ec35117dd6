import type { Fastener, Plan } from '../document/document';
import type { LengthWindow } from '../engagement/boltStack';
import { assess, blocksChoice, named } from '../evaluate/evaluate';
import type { JointNumbers } from '../figures/clampFigures';
import { leastThread } from '../figures/ownThread';
import { leastValue } from '../figures/result';
import type { Finding } from '../rules/kit/finding';
import { roundTo } from '../units/round';

/**
 * How one thickness can go on: on the fasteners that were chosen, as it is, with longer ones, or not, with the first
 * reason.
 */
export interface SizeFit {
  readonly thickness: number;
  readonly how: 'chosen' | 'present' | 'longer' | 'no';
  /** Length that engages as now, rounded up to the whole mm, where longer fasteners do it. */
  readonly length: number | null;
  readonly window: LengthWindow | null;
  /** Full thread that will do on a fastener of that length, mm. */
  readonly thread: number | null;
  /** What stands first in the way; null where it fits. */
  readonly reason: Finding | null;
  /** Least gap from arch to tyre with it on, mm; null where a gap is unmeasured. */
  readonly gap: number | null;
}

/**
 * "Why not 15?" for every size: the plan with that thickness on the conversion studs or other nuts that were chosen;
 * else on what is on the car, else with longer ones of the length that engages as the car does now. Judged by `assess`
 * alone; nothing is judged a second way here.
 */
export function fitBySize(plan: Plan, sizes: readonly number[]): SizeFit[] {
  return sizes.map((thickness) => {
    const at: Plan = { ...plan, rightSpacer: null, spacer: { ...plan.spacer, thickness } };
    if (plan.fastener.kind === 'conversion' || plan.fastener.kind === 'nuts') return onChosen(at);
    const asIs = assess({ ...at, fastener: { kind: 'present' } });
    const gap = leastValue(asIs.numbers.corners.map((c) => c.gapAfter));
    const inTheWay = blocksChoice(asIs);
    if (inTheWay.length === 0)
      return { thickness, how: 'present', length: null, window: null, thread: null, reason: null, gap };
    const lengths = asIs.numbers.window;
    const first = inTheWay[0] ? named(at, inTheWay[0]) : null;
    if (lengths === null || plan.spacer.kind === 'adapter')
      return { thickness, how: 'no', length: null, window: lengths, thread: null, reason: first, gap };
    const length = roundTo(lengths.keep, 0, 'up');
    // A length that nobody holds yet is asked for threaded as far as it needs, plain at its tip and with no locking
    // piece; the one in hand is judged by its own thread.
    const wanted = longerFastener(plan, length);
    const longer = assess({
      ...at,
      locking: plan.locking.kind === 'unknown' ? { kind: 'none' } : plan.locking,
      fastener: { ...wanted, threadLength: wanted.threadLength ?? length, nose: wanted.nose ?? 0 },
    });
    const stillInTheWay = blocksChoice(longer);
    if (stillInTheWay.length === 0)
      return {
        thickness,
        how: 'longer',
        length,
        window: lengths,
        thread: leastThread(longer.numbers),
        reason: null,
        gap,
      };
    return {
      thickness,
      how: 'no',
      length: null,
      window: lengths,
      thread: null,
      reason: stillInTheWay[0] ? named(at, stillInTheWay[0]) : first,
      gap,
    };
  });
}

/** The size on what was chosen; its length is not what is asked. */
function onChosen(at: Plan): SizeFit {
  const judged = assess(at);
  const found = blocksChoice(judged)[0];
  const first = found ? named(at, found) : null;
  return {
    thickness: at.spacer.thickness,
    how: first === null ? 'chosen' : 'no',
    length: null,
    window: judged.numbers.window,
    thread: null,
    reason: first,
    gap: leastValue(judged.numbers.corners.map((c) => c.gapAfter)),
  };
}

/** A longer bolt or stud of the plan's own kind and class; a nut that was chosen with its stud stays on it. */
export function longerFastener(plan: Plan, length: number): Extract<Fastener, { kind: 'bolt' | 'stud' }> {
  const f = plan.fastener;
  const boltClass = f.kind === 'bolt' || f.kind === 'stud' ? f.class : plan.hub.fastenerClass;
  return plan.hub.fastening === 'bolt'
    ? {
        kind: 'bolt',
        length,
        threadLength: f.kind === 'bolt' ? f.threadLength : null,
        nose: f.kind === 'bolt' ? f.nose : null,
        seat: f.kind === 'bolt' ? f.seat : plan.wheel.seat,
        class: boltClass,
      }
    : {
        kind: 'stud',
        protrusion: length,
        threadLength: f.kind === 'stud' ? f.threadLength : null,
        nose: f.kind === 'stud' ? f.nose : null,
        class: boltClass,
        nut: f.kind === 'stud' ? f.nut : null,
      };
}

export interface ThicknessPoint {
  readonly thickness: number;
  /** Least over the corners, mm; null where unmeasured. */
  readonly engagement: number | null;
  readonly clearance: number | null;
  readonly gap: number | null;
  /** Least settled clamp over what is needed, N; null where it is not computed. */
  readonly clamp: number | null;
  readonly allowed: boolean;
}

/** Figures against thickness with the plan's own fasteners, from 0 to `to` in steps, for a plot. mm. */
export function sweepThickness(plan: Plan, to: number, stepMm: number): ThicknessPoint[] {
  const points: ThicknessPoint[] = [];
  for (let i = 0; i * stepMm <= to + 1e-9; i += 1) {
    const thickness = i * stepMm;
    // A plot over thickness is of both plates alike.
    const judged = assess({ ...plan, rightSpacer: null, spacer: { ...plan.spacer, thickness } });
    const { numbers } = judged;
    const { corners } = numbers;
    points.push({
      thickness,
      engagement: leastValue(corners.map((c) => c.engagement)),
      clearance: leastValue(corners.map((c) => c.clearanceAfter)),
      gap: leastValue(corners.map((c) => c.gapAfter)),
      clamp: clampMargin(numbers.joint),
      allowed: blocksChoice(judged).length === 0,
    });
  }
  return points;
}

const clampMargin = (j: JointNumbers | null): number | null =>
  j === null || j.settled === null || j.needed === null ? null : j.settled - j.needed;

/** Runs of neighbouring allowed thicknesses, as [from, to]. */
export function allowedSpans(points: readonly ThicknessPoint[]): [number, number][] {
  const spans: [number, number][] = [];
  for (const [i, p] of points.entries()) {
    if (!p.allowed) continue;
    const last = spans[spans.length - 1];
    if (last && points[i - 1]?.allowed) last[1] = p.thickness;
    else spans.push([p.thickness, p.thickness]);
  }
  return spans;
}
