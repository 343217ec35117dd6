import { useEffect, useState } from 'react';
import type { Adapter } from '@/core/document/document';
import { CONDITION_LABEL } from '@/core/document/labels';
import { tryInput } from '@/core/errors';
import { THREAD_CONDITIONS } from '@/core/joint/friction';
import { parseLugs } from '@/core/parts/drilling';
import { BOLT_CLASSES, type BoltClass, NUT_CLASSES_SAID, type NutClassSaid } from '@/core/thread/classes';
import type { UnitSystem } from '@/core/units/format';
import { asShown, fieldText, parseLength, parseTorque, type Shown, unitShown } from '@/core/units/parse';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { useShownUnit } from '@/ui/units';
import { readThread } from './NutForm';

interface Row {
  readonly key: Exclude<keyof Typed, 'units'>;
  readonly label: string;
  readonly options?: readonly { value: string; label: string }[];
  /** What a bare figure in it is; left out, it is no figure with a unit. */
  readonly of?: Shown;
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
  readonly lugs: string;
  readonly recess: string;
  readonly torque: string;
  readonly source: string;
  /** The units that the figures above are typed in. */
  readonly units: UnitSystem;
}

/** A length, or null while it is empty: the rules ask for it by its name. @throws InputError */
const length = (label: string, min: number, max: number) => (text: string) =>
  text.trim() === '' ? null : parseLength(label, text, { min, max }).value;

const ROWS: readonly Row[] = [
  { key: 'web', label: 'Web under its nut', of: 'length', read: length('Web under its nut', 1, 60) },
  { key: 'nutHeight', label: 'Height of its nut', of: 'length', read: length('Height of its nut', 3, 60) },
  { key: 'nutThread', label: 'Thread in its nut', of: 'length', read: length('Thread in its nut', 3, 60) },
  {
    key: 'nutClass',
    label: 'Class on its nuts',
    options: NUT_CLASSES_SAID.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c })),
    read: (text): NutClassSaid => NUT_CLASSES_SAID.find((c) => c === text) ?? 'unknown',
  },
  {
    key: 'nutContact',
    label: 'Its nuts bear on',
    of: 'length',
    read: length('Its nuts bear on', 5, 60),
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
  { key: 'studProtrusion', label: 'Its studs stand out', of: 'length', read: length('Its studs stand out', 5, 150) },
  {
    key: 'studNose',
    label: 'Pilot nose on them',
    of: 'length',
    read: length('Pilot nose on them', 0, 30),
  },
  {
    key: 'studThreadLength',
    label: 'Full thread on them',
    of: 'length',
    read: length('Full thread on them', 1, 150),
  },
  { key: 'boltCircle', label: 'Bolt circle outside', of: 'length', read: length('Bolt circle outside', 60, 300) },
  {
    key: 'lugs',
    label: 'Studs for the wheel',
    read: (text) => (text.trim() === '' ? null : parseLugs('Studs for the wheel', text)),
  },
  {
    key: 'recess',
    label: 'Recess for the spigot',
    of: 'length',
    read: length('Recess for the spigot', 0, 80),
  },
  {
    key: 'torque',
    label: 'Torque of its nuts',
    of: 'torque',
    read: (text) => (text.trim() === '' ? null : parseTorque('Torque of its nuts', text, { min: 20, max: 800 }).value),
  },
  { key: 'source', label: 'Where that figure is from', read: (text) => text.trim() },
];

const typedOf = (a: Adapter | null, thread: string, boltCircle: number | null, units: UnitSystem): Typed => {
  const text = (x: number | null | undefined): string => (x == null ? '' : fieldText(x, 'length', units));
  return {
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
    lugs: a?.lugs == null ? '' : String(a.lugs),
    recess: text(a?.recess),
    torque: a?.torque ? fieldText(a.torque.value, 'torque', units) : '',
    source: a?.torque?.source ?? '',
    units,
  };
};

interface AdapterFormProps {
  readonly adapter: Adapter | null;
  /** What was typed before the form was left with figures missing. */
  readonly typedBefore: Readonly<Partial<Typed>> | undefined;
  readonly thread: string;
  readonly boltCircle: number | null;
  readonly onAdapter: (adapter: Adapter | null, typed: Readonly<Record<string, string>> | null) => void;
}

/**
 * An adapter's own figures, judged as far as they are there: each rule asks for what it lacks. A torque without its
 * source is none.
 */
export function AdapterForm(props: AdapterFormProps) {
  return <InUnits key={useShownUnit('length').system} {...props} />;
}

function InUnits({ adapter, typedBefore, thread, boltCircle, onAdapter }: AdapterFormProps) {
  const { system } = useShownUnit('length');
  const [typed, setTyped] = useState<Typed>(() => ({
    ...typedOf(adapter, thread, boltCircle, system),
    // Texts of other units would be misread.
    ...((typedBefore?.units ?? 'metric') === system ? typedBefore : {}),
  }));
  const [left, setLeft] = useState<readonly string[]>([]);
  const [own, setOwn] = useState(adapter);

  // Another adapter put on the bench from outside replaces the texts; one's own typing is left alone.
  useEffect(() => {
    if (adapter === own) return;
    setOwn(adapter);
    setTyped(typedOf(adapter, thread, boltCircle, system));
    setLeft([]);
  }, [adapter, own, thread, boltCircle, system]);

  /** @param whole all that was typed is in the adapter, so that no text need be kept beside it */
  const tell = (next: Adapter | null, texts: Typed, whole = false) => {
    setOwn(next);
    onAdapter(next, whole ? null : { ...texts });
  };
  const read = (row: Row, from: Typed) =>
    tryInput(() => row.read(row.of ? asShown(from[row.key], row.of, system) : from[row.key]));
  const change = (key: Row['key'], value: string) => {
    const next = { ...typed, [key]: value };
    setTyped(next);
    const values = ROWS.map((r) => read(r, next));
    // What does not read is not known, and each rule asks for what it needs; only without a thread there is nothing to
    // judge.
    const known = values.map((v) => (v.error === undefined ? v.value : null));
    const got = Object.fromEntries(ROWS.map((r, i) => [r.key, known[i]])) as Omit<Adapter, 'torque'> & {
      torque: number | null;
      source: string;
    };
    const { torque, source, ...rest } = got;
    if (rest.studThread === null) return tell(null, next);
    const whole = values.every((v) => v.error === undefined) && (torque === null) === (source === '');
    tell({ ...rest, torque: torque === null || source === '' ? null : { value: torque, source } }, next, whole);
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
            {...(r.of ? { unit: unitShown(r.of, system) } : {})}
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
