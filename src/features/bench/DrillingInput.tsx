import { type Drilling, drillingText, drillingWords, parseDrilling } from '@/core/parts/drilling';
import type { UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useTyped } from '@/ui/useTyped';

/** What a plate is drilled for: with one tap as the hub, or typed. Empty is unknown. */
export function DrillingInput({
  value,
  hub,
  units,
  onDrilling,
}: {
  value: Drilling | null;
  /** Null where the hub’s own is not known. */
  hub: Drilling | null;
  units: UnitSystem;
  onDrilling: (drilling: Drilling | null) => void;
}) {
  const { typed, error, change } = useTyped(text(value), same, read, (t) =>
    onDrilling(t === '' ? null : parseDrilling('Drilled for', t)),
  );
  return (
    <div className="flex items-start gap-1">
      <Field
        label="Drilled for"
        figure
        value={typed}
        error={error}
        onChange={(e) => change(e.target.value)}
        className="w-[116px]"
      />
      {hub !== null && value === null && typed === '' ? (
        <Button
          className="mt-[21px] px-2"
          title={`Drilled as the hub, ${drillingWords(hub, units)}`}
          onClick={() => onDrilling(hub)}
        >
          Fits {drillingText(hub)}
        </Button>
      ) : null}
    </div>
  );
}

const text = (d: Drilling | null): string => (d === null ? '' : drillingText(d));
const same = (t: string): string => t;

/** A drilling that reads, or nothing. @throws InputError */
function read(typed: string): string {
  return typed.trim() === '' ? '' : drillingText(parseDrilling('Drilled for', typed));
}
