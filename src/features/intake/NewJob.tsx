'use client';

import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { endOf, isMeant } from '@/core/document/axles';
import { AXLE_LABEL, CORNER_LABEL, JOB_TYPE_LABEL, USE_LABEL } from '@/core/document/labels';
import {
  ADDS_NOTHING,
  type Axle,
  CORNERS,
  type Corner,
  type JobType,
  type SpacerKind,
  type Use,
} from '@/core/document/vocabulary';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { useShownUnit } from '@/ui/units';
import { useCarried } from '@/ui/useCarried';
import { openJob } from './actions';
import { CarriedNote } from './CarriedNote';
import { PLANNED, plannedOf, plansFor } from './planned';

type Meant = Axle | 'both';

const FRONT_REAR: readonly { readonly value: Meant; readonly label: string }[] = [
  { value: 'front', label: 'Front' },
  { value: 'rear', label: 'Rear' },
  { value: 'both', label: 'Both' },
];

/** What a job may be for: an axle, both, or one side where the sides of an axle are held differently. */
const meantOn = (hubs: readonly Axle[]): readonly { readonly value: Meant; readonly label: string }[] => [
  ...FRONT_REAR,
  ...hubs.filter((a) => a !== endOf(a)).map((a) => ({ value: a, label: AXLE_LABEL[a] })),
];

/** How many jobs it opens, where that is more than one. */
function jobsLine(meant: Meant, hubs: readonly Axle[]): string {
  const n = hubs.filter((a) => isMeant(a, meant)).length;
  if (n < 2) return '';
  if (meant !== 'both') return ' Its sides are held differently: one visit, a job for each of them.';
  return n === 2
    ? ' Both axles: one visit, a job for each, so each has its own thickness.'
    : ` Both axles: one visit with ${n} jobs, one for each side that is held differently.`;
}

/** What each wish is about, and what it asks for. */
const JOB_TYPE_LINE: Readonly<Record<JobType, string>> = {
  clearance: 'Clearance: the smallest spacer that clears wins.',
  stance: 'Stance: the biggest spacer that never rubs wins.',
  conversion: 'Conversion: studs and nuts for bolts, with a spacer or without.',
  wheels: 'Wheel change or season swap: count the turns of each wheel as it goes on, torque, record.',
  'take-off': 'Taking spacers or studs off: the car goes back on its own bolts or nuts, counted and torqued.',
  check: 'Checking what is on it: counted, torqued and written down, nothing added.',
};

/** Opens a job: which axle, which wheels, what is wished, what it is used for. */
export function NewJob({
  vehicleId,
  wheelSets,
  hubs,
  converted = false,
  called = null,
}: {
  vehicleId: string;
  wheelSets: readonly { id: string; name: string }[];
  /** Axles of the car, or sides of one, that have a hub of their own. */
  hubs: readonly Axle[];
  /** Studs were put in here, and can come out again. */
  converted?: boolean;
  /** Who called for it, and what about. */
  called?: { readonly id: string; readonly name: string; readonly wish: JobType | null } | null;
}) {
  const router = useRouter();
  const [axle, setAxle] = useState<Meant>('front');
  const [wish, setWish] = useState<JobType>(called?.wish ?? 'stance');
  const [use, setUse] = useState<Use>('street');
  const [wheelSetId, setWheelSetId] = useState(wheelSets[0]?.id ?? '');
  const [corner, setCorner] = useState<Corner>('front-left');
  const [carried, setCarried, dropCarried] = useCarried();
  const [studsOut, setStudsOut] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const length = useShownUnit('length');
  const [planned, setPlanned] = useState<SpacerKind | ''>('');
  const plan = { wish, kind: planned };
  const [size, setSize] = useState('');
  const adds = !ADDS_NOTHING.has(wish);

  const open = () =>
    start(async () => {
      const along = carried ? { carried: { figures: carried, corner } } : {};
      const out = wish === 'take-off' && converted ? { studsOut } : {};
      const roughly = adds && planned !== '' ? { planned: { kind: planned, size: length.typed(size) } } : {};
      const call = called ? { callId: called.id } : {};
      const typed = { axle, wish, use, wheelSetId, ...roughly, ...out, ...call, ...along };
      const result = await ask(() => openJob(vehicleId, typed));
      if (!result.ok) return setFailure(result.message);
      dropCarried();
      router.push(`/jobs/${result.value}/take-in`);
    });

  return (
    <section aria-labelledby="new-job" className="flex flex-col gap-3">
      <h2 id="new-job">New job</h2>
      {carried ? <CarriedNote carried={carried} onDrop={() => setCarried(null)} /> : null}
      {called ? (
        <p role="status" className="border-l-4 border-accent pl-3">
          {called.name} called for this: what was booked on the telephone goes along with the job.
        </p>
      ) : null}
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        <SelectField
          label="Planned"
          value={plannedOf(plan)}
          onChange={(e) => {
            const next = plansFor(e.target.value, plan);
            setWish(next.wish);
            setPlanned(next.kind);
          }}
          options={PLANNED}
        />
        {adds && planned !== '' ? (
          <Field
            label="Rough size"
            hint="empty if open"
            figure
            unit={length.unit}
            inputMode="decimal"
            maxLength={20}
            value={size}
            onChange={(e) => setSize(e.target.value)}
            className="w-[130px]"
          />
        ) : null}
        <Segments label="Axle" value={axle} options={meantOn(hubs)} onChange={setAxle} />
        <Segments
          label="Wish"
          value={wish}
          options={optionsOf(JOB_TYPE_LABEL) as { value: JobType; label: string }[]}
          onChange={setWish}
        />
        <Segments
          label="Use"
          value={use}
          options={optionsOf(USE_LABEL) as { value: Use; label: string }[]}
          onChange={setUse}
        />
        <SelectField
          label="Wheels"
          value={wheelSetId}
          onChange={(e) => setWheelSetId(e.target.value)}
          options={wheelSets.map((w) => ({ value: w.id, label: w.name }))}
        />
        {wish === 'take-off' && converted ? (
          <Segments
            label="Studs"
            value={studsOut ? 'out' : 'stay'}
            options={[
              { value: 'stay', label: 'Stay in' },
              { value: 'out', label: 'Come out too' },
            ]}
            onChange={(v) => setStudsOut(v === 'out')}
          />
        ) : null}
        {carried ? (
          <SelectField
            label="Figures taken at the"
            value={corner}
            onChange={(e) => setCorner(e.target.value as Corner)}
            options={CORNERS.map((c) => ({ value: c, label: CORNER_LABEL[c] }))}
          />
        ) : null}
      </div>
      <p className="text-[13px] text-soft">
        {JOB_TYPE_LINE[wish]}
        {use === 'competition' ? ' Competition: every caution is a stop unless the lead signs it off.' : ''}
        {jobsLine(axle, hubs)}
      </p>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      <Button look="main" onClick={open} disabled={busy} className="self-start">
        Open job
      </Button>
    </section>
  );
}
