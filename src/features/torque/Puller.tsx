import { type Pass, type TorqueReading, type TorqueState, WHOLE } from '@/core/torque/log';
import type { UnitSystem } from '@/core/units/format';
import { Segments } from '@/ui/Segments';
import { useUnkept } from '@/ui/useUnkept';
import type { EntryTyped } from '@/usecases/torque/torqueTyped';
import { ClickForm } from './ClickForm';
import { EntryForm } from './EntryForm';
import type { WrenchInHand } from './InHand';
import { OverPulled } from './OverPulled';
import { StreamForm } from './StreamForm';
import type { TorquedJoint } from './TorqueView';

/** One entry at a time, by what the wrench in the hand tells: it clicked, it shows a figure, or it streams. */
export function Puller({
  wheel,
  state,
  pass,
  next,
  taken,
  clicks,
  lugs,
  units,
  onEnter,
}: {
  wheel: TorquedJoint;
  state: TorqueState;
  pass: Pass;
  /** Position of the lug that is next; null where the whole wheel is meant. */
  next: number | null;
  /** The shop’s wrench that was picked, if one was. */
  taken: WrenchInHand | undefined;
  clicks: boolean;
  lugs: number;
  units: UnitSystem;
  onEnter: (typed: Omit<EntryTyped, 'seq'>, reading: TorqueReading) => void;
}) {
  const [streamed, setStreamed] = useUnkept('torque/streamed', true);
  const { corner, joint, spec } = wheel;
  const lug = next ?? WHOLE;
  const position = next === null ? null : state.order.indexOf(next) + 1;
  const second = pass === 'verify' || pass === 'recheck';
  const base = { corner, joint, reading: '', angle: '', felt: null };
  const tool = taken?.name;
  const named = (typed: Omit<EntryTyped, 'seq'>) => (tool ? { ...typed, tool } : typed);
  if (state.overpulled !== null) {
    const held = state.overpulled;
    return (
      <OverPulled
        key={held}
        lug={state.order.indexOf(held) + 1}
        heldFor={state.heldFor}
        onSay={(what, note) =>
          onEnter(
            { ...base, pass: what, lug: held, tool: 'by hand', note },
            { pass: what, lug: held, reading: null, angle: null, felt: null },
          )
        }
      />
    );
  }
  if (taken?.refused) return null;
  const same = { corner, joint, pass, lug, position, target: spec.target, units };
  if (clicks) return <ClickForm {...same} lugs={lugs} onEntry={(typed, reading) => onEnter(named(typed), reading)} />;
  // Snug is the hand's, whatever wrench comes after it, and so is lowering: one tap a wheel.
  if (pass === 'snug' || pass === 'lower')
    return (
      <ClickForm {...same} lugs={lugs} onEntry={(typed, reading) => onEnter({ ...typed, tool: 'by hand' }, reading)} />
    );
  const streams = taken?.kind === 'electronic' && next !== null && (second || pass === 'final');
  return (
    <>
      {taken?.kind === 'electronic' ? (
        <Segments
          label="Its figures"
          value={streamed ? 'streamed' : 'typed'}
          options={[
            { value: 'streamed', label: 'Streamed' },
            { value: 'typed', label: 'Typed' },
          ]}
          onChange={(v) => setStreamed(v === 'streamed')}
        />
      ) : null}
      {streams && streamed ? (
        <StreamForm
          key={`${pass}/${lug}`}
          position={position}
          target={spec.target}
          units={units}
          onPulled={({ reading, angle, shows, trace }) =>
            onEnter(
              {
                ...base,
                pass,
                lug,
                reading: `${reading} N·m`,
                angle: second ? String(angle) : '',
                tool: tool ?? 'wrench that streams',
                trace: [...trace],
              },
              { pass, lug, reading, angle: second ? angle : null, ...(shows === null ? {} : { shows }) },
            )
          }
        />
      ) : (
        <EntryForm {...same} onEntry={(typed, reading) => onEnter(named(typed), reading)} />
      )}
    </>
  );
}
