import type { WrenchKind } from '@/core/torque/wrench';
import { SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { VerdictMark } from '@/ui/Verdict';

export interface WrenchInHand {
  readonly name: string;
  readonly kind: WrenchKind;
  readonly refused: string | null;
  readonly caution: string | null;
}

const PLAIN = [
  { value: 'click', label: 'Clicks' },
  { value: 'figures', label: 'Shows figures' },
] as const;

/** The wrench in the hand: one of the shop's, or one that only its kind is said of. */
export function InHand({
  wrenches,
  value,
  onChange,
}: {
  wrenches: readonly WrenchInHand[];
  value: string;
  onChange: (value: string) => void;
}) {
  const taken = wrenches.find((w) => w.name === value);
  const plain = PLAIN.find((p) => p.value === value) ?? (taken ? undefined : PLAIN[0]);
  if (wrenches.length === 0)
    return <Segments label="Wrench" value={plain?.value ?? 'click'} options={PLAIN} onChange={onChange} />;
  return (
    <div className="flex flex-col gap-2">
      <SelectField
        label="Wrench"
        value={taken?.name ?? plain?.value ?? 'click'}
        options={[
          ...wrenches.map((w) => ({ value: w.name, label: w.refused ? `${w.name}, out of its range` : w.name })),
          { value: 'click', label: 'Another that clicks' },
          { value: 'figures', label: 'Another that shows figures' },
        ]}
        onChange={(e) => onChange(e.target.value)}
      />
      {taken?.refused ? (
        <p role="alert" className="border-l-4 border-stop pl-3 text-[15px]">
          {taken.refused}
        </p>
      ) : null}
      {taken && !taken.refused && taken.caution ? (
        <p className="flex items-start gap-2 text-[14px]">
          <span className="pt-1">
            <VerdictMark level="caution" size={13} />
          </span>
          {taken.caution}
        </p>
      ) : null}
    </div>
  );
}
