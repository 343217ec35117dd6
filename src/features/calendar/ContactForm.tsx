'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import type { ContactTyped } from '@/usecases/calendar/reminders';
import { saveContact } from './memoryActions';

/** Whom a car belongs to, where reminders go, and how far it goes in a day. */
export function ContactForm({ vehicleId, start: begin }: { vehicleId: string; start: ContactTyped }) {
  const [typed, setTyped] = useState(begin);
  const [said, setSaid] = useState<{ field: string; text: string } | null>(null);
  const [busy, start] = useTransition();
  const errorOf = (field: string) => (said?.field === field ? { error: said.text } : {});
  return (
    <form
      noValidate
      aria-label="Owner"
      className="flex flex-wrap items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        start(async () => {
          const done = await ask(() => saveContact(vehicleId, typed));
          setSaid(done.ok ? { field: '', text: 'Saved.' } : { field: done.field ?? 'Owner', text: done.message });
        });
      }}
    >
      <Field
        label="Owner"
        value={typed.name}
        {...errorOf('Owner')}
        onChange={(e) => setTyped({ ...typed, name: e.target.value })}
      />
      <Field
        label="Telephone"
        type="tel"
        value={typed.phone}
        {...errorOf('Telephone')}
        onChange={(e) => setTyped({ ...typed, phone: e.target.value })}
      />
      <Field
        label="E-mail"
        type="email"
        value={typed.email}
        hint="Reminders go there"
        {...errorOf('E-mail')}
        onChange={(e) => setTyped({ ...typed, email: e.target.value })}
      />
      <Field
        label="Kilometres a day"
        figure
        inputMode="decimal"
        value={typed.kmADay}
        placeholder="25"
        hint="Says when 50–100 km are there"
        {...errorOf('Kilometres a day')}
        onChange={(e) => setTyped({ ...typed, kmADay: e.target.value })}
      />
      <Button type="submit" className="mt-[22px]" disabled={busy}>
        Save
      </Button>
      {said?.field === '' ? <p role="status">{said.text}</p> : null}
    </form>
  );
}
