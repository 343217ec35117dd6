import { CORNER_LABEL } from '@/core/document/labels';
import type { QuantityId } from '@/core/document/quantities';
import { missingReading, quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import type { NextReading } from '@/core/whatif/nextReading';
import { VerdictMark } from '@/ui/Verdict';

export interface MissingHere {
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  readonly wheel: { readonly id: string; readonly mark: string } | null;
}

/** The live list of what nobody has measured yet, what waits for it, and the way there. */
export function Unmeasured({
  missing,
  next,
  onGo,
}: {
  missing: readonly MissingHere[];
  /** The one reading that lets most rules be judged. */
  next: NextReading | null;
  onGo: (m: MissingHere) => void;
}) {
  if (missing.length === 0) return <p className="text-[14px]">All readings needed so far are in.</p>;
  return (
    <>
      {next ? (
        <p className="border-l-2 border-accent pl-2 text-[14px]" data-testid="next-reading">
          Measure next: <strong>{quantity(next.quantity).label}</strong> (clears {next.settles}{' '}
          {next.settles === 1 ? 'check' : 'checks'}
          {next.together ? ', with the others' : ''}).
        </p>
      ) : null}
      <MissingList missing={missing} onGo={onGo} />
    </>
  );
}

function MissingList({ missing, onGo }: { missing: readonly MissingHere[]; onGo: (m: MissingHere) => void }) {
  const ids = [...new Set(missing.map((m) => m.quantity))];
  return (
    <ul className="divide-y divide-line border-y border-line">
      {ids.map((id) => (
        <li key={id} className="py-1.5 text-[14px] leading-snug">
          <span className="flex items-center gap-2">
            <VerdictMark level="unmeasured" size={13} />
            {missingReading(id)}
          </span>
          <span className="flex flex-wrap gap-1 pl-5">
            {missing
              .filter((m) => m.quantity === id)
              .map((m) => (
                <button
                  key={m.corner ?? m.wheel?.id ?? 'axle'}
                  type="button"
                  className="touch px-1 text-left font-[560] text-accent underline underline-offset-4"
                  onClick={() => onGo(m)}
                >
                  {m.corner ? CORNER_LABEL[m.corner] : m.wheel ? `wheel ${m.wheel.mark}` : 'measure it'}
                </button>
              ))}
          </span>
        </li>
      ))}
    </ul>
  );
}
