/** What the car as it was taken in and measured rules out, worded; nothing where it rules out nothing. */
export function RuledOut({ lines }: { lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <ul aria-label="Ruled out" className="flex flex-col gap-2 border-l-4 border-stop pl-3 text-[14px] leading-snug">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
