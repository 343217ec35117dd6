'use client';

import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { InputError } from '@/core/errors';
import { parseAngle } from '@/core/units/parse';
import { Field } from '@/ui/Field';
import type { UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { Segments } from '@/ui/Segments';
import { LengthInput } from './LengthInput';
import { sizesFor, stepSize } from './sizes';
import type { Bench } from './useBench';

const KINDS = [
  { value: 'plain' as const, label: 'Plain' },
  { value: 'lipped' as const, label: 'Lipped' },
  { value: 'universal' as const, label: 'Slotted' },
];
const CENTRING = [
  { value: 'hub' as const, label: 'Hub spigot' },
  { value: 'seats' as const, label: 'Seats only' },
];
const OPEN = [
  { value: 'no' as const, label: 'No' },
  { value: 'yes' as const, label: 'Yes' },
];

/** Camber that will be set more negative than it was measured: the tyre's top tucks in. */
function CamberField({ value, onDegrees }: { value: number; onDegrees: (degrees: number) => void }) {
  const [typed, setTyped] = useState(String(value));
  const [error, setError] = useState<string>();
  const change = (text: string) => {
    setTyped(text);
    try {
      onDegrees(parseAngle('Camber change', text, { min: -5, max: 5 }).value);
      setError(undefined);
    } catch (e) {
      if (!(e instanceof InputError)) throw e;
      setError(e.message);
    }
  };
  return <Field label="Camber, more negative by" figure unit="°" inputMode="decimal" value={typed} error={error} onChange={(e) => change(e.target.value)} className="w-[150px]" />;
}

/** The spacer: kind, thickness by stepper, and what a lipped one has to be told. */
export function SpacerChoice({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { spacer } = bench.choice;
  const step = (d: 1 | -1) => bench.setSpacer({ thickness: stepSize(spacer.thickness, d, sizesFor(units)) });
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-3">
      <div className="flex items-start gap-1">
        <Button aria-label="Thinner" className="mt-[21px] px-3" onClick={() => step(-1)}>
          <Minus size={18} aria-hidden="true" />
        </Button>
        <LengthInput label="Spacer" value={spacer.thickness} range={{ min: 0, max: 60 }} onLength={(mm) => mm !== null && bench.setSpacer({ thickness: mm })} className="w-[130px]" />
        <Button aria-label="Thicker" className="mt-[21px] px-3" onClick={() => step(1)}>
          <Plus size={18} aria-hidden="true" />
        </Button>
      </div>
      <Segments label="Kind" value={spacer.kind} options={KINDS} onChange={(kind) => bench.setSpacer({ kind })} />
      <Segments label="Centred by" value={spacer.centring} options={CENTRING} onChange={(centring) => bench.setSpacer({ centring })} />
      <CamberField value={bench.choice.camberChange ?? 0} onDegrees={bench.setCamberChange} />
      {spacer.kind === 'lipped' && spacer.centring === 'hub' ? (
        <div className="flex flex-wrap gap-3">
          <LengthInput label="Spacer bore" optional value={spacer.bore} range={{ min: 30, max: 200 }} onLength={(bore) => bench.setSpacer({ bore })} className="w-[130px]" />
          <LengthInput label="Lip diameter" optional value={spacer.lipDiameter} range={{ min: 30, max: 200 }} onLength={(lipDiameter) => bench.setSpacer({ lipDiameter })} className="w-[130px]" />
          <LengthInput label="Lip root" optional value={spacer.lipRoot} range={{ min: 0, max: 20 }} onLength={(lipRoot) => bench.setSpacer({ lipRoot })} className="w-[110px]" />
          <Segments label="Bore open through" value={spacer.openThrough ? 'yes' : 'no'} options={OPEN} onChange={(v) => bench.setSpacer({ openThrough: v === 'yes' })} />
        </div>
      ) : null}
    </div>
  );
}
