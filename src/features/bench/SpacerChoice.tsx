'use client';

import { Minus, Plus } from 'lucide-react';
import { SPACER_KIND_LABEL } from '@/core/document/labels';
import type { SpacerKind } from '@/core/document/vocabulary';
import { drillingOf } from '@/core/parts/drilling';
import type { UnitSystem } from '@/core/units/format';
import { WhatIs } from '@/drawing/WhatIs';
import { Button } from '@/ui/Button';
import { Segments } from '@/ui/Segments';
import { AdapterForm } from './AdapterForm';
import { DrillingInput } from './DrillingInput';
import { FromShelf } from './FromShelf';
import { LengthInput } from './LengthInput';
import { sizesFor, stepSize } from './sizes';
import type { Bench } from './useBench';

const kind = <K extends SpacerKind>(value: K) => ({ value, label: SPACER_KIND_LABEL[value] });
const KINDS = [kind('plain'), kind('lipped'), kind('universal')];
const ADAPTER = kind('adapter');
const OPEN = [
  { value: 'no' as const, label: 'No' },
  { value: 'yes' as const, label: 'Yes' },
];

/** The spacer: kind, thickness by stepper, the bore of every spacer, and what a lipped one has to be told. */
export function SpacerChoice({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { spacer } = bench.choice;
  const step = (d: 1 | -1) => bench.setSpacer({ thickness: stepSize(spacer.thickness, d, sizesFor(units)) });
  const pickKind = (kind: typeof spacer.kind) => {
    bench.setSpacer({ kind, ...(kind === 'adapter' ? {} : { adapter: null }) });
    // Nuts go on an adapter’s own studs, and nothing else that was chosen before.
    if (kind === 'adapter' && bench.choice.fastener.kind !== 'nuts') bench.setFastener({ kind: 'present' });
  };
  return (
    <div className="flex flex-wrap items-start gap-x-3 gap-y-3">
      <div className="flex items-start gap-1">
        <Button aria-label="Thinner" className="mt-[21px] px-3" onClick={() => step(-1)}>
          <Minus size={18} aria-hidden="true" />
        </Button>
        <LengthInput
          label="Spacer"
          value={spacer.thickness}
          range={{ min: 0, max: 60 }}
          onLength={(mm) => mm !== null && bench.setSpacer({ thickness: mm })}
          className="w-[102px]"
        />
        <Button aria-label="Thicker" className="mt-[21px] px-3" onClick={() => step(1)}>
          <Plus size={18} aria-hidden="true" />
        </Button>
      </div>
      <Segments
        label="Kind"
        value={spacer.kind}
        options={bench.plan.hub.fastening === 'stud' ? [...KINDS, ADAPTER] : KINDS}
        onChange={pickKind}
      />
      <FromShelf bench={bench} slot="spacer" units={units} />
      {spacer.kind === 'universal' || spacer.thickness === 0 ? null : (
        <LengthInput
          label="Spacer bore"
          optional
          value={spacer.bore}
          range={{ min: 30, max: 200 }}
          onLength={(bore) => bench.setSpacer({ bore })}
          className="w-[140px]"
        />
      )}
      {spacer.thickness === 0 ? null : (
        <DrillingInput
          value={
            spacer.lugs === null || spacer.boltCircles === null
              ? null
              : { lugs: spacer.lugs, circles: spacer.boltCircles }
          }
          units={units}
          hub={drillingOf(bench.plan.hub.lugs, bench.plan.hub.boltCircle)}
          onDrilling={(d) => bench.setSpacer({ lugs: d?.lugs ?? null, boltCircles: d ? [...d.circles] : null })}
        />
      )}
      {(spacer.kind === 'lipped' || spacer.kind === 'adapter') && spacer.centring === 'hub' ? (
        <div className="flex flex-wrap gap-3">
          <LengthInput
            label="Lip diameter"
            optional
            value={spacer.lipDiameter}
            range={{ min: 30, max: 200 }}
            onLength={(lipDiameter) => bench.setSpacer({ lipDiameter })}
            className="w-[130px]"
          />
          <LengthInput
            label="Lip height"
            optional
            value={spacer.lipHeight}
            range={{ min: 0, max: 60 }}
            onLength={(lipHeight) => bench.setSpacer({ lipHeight })}
            className="w-[110px]"
          />
          <LengthInput
            label="Lip root"
            optional
            value={spacer.lipRoot}
            range={{ min: 0, max: 20 }}
            onLength={(lipRoot) => bench.setSpacer({ lipRoot })}
            className="w-[110px]"
          />
          <Segments
            label="Bore open through"
            value={spacer.openThrough ? 'yes' : 'no'}
            options={OPEN}
            onChange={(v) => bench.setSpacer({ openThrough: v === 'yes' })}
          />
          <WhatIs word="lip-root" />
        </div>
      ) : null}
      {spacer.kind === 'adapter' ? (
        <AdapterForm
          adapter={spacer.adapter}
          thread={bench.plan.hub.thread}
          boltCircle={bench.plan.hub.boltCircle}
          typedBefore={bench.choice.adapterTyped}
          onAdapter={bench.setAdapter}
        />
      ) : null}
    </div>
  );
}
