import { useState } from 'react';
import type { Plan } from '@/core/document/document';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import type { BayDetail, OpenTrouble } from '@/core/procedure/bay';
import {
  DEVIATIONS,
  type DeviationKind,
  mayStay,
  type TroubleKind,
  trouble,
  troublesOf,
} from '@/core/procedure/troubles';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';

type Say = (corner: Corner, detail: BayDetail) => void;

/** Something went wrong at this corner: what it was, then what to do. */
export function WentWrong({ plan, corner, onSay }: { plan: Plan; corner: Corner; onSay: Say }) {
  const [note, setNote] = useState('');
  const say = (what: TroubleKind) => onSay(corner, { kind: 'trouble', what, lug: null, note: note.trim() });
  return (
    <section aria-label="Something went wrong" className="flex flex-col gap-2 border-2 border-stop p-3">
      <p className="text-[15px] font-[600]">What went wrong, {CORNER_LABEL[corner]}?</p>
      <Field
        label="Which one, in words (may be left out)"
        value={note}
        maxLength={400}
        onChange={(e) => setNote(e.target.value)}
      />
      <div className="grid grid-cols-2 gap-2 max-md:grid-cols-1">
        {troublesOf(plan).map((t) => (
          <Button key={t.kind} look="quiet" onClick={() => say(t.kind)}>
            {t.title}
          </Button>
        ))}
      </div>
    </section>
  );
}

/** Troubles that are open, each with what to do next and how it can be ended. */
export function OpenTroubles({
  troubles,
  here,
  onSay,
  onGo,
}: {
  troubles: readonly OpenTrouble[];
  /** The corner that is worked on: troubles of the others are a line each. */
  here: Corner;
  onSay: Say;
  onGo: (corner: Corner) => void;
}) {
  return troubles.map((t) =>
    t.corner === here ? (
      <OneTrouble key={t.id} t={t} onSay={onSay} />
    ) : (
      <button
        key={t.id}
        type="button"
        onClick={() => onGo(t.corner)}
        className="touch flex items-center gap-2 border-l-4 border-stop pl-3 text-left text-[14px] hover:bg-accent-wash"
      >
        {trouble(t.what).title}, {CORNER_LABEL[t.corner]}: open
      </button>
    ),
  );
}

function OneTrouble({ t, onSay }: { t: OpenTrouble; onSay: Say }) {
  const [note, setNote] = useState('');
  const what = trouble(t.what);
  const { title, next, settles, blocks } = what;
  const settle = (how: string) => onSay(t.corner, { kind: 'settled', of: t.id, how, note: note.trim() });
  return (
    <section
      aria-label={`${title}, ${CORNER_LABEL[t.corner]}`}
      className="flex flex-col gap-2 border-2 border-stop p-3"
    >
      <p className="flex items-center gap-2 text-[17px] font-[640]">
        <VerdictMark level={blocks ? 'stop' : 'caution'} size={16} />
        {title}, {CORNER_LABEL[t.corner]}
        {t.note ? <span className="font-normal">: {t.note}</span> : null}
      </p>
      <ol className="list-decimal pl-6 text-[15px]">
        {next.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
      {blocks ? (
        <p className="text-[14px] text-soft">
          Nothing is tightened at this corner, and nothing signed, until it is ended.
        </p>
      ) : null}
      <Field label="How, in words" value={note} maxLength={400} onChange={(e) => setNote(e.target.value)} />
      <div className="flex flex-wrap gap-2">
        {settles.map((s) => (
          <Button key={s.id} className="py-1 text-left whitespace-normal" onClick={() => settle(s.id)}>
            {s.label}
          </Button>
        ))}
        {mayStay(what) ? (
          <Button look="quiet" disabled={note.trim() === ''} onClick={() => settle('stays')}>
            It stays, a lead says why
          </Button>
        ) : null}
      </div>
    </section>
  );
}

/** Done another way than the card says: recorded with its consequence, not refused. */
export function AnotherWay({ corner, onSay }: { corner: Corner; onSay: Say }) {
  const [what, setWhat] = useState<DeviationKind>('studs-impact');
  const [note, setNote] = useState('');
  const chosen = DEVIATIONS.find((d) => d.kind === what);
  const empty = what === 'other' && note.trim() === '';
  return (
    <form
      aria-label="Done another way"
      className="flex flex-col gap-2 border-2 border-caution p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!empty) onSay(corner, { kind: 'deviation', what, note: note.trim() });
      }}
    >
      <SelectField
        label={`Done another way, ${CORNER_LABEL[corner]}`}
        value={what}
        options={DEVIATIONS.map((d) => ({ value: d.kind, label: d.title }))}
        onChange={(e) => setWhat(e.target.value as DeviationKind)}
      />
      <p className="text-[14px]">{chosen?.consequence}</p>
      <Field label="In words" value={note} maxLength={400} onChange={(e) => setNote(e.target.value)} />
      <Button type="submit" disabled={empty} className="self-start">
        Put it on the record
      </Button>
    </form>
  );
}
