import { useState } from 'react';
import { tryInput } from '@/core/errors';
import { mmToInch } from '@/core/units/factors';
import type { UnitSystem } from '@/core/units/format';
import { parseLength, parseTurns } from '@/core/units/parse';
import { roundTo } from '@/core/units/round';
import { Field } from '@/ui/Field';

/** Turns to length of thread and back, at this hub's pitch: the two get mixed up in speech. Nothing here is kept. */
export function TurnConverter({ pitch, units }: { pitch: number; units: UnitSystem }) {
  const [turns, setTurns] = useState('');
  const [length, setLength] = useState('');
  const [error, setError] = useState<{ field: 'turns' | 'length'; message: string } | null>(null);
  /** Shows the other side of what was typed on one side, or says what is wrong with it. */
  const convert = (field: 'turns' | 'length', text: string, to: () => string, show: (other: string) => void) => {
    if (text.trim() === '') return show('');
    const r = tryInput(to);
    setError(r.error === undefined ? null : { field, message: r.error });
    if (r.error === undefined) show(r.value);
  };
  const fromTurns = (text: string) => {
    setTurns(text);
    convert(
      'turns',
      text,
      () => {
        const mm = parseTurns('Turns', text, { min: 0, max: 40 }).value * pitch;
        return units === 'imperial' ? `${roundTo(mmToInch(mm), 3, 'down')} in` : `${roundTo(mm, 2, 'down')} mm`;
      },
      setLength,
    );
  };
  const fromLength = (text: string) => {
    setLength(text);
    convert(
      'length',
      text,
      () => String(roundTo(parseLength('Thread', text, { min: 0, max: 200 }).value / pitch, 2, 'down')),
      setTurns,
    );
  };
  return (
    <div className="flex flex-wrap items-start justify-center gap-2">
      <Field
        label="Turns"
        figure
        value={turns}
        error={error?.field === 'turns' ? error.message : undefined}
        onChange={(e) => fromTurns(e.target.value)}
        className="w-[96px]"
      />
      <span className="figure mt-[29px]" aria-hidden="true">
        =
      </span>
      <Field
        label="Thread, in length"
        figure
        value={length}
        error={error?.field === 'length' ? error.message : undefined}
        onChange={(e) => fromLength(e.target.value)}
        className="w-[132px]"
      />
      <span className="basis-full text-center text-[13px] text-soft">
        at a pitch of <span className="figure">{Number(pitch.toFixed(3))}</span> mm
      </span>
    </div>
  );
}
