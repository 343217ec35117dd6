import { useState } from 'react';
import { Field, SelectField } from '@/ui/Field';
import { PinField } from '@/ui/PinField';

/** Who is at the bench, and who may sign beside them. */
export interface Signing {
  readonly who: string | null;
  readonly several: boolean;
  readonly leads: readonly { readonly id: string; readonly name: string }[];
}

/** What the server is told; it makes the name under the acceptance itself. */
export interface Signature {
  readonly reason: string;
  readonly leadId?: string;
  readonly pin?: string;
  readonly driver?: string;
}

/**
 * Engagement between floor and target is accepted by whoever is at the bench, with a reason; in competition every
 * caution by a second person: a lead by PIN, or in a shop of one the driver.
 */
export function Accept({
  competition,
  start,
  signing: { who, several, leads },
  onLead,
}: {
  competition: boolean;
  /** What was accepted for this very choice before. */
  start: { readonly by: string; readonly reason: string } | null;
  signing: Signing;
  onLead: (lead: { by: string; reason: string } | null, signature: Signature | null) => void;
}) {
  const [{ reason, leadId, pin, driver }, setTyped] = useState({
    reason: start?.reason ?? '',
    leadId: leads.find((l) => l.name === start?.by)?.id ?? '',
    pin: '',
    driver: competition && !several ? (start?.by ?? '').replace(/, driver$/, '') : '',
  });
  const tell = (change: Partial<{ reason: string; leadId: string; pin: string; driver: string }>) => {
    const next = { reason, leadId, pin, driver, ...change };
    setTyped(next);
    const lead = leads.find((l) => l.id === next.leadId);
    const by = !competition
      ? who
      : several
        ? lead && next.pin.trim() !== ''
          ? lead.name
          : null
        : next.driver.trim() === ''
          ? null
          : `${next.driver.trim()}, driver`;
    if (!by || next.reason.trim() === '') return onLead(null, null);
    onLead(
      { by, reason: next.reason.trim() },
      {
        reason: next.reason.trim(),
        ...(competition && several ? { leadId: next.leadId, pin: next.pin } : {}),
        ...(competition && !several ? { driver: next.driver.trim() } : {}),
      },
    );
  };
  return (
    <fieldset className="flex flex-col gap-2 border border-line p-3">
      <legend className="px-1 text-[13px] font-[600]">
        {competition
          ? 'Competition: a second person signs the cautions'
          : 'Between floor and target: sign off by name, with the reason'}
      </legend>
      {competition ? (
        several ? (
          <>
            <SelectField
              label="Lead"
              value={leadId}
              onChange={(e) => tell({ leadId: e.target.value })}
              options={[
                { value: '', label: leads.length === 0 ? 'No other lead has a PIN' : 'Pick a lead' },
                ...leads.map((l) => ({ value: l.id, label: l.name })),
              ]}
            />
            <PinField label="The lead’s PIN" value={pin} onChange={(e) => tell({ pin: e.target.value })} />
          </>
        ) : (
          <Field
            label="Driver"
            hint="A shop of one: the driver signs, and is recorded as such."
            value={driver}
            maxLength={60}
            onChange={(e) => tell({ driver: e.target.value })}
          />
        )
      ) : (
        <p className="text-[14px]">{who === null ? 'Not signed in yet.' : `${who} accepts it.`}</p>
      )}
      <Field label="Reason" value={reason} maxLength={300} onChange={(e) => tell({ reason: e.target.value })} />
    </fieldset>
  );
}
