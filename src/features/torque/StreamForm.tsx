import { useEffect, useRef, useState } from 'react';
import { SHOWS } from '@/core/torque/log';
import { keptSamples, readPull } from '@/core/torque/pull';
import type { TraceClass, TraceSample } from '@/core/torque/trace';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { MEETS, type Meets, SimulatedWrench } from '@/devices/wrench';
import { TracePlot } from '@/drawing/TracePlot';
import { Button } from '@/ui/Button';
import { SelectField } from '@/ui/Field';

/** A pull as it is entered. */
export interface Pulled {
  readonly reading: number;
  readonly angle: number;
  readonly shows: TraceClass | null;
  readonly trace: readonly TraceSample[];
}

const MEETS_LABEL: Readonly<Record<Meets, string>> = {
  normal: 'a sound joint',
  crossed: 'a crossed thread',
  bottomed: 'a fastener that bottoms',
  yielding: 'a fastener that yields',
  tight: 'one that is tight already',
  early: 'a click before the figure',
  lost: 'a lost connection',
};

/**
 * One pull of the electronic wrench: its trace is drawn as it comes, judged by the core, and entered when it is let go.
 */
export function StreamForm({
  position,
  target,
  units,
  onPulled,
}: {
  /** Number of the lug on the face. */
  position: number | null;
  target: number;
  units: UnitSystem;
  onPulled: (pull: Pulled) => void;
}) {
  const [meets, setMeets] = useState<Meets>('normal');
  const [samples, setSamples] = useState<readonly TraceSample[]>([]);
  const [pulling, setPulling] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);

  const pull = () => {
    const heard: TraceSample[] = [];
    setSamples([]);
    setSaid(null);
    setPulling(true);
    stop.current = new SimulatedWrench(meets).pull(
      target,
      (s) => {
        heard.push(s);
        setSamples([...heard]);
      },
      (how) => {
        setPulling(false);
        const read = readPull(heard, target);
        if (how === 'lost' || read === null) {
          const at = heard.at(-1)?.torque ?? 0;
          return setSaid(
            `The connection was lost at ${formatTorque(at, units)}. Nothing was entered: slacken lug ${position ?? ''} and pull it again.`,
          );
        }
        if (read.shows !== null && read.shows !== 'normal') setSaid(`The trace shows ${SHOWS[read.shows]}.`);
        const round = Math.round(read.peak * 10) / 10;
        onPulled({
          reading: round,
          angle: Math.round(read.turned * 10) / 10,
          shows: read.shows,
          trace: keptSamples(heard),
        });
      },
    );
  };
  return (
    <div className="flex flex-col gap-3">
      <p className="text-[18px]">
        Lug <span className="figure text-[32px] leading-none font-[650]">{position}</span> with the wrench that streams
      </p>
      <TracePlot
        samples={samples}
        target={target}
        title={
          samples.length === 0
            ? 'No pull yet; the dashed line is the figure'
            : `Torque over angle, up to ${formatTorque(Math.max(...samples.map((s) => s.torque)), units)}`
        }
      />
      <Button look="main" disabled={pulling} className="!min-h-[64px] text-[18px]" onClick={pull}>
        {pulling ? 'Pulling …' : `Pull lug ${position ?? ''}`}
      </Button>
      {said ? (
        <p role="alert" className="border-l-4 border-caution pl-3 text-[15px]">
          {said}
        </p>
      ) : null}
      <SelectField
        label="The simulated wrench meets"
        value={meets}
        options={MEETS.map((m) => ({ value: m, label: MEETS_LABEL[m] }))}
        onChange={(e) => setMeets(e.target.value as Meets)}
      />
    </div>
  );
}
