import type { TraceSample } from '@/core/torque/trace';

/** What the simulated wrench meets at the fastener. */
export const MEETS = ['normal', 'crossed', 'bottomed', 'yielding', 'tight', 'early', 'lost'] as const;
export type Meets = (typeof MEETS)[number];

/**
 * A torque-angle wrench as the interface sees it: it sends degrees and N·m while it is pulled, and says how the pull
 * ended. A real one does the same over its cable or radio.
 */
export interface TorqueAngleWrench {
  /** Pulls once. @returns what ends it before its time */
  pull(target: number, hear: (sample: TraceSample) => void, ended: (how: 'let go' | 'lost') => void): () => void;
}

interface Joint {
  /** Degrees of run-down before the seat, and the torque it takes, N·m. */
  readonly rundown: number;
  readonly drag: number;
  /** N·m a degree once it clamps. */
  readonly slope: number;
  /** Share of the figure from which it gives. */
  readonly yieldAt?: number;
  /** Share of the figure at which the wrench lets go, or the connection is lost. */
  readonly until: number;
}

/**
 * Run-down, seat and spring rate by what is met. About 2 N·m a degree for an alloy wheel, an order more where nothing
 * clamps.
 */
const JOINT: Readonly<Record<Meets, Joint>> = {
  normal: { rundown: 90, drag: 0.02, slope: 2.2, until: 1 },
  crossed: { rundown: 400, drag: 0.38, slope: 2.2, until: 1 },
  bottomed: { rundown: 90, drag: 0.02, slope: 25, until: 1 },
  yielding: { rundown: 90, drag: 0.02, slope: 2.2, yieldAt: 0.7, until: 1 },
  tight: { rundown: 0, drag: 0.84, slope: 5, until: 1 },
  early: { rundown: 90, drag: 0.02, slope: 2.2, until: 0.6 },
  lost: { rundown: 90, drag: 0.02, slope: 2.2, until: 0.5 },
};

/** Samples of a whole pull at a fastener. @param target the figure, N·m, above 0 */
export function pullAt(meets: Meets, target: number): TraceSample[] {
  const { rundown, drag, slope, yieldAt, until } = JOINT[meets];
  const out: TraceSample[] = [];
  const end = until * target;
  let torque = drag * target;
  for (let angle = 0; angle <= rundown; angle += 5) out.push({ angle, torque });
  // Fine enough for a stiff joint, and the last sample stands at the end itself.
  const step = Math.min(1, target / 20 / slope);
  for (let angle = rundown; torque < end && angle < rundown + 400; ) {
    const rate = yieldAt !== undefined && torque > yieldAt * target ? slope / 8 : slope;
    const turn = Math.min(step, (end - torque) / rate);
    angle += turn;
    torque += rate * turn;
    out.push({ angle, torque });
    if (turn < step) break;
  }
  return out;
}

const EVERY_MS = 16;
/** A pull takes about so long, whatever it meets. */
const TAKES_MS = 700;

/** The wrench that ships: what it meets is chosen on the screen. */
export class SimulatedWrench implements TorqueAngleWrench {
  constructor(private readonly meets: Meets) {}

  pull(target: number, hear: (sample: TraceSample) => void, ended: (how: 'let go' | 'lost') => void): () => void {
    const samples = pullAt(this.meets, target);
    const each = Math.max(1, Math.ceil((samples.length * EVERY_MS) / TAKES_MS));
    let at = 0;
    const timer = setInterval(() => {
      for (const s of samples.slice(at, at + each)) hear(s);
      at += each;
      if (at < samples.length) return;
      clearInterval(timer);
      ended(this.meets === 'lost' ? 'lost' : 'let go');
    }, EVERY_MS);
    return () => clearInterval(timer);
  }
}
