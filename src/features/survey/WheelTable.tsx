import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { QUANTITIES, type QuantityId } from '@/core/document/quantities';
import { type Axle, CORNERS, type Corner } from '@/core/document/vocabulary';
import type { UnitSystem } from '@/core/units/format';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Segments } from '@/ui/Segments';
import type { Result } from '@/usecases/result';
import { alike, hang, keepRotates } from './actions';
import { WheelCell } from './WheelCell';
import { WheelMark } from './WheelMark';

export interface TakenAtWheel {
  readonly id: string;
  readonly quantity: QuantityId;
  readonly value: number;
  readonly pm: number;
}

export interface SurveyWheel {
  readonly id: string;
  readonly setId: string;
  readonly mark: string;
  readonly corner: Corner;
  readonly taken: readonly TakenAtWheel[];
}

export interface SurveySet {
  readonly id: string;
  readonly name: string;
  readonly rotates: boolean;
}

const OF_WHEEL = QUANTITIES.filter((q) => q.scope === 'wheel');
const METHODS = [
  { value: 'caliper', label: 'Caliper ±0.1' },
  { value: 'tape', label: 'Tape ±1' },
];

/** The wheels of a set, each measured by itself; a wheel that is hung elsewhere takes its figures along. */
export function WheelTable({
  vehicleId,
  sets,
  jobSet,
  wheels,
  axle,
  units,
}: {
  vehicleId: string;
  sets: readonly SurveySet[];
  /** The set that this job is about. */
  jobSet: string;
  wheels: readonly SurveyWheel[];
  axle: Axle;
  units: UnitSystem;
}) {
  const [setId, setSetId] = useState(jobSet);
  const [method, setMethod] = useState('caliper');
  const [failure, setFailure] = useState<string | null>(null);
  const [, start] = useTransition();
  const set = sets.find((s) => s.id === setId);
  const own = wheels.filter((w) => w.setId === setId);
  // Few wheels wear rings; the column is there where one does.
  const [ringsAsked, setRingsAsked] = useState(false);
  const rings = ringsAsked || own.some((w) => w.taken.some((t) => t.quantity === 'ringBore'));
  const columns = OF_WHEEL.filter((q) => rings || q.id !== 'ringBore');
  // The one that was measured furthest, while another still lacks a figure of it.
  const most = [...own].sort(
    (a, b) => new Set(b.taken.map((t) => t.quantity)).size - new Set(a.taken.map((t) => t.quantity)).size,
  )[0];
  const lacks = (w: SurveyWheel): boolean =>
    Boolean(most?.taken.some((t) => !w.taken.some((x) => x.quantity === t.quantity)));
  const first = most && most.taken.length > 0 && own.some(lacks) ? most : null;
  const act = (work: () => Promise<Result<unknown>>) =>
    start(async () => {
      const result = await ask(work);
      setFailure(result.ok ? null : result.message);
    });
  return (
    <section aria-label="Wheels" id="wheels">
      <h2 className="border-b border-line pb-1">
        Wheels, each by itself: castings of one part number differ, and no mark tells them apart
      </h2>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 py-2">
        {sets.length > 1 ? (
          <Segments
            label="Wheel set"
            value={setId}
            options={sets.map((s) => ({ value: s.id, label: s.id === jobSet ? `${s.name}, this job` : s.name }))}
            onChange={setSetId}
          />
        ) : null}
        <Segments
          label="May they change axles?"
          value={set?.rotates ? 'yes' : 'no'}
          options={[
            { value: 'yes', label: 'Yes, all four count' },
            { value: 'no', label: 'No' },
          ]}
          onChange={(v) => act(() => keepRotates(vehicleId, setId, v === 'yes'))}
        />
        <Segments label="Measured with" value={method} options={METHODS} onChange={setMethod} />
        <Segments
          label="Spigot rings"
          value={rings ? 'yes' : 'no'}
          options={[
            { value: 'no', label: 'None' },
            { value: 'yes', label: 'In some' },
          ]}
          onChange={(v) => setRingsAsked(v === 'yes')}
        />
      </div>
      {failure ? (
        <p role="alert" className="py-1 text-[14px] font-[560] text-stop">
          {failure}
        </p>
      ) : null}
      <div className="overflow-x-auto">
        <table className="w-full min-w-[540px] table-fixed text-[14px]">
          <caption className="sr-only">Wheels of {set?.name}</caption>
          <thead>
            <tr className="border-b border-line text-left align-bottom text-[12.5px] text-soft">
              <th scope="col" className="w-[112px] font-normal">
                Mark, hangs at
              </th>
              {columns.map((q) => (
                <th key={q.id} scope="col" className="px-1 font-normal" title={q.how}>
                  {q.label}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {own.map((w) => {
              const counts = set?.rotates || w.corner.startsWith(axle);
              return (
                <tr key={w.id} className="border-b border-line align-top" data-wheel={w.mark} data-wheel-id={w.id}>
                  <th scope="row" className="py-1.5 pr-2 text-left font-normal">
                    <WheelMark vehicleId={vehicleId} wheelId={w.id} mark={w.mark} />
                    <select
                      aria-label={`Corner of wheel ${w.mark}`}
                      value={w.corner}
                      onChange={(e) => act(() => hang(vehicleId, w.id, e.target.value))}
                      className="touch picker mt-1 w-full rounded-[3px] border border-strong bg-sheet px-1 text-[14px]"
                    >
                      {CORNERS.map((c) => (
                        <option key={c} value={c}>
                          {CORNER_LABEL[c]}
                        </option>
                      ))}
                    </select>
                    {counts ? null : <span className="text-[12.5px] text-soft">not on this axle</span>}
                  </th>
                  {columns.map((q) => (
                    <td key={q.id} className="px-1 py-1.5">
                      <WheelCell
                        vehicleId={vehicleId}
                        wheelId={w.id}
                        mark={w.mark}
                        q={q}
                        method={method}
                        units={units}
                        asked={counts && !q.optional}
                        taken={w.taken.filter((t) => t.quantity === q.id)}
                      />
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {first ? (
        <div className="flex flex-wrap items-center gap-3 pt-2 text-[14px]">
          <Button onClick={() => act(() => alike(vehicleId, first.id))}>
            Copy wheel {first.mark} to the others (I checked them)
          </Button>
          <p className="max-w-[60ch] text-soft">
            What was measured of wheel {first.mark} is written down for the others where they have no figure; type only
            what differs.
          </p>
        </div>
      ) : null}
    </section>
  );
}
