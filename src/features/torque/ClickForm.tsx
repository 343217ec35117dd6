'use client';

import { useEffect, useRef } from 'react';
import type { Corner } from '@/core/document/vocabulary';
import { type Felt, type Joint, type Pass, type TorqueReading, WHOLE } from '@/core/torque/log';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { Button } from '@/ui/Button';
import type { EntryTyped } from '@/usecases/torque/torqueTyped';

export interface ClickFormProps {
  readonly corner: Corner;
  readonly joint: Joint;
  readonly pass: Pass;
  readonly lug: number;
  /** Number of the lug on the face; null in the hold point. */
  readonly position: number | null;
  readonly lugs: number;
  readonly target: number;
  readonly units: UnitSystem;
  readonly onEntry: (typed: Omit<EntryTyped, 'seq'>, reading: TorqueReading) => void;
}

const BOUNCE_MS = 250;
/** A press of a button, with the moment of the finger in ms since the page began. */
type Press = Pick<React.MouseEvent, 'timeStamp'>;

const SECOND: readonly { readonly felt: Felt; readonly label: string; readonly says: string }[] = [
  { felt: 'held', label: 'Held', says: 'clicked at once' },
  { felt: 'little', label: 'Moved a little', says: 'up to a hand’s width: passes, noted' },
  { felt: 'lot', label: 'Moved a lot', says: 'more: the final pass again' },
];

/** A click wrench shows no figure: one tap when it clicks, and on the second round whether the fastener moved first. */
export function ClickForm({ corner, joint, pass, lug, position, lugs, target, units, onEntry }: ClickFormProps) {
  const first = useRef<HTMLButtonElement>(null);
  const lately = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new pass has other buttons, and Enter presses the first of them.
  useEffect(() => {
    lately.current = performance.now();
    first.current?.focus();
  }, [pass, corner, joint]);
  const send = (press: Press, entry: { lug: number; felt?: Felt; note?: string }) => {
    // No hand pulls two lugs in a quarter of a second: that is one press that bounced. When the finger pressed counts,
    // and not when a busy tablet came to it.
    if (press.timeStamp - lately.current < BOUNCE_MS) return;
    lately.current = press.timeStamp;
    onEntry(
      {
        corner,
        joint,
        pass,
        lug: entry.lug,
        reading: '',
        angle: '',
        felt: entry.felt ?? null,
        tool: 'click wrench',
        ...(entry.note ? { note: entry.note } : {}),
      },
      { pass, lug: entry.lug, reading: null, angle: null, felt: entry.felt ?? null },
    );
  };
  if (pass === 'snug')
    return (
      <One
        button={first}
        says={joint === 'adapter' ? 'Hub held from turning, star order.' : 'Wheel in the air, star order, by hand.'}
        label={`All ${lugs} snug`}
        onPress={(e) => send(e, { lug: WHOLE })}
      />
    );
  if (pass === 'lower')
    return (
      <>
        <One
          button={first}
          says="All snug in the air. Lower until the tyre just touches."
          label="Lowered, tyre touches"
          onPress={(e) => send(e, { lug: WHOLE })}
        />
        {/* The other school torques with the car fully down; which it was stands in the log. */}
        <Button
          className="!min-h-[64px] text-[18px]"
          onClick={(e) => send(e, { lug: WHOLE, note: 'fully down on its wheels' })}
        >
          Fully down on its wheels
        </Button>
      </>
    );
  if (pass !== 'verify' && pass !== 'recheck')
    return (
      <One
        button={first}
        says={`Wrench at ${formatTorque(target, units)}.`}
        label={`Lug ${position} clicked`}
        onPress={(e) => send(e, { lug, felt: 'click' })}
      />
    );
  return (
    <div className="flex flex-col gap-2">
      <p className="text-[18px]">
        Lug <span className="figure text-[32px] leading-none font-[650]">{position}</span> once more, wrench at{' '}
        {formatTorque(target, units)}. Did it move before the click?
      </p>
      {SECOND.map((s, i) => (
        <Button
          key={s.felt}
          ref={i === 0 ? first : undefined}
          look={i === 0 ? 'main' : 'plain'}
          onClick={(e) => send(e, { lug, felt: s.felt })}
          className={`flex-col !gap-0 ${i === 0 ? '!min-h-[104px] text-[24px]' : '!min-h-[64px] text-[18px]'}`}
        >
          {s.label}
          <span className="text-[13px] font-normal whitespace-normal">{s.says}</span>
        </Button>
      ))}
    </div>
  );
}

function One({
  button,
  says,
  label,
  onPress,
}: {
  button: React.RefObject<HTMLButtonElement | null>;
  says: string;
  label: string;
  onPress: (press: Press) => void;
}) {
  return (
    <div className="flex flex-col gap-2">
      <p className="text-[18px]">{says}</p>
      <Button ref={button} look="main" onClick={onPress} className="!min-h-[150px] text-[28px]">
        {label}
      </Button>
    </div>
  );
}
