import { useEffect, useId, useRef, useState, useTransition } from 'react';
import { v7 as newId } from 'uuid';
import type { Corner } from '@/core/document/vocabulary';
import type { BayDetail } from '@/core/procedure/bay';
import { HOLD_REASONS, saysWhy } from '@/core/procedure/holdReasons';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { PinField } from '@/ui/PinField';
import { sayByLead } from './actions';

const OTHER = 'another reason';

/**
 * A reason in the place of a tick: one of the list, or a sentence. What keeps somebody from being hurt is ended by a
 * lead, with a PIN, and that goes to the server at once: a PIN is kept on no tablet.
 */
export function HoldReason({
  question,
  label,
  jobId,
  corner,
  leads,
  detailOf,
  onSay,
  onDone,
}: {
  question: string;
  label: string;
  jobId: string;
  corner: Corner | null;
  /** Leads whose word is asked for; empty where nobody's is. */
  leads: readonly { readonly id: string; readonly name: string }[];
  detailOf: (why: string) => BayDetail;
  /** Takes what needs no lead. */
  onSay: (detail: BayDetail) => void;
  onDone: () => void;
}) {
  const id = useId();
  const form = useRef<HTMLFormElement>(null);
  // The thumb bar lies over the end of the card.
  useEffect(() => {
    form.current?.scrollIntoView({ block: 'center' });
  }, []);
  const [listed, setListed] = useState<string>(OTHER);
  const [words, setWords] = useState('');
  const [lead, setLead] = useState(leads[0]?.id ?? '');
  const [pin, setPin] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const why = listed === OTHER ? words.trim() : listed;
  const send = () => {
    const detail = detailOf(why);
    if (leads.length === 0) {
      onSay(detail);
      return onDone();
    }
    start(async () => {
      const result = await ask(() => sayByLead(jobId, { id: newId(), corner, detail, leadId: lead, pin }));
      setPin('');
      if (result.ok) onDone();
      else setFailure(result.message);
    });
  };
  return (
    <form
      ref={form}
      noValidate
      aria-labelledby={id}
      className="flex flex-col gap-2 border-l-4 border-caution pl-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (saysWhy(why)) send();
      }}
    >
      <p id={id} className="text-[15px]">
        {question}
      </p>
      <SelectField
        label="Reason"
        value={listed}
        options={[...HOLD_REASONS, OTHER].map((r) => ({ value: r, label: r }))}
        onChange={(e) => setListed(e.target.value)}
      />
      {listed === OTHER ? (
        <Field
          label="Why"
          hint="A sentence: it goes on the record."
          value={words}
          maxLength={400}
          onChange={(e) => setWords(e.target.value)}
        />
      ) : null}
      {leads.length > 0 ? (
        <div className="flex flex-wrap items-end gap-3">
          <SelectField
            label="Lead"
            value={lead}
            options={leads.map((l) => ({ value: l.id, label: l.name }))}
            onChange={(e) => setLead(e.target.value)}
            className="w-[200px]"
          />
          <PinField label="The lead’s PIN" value={pin} onChange={(e) => setPin(e.target.value)} className="w-[150px]" />
        </div>
      ) : null}
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
      <Button type="submit" className="self-start" disabled={busy || !saysWhy(why)}>
        {label}
      </Button>
    </form>
  );
}
