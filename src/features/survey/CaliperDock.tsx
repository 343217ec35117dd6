import { useEffect, useRef, useState } from 'react';
import { SimulatedCaliper } from '@/devices/caliper';
import { typeInto } from '@/devices/wedge';
import { Button } from '@/ui/Button';
import { Segments } from '@/ui/Segments';

const UNITS = [
  { value: 'mm' as const, label: 'mm' },
  { value: 'in' as const, label: 'in' },
];

/** The caliper stand-in, in the demo or where it is asked for: a workshop has a caliper of its own. */
export function CaliperDock({ shown }: { shown: boolean }) {
  const [asked, setAsked] = useState(shown);
  return asked ? (
    <Caliper />
  ) : (
    <Button look="quiet" className="self-start text-[13px]" onClick={() => setAsked(true)}>
      Try a simulated caliper
    </Button>
  );
}

/**
 * The caliper stand-in: set its jaws, send; it types into the field that was stood in last, which moves on to the next.
 */
function Caliper() {
  const [caliper] = useState(() => new SimulatedCaliper());
  const [display, setDisplay] = useState(caliper.display());
  const [jaws, setJaws] = useState(0);
  const [unit, setUnit] = useState<'mm' | 'in'>('mm');
  const [said, setSaid] = useState<string | null>(null);
  const field = useRef<HTMLInputElement | null>(null);

  useEffect(() => {
    const stoodIn = (e: FocusEvent) => {
      if (e.target instanceof HTMLInputElement && e.target.dataset.reading !== undefined) field.current = e.target;
    };
    document.addEventListener('focusin', stoodIn);
    return () => document.removeEventListener('focusin', stoodIn);
  }, []);

  useEffect(
    () =>
      caliper.onSend((text) => {
        const to = field.current;
        if (!to?.isConnected) return setSaid('Stand in a reading’s field first; the caliper types where you stand.');
        setSaid(null);
        typeInto(to, text);
      }),
    [caliper],
  );

  const change = (work: () => void) => {
    work();
    setDisplay(caliper.display());
  };
  const open = (mm: number) => {
    setJaws(mm);
    change(() => caliper.open(mm));
  };
  return (
    <section aria-label="Caliper, simulated" className="flex flex-col gap-2 border border-line bg-sheet p-3">
      <h2>Caliper, simulated</h2>
      <output
        className="figure border border-line bg-sunk px-2 py-1 text-right text-[22px] leading-tight"
        aria-label="Caliper display"
      >
        {display}
      </output>
      <input
        type="range"
        min={0}
        max={150}
        step={0.01}
        value={jaws}
        onChange={(e) => open(Number(e.target.value))}
        aria-label="Jaws, mm"
        className="touch w-full [accent-color:var(--accent)]"
      />
      <div className="flex items-end gap-1">
        <Segments
          label="Unit of the caliper"
          hideLabel
          value={unit}
          options={UNITS}
          onChange={(v) => {
            setUnit(v);
            change(() => caliper.setUnit(v));
          }}
        />
        <Button look="quiet" className="px-2" onClick={() => change(() => caliper.zero())}>
          Zero
        </Button>
        <Button className="ml-auto px-3" onPointerDown={(e) => e.preventDefault()} onClick={() => caliper.send()}>
          Send
        </Button>
      </div>
      <p className="text-[13px] text-soft" role={said ? 'alert' : undefined}>
        {said ?? 'Types into the field you stand in, keeps it and moves on. A caliper on the keyboard does the same.'}
      </p>
    </section>
  );
}
