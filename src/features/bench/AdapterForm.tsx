import { useEffect, useState } from 'react';
import { tryInput } from '@/core/errors';
import type { Adapter } from '@/core/document/document';
import { CONDITION_LABEL } from '@/core/document/labels';
import { THREAD_CONDITIONS } from '@/core/joint/friction';
import { BOLT_CLASSES, type BoltClass, NUT_CLASSES_SAID, type NutClassSaid } from '@/core/thread/classes';
import { parseLength, parseTorque } from '@/core/units/parse';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { readThread } from './NutForm';

interface Row {
  readonly key: keyof Typed;
  readonly label: string;
  readonly unit?: string;
  readonly options?: readonly { value: string; label: string }[];
  /** Reads the text or throws; its result is what the plan takes. @throws InputError */
  readonly read: (text: string) => unknown;
}

interface Typed {
  readonly web: string;
  readonly nutHeight: string;
  readonly nutThread: string;
  readonly studThread: string;
  readonly studClass: string;
  readonly nutClass: string;
  readonly nutContact: string;
  readonly condition: string;
  readonly studProtrusion: string;
  readonly studNose: string;
  readonly studThreadLength: string;
  readonly boltCircle: string;
  readonly recess: string;
  readonly torque: string;
  readonly source: string;
}

const length = (label: string, min: number, max: number) => (text: string) =>
  parseLength(label, text, { min, max }).value;

const ROWS: readonly Row[] = [
  { key: 'web', label: 'Web under its nut', unit: 'mm', read: length('Web under its nut', 1, 60) },
  { key: 'nutHeight', label: 'Height of its nut', unit: 'mm', read: length('Height of its nut', 3, 60) },
  { key: 'nutThread', label: 'Thread in its nut', unit: 'mm', read: length('Thread in its nut', 3, 60) },
  {
    key: 'nutClass',
    label: 'Class on its nuts',
    options: NUT_CLASSES_SAID.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c })),
    read: (text): NutClassSaid => NUT_CLASSES_SAID.find((c) => c === text) ?? 'unknown',
  },
  {
    key: 'nutContact',
    label: 'Its nuts bear on',
    unit: 'mm',
    read: (text) => (text.trim() === '' ? null : length('Its nuts bear on', 5, 60)(text)),
  },
  {
    key: 'condition',
    label: 'Its nuts go on',
    options: optionsOf(CONDITION_LABEL),
    read: (text): Adapter['condition'] => THREAD_CONDITIONS.find((c) => c === text) ?? 'unknown',
  },
  { key: 'studThread', label: 'Thread of its studs', read: (text) => readThread('Thread of its studs', text) },
  {
    key: 'studClass',
    label: 'Class of its studs',
    options: BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c })),
    read: (text): BoltClass => BOLT_CLASSES.find((c) => c === text) ?? 'unknown',
  },
  { key: 'studProtrusion', label: 'Its studs stand out', unit: 'mm', read: length('Its studs stand out', 5, 150) },
  {
    key: 'studNose',
    label: 'Pilot nose on them',
    unit: 'mm',
    read: (text) => (text.trim() === '' ? null : length('Pilot nose on them', 0, 30)(text)),
  },
  {
    key: 'studThreadLength',
    label: 'Full thread on them',
    unit: 'mm',
    read: (text) => (text.trim() === '' ? null : length('Full thread on them', 1, 150)(text)),
  },
  { key: 'boltCircle', label: 'Bolt circle outside', unit: 'mm', read: length('Bolt circle outside', 60, 300) },
  {
    key: 'recess',
    label: 'Recess for the spigot',
    unit: 'mm',
    read: (text) => (text.trim() === '' ? null : length('Recess for the spigot', 0, 80)(text)),
  },
  {
    key: 'torque',
    label: 'Torque of its nuts',
    unit: 'N·m',
    read: (text) => (text.trim() === '' ? null : parseTorque('Torque of its nuts', text, { min: 20, max: 800 }).value),
  },
  { key: 'source', label: 'Where that figure is from', read: (text) => text.trim() },
];

