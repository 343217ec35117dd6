import { useEffect, useState } from 'react';
import type { Hub } from '@/core/document/document';
import { tryInput } from '@/core/errors';
import { formatTorque } from '@/core/units/format';
import { parseTorque } from '@/core/units/parse';
import { Field } from '@/ui/Field';
import { useShownUnit } from '@/ui/units';

type Torque = Hub['torque'];

interface TorqueInputProps {
  readonly label: string;
  readonly value: Torque;
  readonly vehicle: Torque;
  readonly onTorque: (torque: Torque) => void;
}

/** A torque with the source it came from: neither counts without the other. */
export function TorqueInput(props: TorqueInputProps) {
  return <InUnits key={useShownUnit('torque').system} {...props} />;
}

function InUnits({ label, value, vehicle, onTorque }: TorqueInputProps) {
  const shown = useShownUnit('torque');
  const [figure, setFigure] = useState(shown.text(value?.value ?? null));
  const [source, setSource] = useState(value?.source ?? '');
  const [own, setOwn] = useState(value);
  useEffect(() => {
    if (value === own || (value?.value === own?.value && value?.source === own?.source)) return;
    setOwn(value);
    setFigure(shown.text(value?.value ?? null));
    setSource(value?.source ?? '');
  }, [value, own, shown]);
  const read = tryInput(() => parseTorque(label, shown.typed(figure), { min: 20, max: 800 }).value);
  const tell = (nextFigure: string, nextSource: string) => {
    setFigure(nextFigure);
    setSource(nextSource);
    const r = tryInput(() => parseTorque(label, shown.typed(nextFigure), { min: 20, max: 800 }).value);
    const next =
      r.error === undefined && nextSource.trim() !== '' ? { value: r.value, source: nextSource.trim() } : null;
    setOwn(next);
    onTorque(next);
  };
  return (
    <div className="flex flex-wrap items-start gap-3">
      <Field
        label={label}
        figure
        unit={shown.unit}
        inputMode="decimal"
        value={figure}
        error={figure.trim() === '' ? undefined : read.error}
        onChange={(e) => tell(e.target.value, source)}
        className="w-[142px]"
      />
      <Field
        label="Where that figure is from"
        value={source}
        maxLength={120}
        onChange={(e) => tell(figure, e.target.value)}
        className="w-[220px]"
      />
      {value === null && vehicle ? (
        <button
          type="button"
          onClick={() => tell(shown.text(vehicle.value), `${vehicle.source}, the vehicle’s own`)}
          className="touch mt-[21px] text-[14px] font-[560] text-accent underline underline-offset-4"
        >
          As the vehicle’s, {formatTorque(vehicle.value, shown.system)}
        </button>
      ) : null}
    </div>
  );
}
