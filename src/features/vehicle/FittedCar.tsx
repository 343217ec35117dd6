'use client';

import { useState, useTransition } from 'react';
import { CORNER_LABEL, HARDWARE_LABEL } from '@/core/document/labels';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import { CarPlan } from '@/drawing/CarPlan';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { NavLink } from '@/ui/NavLink';
import { VerdictMark } from '@/ui/Verdict';
import { sayFound } from './actions';

export interface FittedAt {
  readonly corner: Corner;
  readonly wheels: string;
  readonly wheelSetId: string | null;
  /** Worded: “10.0 mm plain”, “no spacer”, or null where nobody looked. */
  readonly plate: string | null;
  readonly fasteners: string;
  readonly torque: string | null;
  /** “fitted 3 Nov 2026 by Ines” or “found so …”. */
  readonly since: string;
  readonly href: string | null;
}

/**
 * What hangs on each corner, on the car seen from above; each can be said anew, and opens to what hung there before.
 */
export function FittedCar({
  vehicleId,
  now,
  before,
  wheelSets,
}: {
  vehicleId: string;
  now: readonly FittedAt[];
  before: readonly { readonly id: string; readonly text: string }[];
  wheelSets: readonly { readonly id: string; readonly name: string }[];
}) {
  const [saying, setSaying] = useState<Corner | null>(null);
  return (
    <section aria-labelledby="fitted" className="flex flex-col gap-3">
      <h2 id="fitted">On the car now</h2>
      <div className="grid grid-cols-[minmax(0,1fr)_132px_minmax(0,1fr)] gap-x-4 gap-y-6 max-sm:grid-cols-1">
        <div className="col-start-2 row-span-2 row-start-1 self-center max-sm:hidden">
          <CarPlan plated={now.filter((f) => f.plate !== null && f.plate !== 'no spacer').map((f) => f.corner)} />
        </div>
        {CORNERS.map((c) => (
          <At
            key={c}
            corner={c}
            fitted={now.find((f) => f.corner === c)}
            onSay={() => setSaying(saying === c ? null : c)}
          />
        ))}
      </div>
      {saying ? (
        <SayFound
          key={saying}
          vehicleId={vehicleId}
          corner={saying}
          was={now.find((f) => f.corner === saying)}
          wheelSets={wheelSets}
          onDone={() => setSaying(null)}
        />
      ) : null}
      {before.length > 0 ? (
        <details>
          <summary className="touch flex cursor-pointer items-center text-[14px] text-accent underline underline-offset-4">
            What was on it before
          </summary>
          <ul className="divide-y divide-line border-y border-line text-[14px]">
            {before.map((b) => (
              <li key={b.id} className="py-1.5">
                {b.text}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </section>
  );
}

function At({ corner, fitted, onSay }: { corner: Corner; fitted: FittedAt | undefined; onSay: () => void }) {
  const left = corner.endsWith('left');
  return (
    <div
      data-testid={`fitted-${corner}`}
      className={`${left ? 'col-start-1 sm:text-right' : 'col-start-3'} ${corner.startsWith('front') ? 'row-start-1' : 'row-start-2'} flex flex-col gap-0.5 text-[14px] max-sm:col-start-1 max-sm:row-auto`}
    >
      <p className="text-[15px] font-[640]">{CORNER_LABEL[corner]}</p>
      {fitted ? (
        <>
          <p className="figure text-[17px] font-[600]">
            {fitted.plate ?? (
              <span className="inline-flex items-center gap-2">
                <VerdictMark level="unmeasured" size={13} /> spacer? not looked at yet
              </span>
            )}
          </p>
          <p>{fitted.fasteners}</p>
          <p>{fitted.wheels}</p>
          <p className="figure">{fitted.torque ?? 'no torque figure'}</p>
          <p className="text-[13px] text-soft">
            {fitted.href ? (
              <NavLink href={fitted.href} className="text-accent underline underline-offset-4">
                {fitted.since}
              </NavLink>
            ) : (
              fitted.since
            )}
          </p>
        </>
      ) : (
        <p className="inline-flex items-center gap-2 text-soft sm:justify-end">
          <VerdictMark level="unmeasured" size={13} /> Nobody said what hangs here.
        </p>
      )}
      <Button
        look="quiet"
        onClick={onSay}
        className={left ? 'sm:self-end' : 'self-start'}
        aria-label={`Correct what is fitted at the ${CORNER_LABEL[corner]}`}
      >
        Correct what is fitted
      </Button>
    </div>
  );
}

const REACH = [
  { value: 'corner', label: 'This corner' },
  { value: 'axle', label: 'Both of the axle' },
  { value: 'car', label: 'All four' },
];

function SayFound({
  vehicleId,
  corner,
  was,
  wheelSets,
  onDone,
}: {
  vehicleId: string;
  corner: Corner;
  was: FittedAt | undefined;
  wheelSets: readonly { readonly id: string; readonly name: string }[];
  onDone: () => void;
}) {
  const [plate, setPlate] = useState('');
  const [hardware, setHardware] = useState('unknown');
  const [wheelSetId, setWheelSetId] = useState(was?.wheelSetId ?? '');
  const [reach, setReach] = useState('axle');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const axle = corner.split('-')[0] as string;
  const corners = CORNERS.filter((c) =>
    reach === 'corner' ? c === corner : reach === 'axle' ? c.startsWith(axle) : true,
  );
  const save = () =>
    start(async () => {
      const typed = { corners, wheelSetId: wheelSetId === '' ? null : wheelSetId, plate, hardware };
      const result = await ask(() => sayFound(vehicleId, typed));
      if (result.ok) onDone();
      else setFailure(result.message);
    });
  return (
    <div className="flex flex-col gap-3 border-l-2 border-accent py-1 pl-4">
      <h3 className="font-[620]">Found at the {CORNER_LABEL[corner]}</h3>
      <div className="flex flex-wrap items-start gap-3">
        <Field
          label="Spacer on it"
          figure
          unit="mm"
          inputMode="decimal"
          maxLength={20}
          hint="Leave empty for none, ? if not looked at."
          value={plate}
          onChange={(e) => setPlate(e.target.value)}
          className="w-[210px]"
        />
        <SelectField
          label="Bolts, or studs and nuts"
          options={optionsOf(HARDWARE_LABEL)}
          value={hardware}
          onChange={(e) => setHardware(e.target.value)}
        />
        <SelectField
          label="Wheels"
          options={[
            { value: '', label: 'None of its sets' },
            ...wheelSets.map((w) => ({ value: w.id, label: w.name })),
          ]}
          value={wheelSetId}
          onChange={(e) => setWheelSetId(e.target.value)}
        />
        <SelectField label="Where" options={REACH} value={reach} onChange={(e) => setReach(e.target.value)} />
      </div>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      <div className="flex gap-3">
        <Button look="main" disabled={busy} onClick={save}>
          Found so
        </Button>
        <Button look="quiet" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
