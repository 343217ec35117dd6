/**
 * The schools of minimum thread engagement. Each is a separate function that states its ground; policy
 * picks which ones govern. All lengths in mm. Sources: common practice among wheel fitters unless said.
 */

/** What the internal thread is cut in. `unknown` is a state of its own, never assumed. */
export type ThreadMaterial = 'steel' | 'aluminium' | 'unknown';

/**
 * School 1, one diameter: E ≥ k·d with k = 1.0 for steel in steel and 1.5 for an aluminium nut or hub.
 * An unknown material is counted as steel in steel, so that what is short in steel is short in any case; it passes
 * nowhere, because the evaluation holds an unknown material as unmeasured.
 */
export function oneDiameter(d: number, material: ThreadMaterial, steelFactor: number, aluminiumFactor: number): number {
  return d * (material === 'aluminium' ? aluminiumFactor : steelFactor);
}

/** School 2, turns: a number of full turns, turned into mm with the pitch. Rises with the pitch, not with d. */
export function countedTurns(turns: number, pitch: number): number {
  return turns * pitch;
}

/**
 * School 3, visible thread: half an inch of thread showing through the wheel before the nut goes on.
 * Compared with the thread that stands beyond the nut's first full thread, so it applies to studs only.
 */
export function visibleThread(inches: number): number {
  return inches * 25.4;
}
