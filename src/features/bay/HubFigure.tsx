import { useState } from 'react';
import { endOf } from '@/core/document/axles';
import type { Axle } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import { type BayDetail, type HubHold, holdsNow } from '@/core/procedure/bay';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { parseTorque } from '@/core/units/parse';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';

export const HOLDS: readonly { readonly value: HubHold; readonly label: string }[] = [
  { value: 'brake', label: 'Parking brake' },
  { value: 'helper', label: 'Helper on the pedal' },
  { value: 'bar', label: 'Bar across two studs' },
  { value: 'tool', label: 'Tool through the vented disc' },
];

/**
 * Figure of the studs’ hub end with its source, and how this hub is held: asked once, at the hub. Nothing is offered as
 * a figure.
 */
export function HubFigure({
  axle,
  hub,
  brakesOpen,
  units,
  onSay,
}: {
  axle: Axle;
  hub: { readonly nm: number; readonly source: string; readonly hold: HubHold } | null;
  brakesOpen: boolean;
  units: UnitSystem;
  onSay: (detail: BayDetail) => void;
}) {
  const [figure, setFigure] = useState('');
  const [source, setSource] = useState('');
  const usual = endOf(axle) === 'rear' ? 'brake' : brakesOpen ? 'bar' : 'helper';
  const [picked, setHold] = useState<HubHold | null>(null);
  const goes = holdsNow({ brakesOpen });
  const hold = picked !== null && goes.includes(picked) ? picked : usual;
  const [error, setError] = useState<{ figure?: string; source?: string }>({});
  if (hub !== null)
    return (
      <p className="text-[16px]">
        <span className="figure font-[650]">{formatTorque(hub.nm, units)}</span> ({hub.source}), hub held by:{' '}
        {HOLDS.find((h) => h.value === hub.hold)?.label.toLowerCase()}.
      </p>
    );
  const say = () => {
    const typed = units === 'imperial' && /^[\d.,\s/]+$/.test(figure) ? `${figure} lbf·ft` : figure;
    const read = tryInput(() => parseTorque('Figure of the hub end', typed, { min: 5, max: 150 }));
    const wrong = {
      ...(read.error === undefined ? {} : { figure: read.error }),
      ...(source.trim() === '' ? { source: 'Enter where the figure is from, such as “stud leaflet”.' } : {}),
    };
    setError(wrong);
    if (read.error !== undefined || wrong.source) return;
    onSay({ kind: 'hub-figure', nm: read.value.value, source: source.trim(), hold });
  };
  return (
    <form
      className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)_minmax(0,1.2fr)_auto] items-end gap-3 max-md:grid-cols-1"
      onSubmit={(e) => {
        e.preventDefault();
        say();
      }}
    >
      <Field
        label="Figure of the hub end"
        unit={units === 'imperial' ? 'lbf·ft' : 'N·m'}
        figure
        inputMode="decimal"
        value={figure}
        error={error.figure}
        onChange={(e) => setFigure(e.target.value)}
      />
      <Field
        label="Where it is from"
        value={source}
        error={error.source}
        placeholder="stud leaflet"
        onChange={(e) => setSource(e.target.value)}
      />
      <SelectField
        label="Hub held by"
        options={HOLDS.filter((h) => goes.includes(h.value))}
        value={hold}
        onChange={(e) => setHold(e.target.value as HubHold)}
      />
      <Button type="submit">Save the figure</Button>
      <Button look="quiet" className="justify-self-start" onClick={() => onSay({ kind: 'brakes', open: !brakesOpen })}>
        {brakesOpen ? 'The brakes are closed again' : 'The brakes are open: no pedal'}
      </Button>
    </form>
  );
}
