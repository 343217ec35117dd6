import { InputError } from '../errors';

/** One sample of a torque-angle wrench: degrees turned since it began, N·m. */
export interface TraceSample {
  readonly angle: number;
  readonly torque: number;
}

export const TRACE_CLASSES = ['normal', 'cross-threaded', 'bottomed', 'yielding', 'already-tight'] as const;
export type TraceClass = (typeof TRACE_CLASSES)[number];

/** Thresholds of the classes. Common practice, no source. */
export const TRACE_LIMITS = {
  /** Turning less than this to the figure: the fastener was tight already. Degrees. */
  alreadyTight: 10,
  /** Torque in the run-down above this share of the figure: threads bind. */
  bindingShare: 0.25,
  /** Run-down is what lies this far before the final rise. Degrees. */
  bindingOver: 90,
  /** A rise from a twentieth of the figure to the figure in less than this: nothing clamps, it hit bottom. Degrees. */
  bottomedRise: 12,
  /** Slope at the end below this share of the steepest: the fastener gives. */
  yieldShare: 0.5,
} as const;

/**
 * What a trace shows, in the order of danger: yielding (slope falls), cross-threaded (torque early), bottomed
 * (steep, no seating knee), already tight, normal.
 * @param target the figure, N·m
 * @throws InputError for fewer than four samples, angles that run backward, or a trace that never nears the figure
 */
export function classifyTrace(samples: readonly TraceSample[], target: number): TraceClass {
  check(samples, target);
  const last = samples[samples.length - 1] as TraceSample;
  const steepest = maxSlope(samples, target);
  if (endSlope(samples, target) < TRACE_LIMITS.yieldShare * steepest) return 'yielding';
  const first = samples[0] as TraceSample;
  const turned = last.angle - first.angle;
  if (turned < TRACE_LIMITS.alreadyTight) return 'already-tight';
  const binding = angleAt(samples, TRACE_LIMITS.bindingShare * target);
  if (last.angle - binding > TRACE_LIMITS.bindingOver) return 'cross-threaded';
  if (last.angle - angleAt(samples, 0.05 * target) < TRACE_LIMITS.bottomedRise) return 'bottomed';
  return 'normal';
}

function check(samples: readonly TraceSample[], target: number): void {
  if (samples.length < 4)
    throw new InputError('Trace', String(samples.length), 'samples are too few.', 'Enter four or more.');
  for (let i = 1; i < samples.length; i += 1) {
    if ((samples[i] as TraceSample).angle < (samples[i - 1] as TraceSample).angle) {
      throw new InputError('Trace', String(samples[i]?.angle), 'runs backward.', 'Angles must rise.');
    }
  }
  const top = Math.max(...samples.map((s) => s.torque));
  if (!(top >= 0.9 * target))
    throw new InputError('Trace', `${top} N·m`, 'never nears the figure.', `Pull on to ${target} N·m.`);
}

/** First angle at which the torque reaches a level and stays there to the end. */
function angleAt(samples: readonly TraceSample[], level: number): number {
  let i = samples.length - 1;
  while (i > 0 && (samples[i - 1] as TraceSample).torque >= level) i -= 1;
  return (samples[i] as TraceSample).angle;
}

/** Slopes are taken over a window of a fifth of the rise, so that noise of single samples does not decide. */
function slopes(samples: readonly TraceSample[], target: number): number[] {
  const rise = samples.filter((s) => s.torque >= 0.3 * target);
  const span = Math.max(1, Math.floor(rise.length / 5));
  const out: number[] = [];
  for (let i = span; i < rise.length; i += 1) {
    const a = rise[i - span] as TraceSample;
    const b = rise[i] as TraceSample;
    if (b.angle > a.angle) out.push((b.torque - a.torque) / (b.angle - a.angle));
  }
  return out;
}

const maxSlope = (samples: readonly TraceSample[], target: number): number => Math.max(0, ...slopes(samples, target));

const endSlope = (samples: readonly TraceSample[], target: number): number =>
  slopes(samples, target).at(-1) ?? Number.POSITIVE_INFINITY;
