'use client';

import { useEffect, useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { NavLink } from '@/ui/NavLink';
import { SidePanel } from '@/ui/SidePanel';
import type { Bar } from '@/usecases/calendar/day';
import type { Proposal } from '@/usecases/calendar/visits';
import { askProposal, keepBooking, keepNeed } from './actions';
import { CallerLines } from './CallerLines';
import { EstimateLines } from './EstimateLines';
import { EndCall, OffForm } from './OffForms';
import { placeOptions } from './placeOptions';
import { ReadyLines } from './ReadyLines';

/** What a time is asked for, and where it was put down. */
export interface Asked {
  readonly visitId: string;
  readonly recheckId: string | null;
  readonly bar: Bar | null;
  readonly day: string | null;
  /** ms, where it was put down on a ruler. */
  readonly at: number | null;
  readonly placeId: string | null;
  readonly whoId: string | null;
}

interface Typed {
  readonly begins: string;
  readonly length: string;
  readonly placeId: string;
  readonly whoId: string;
  readonly things: readonly string[];
  readonly cureHours: string;
  readonly cureWhy: string;
  readonly why: string;
}

/** A moment as the clock of a zone reads it, for a field of day and time. */
function localIn(zone: string, at: number): string {
  const parts = new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone,
    dateStyle: 'short',
    timeStyle: 'short',
  }).format(at);
  return parts.replace(' ', 'T');
}

const asLength = (ms: number): string => {
  const min = Math.round(ms / 60_000);
  return `${Math.floor(min / 60)}:${String(min % 60).padStart(2, '0')}`;
};

function begin(asked: Asked, zone: string, p: Proposal): Typed {
  const slot = p.slots[0];
  const places = p.rows.filter((r) => r.kind === 'bay' || r.kind === 'mobile');
  const { bar } = asked;
  const put = asked.at !== null ? localIn(zone, asked.at) : asked.day ? `${asked.day}T09:00` : null;
  return {
    begins: put ?? slot?.local ?? '',
    length: bar ? asLength(bar.to - bar.from) : '',
    placeId: asked.placeId ?? slot?.placeId ?? places[0]?.id ?? '',
    whoId: asked.whoId ?? (bar ? '' : (slot?.whoId ?? '')),
    things: bar?.things ?? [],
    cureHours: bar ? (bar.cureHours === null ? '' : String(bar.cureHours)) : p.cure ? String(p.cure.hours) : '',
    cureWhy: bar?.cureWhy ?? '',
    why: bar?.why ?? '',
  };
}

/** Booking one visit: how long it takes, whether it is ready, where it goes, who does it. */
export function BookForm({ asked, zone, onDone }: { asked: Asked; zone: string; onDone: () => void }) {
  const [proposal, setProposal] = useState<Proposal | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const { visitId, recheckId } = asked;
  useEffect(() => {
    let gone = false;
    void ask(() => askProposal(visitId, recheckId)).then((done) => {
      if (gone) return;
      if (done.ok) setProposal(done.value);
      else setFailure(done.message);
    });
    return () => {
      gone = true;
    };
  }, [visitId, recheckId]);
  return (
    <SidePanel
      title={`${asked.bar ? 'Booked' : 'Book'}: ${proposal?.title ?? '…'}`}
      width={520}
      open
      onOpenChange={(open) => (open ? undefined : onDone())}
    >
      {failure ? <p role="alert">{failure}</p> : null}
      {proposal === null && failure === null ? <p className="text-soft">Reading its card …</p> : null}
      {proposal ? <Filled asked={asked} zone={zone} p={proposal} onDone={onDone} /> : null}
    </SidePanel>
  );
}

