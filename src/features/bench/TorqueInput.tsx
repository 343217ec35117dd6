import { useEffect, useState } from 'react';
import type { Hub } from '@/core/document/document';
import { tryInput } from '@/core/errors';
import { parseTorque } from '@/core/units/parse';
import { Field } from '@/ui/Field';

type Torque = Hub['torque'];

/** A torque with the source it came from: neither counts without the other. */
export function TorqueInput({
  label,
  value,
  vehicle,
  onTorque,
}: {
  label: string;
  value: Torque;
  vehicle: Torque;
  onTorque: (torque: Torque) => void;
}) {
  const [figure, setFigure] = useState(value ? String(value.value) : '');
  const [source, setSource] = useState(value?.source ?? '');
  const [own, setOwn] = useState(value);
  useEffect(() => {
    if (value === own || (value?.value === own?.value && value?.source === own?.source)) return;
    setOwn(value);
    setFigure(value ? String(value.value) : '');
    setSource(value?.source ?? '');
  }, [value, own]);
  const read = tryInput(() => parseTorque(label, figure, { min: 20, max: 800 }).value);
  const tell = (nextFigure: string, nextSource: string) => {
    setFigure(nextFigure);
    setSource(nextSource);
    const r = tryInput(() => parseTorque(label, nextFigure, { min: 20, max: 800 }).value);
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
        unit="N·m"
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
          onClick={() => tell(String(vehicle.value), `${vehicle.source}, the vehicle’s own`)}
          className="touch mt-[21px] text-[14px] font-[560] text-accent underline underline-offset-4"
        >
          As the vehicle’s, {vehicle.value} N·m
        </button>
      ) : null}
    </div>
  );
}
