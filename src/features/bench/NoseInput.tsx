import { LengthInput } from './LengthInput';

/** Smooth nose at the tip of a new fastener: it holds nothing. A plain end is one tap. */
export function NoseInput({ value, onNose }: { value: number | null; onNose: (nose: number | null) => void }) {
  return (
    <div className="flex flex-col">
      <LengthInput
        label="Pilot nose"
        optional
        value={value}
        range={{ min: 0, max: 30 }}
        onLength={onNose}
        className="w-[104px]"
      />
      {value === null ? (
        <button
          type="button"
          onClick={() => onNose(0)}
          className="touch self-start text-[14px] font-[560] text-accent underline underline-offset-4"
        >
          Plain end
        </button>
      ) : null}
    </div>
  );
}
