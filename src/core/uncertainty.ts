/** A value with the ± that belongs to how it was measured. */
export interface Uncertain {
  readonly value: number;
  readonly pm: number;
}

export interface Propagated {
  readonly value: number;
  /** Every error at its worst at once: Σ|c_i|·pm_i. */
  readonly worst: number;
  /** Independent errors: √Σ(c_i·pm_i)². Never above the worst case. */
  readonly rss: number;
}

/**
 * Sum of inputs with coefficients and their errors, worst case and root-sum-square.
 * Source: law of propagation of uncertainty for a linear sum, JCGM 100 (GUM) eq. 10 (from memory).
 */
export function propagate(terms: readonly (readonly [coefficient: number, input: Uncertain])[]): Propagated {
  let value = 0;
  let worst = 0;
  let square = 0;
  for (const [c, x] of terms) {
    value += c * x.value;
    worst += Math.abs(c) * x.pm;
    square += (c * x.pm) ** 2;
  }
  return { value, worst, rss: Math.sqrt(square) };
}
