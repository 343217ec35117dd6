import type { Nut } from '@/core/document/document';
import { NUT_STYLE_LABEL, SEAT_LABEL, THREAD_MATERIAL_LABEL } from '@/core/document/labels';
import type { Seat } from '@/core/document/vocabulary';
import { NUT_CLASSES_SAID } from '@/core/thread/classes';
import { parseThread } from '@/core/thread/designation';
import { Field, optionsOf, SelectField } from '@/ui/Field';
import { useTyped } from '@/ui/useTyped';
import { LengthInput } from './LengthInput';

const SEATS = optionsOf(SEAT_LABEL);
const STYLES = optionsOf(NUT_STYLE_LABEL);
const MATERIALS = optionsOf(THREAD_MATERIAL_LABEL);
const CLASSES = NUT_CLASSES_SAID.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }));
/** What a loose stud meets past the thread of a closed nut, run in by hand until it stops. */
const CAPS = [
  { value: 'unknown', label: 'Not looked at' },
  { value: 'wider', label: 'A loose stud runs on' },
  { value: 'narrow', label: 'The thread ends it' },
];
const SHORT = { min: 0, max: 80 };

/** The nut that goes on, shank and all. */
export function NutForm({ nut, gripMeasured, onNut }: { nut: Nut; gripMeasured?: boolean; onNut: (nut: Nut) => void }) {
  const set = (change: Partial<Nut>) => onNut({ ...nut, ...change });
  return (
    <fieldset className="flex flex-wrap items-start gap-3 border-l-2 border-accent pl-3">
      <legend className="sr-only">The nut</legend>
      <ThreadInput label="Nut thread" value={nut.thread} onThread={(thread) => set({ thread })} />
      <SelectField
        label="Nut"
        options={STYLES}
        value={nut.style}
        onChange={(e) => set({ style: e.target.value as Nut['style'] })}
        className="w-[128px]"
      />
      <SelectField
        label="Seat of the nut"
        options={SEATS}
        value={nut.seat}
        onChange={(e) => set({ seat: e.target.value as Seat })}
        className="w-[128px]"
      />
      <LengthInput
        label="Full thread in it"
        optional
        value={nut.threadLength}
        range={SHORT}
        onLength={(threadLength) => set({ threadLength })}
        className="w-[132px]"
      />
      {nut.style === 'closed' ? (
        <LengthInput
          label="Its blind depth"
          optional
          value={nut.blindDepth}
          range={SHORT}
          onLength={(blindDepth) => set({ blindDepth })}
          className="w-[132px]"
        />
      ) : null}
      {nut.style === 'closed' ? (
        <SelectField
          label="Past its thread"
          options={CAPS}
          value={nut.capOpen === null ? 'unknown' : nut.capOpen ? 'wider' : 'narrow'}
          onChange={(e) => set({ capOpen: { wider: true, narrow: false }[e.target.value] ?? null })}
          className="w-[190px]"
        />
      ) : null}
      <LengthInput
        label={gripMeasured ? 'Deeper than the measured nut by' : 'Its thread begins deeper by'}
        optional
        value={nut.shankReach}
        range={{ min: -40, max: 40 }}
        onLength={(shankReach) => set({ shankReach })}
        className="w-[176px]"
      />
      <LengthInput
        label="Length of its shank"
        value={nut.shankLength}
        range={{ min: 0, max: 40 }}
        onLength={(mm) => mm !== null && set({ shankLength: mm })}
        className="w-[142px]"
      />
      {nut.shankLength > 0 ? (
        <LengthInput
          label="Shank diameter"
          optional
          value={nut.shankDiameter}
          range={{ min: 1, max: 60 }}
          onLength={(shankDiameter) => set({ shankDiameter })}
          className="w-[132px]"
        />
      ) : null}
      <SelectField
        label="Nut of"
        options={MATERIALS}
        value={nut.material}
        onChange={(e) => set({ material: e.target.value as Nut['material'] })}
        className="w-[128px]"
      />
      <SelectField
        label="Class on the nut"
        options={CLASSES}
        value={nut.class}
        onChange={(e) => set({ class: e.target.value as Nut['class'] })}
        className="w-[128px]"
      />
    </fieldset>
  );
}

/** A thread designation that is judged live; only one that reads goes on. */
export function ThreadInput({
  label,
  value,
  onThread,
}: {
  label: string;
  value: string;
  onThread: (thread: string) => void;
}) {
  const { typed, error, change } = useTyped(value, asTyped, (text) => readThread(label, text), onThread);
  return (
    <Field
      label={label}
      figure
      value={typed}
      error={error}
      onChange={(e) => change(e.target.value)}
      className="w-[150px]"
    />
  );
}

const asTyped = (thread: string): string => thread;

/** A thread as typed, once it is one. @throws InputError */
export function readThread(label: string, text: string): string {
  parseThread(label, text);
  return text.trim();
}
