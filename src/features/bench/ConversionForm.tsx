import type { Fastener, Hub } from '@/core/document/document';
import { BOLT_CLASSES, type BoltClass } from '@/core/thread/classes';
import { SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { LengthInput } from './LengthInput';
import { NoseInput } from './NoseInput';
import { NutForm, ThreadInput } from './NutForm';
import { TorqueInput } from './TorqueInput';

type Conversion = Extract<Fastener, { kind: 'conversion' }>;

const CLASSES = BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }));
const SEATS_AT = [
  { value: 'shoulder' as const, label: 'Shoulder' },
  { value: 'run-out' as const, label: 'Thread run-out' },
];

/** A two-ended stud in place of a bolt: both ends, where it seats, and the nut outside. */
export function ConversionForm({
  stud,
  threadHint,
  vehicle,
  onStud,
}: {
  stud: Conversion;
  threadHint: string;
  /** The vehicle’s own figure, offered by name. */
  vehicle: Hub['torque'];
  onStud: (stud: Conversion) => void;
}) {
  const set = (change: Partial<Conversion>) => onStud({ ...stud, ...change });
  return (
    <div className="flex basis-full flex-col gap-3">
      <fieldset className="flex flex-wrap items-start gap-3 border-l-2 border-accent pl-3">
        <legend className="sr-only">The conversion stud</legend>
        <LengthInput
          label="Stud, overall"
          value={stud.length}
          range={{ min: 0, max: 200 }}
          onLength={(mm) => mm !== null && set({ length: mm })}
          className="w-[124px]"
        />
        <LengthInput
          label="Short end"
          value={stud.shortEnd}
          range={{ min: 0, max: 60 }}
          onLength={(mm) => mm !== null && set({ shortEnd: mm })}
          className="w-[118px]"
        />
        <LengthInput
          label="Full thread outside"
          value={stud.threadLength}
          range={{ min: 1, max: 150 }}
          onLength={(threadLength) => set({ threadLength })}
          optional
          hint={threadHint}
          className="w-[150px]"
        />
        <ThreadInput label="Hub end" value={stud.hubThread} onThread={(hubThread) => set({ hubThread })} />
        <ThreadInput
          label="Outer end"
          value={stud.outerThread}
          onThread={(outerThread) => set({ outerThread, nut: { ...stud.nut, thread: outerThread } })}
        />
        <Segments
          label="Seats at the hub by its"
          value={stud.seatsAt}
          options={SEATS_AT}
          onChange={(seatsAt) => set({ seatsAt })}
        />
        <SelectField
          label="Class"
          options={CLASSES}
          value={stud.class}
          onChange={(e) => set({ class: e.target.value as BoltClass })}
          className="w-[128px]"
        />
        <NoseInput value={stud.nose} onNose={(nose) => set({ nose })} />
        <TorqueInput
          label="Torque of its nuts"
          value={stud.torque}
          vehicle={vehicle}
          onTorque={(torque) => set({ torque })}
        />
      </fieldset>
      <NutForm nut={stud.nut} gripMeasured onNut={(nut) => set({ nut })} />
    </div>
  );
}
