import type { Corner } from '../../document/document';
import { CORNER_LABEL } from '../../document/labels';
import { formatForce, formatLength, formatTorque, formatTurns, type UnitSystem } from '../../units/format';
import type { Direction } from '../../units/round';
import type { Finding } from './finding';
import { type Need, needText } from './needs';

/** What the sentences need besides the finding itself. */
export interface Wording {
  readonly units: UnitSystem;
  /** Thread pitch, mm, so that length and turns stand side by side. */
  readonly pitch: number;
}

/** A finding with its figures ready to be put into words; each figure is rounded the way that cannot hurt. */
export class Say {
  /** “ at the front left” where one corner decides, else empty. */
  readonly at: string;
  /** A sentence where the measuring error alone decides, else empty. */
  readonly error: string;
  /** Not measured. */
  readonly short: boolean;
  readonly stop: boolean;
  constructor(
    private readonly f: Finding,
    private readonly w: Wording,
  ) {
    this.at = f.corner ? ` at the ${CORNER_LABEL[f.corner as Corner]}` : '';
    this.error = f.uncertain
      ? ` The measuring error of ±${this.len(f.pm, 'up')} alone decides this: measure better.`
      : '';
    this.short = f.level === 'unmeasured';
    this.stop = f.level === 'stop';
  }
  /** “Needs the turn count at the front left.”: only what is missing. */
  needs(need: Need): string {
    const { name } = this.f.case as { readonly name?: string };
    const text = needText(need, this.f.lacks ?? []);
    return `Needs ${name ? text.replace('of the wheel', `of ${name}`) : text}${this.at}.`;
  }
  len(mm: number | null, d: Direction): string {
    return formatLength(mm ?? 0, this.w.units, d);
  }
  value(d: Direction): string {
    return this.len(this.f.value, d);
  }
  limit(d: Direction): string {
    return this.len(this.f.limit, d);
  }
  /** What is missing to the limit, rounded up. */
  shortBy(): string {
    return this.len(-(this.f.margin ?? 0), 'up');
  }
  /** A length with its turns beside it. */
  both(mm: number | null, d: Direction): string {
    return `${this.len(mm, d)} (${formatTurns((mm ?? 0) / (this.f.pitch ?? this.w.pitch), d)})`;
  }
  torque(nm: number | null): string {
    return formatTorque(nm ?? 0, this.w.units);
  }
  force(n: number, d: Direction): string {
    return formatForce(n, this.w.units, d);
  }
  get units(): UnitSystem {
    return this.w.units;
  }
  /** The figure found, as a number. */
  get v(): number {
    return this.f.value ?? 0;
  }
}

/** “11.5 mm (7.66 turns) of thread; min 14.0 mm (one diameter)” with what is short. */
export function held(f: Finding, s: Say, what: string): string {
  const text = `${s.both(f.value, 'down')} of thread${s.at}; min ${s.both(f.limit, 'up')}, ${what}.`;
  return (f.margin ?? 0) < -1e-9 ? `${text} Short by ${s.shortBy()}.${s.error}` : `${text}${s.error}`;
}

/** “ of wheel C” where one wheel decides, else empty. */
export const wheelWords = (name: string): string => (name === '' ? '' : ` of ${name}`);
