import { useState, useTransition } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { stepName } from '@/core/procedure/card';
import { doneWithCorner } from '@/core/procedure/doneBefore';
import { guardsPeople } from '@/core/procedure/holdReasons';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { PinField } from '@/ui/PinField';
import { sayDoneBefore } from './actions';
import type { FitAxle, FitStep } from './fitProps';

/**
 * A corner whose studs and spacer were fitted before this visit: looked at, its work at the hub ends at once. Where the
 * shop has leads, one of them gives their word, since studs that are not torqued here are held by it.
 */
export function DoneBefore({
  axle,
  corner,
  isDone,
  leads,
}: {
  axle: FitAxle;
  corner: Corner;
  isDone: (s: FitStep) => boolean;
  leads: readonly Lead[];
}) {
  const atHub = doneWithCorner(axle.steps, corner);
  // Once something was done at the hub here, it is this visit's work.
  const puts = atHub.some((s) => PUT_ON.has(stepName(s.key) ?? ''));
  if (!axle.current || !puts || atHub.some(isDone)) return null;
  const asked = atHub.some(guardsPeople) ? leads : [];
  return <Fitted jobId={axle.jobId} corner={corner} steps={atHub.length} leads={asked} />;
}

/** Steps by which something goes on a hub: without one there is nothing that could have been fitted before. */
const PUT_ON: ReadonlySet<string> = new Set(['flat', 'locker']);

interface Lead {
  readonly id: string;
  readonly name: string;
}

function Fitted({
  jobId,
  corner,
  steps,
  leads,
}: {
  jobId: string;
  corner: Corner;
  /** So many open steps it ends. */
  steps: number;
  leads: readonly Lead[];
}) {
  const [open, setOpen] = useState(false);
  const [saw, setSaw] = useState('');
  const [leadId, setLeadId] = useState(leads[0]?.id ?? '');
  const [pin, setPin] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const send = () =>
    start(async () => {
      const lead = leads.length === 0 ? null : { id: leadId, pin };
      const result = await ask(() => sayDoneBefore(jobId, { corner, saw, lead }));
      setPin('');
      setFailure(result.ok ? null : result.message);
    });
  const place = CORNER_LABEL[corner];
  return (
    <section aria-label={`Fitted before, ${place}`} className="flex flex-col gap-2 text-[13px]">
      {leads.length > 0 && !open ? (
        <Button look="quiet" onClick={() => setOpen(true)}>
          Fitted before: looked at, fine
        </Button>
      ) : (
        <form
          noValidate
          className="flex flex-col gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            send();
          }}
        >
          {leads.length > 0 ? (
            <>
              <Field
                label="What was looked at"
                hint="Such as: studs stand out alike. Goes on the record."
                value={saw}
                maxLength={300}
                onChange={(e) => setSaw(e.target.value)}
              />
              <SelectField
                label="Lead"
                value={leadId}
                options={leads.map((l) => ({ value: l.id, label: l.name }))}
                onChange={(e) => setLeadId(e.target.value)}
              />
              <PinField label="The lead’s PIN" value={pin} onChange={(e) => setPin(e.target.value)} />
            </>
          ) : null}
          <Button type="submit" look="quiet" disabled={busy}>
            Fitted before: looked at, fine
          </Button>
        </form>
      )}
      <p className="text-soft">
        What the plan puts on the {place} hub was on when the car came: ends the {steps} open steps there, each in the
        log. The wheel is fitted and torqued here.
      </p>
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
