import { ChevronDown } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState } from 'react';
import { cornersOf } from '@/core/document/axles';
import type { Hub } from '@/core/document/document';
import { CONDITION_LABEL } from '@/core/document/labels';
import { tryInput } from '@/core/errors';
import { parseTyre } from '@/core/stance/tyre';
import { parseAngle, parseLength } from '@/core/units/parse';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { useShownUnit } from '@/ui/units';
import { useTyped } from '@/ui/useTyped';
import { LengthInput } from './LengthInput';
import type { Bench } from './useBench';

const CENTRING = [
  { value: 'hub' as const, label: 'Hub' },
  { value: 'seats' as const, label: 'Seats' },
];
const CONDITIONS = optionsOf(CONDITION_LABEL);

/**
 * What is seldom otherwise than usual: what centres the plate, how threads go together; and what will change later:
 * camber, ride height, tyre and wheel, the lip, a right-hand plate of its own.
 */
export function MoreFields({ bench }: { bench: Bench }) {
  const { choice, setLater } = bench;
  const bothSides = cornersOf(bench.plan.axle).length > 1;
  const set =
    (choice.camberChange ?? 0) !== 0 ||
    (choice.lowerBy ?? 0) !== 0 ||
    (choice.trim ?? 0) !== 0 ||
    (choice.trimRight ?? null) !== null ||
    choice.planned != null ||
    choice.rightSpacer != null ||
    (choice.condition ?? 'dry') !== 'dry' ||
    choice.spacer.centring !== 'hub';
  const [open, setOpen] = useState(set);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen} className={open ? 'basis-full' : ''}>
      <Collapsible.Trigger className="touch mt-[21px] flex items-center gap-1 text-[14px] font-[560] text-accent underline underline-offset-4">
        <ChevronDown size={16} aria-hidden="true" className={open ? 'rotate-180' : ''} />
        More
        <span className="sr-only">
          : centring, threads, camber, height, planned tyre, lip{bothSides ? ', right spacer' : ''}
        </span>
        {set && !open ? ' (set)' : ''}
      </Collapsible.Trigger>
      <Collapsible.Content>
        <div className="flex flex-wrap items-start gap-3 border-l-2 border-accent pl-3">
          <Segments
            label="Centred by"
            value={choice.spacer.centring}
            options={CENTRING}
            onChange={(centring) => bench.setSpacer({ centring })}
          />
          <SelectField
            label="Threads and seats"
            options={CONDITIONS}
            value={choice.condition ?? 'dry'}
            onChange={(e) => bench.setCondition(e.target.value as Hub['condition'])}
            className="w-[142px]"
          />
          <CamberField value={choice.camberChange ?? 0} onDegrees={(camberChange) => setLater({ camberChange })} />
          <SignedLength
            label="Car lower by"
            value={choice.lowerBy ?? 0}
            range={LOWER}
            onLength={(lowerBy) => setLater({ lowerBy })}
          />
          <PlannedFields bench={bench} />
          <LengthInput
            label="Trim the lip by"
            value={choice.trim ?? 0}
            range={{ min: 0, max: 40 }}
            onLength={(mm) => mm !== null && setLater({ trim: mm })}
            className="w-[118px]"
          />
          {bothSides ? <RightFields bench={bench} /> : null}
        </div>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

/** What the right side has of its own; a job for one side alone has nothing to tell apart. */
function RightFields({ bench: { choice, setLater } }: { bench: Bench }) {
  return (
    <>
      <LengthInput
        label="At the right, if unlike"
        optional
        value={choice.trimRight ?? null}
        range={{ min: 0, max: 40 }}
        onLength={(trimRight) => setLater({ trimRight })}
        className="w-[142px]"
      />
      <LengthInput
        label="Right spacer, if unlike"
        optional
        value={choice.rightSpacer ?? null}
        range={{ min: 0, max: 60 }}
        onLength={(rightSpacer) => setLater({ rightSpacer })}
        className="w-[142px]"
      />
    </>
  );
}

const LOWER = { min: -100, max: 100 };

interface SignedProps {
  readonly label: string;
  readonly value: number;
  readonly range: { readonly min: number; readonly max: number };
  readonly onLength: (mm: number) => void;
}

/** A length that may be below nought. */
const SignedLength = (props: SignedProps) => <InUnits key={useShownUnit('length').system} {...props} />;

function InUnits({ label, value, range, onLength }: SignedProps) {
  const shown = useShownUnit('length');
  const read = (t: string): number => parseLength(label, shown.typed(t), range).value;
  const { typed, error, change } = useTyped(value, shown.text, read, onLength);
  return (
    <Field
      label={label}
      figure
      unit={shown.unit}
      inputMode="decimal"
      value={typed}
      error={error}
      onChange={(e) => change(e.target.value)}
      className="w-[118px]"
    />
  );
}

/** Camber that will be set more negative than it was measured: the tyre's top tucks in. */
function CamberField({ value, onDegrees }: { value: number; onDegrees: (degrees: number) => void }) {
  const { typed, error, change } = useTyped(value, String, readCamber, onDegrees);
  return (
    <Field
      label="Camber, more negative by"
      figure
      unit="°"
      inputMode="decimal"
      value={typed}
      error={error}
      onChange={(e) => change(e.target.value)}
      className="w-[138px]"
    />
  );
}

const readCamber = (text: string): number => parseAngle('Camber change', text, { min: -5, max: 5 }).value;

/**
 * Tyre and offset that are looked at instead of what was measured; a tyre alone goes on the very wheels that are here.
 */
function PlannedFields({ bench }: { bench: Bench }) {
  const { planned } = bench.choice;
  const [tyre, setTyre] = useState(planned?.tyre ?? '');
  const [offset, setOffset] = useState(planned?.offset == null ? '' : String(planned.offset));
  const readTyre = tryInput(() => parseTyre('Planned tyre', tyre));
  const readOffset = tryInput(() => parseLength('Planned ET', offset, { min: -150, max: 150 }).value);
  const tell = (t: string, o: string) => {
    setTyre(t);
    setOffset(o);
    const [a, b] = [
      tryInput(() => parseTyre('Planned tyre', t)),
      tryInput(() => parseLength('Planned ET', o, { min: -150, max: 150 }).value),
    ];
    const next = {
      tyre: t.trim() === '' || a.error !== undefined ? null : t.trim(),
      offset: o.trim() === '' || b.error !== undefined ? null : b.value,
    };
    bench.setLater({ planned: next.tyre === null && next.offset === null ? null : next });
  };
  return (
    <>
      <Field
        label="Planned tyre"
        figure
        value={tyre}
        error={tyre.trim() === '' ? undefined : readTyre.error}
        onChange={(e) => tell(e.target.value, offset)}
        className="w-[142px]"
      />
      <Field
        label="Planned ET"
        figure
        unit="mm"
        value={offset}
        error={offset.trim() === '' ? undefined : readOffset.error}
        onChange={(e) => tell(tyre, e.target.value)}
        className="w-[110px]"
      />
    </>
  );
}
