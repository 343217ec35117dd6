/** What a figure clamps, worded. It explains the figure and never changes it. */
export interface ClampWords {
  readonly joint: string;
  /** Null where a reading for it is missing, with what is missing. */
  readonly band: string | null;
  readonly lines: readonly string[];
}

/** Torque to clamp beside the face: how much the joint is pulled together, and what that rests on. */
export function ClampPanel({ title, clamps }: { title: string; clamps: readonly ClampWords[] }) {
  if (clamps.length === 0) return null;
  return (
    <section aria-label={title}>
      <details className="border-t border-line px-4 text-[14px]">
        <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
          {title}
        </summary>
        {clamps.map((c) => (
          <div key={c.joint} className="pb-3">
            <p>
              {c.joint}: <span className="figure text-[17px] font-[640]">{c.band ?? 'not known'}</span>
            </p>
            <ul className="list-disc pl-5 text-soft">
              {c.lines.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
          </div>
        ))}
      </details>
    </section>
  );
}
