import { VerdictMark } from '@/ui/Verdict';

/** A fastener moved at its recheck, so the wheel is torqued anew: what may have let it move is looked for first. */
export function MovedWhy({ causes }: { causes: readonly string[] }) {
  return (
    <section aria-label="Why it may have moved">
      <details open className="border-b border-line px-4 text-[14px]">
        <summary className="touch flex cursor-pointer items-center gap-2 font-[620]">
          <VerdictMark level="caution" size={14} />A fastener moved at the recheck: what may have let it
        </summary>
        <ol className="list-decimal pb-2 pl-6">
          {causes.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ol>
      </details>
    </section>
  );
}
