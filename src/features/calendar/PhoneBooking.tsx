'use client';

import { useState, useTransition } from 'react';
import { WORK_KINDS, WORK_LABEL } from '@/core/procedure/estimate';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { SidePanel } from '@/ui/SidePanel';
import { type CallForm, keepCaller } from './actions';
import { BookForm } from './BookForm';

const EMPTY: CallForm = { name: '', phone: '', plate: '', work: 'open' };

const WORK = WORK_KINDS.map((k) => ({ value: k, label: k === 'open' ? 'Not known yet' : WORK_LABEL[k] })).sort(
  (a, b) => Number(b.value === 'open') - Number(a.value === 'open'),
);

/**
 * A booking on the telephone: a name, a number or a plate, and what it is about; nothing else is asked. Its time comes
 * next.
 */
export function PhoneBooking({ zone }: { zone: string }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState(EMPTY);
  const [failed, setFailed] = useState<{ field: string; message: string } | null>(null);
  const [called, setCalled] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const set = (change: Partial<CallForm>) => {
    setTyped({ ...typed, ...change });
    setFailed(null);
  };
  const errorOf = (field: string): { error: string } | Record<string, never> =>
    failed?.field === field ? { error: failed.message } : {};
  const save = () =>
    start(async () => {
      const done = await ask(() => keepCaller(typed));
      if (!done.ok) return setFailed({ field: done.field ?? '', message: done.message });
      setFailed(null);
      setTyped(EMPTY);
      setOpen(false);
      setCalled(done.value);
    });
  const fields = ['Name', 'Telephone', 'Plate', 'What for'];
  return (
    <>
      <SidePanel
        title="Phone booking"
        width={420}
        trigger={<Button>Phone booking</Button>}
        open={open}
        onOpenChange={setOpen}
      >
        <p className="text-soft">A name, and a number or the plate. The car is taken in when it is here.</p>
        <form
          noValidate
          aria-label="Who called"
          aria-busy={busy}
          className="flex flex-col gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            save();
          }}
        >
          <Field
            label="Name"
            value={typed.name}
            maxLength={120}
            {...errorOf('Name')}
            onChange={(e) => set({ name: e.target.value })}
          />
          <Field
            label="Telephone"
            type="tel"
            value={typed.phone}
            maxLength={60}
            {...errorOf('Telephone')}
            onChange={(e) => set({ phone: e.target.value })}
          />
          <Field
            label="Plate"
            value={typed.plate}
            maxLength={120}
            {...errorOf('Plate')}
            onChange={(e) => set({ plate: e.target.value })}
          />
          <SelectField
            label="What for"
            value={typed.work}
            options={WORK}
            onChange={(e) => set({ work: e.target.value })}
          />
          {failed && !fields.includes(failed.field) ? (
            <p role="alert" className="border-l-4 border-stop pl-3">
              {failed.message}
            </p>
          ) : null}
          <Button look="main" type="submit" disabled={busy}>
            Find a time
          </Button>
        </form>
      </SidePanel>
      {called ? (
        <BookForm
          asked={{ visitId: called, recheckId: null, bar: null, day: null, at: null, placeId: null, whoId: null }}
          zone={zone}
          onDone={() => setCalled(null)}
        />
      ) : null}
    </>
  );
}
