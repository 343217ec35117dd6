import { FormulaSketch } from './FormulaSketch';
import type { SketchName } from './sketches';

interface Word {
  readonly asks: string;
  readonly says: string;
  readonly sketch?: SketchName;
}

/** Words of the trade that not every hand knows, each with a line and, where a shape is meant, its drawing. */
const WORDS = {
  'lip-root': {
    asks: 'What is the lip root?',
    says: 'The rounding where the spacer’s lip meets its face. The wheel’s chamfer has to be deeper, or the wheel stands on it and rocks.',
    sketch: 'root',
  },
  'nut-grip': {
    asks: 'What is the nut grip?',
    says: 'From the wheel’s pad face to the nut’s first full thread, seated. What lies before it holds nothing.',
    sketch: 'grip',
  },
  school: {
    asks: 'What is a rule of thumb?',
    says: 'One of the trade’s ways to say how much thread is enough: turns, diameters, strength, or thread that shows. Of those the shop uses, the strictest decides.',
  },
} as const satisfies Readonly<Record<string, Word>>;

/** A word that puzzles, explained where it stands and only when asked. */
export function WhatIs({ word }: { word: keyof typeof WORDS }) {
  const { asks, says, sketch }: Word = WORDS[word];
  return (
    <details className="max-w-[420px] self-end text-[14px] open:w-full">
      <summary className="touch inline-flex cursor-pointer items-center text-accent underline underline-offset-4">
        {asks}
      </summary>
      {sketch ? (
        <div className="sm:min-w-[360px]">
          <FormulaSketch name={sketch} lit={new Set([sketch])} />
        </div>
      ) : null}
      <p className="text-soft">{says}</p>
    </details>
  );
}
