/** A band of a figure that is never known exactly. */
export interface Band {
  readonly low: number;
  readonly high: number;
}

export const THREAD_CONDITIONS = ['dry', 'greased', 'locker', 'unknown'] as const;
export type ThreadCondition = (typeof THREAD_CONDITIONS)[number];

/** VDI 2230 friction classes (from memory). */
export const FRICTION_CLASSES: Readonly<Record<'A' | 'B' | 'C', Band>> = {
  A: { low: 0.04, high: 0.1 },
  B: { low: 0.08, high: 0.16 },
  C: { low: 0.14, high: 0.24 },
};

/**
 * Friction of thread and seat by condition. Dry plated 0.12–0.18, anti-seize 0.08–0.12, locker wet between the two
 * (common practice, no source). Unknown spans all: it is not taken for dry.
 */
export const FRICTION: Readonly<Record<ThreadCondition, Band>> = {
  dry: { low: 0.12, high: 0.18 },
  greased: { low: 0.08, high: 0.12 },
  locker: { low: 0.1, high: 0.15 },
  unknown: { low: 0.08, high: 0.18 },
};

export const TOOLS = ['click', 'impact'] as const;
export type Tool = (typeof TOOLS)[number];

/** Scatter of the tool: click wrench ±4 % (ISO 6789, from memory), impact wrench ±30 % (common practice, no source). */
export const TOOL_SCATTER: Readonly<Record<Tool, number>> = { click: 0.04, impact: 0.3 };
