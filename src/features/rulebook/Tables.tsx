import { SEAT_LABEL } from '@/core/document/labels';
import type { Policy } from '@/core/document/policy';
import { SEATS } from '@/core/document/vocabulary';
import { bearingLever } from '@/core/joint/clamp';
import { bearingOf, seatCentres } from '@/core/seat/seats';
import { boltStrength, NUT_CLASSES, nutProofStress } from '@/core/thread/classes';
import { formatThread, parseThread } from '@/core/thread/designation';
import { basicProfile, stressArea } from '@/core/thread/profile';

/** Threads that wheels are held by. Common practice, no source. */
const WHEEL_THREADS = [
  'M12x1.25',
  'M12x1.5',
  'M12x1.75',
  'M14x1.25',
  'M14x1.5',
  'M14x2',
  '7/16-20',
  '1/2-20',
  '9/16-18',
  '5/8-18',
] as const;

const f = (x: number, places = 2): string => x.toFixed(places);

/** Threads, classes and seats to look up. */
export function Tables({ policy }: { policy: Policy }) {
  return (
    <div className="flex flex-col gap-6">
      <section aria-labelledby="threads" className="overflow-x-auto">
        <h2 id="threads" className="!text-[17px] !text-ink">
          Threads
        </h2>
        <Table
          caption="ISO 68-1, ISO 724 and ASME B1.1 basic dimensions, ISO 898-1 stress area. Turns are those of this shop’s target and floor in steel."
          head={[
            'Thread',
            'Pitch, mm',
            'Pitch dia.',
            'Minor dia.',
            'Stress area, mm²',
            'Target',
            'Floor',
            'Three turns',
          ]}
          rows={WHEEL_THREADS.map((text) => {
            const t = parseThread('Thread', text);
            const p = basicProfile(t);
            const turns = (mm: number): string =>
              `${f(mm, 1)} mm, ${f(Math.ceil((mm / t.pitch) * 100 - 1e-9) / 100)} turns`;
            const floor = Math.max(policy.floorSteel * t.d, policy.turnsNeverDrive * t.pitch);
            return [
              formatThread(t),
              f(t.pitch, 3),
              f(p.d2, 3),
              f(p.d1, 3),
              f(stressArea(t), 1),
              turns(Math.max(policy.diameterFactorSteel * t.d, floor)),
              turns(floor),
              `${f(3 * t.pitch)} mm`,
            ];
          })}
        />
      </section>
      <section aria-labelledby="classes" className="grid gap-6 lg:grid-cols-2">
        <h2 id="classes" className="col-span-full !text-[17px] !text-ink">
          Classes
        </h2>
        <Table
          caption="Bolts and studs, ISO 898-1 (from memory), at 14 mm. A class that was not read is none of these."
          head={['Class', 'Proof, MPa', 'Yield, MPa', 'Tensile, MPa']}
          rows={(['8.8', '10.9', '12.9'] as const).map((c) => {
            const s = boltStrength(c, 14);
            return [c, String(s?.proof), String(s?.yield), String(s?.tensile)];
          })}
        />
        <Table
          caption="Regular nuts, ISO 898-2 (from memory), at 12 to 14 mm: stress under proof load."
          head={['Class', 'Proof, MPa']}
          rows={NUT_CLASSES.map((c) => [c, String(nutProofStress(c, 14))])}
        />
      </section>
      <section aria-labelledby="seats" className="overflow-x-auto">
        <h2 id="seats" className="!text-[17px] !text-ink">
          Seats
        </h2>
        <Table
          caption="Lever of the seat’s friction where it bears 20 mm across, and that of a flat seat as one. The same torque clamps less the longer it is; never compare across seats."
          head={['Seat', 'Centres the wheel', 'Lever, mm', 'Against flat']}
          rows={SEATS.filter((s) => s !== 'unknown').map((s) => {
            const b = bearingOf(s, 20);
            const lever = b === null ? Number.NaN : bearingLever(b);
            return [SEAT_LABEL[s], seatCentres(s) ? 'yes' : 'no', f(lever), `${f(lever / 10)} ×`];
          })}
        />
      </section>
    </div>
  );
}

function Table({
  caption,
  head,
  rows,
}: {
  caption: string;
  head: readonly string[];
  rows: readonly (readonly string[])[];
}) {
  return (
    <table className="w-full text-[14px]">
      <caption className="max-w-[76ch] pb-1 text-left text-[13px] text-soft">{caption}</caption>
      <thead>
        <tr className="border-b border-strong text-[12.5px] text-soft">
          {head.map((h, i) => (
            <th key={h} scope="col" className={`py-1 font-normal ${i === 0 ? 'text-left' : 'text-right'}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row[0]} className="border-b border-line">
            {row.map((cell, i) =>
              i === 0 ? (
                <th key={head[i]} scope="row" className="figure py-1 text-left font-normal whitespace-nowrap">
                  {cell}
                </th>
              ) : (
                <td key={head[i]} className="figure py-1 pl-3 text-right">
                  {cell}
                </td>
              ),
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
