'use client';

import { useState, useTransition } from 'react';
import { tryInput } from '@/core/errors';
import { readWrench, type WrenchKind } from '@/core/torque/wrench';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';
import { keepWrench, putWrenchAway, type WrenchForm } from './wrenchActions';

export interface WrenchLine {
  readonly id: string;
  readonly name: string;
  readonly kind: WrenchKind;
  readonly fromNm: number;
  readonly toNm: number;
  readonly dueOn: string | null;
  readonly calibration: 'in date' | 'overdue' | 'unknown';
}

const KINDS = [
  { value: 'click', label: 'Clicks' },
  { value: 'beam', label: 'Beam or dial' },
  { value: 'electronic', label: 'Electronic' },
] as const;
const kindLabel = (k: WrenchKind): string => KINDS.find((x) => x.value === k)?.label.toLowerCase() ?? k;
const CALIBRATION = { 'in date': 'calibration due', overdue: 'calibration ran out', unknown: '' } as const;
const FRESH: WrenchForm = { name: '', kind: 'click', from: '', to: '', dueOn: '' };

/** The shop's torque wrenches: what each is good for, and until when. */
export function Wrenches({ lines, units }: { lines: readonly WrenchLine[]; units: UnitSystem }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <div className="flex flex-col gap-3 text-[14px]">
      <p className="max-w-[76ch] text-soft">
        A figure outside a wrench’s range is refused with it; a calibration that ran out is a caution at the wheel. What
        was pulled keeps the wrench’s name.
      </p>
      {lines.length === 0 ? (
        <p className="border-l-2 border-accent pl-3">None yet: entries say “click wrench” or “wrench with figures”.</p>
      ) : (
        <ul className="divide-y divide-line border-y border-line" aria-label="Wrenches">
          {lines.map((w) => (
            <li key={w.id} className="flex flex-wrap items-center gap-x-4 py-1">
              <span className="min-w-[180px] font-[600]">{w.name}</span>
              <span className="flex-1 text-soft">
                {kindLabel(w.kind)}, {formatTorque(w.fromNm, units)} to {formatTorque(w.toNm, units)}
              </span>
              <span className="flex items-center gap-1.5">
                {w.calibration === 'in date' ? null : (
                  <VerdictMark level={w.calibration === 'overdue' ? 'caution' : 'unmeasured'} size={13} />
                )}
                {w.dueOn === null ? 'calibration not known' : `${CALIBRATION[w.calibration]} ${w.dueOn}`}
              </span>
              <button
                type="button"
                aria-expanded={open === w.id}
                aria-label={`Change ${w.name}`}
                onClick={() => setOpen(open === w.id ? null : w.id)}
                className="touch text-accent underline underline-offset-4"
              >
                Change
              </button>
              {open === w.id ? (
                <OneWrench
                  key={w.id}
                  id={w.id}
                  start={{
                    name: w.name,
                    kind: w.kind,
                    from: String(w.fromNm),
                    to: String(w.toNm),
                    dueOn: w.dueOn ?? '',
                  }}
                  onDone={() => setOpen(null)}
                />
              ) : null}
            </li>
          ))}
        </ul>
      )}
      {open === 'new' ? (
        <OneWrench id={null} start={FRESH} onDone={() => setOpen(null)} />
      ) : (
        <Button className="self-start" onClick={() => setOpen('new')}>
          Add a wrench
        </Button>
      )}
    </div>
  );
}

function OneWrench({ id, start, onDone }: { id: string | null; start: WrenchForm; onDone: () => void }) {
  const [typed, setTyped] = useState(start);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, begin] = useTransition();
  const set = (change: Partial<WrenchForm>) => setTyped({ ...typed, ...change });
  const act = (work: () => ReturnType<typeof keepWrench>) =>
    begin(async () => {
      const done = await ask(work);
      if (done.ok) onDone();
      else setFailure(done.message);
    });
  const save = () => {
    const wrong = tryInput(() => readWrench(typed)).error;
    if (wrong !== undefined) return setFailure(wrong);
    act(() => keepWrench(id, typed));
  };
  return (
    <form
      noValidate
      aria-label={id === null ? 'New wrench' : `Change ${start.name}`}
      className="flex w-full flex-wrap items-end gap-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <Field label="Wrench" value={typed.name} onChange={(e) => set({ name: e.target.value })} className="w-[200px]" />
      <SelectField
        label="Kind"
        options={KINDS}
        value={typed.kind}
        onChange={(e) => set({ kind: e.target.value })}
        className="w-[150px]"
      />
      <Field
        label="Range from"
        unit="N·m"
        figure
        value={typed.from}
        onChange={(e) => set({ from: e.target.value })}
        className="w-[140px]"
      />
      <Field
        label="Range to"
        unit="N·m"
        figure
        value={typed.to}
        onChange={(e) => set({ to: e.target.value })}
        className="w-[140px]"
      />
      <Field
        label="Calibration due"
        type="date"
        value={typed.dueOn}
        onChange={(e) => set({ dueOn: e.target.value })}
        className="w-[170px]"
      />
      <Button type="submit" look="main" disabled={busy}>
        Save
      </Button>
      {id === null ? null : (
        <Button look="quiet" disabled={busy} onClick={() => act(() => putWrenchAway(id))}>
          Put it away
        </Button>
      )}
      <Button look="quiet" onClick={onDone}>
        Leave it
      </Button>
      {failure ? (
        <p role="alert" className="w-full text-stop">
          {failure}
        </p>
      ) : null}
    </form>
  );
}
