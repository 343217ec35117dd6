/**
 * An answer from a few figures and no car. It is a conditional sentence and never a verdict: what it takes for granted
 * stands in it, and what was not given is named with what it would change.
 */
export interface QuickAnswer {
  /** “10 mm at most” or “No spacer”; short, the figure first. */
  readonly says: string;
  /** What is dangerous about the car as it was counted; said before the answer. */
  readonly warns?: readonly string[];
  /** What it holds under, each a clause that follows “if”: “the nut is steel”. */
  readonly given: readonly string[];
  /** Figures that were not given, with what each would change. */
  readonly missing: readonly { readonly what: string; readonly changes: string }[];
  /** How it comes about, a line each. */
  readonly because: readonly string[];
  /** What is drawn: rows along one axis in mm, unless the drawing says otherwise. */
  readonly rows: readonly DrawnRow[];
  /** Rules that judge the same thing once it is a job. */
  readonly rules: readonly string[];
}

export interface DrawnRow {
  readonly label: string;
  readonly bars: readonly {
    readonly from: number;
    readonly to: number;
    readonly part: 'thread' | 'plate' | 'wheel' | 'steel' | 'room' | 'short';
    readonly text: string;
  }[];
  readonly marks: readonly { readonly at: number; readonly text: string }[];
}

/** The whole of it as one sentence: “10 mm at most, if the nut is steel and holds 12.0 mm of thread.” */
export function answerSentence({ says, given }: QuickAnswer): string {
  if (given.length === 0) return `${says}.`;
  const all = given.length === 1 ? given[0] : `${given.slice(0, -1).join(', ')} and ${given[given.length - 1]}`;
  return `${says}, if ${all}.`;
}
