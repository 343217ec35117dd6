import { NavLink } from '@/ui/NavLink';
import { ToBuy } from '@/ui/ToBuy';

export interface KeptPart {
  readonly id: string;
  readonly name: string;
  readonly bin: string;
  readonly pieces: number;
  /** In hand in all; fewer than are kept means that some went missing. */
  readonly count: number;
}

/** What the shelf keeps for this job, so that what is not there is known before the car is lifted. */
export function KeptParts({
  axle,
  parts,
  toBuy,
}: {
  axle: string;
  parts: readonly KeptPart[];
  toBuy: readonly string[];
}) {
  return (
    <section aria-label={`Kept on the shelf for this job, ${axle}`} className="flex flex-col gap-1">
      <h2>Kept on the shelf for this job</h2>
      {parts.length === 0 ? (
        <p className="text-[14px] text-soft">
          Nothing.{' '}
          <NavLink href="/shelf" className="text-accent underline underline-offset-4">
            Open a part on the shelf
          </NavLink>{' '}
          to keep pieces of it.
        </p>
      ) : (
        <ul className="divide-y divide-line border-y border-line text-[14px]">
          {parts.map((p) => (
            <li key={p.id} className="grid grid-cols-[70px_1fr_auto] gap-3 px-1 py-2">
              <span className="figure text-right">{p.pieces} ×</span>
              <NavLink
                href={`/shelf?find=${encodeURIComponent(p.name)}`}
                className="underline-offset-4 hover:underline"
              >
                {p.name}
              </NavLink>
              <span className="figure text-soft">
                {p.count < p.pieces ? `only ${p.count} in hand` : `bin ${p.bin || 'not said'}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      <ToBuy title="What is not there: what to buy, as limits" lines={toBuy} />
    </section>
  );
}
