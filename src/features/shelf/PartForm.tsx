'use client';

import { useState, useTransition } from 'react';
import { InputError } from '@/core/errors';
import { type CatalogueItem, type Column, readRow } from '@/core/parts/catalogue';
import type { UnitSystem } from '@/core/units/format';
import { PartSketch } from '@/drawing/PartSketch';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import { savePart } from './actions';
import { fieldsOf, type Kind, type PartField } from './fields';

type Typed = Partial<Record<Column, string>>;
interface Wrong {
  readonly column: string;
  readonly label: string;
  readonly sentence: string;
}

/** The column's own words in place of its name. */
const worded = (e: InputError, label: string): string => e.message.replace(e.field, label);

/** What is typed as a part, or the first field that will not do. */
function readTyped(typed: Typed, fields: readonly PartField[]): { item: CatalogueItem } | { wrong: Wrong } {
  try {
    return { item: readRow(typed) };
  } catch (e) {
    if (!(e instanceof InputError)) throw e;
    const label = fields.find((f) => f.column === e.field)?.label ?? e.field;
    return { wrong: { column: e.field, label, sentence: worded(e, label) } };
  }
}

/** A part typed in, drawn as it is typed: what is drawn is what will be judged. */
export function PartForm({
  id,
  kind,
  start,
  units,
  onDone,
}: {
  id: string | null;
  kind: Kind;
  start: Typed;
  units: UnitSystem;
  onDone: (saved: boolean) => void;
}) {
  const [typed, setTyped] = useState<Typed>(start);
  const [touched, setTouched] = useState<ReadonlySet<string>>(new Set());
  const [pressed, setPressed] = useState(false);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, begin] = useTransition();
  const groups = fieldsOf(kind, typed.spacer_kind ?? 'plain', typed.what);
  const read = readTyped(
    typed,
    groups.flatMap((g) => g.fields),
  );
  const wrong = 'wrong' in read ? read.wrong : null;
  const [drawn, setDrawn] = useState<CatalogueItem | null>('item' in read ? read.item : null);
  if ('item' in read && JSON.stringify(read.item) !== JSON.stringify(drawn)) setDrawn(read.item);

  const type = (column: Column, value: string) => {
    setTyped({ ...typed, [column]: value });
    setTouched(new Set([...touched, column]));
  };
  const save = () => {
    setPressed(true);
    if (wrong) return;
    begin(async () => {
      const result = await ask(() => savePart(id, typed));
      if (result.ok) onDone(true);
      else setFailure(result.message);
    });
  };
  const errorOf = (column: Column): string | undefined =>
    wrong?.column === column && (pressed || touched.has(column)) ? wrong.sentence : undefined;

  return (
    <form
      noValidate
      aria-label={id === null ? 'New part' : `Correct ${start.name}`}
      className="grid grid-cols-[minmax(0,1fr)_minmax(0,380px)] gap-5 border-l-2 border-accent py-2 pl-4 max-lg:grid-cols-1"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <div className="flex flex-col gap-4">
        {groups.map((g) => (
          <fieldset key={g.title} className="flex flex-wrap items-start gap-3">
            <legend className="mb-1 text-[13px] font-[620]">{g.title}</legend>
            {g.fields.map((f) => (
              <One key={f.column} field={f} value={typed[f.column] ?? ''} error={errorOf(f.column)} onType={type} />
            ))}
          </fieldset>
        ))}
      </div>
      <div className="flex flex-col gap-3 lg:sticky lg:top-3 lg:self-start">
        {drawn ? (
          <PartSketch item={drawn} units={units} />
        ) : (
          <p className="border border-dashed border-strong p-4 text-[14px]">
            Drawn to scale once its figures are typed{wrong ? `: ${wrong.label.toLowerCase()} is next` : ''}.
          </p>
        )}
        {drawn && wrong ? (
          <p className="text-[13px] text-soft">Drawn as it was last sound: {wrong.label.toLowerCase()} will not do.</p>
        ) : null}
        {drawn ? (
          <p className="text-[13px] text-soft">
            {drawn.kind === 'spacer' || (drawn.kind === 'other' && drawn.other.what === 'ring') ? 'At half size. ' : ''}
            Dashed: drawn at a usual size, no check uses it.
          </p>
        ) : null}
        {pressed && wrong ? (
          <p role="alert" className="text-[14px] text-stop">
            {wrong.sentence}
          </p>
        ) : null}
        {failure ? (
          <p role="alert" className="text-stop">
            {failure}
          </p>
        ) : null}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" look="main" disabled={busy}>
            {id === null ? 'Put it on the shelf' : 'Save the change'}
          </Button>
          <Button look="quiet" onClick={() => onDone(false)}>
            Leave it
          </Button>
        </div>
      </div>
    </form>
  );
}

function One({
  field: f,
  value,
  error,
  onType,
}: {
  field: PartField;
  value: string;
  error: string | undefined;
  onType: (column: Column, value: string) => void;
}) {
  if (f.options)
    return (
      <SelectField
        label={f.label}
        options={f.options}
        value={value}
        error={error}
        onChange={(e) => onType(f.column, e.target.value)}
        className="w-[170px]"
      />
    );
  return (
    <Field
      label={f.label}
      value={value}
      hint={f.hint}
      error={error}
      figure={f.unit !== undefined}
      {...(f.unit ? { unit: f.unit } : {})}
      onChange={(e) => onType(f.column, e.target.value)}
      className={f.column === 'name' || f.column === 'tried' ? 'w-[300px]' : 'w-[150px]'}
    />
  );
}