function Filled({ asked, zone, p, onDone }: { asked: Asked; zone: string; p: Proposal; onDone: () => void }) {
  const [typed, setTyped] = useState(() => begin(asked, zone, p));
  const [failed, setFailed] = useState<{ field: string; message: string } | null>(null);
  const [busy, start] = useTransition();
  const set = (change: Partial<Typed>) => setTyped({ ...typed, ...change });
  const errorOf = (field: string): { error: string } | Record<string, never> =>
    failed?.field === field ? { error: failed.message } : {};
  const save = () =>
    start(async () => {
      const { visitId, recheckId, bar } = asked;
      const done = await ask(() =>
        keepBooking({
          ...typed,
          things: [...typed.things],
          visitId,
          recheckId,
          id: bar?.id ?? null,
          version: bar?.version ?? null,
        }),
      );
      if (done.ok) onDone();
      else setFailed({ field: done.field ?? '', message: done.message });
    });
  const places = p.rows.filter((r) => r.kind === 'bay' || r.kind === 'mobile');
  const people = p.rows.filter((r) => r.kind === 'person');
  const things = p.rows.filter((r) => r.kind === 'helper' || r.kind === 'light' || r.kind === 'heat');
  const asksWhy = failed?.field === 'Reason' || typed.why !== '';
  const asksCure = failed?.field === 'Why the cure is cut short' || typed.cureWhy !== '';
  const fields = new Set(['Begins', 'Length', 'Cure', 'Reason', 'Why the cure is cut short']);
  return (
    <>
      <p className="text-soft">
        {p.about}
        {asked.bar && p.caller === null ? (
          <>
            {' · '}
            <NavLink href={asked.bar.href} className="text-accent underline underline-offset-4">
              Go to the job
            </NavLink>
          </>
        ) : null}
      </p>
      {p.caller ? <CallerLines id={asked.visitId} caller={p.caller} /> : null}
      {p.estimate ? <EstimateLines estimate={p.estimate} usual={p.usual} /> : <p>A recheck takes about {p.usual}.</p>}
      {p.ready.map((r) => (
        <ReadyLines key={r.axle} axle={p.ready.length > 1 ? r.axle : null} ready={r.ready} />
      ))}
      <form
        noValidate
        aria-label="Booking"
        aria-busy={busy}
        className="flex flex-col gap-3 border-t border-line pt-3"
        onSubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        {p.slots.length > 0 && asked.bar === null ? (
          <div className="flex flex-col gap-1">
            <span className="narrow text-[13px] font-[600] text-soft">Free</span>
            <div className="flex flex-wrap gap-2">
              {p.slots.map((s) => (
                <Button
                  key={s.text}
                  className="px-3 text-[14px]"
                  onClick={() => set({ begins: s.local, placeId: s.placeId, whoId: s.whoId ?? typed.whoId })}
                >
                  {s.text}
                </Button>
              ))}
            </div>
          </div>
        ) : null}
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="Begins"
            type="datetime-local"
            value={typed.begins}
            {...errorOf('Begins')}
            onChange={(e) => set({ begins: e.target.value })}
          />
          <Field
            label="Length"
            figure
            value={typed.length}
            placeholder={p.usual}
            hint="Empty: as estimated"
            {...errorOf('Length')}
            onChange={(e) => set({ length: e.target.value })}
          />
          <SelectField
            label="Where"
            value={typed.placeId}
            options={placeOptions(places)}
            onChange={(e) => set({ placeId: e.target.value })}
          />
          <SelectField
            label="Who"
            value={typed.whoId}
            options={[{ value: '', label: 'No person named' }, ...people.map((r) => ({ value: r.id, label: r.name }))]}
            onChange={(e) => set({ whoId: e.target.value })}
          />
        </div>
        {things.length > 0 ? (
          <fieldset className="flex flex-wrap gap-x-4">
            <legend className="narrow text-[13px] font-[600] text-soft">Needs besides</legend>
            {things.map((t) => (
              <label key={t.id} className="touch flex items-center gap-2">
                <input
                  type="checkbox"
                  className="size-5 accent-[var(--accent)]"
                  checked={typed.things.includes(t.id)}
                  onChange={(e) =>
                    set({ things: e.target.checked ? [...typed.things, t.id] : typed.things.filter((x) => x !== t.id) })
                  }
                />
                {t.name}
              </label>
            ))}
          </fieldset>
        ) : null}
        {p.cures || typed.cureHours !== '' ? (
          <Field
            label="Locker cures, hours"
            figure
            inputMode="decimal"
            value={typed.cureHours}
            hint={p.cure ? `${p.cure.hours} h from ${p.cure.source}; the bottle’s own time wins` : 'From its bottle'}
            {...errorOf('Cure')}
            onChange={(e) => set({ cureHours: e.target.value })}
          />
        ) : null}
        {asksCure ? (
          <Field
            label="Why the cure is cut short"
            value={typed.cureWhy}
            maxLength={300}
            {...errorOf('Why the cure is cut short')}
            onChange={(e) => set({ cureWhy: e.target.value })}
          />
        ) : null}
        {asksWhy ? (
          <Field
            label="Reason"
            value={typed.why}
            maxLength={300}
            {...errorOf('Reason')}
            onChange={(e) => set({ why: e.target.value })}
          />
        ) : null}
        {failed && !fields.has(failed.field) ? (
          <p role="alert" className="border-l-4 border-stop pl-3">
            {failed.message}
          </p>
        ) : null}
        <Button look="main" type="submit" disabled={busy}>
          {asked.bar ? 'Save this time' : 'Book it'}
        </Button>
      </form>
      <NeedForm asked={asked} p={p} />
      {p.reminders.length > 0 ? (
        <ul aria-label="Reminders written" className="list-disc border-t border-line pt-2 pl-5 text-[14px]">
          {p.reminders.map((r) => (
            <li key={r}>{r}</li>
          ))}
        </ul>
      ) : null}
      {asked.bar ? <OffForm bar={asked.bar} onDone={onDone} /> : null}
      {p.caller && !asked.bar ? <EndCall id={asked.visitId} onDone={onDone} /> : null}
    </>
  );
}

/** By when the visit is needed; it belongs to the visit, not to its time. */
function NeedForm({ asked, p }: { asked: Asked; p: Proposal }) {
  const [by, setBy] = useState(p.neededBy);
  const [why, setWhy] = useState(p.neededWhy);
  const [said, setSaid] = useState<{ bad: boolean; text: string } | null>(null);
  const [busy, start] = useTransition();
  if (asked.recheckId !== null) return null;
  return (
    <form
      noValidate
      aria-label="Needed by"
      className="grid grid-cols-2 items-end gap-3 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        start(async () => {
          const done = await ask(() => keepNeed(asked.visitId, by, why));
          setSaid(done.ok ? { bad: false, text: 'Saved.' } : { bad: true, text: done.message });
        });
      }}
    >
      <Field label="Needed by" type="datetime-local" value={by} onChange={(e) => setBy(e.target.value)} />
      <Field label="For what" value={why} maxLength={200} onChange={(e) => setWhy(e.target.value)} />
      <Button type="submit" look="quiet" disabled={busy}>
        Save what it is needed for
      </Button>
      {said ? (
        <p role={said.bad ? 'alert' : 'status'} className={said.bad ? 'text-stop' : 'text-soft'}>
          {said.text}
        </p>
      ) : null}
    </form>
  );
}
