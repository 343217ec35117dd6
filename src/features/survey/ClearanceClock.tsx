import { useState } from 'react';
import { quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { tightest } from '@/core/stance/clock';
import { combineRepeats } from '@/core/uncertainty';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { ARCH_HOURS, ArchClock } from '@/drawing/ArchClock';
import { Segments } from '@/ui/Segments';
import { ReadingRow, type TakenReading } from './ReadingRow';

const ANY = 'any';
const OPTIONS = [{ value: ANY, label: 'Tightest' }, ...ARCH_HOURS.map((h) => ({ value: String(h), label: String(h) }))];

/** Loaded clearance: the method in words, the clock as a drawing, an hour to pick and a field for it. */
export function ClearanceClock({
  jobId,
  corner,
  taken,
  units,
}: {
  jobId: string;
  corner: Corner;
  taken: readonly TakenReading[];
  units: UnitSystem;
}) {
  const [hour, setHour] = useState(ANY);
  const q = quantity('loadedClearance');
  const byHour = ARCH_HOURS.flatMap((h) => {
    const here = taken.filter((r) => r.hour === h);
    return here.length > 0 ? [{ hour: h, clearance: combineRepeats(here), trim: 0 }] : [];
  });
  const least = tightest(byHour);
  const picked = hour === ANY ? null : Number(hour);
  return (
    <section aria-label="Loaded clearance">
      <h2 className="border-b border-line pb-1">Loaded clearance, before any spacer</h2>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] items-center gap-5 pt-3 max-lg:grid-cols-1">
        <ArchClock
          onPick={(h) => setHour(String(h))}
          active={picked}
          marks={byHour.map((b) => ({
            hour: b.hour,
            text: formatLength(b.clearance.value, units),
            tightest: b.hour === least?.hour,
          }))}
        />
        <div className="flex flex-col gap-3">
          <ol className="list-decimal pl-5 text-[14px] text-soft">
            <li>Load the boot or seat someone.</li>
            <li>
              Jack the diagonally opposite corner, so that this one compresses. The car stands still, with a stand under
              it.
            </li>
            <li>
              Sidewall to steel lip at several hours. The rear upper part is usually the tightest. A finger passes?
            </li>
          </ol>
          <Segments label="Clock position, seen from outside" value={hour} options={OPTIONS} onChange={setHour} />
          <ReadingRow
            key={hour}
            jobId={jobId}
            q={{ ...q, how: picked === null ? 'Tightest anywhere, hour not noted.' : `At ${picked} o’clock.` }}
            corner={corner}
            hour={picked}
            taken={taken.filter((r) => r.hour === picked)}
            units={units}
            stacked
          />
        </div>
      </div>
    </section>
  );
}
