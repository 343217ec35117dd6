import { classifyTrace, type TraceClass, type TraceSample } from './trace';

/** A pull of an electronic wrench as it counts. */
export interface Pull {
  /** Largest torque, N·m. */
  readonly peak: number;
  /** Degrees from the first sample to the last. */
  readonly turned: number;
  /** What its trace shows; null where it ended before the figure, so that nothing can be said. */
  readonly shows: TraceClass | null;
}

/** Share of the figure that a trace has to reach to be judged, as in `classifyTrace`. */
const NEAR = 0.9;
const LEAST = 4;

/**
 * Peak, turn and class of a pull. One that clicked early, or was let go, has no class: its peak is judged as any
 * reading is.
 * @param samples degrees and N·m in the order they came @param target the figure, N·m
 * @returns null where there is nothing to judge: no sample, or a figure that is no number
 */
export function readPull(samples: readonly TraceSample[], target: number): Pull | null {
  const sound = samples.every((s) => Number.isFinite(s.angle) && Number.isFinite(s.torque));
  const [first, last] = [samples[0], samples.at(-1)];
  if (!first || !last || !sound || !(target > 0)) return null;
  const peak = Math.max(...samples.map((s) => s.torque));
  const rising = samples.every((s, i) => i === 0 || s.angle >= (samples[i - 1] as TraceSample).angle);
  if (!rising) return null;
  const judged = samples.length >= LEAST && peak >= NEAR * target;
  return { peak, turned: last.angle - first.angle, shows: judged ? classifyTrace(samples, target) : null };
}

/** Samples kept of a pull: as many as a drawing of it can show. */
const KEPT = 240;

/** A pull as it is kept: every so many samples, the largest and the last always among them, to a hundredth. */
export function keptSamples(samples: readonly TraceSample[]): TraceSample[] {
  const every = Math.max(1, Math.ceil(samples.length / KEPT));
  const peak = samples.reduce((best, s, i) => (s.torque > (samples[best] as TraceSample).torque ? i : best), 0);
  const round = (x: number): number => Math.round(x * 100) / 100;
  return samples
    .filter((_, i) => i % every === 0 || i === peak || i === samples.length - 1)
    .map(({ angle, torque }) => ({ angle: round(angle), torque: round(torque) }));
}
