/** What has to be bought, as limits and not as parts, so that any supplier’s will do. Nothing where nothing has. */
export function ToBuy({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <details className="text-[14px]">
      <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
        {title}
      </summary>
      <ul aria-label="To be bought" className="list-disc pl-5">
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
    </details>
  );
}