const text = (x: number | null | undefined): string => (x === null || x === undefined ? '' : String(x));

const typedOf = (a: Adapter | null, thread: string, boltCircle: number | null): Typed => ({
  web: text(a?.web),
  nutHeight: text(a?.nutHeight),
  nutThread: text(a?.nutThread),
  studThread: a?.studThread ?? thread,
  studClass: a?.studClass ?? 'unknown',
  nutClass: a?.nutClass ?? 'unknown',
  nutContact: text(a?.nutContact),
  condition: a?.condition ?? 'dry',
  studProtrusion: text(a?.studProtrusion),
  studNose: text(a?.studNose),
  studThreadLength: text(a?.studThreadLength),
  boltCircle: text(a?.boltCircle ?? boltCircle),
  recess: text(a?.recess),
  torque: text(a?.torque?.value),
  source: a?.torque?.source ?? '',
});

/** An adapter's own figures. It is judged once all that it needs can be read; a torque without its source stays unmeasured. */
export function AdapterForm({
  adapter,
  typedBefore,
  thread,
  boltCircle,
  onAdapter,
}: {
  adapter: Adapter | null;
  /** What was typed before the form was left with figures missing. */
  typedBefore: Readonly<Partial<Typed>> | undefined;
  thread: string;
  boltCircle: number | null;
  onAdapter: (adapter: Adapter | null, typed: Readonly<Record<string, string>>) => void;
}) {
  const [typed, setTyped] = useState<Typed>(() => ({
    ...typedOf(adapter, thread, boltCircle),
    ...(adapter === null ? typedBefore : {}),
  }));
  const [left, setLeft] = useState<readonly string[]>([]);
  const [own, setOwn] = useState(adapter);

  // Another adapter put on the bench from outside replaces the texts; one's own typing is left alone.
  useEffect(() => {
    if (adapter === own) return;
    setOwn(adapter);
    setTyped(typedOf(adapter, thread, boltCircle));
    setLeft([]);
  }, [adapter, own, thread, boltCircle]);

  const tell = (next: Adapter | null, texts: Typed) => {
    setOwn(next);
    onAdapter(next, { ...texts });
  };
  const read = (row: Row, from: Typed) => tryInput(() => row.read(from[row.key]));
  const change = (key: keyof Typed, value: string) => {
    const next = { ...typed, [key]: value };
    setTyped(next);
    const values = ROWS.map((r) => read(r, next));
    // Until everything reads there is no adapter to judge, and the bench says so.
    if (values.some((v) => v.error !== undefined)) return tell(null, next);
    const got = Object.fromEntries(ROWS.map((r, i) => [r.key, values[i]?.value])) as Omit<Adapter, 'torque'> & {
      torque: number | null;
      source: string;
    };
    const { torque, source, ...rest } = got;
    tell({ ...rest, torque: torque === null || source === '' ? null : { value: torque, source } }, next);
  };
  return (
    <fieldset className="flex flex-wrap items-start gap-3 border-l-2 border-accent pl-3">
      <legend className="sr-only">The adapter</legend>
      {ROWS.map((r) => {
        if (r.options)
          return (
            <SelectField
              key={r.key}
              label={r.label}
              options={r.options}
              value={typed[r.key]}
              onChange={(e) => change(r.key, e.target.value)}
              className="w-[142px]"
            />
          );
        const error = left.includes(r.key) ? read(r, typed).error : undefined;
        return (
          <Field
            key={r.key}
            label={r.label}
            {...(r.unit ? { unit: r.unit } : {})}
            figure={r.key !== 'source'}
            value={typed[r.key]}
            error={error}
            onBlur={() => setLeft((l) => (l.includes(r.key) ? l : [...l, r.key]))}
            onChange={(e) => change(r.key, e.target.value)}
            className={r.key === 'source' ? 'w-[220px]' : 'w-[142px]'}
          />
        );
      })}
    </fieldset>
  );
}
