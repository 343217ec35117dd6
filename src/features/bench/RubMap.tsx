import { useEffect, useMemo, useState } from 'react';
import { endOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { type ArchModel, type RubAssumptions, rubInput, USUAL } from '@/core/stance/archModel';
import type { RubCell } from '@/core/stance/rubMap';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { parseAngle, parseLength } from '@/core/units/parse';
import { RubGrid } from '@/drawing/RubGrid';
import { Field } from '@/ui/Field';
import { RunProgress } from '@/ui/RunProgress';
import { useTyped } from '@/ui/useTyped';
import { useWorkerRun } from '@/ui/useWorkerRun';
import type { RubWorker } from '@/workers/rub.worker';

const SIZE = { rows: 12, columns: 15, samples: 1500 };
/** Typing and dragging are let finish before a map is begun. */
const SETTLE_MS = 200;

const startWorker = (): Worker => new Worker(new URL('../../workers/rub.worker.ts', import.meta.url));

interface Assumed {
  readonly key: keyof RubAssumptions;
  readonly label: string;
  readonly unit: string;
  readonly read: (text: string) => number;
}
const mm = (label: string, min: number, max: number) => (text: string) => parseLength(label, text, { min, max }).value;
const deg = (label: string, min: number, max: number) => (text: string) => parseAngle(label, text, { min, max }).value;
const ASSUMED: readonly Assumed[] = [
  { key: 'bump', label: 'Up to the bump stop', unit: 'mm', read: mm('Up to the bump stop', 0, 200) },
  { key: 'droop', label: 'Down from ride height', unit: 'mm', read: mm('Down from ride height', 0, 200) },
  { key: 'lock', label: 'Steering at full lock', unit: '°', read: deg('Steering at full lock', 0, 50) },
  { key: 'gain', label: 'Camber, 100 mm of bump', unit: '°', read: deg('Camber, 100 mm of bump', -5, 5) },
  { key: 'axis', label: 'Steering axis', unit: 'mm', read: mm('Steering axis', -300, 100) },
];

export interface Pose {
  readonly bump: number;
  readonly steer: number;
}

/**
 * Where between bump stop and full lock the tyre would touch: probability over the errors of measuring, in a worker.
 */
export function RubMap({
  plan,
  corner,
  model,
  take,
  onTake,
  pose,
  onPose,
  units,
}: {
  plan: Plan;
  corner: Plan['corners'][number];
  model: ArchModel;
  take: RubAssumptions;
  onTake: (take: RubAssumptions) => void;
  pose: Pose | null;
  onPose: (pose: Pose | null) => void;
  units: UnitSystem;
}) {
  const [grid, setGrid] = useState<RubCell[][] | null>(null);
  const { done, run, stop } = useWorkerRun<RubWorker>(startWorker);
  const input = useMemo(() => rubInput(plan, corner, model, take, SIZE), [plan, corner, model, take]);

  useEffect(() => {
    const timer = setTimeout(async () => {
      const found = await run((worker, progress) => worker.run(input, progress));
      if (found) setGrid(found);
    }, SETTLE_MS);
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [input, run, stop]);

  const worst = grid
    ?.flat()
    .reduce((a, b) => (b.probability > a.probability || (b.probability === a.probability && b.room < a.room) ? b : a));
  const over = grid
    ?.flat()
    .find((c) => pose !== null && Math.abs(c.bump - pose.bump) < 1e-6 && Math.abs(c.steer - pose.steer) < 1e-6);
  return (
    <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-5 max-md:grid-cols-1">
      <div className="flex min-w-0 flex-col gap-2">
        <div className="flex min-h-[24px] items-center gap-3 text-[14px]">
          <RunProgress label="Rub map" done={done} onStop={stop} />
          {done === null && grid === null ? (
            <p className="text-soft">Stopped. Change anything to draw it again.</p>
          ) : null}
        </div>
        {grid ? <RubGrid grid={grid} pose={pose} onPose={onPose} units={units} /> : null}
        <p className="text-[14px]" aria-live="polite">
          {over ? cellText(over, units) : worst ? `Worst: ${cellText(worst, units)}` : ''}
        </p>
      </div>
      <Assumptions take={take} onTake={onTake} axle={plan.axle} />
    </div>
  );
}

function cellText(c: RubCell, units: UnitSystem): string {
  const bump =
    c.bump >= 0 ? `${formatLength(Math.round(c.bump), units)} up` : `${formatLength(Math.round(-c.bump), units)} down`;
  const at = `${bump}, steered ${Math.abs(c.steer).toFixed(0)}°`;
  const share = Math.ceil(c.probability * 1000) / 10;
  if (c.room === Number.POSITIVE_INFINITY) return `${at}: the tyre is below the lip there.`;
  return `${at}: touches in ${share} % of what the errors allow, ${c.room <= 0 ? 'in contact as measured' : `${formatLength(c.room, units, 'down')} of room as measured`}.`;
}

function Assumptions({
  take,
  onTake,
  axle,
}: {
  take: RubAssumptions;
  onTake: (take: RubAssumptions) => void;
  axle: Plan['axle'];
}) {
  return (
    <fieldset className="grid grid-cols-2 content-start items-end gap-2">
      <legend className="pb-1 text-[13px] font-[640] text-soft">
        Taken for granted, not measured{take === USUAL[endOf(axle)] ? ': the usual' : ''}
      </legend>
      <p className="col-span-2 text-[13px] text-soft">
        A map of where to look with chalk, not a verdict. Set these to this car; the steering axis is counted from the
        hub face, inboard negative.
      </p>
      {ASSUMED.map((row) => (
        <AssumedField
          key={row.key}
          row={row}
          value={take[row.key]}
          onValue={(value) => onTake({ ...take, [row.key]: value })}
        />
      ))}
    </fieldset>
  );
}

function AssumedField({ row, value, onValue }: { row: Assumed; value: number; onValue: (value: number) => void }) {
  const { typed, error, change } = useTyped(value, String, row.read, onValue);
  return (
    <Field
      label={row.label}
      figure
      unit={row.unit}
      value={typed}
      error={error}
      onChange={(e) => change(e.target.value)}
    />
  );
}
