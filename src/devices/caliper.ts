/**
 * A caliper as the interface sees it: it shows a figure and, on its send key, types that figure. A real one with a
 * keyboard wedge does the same through the keyboard and needs no driver.
 */
export interface Caliper {
  /** What the display shows, with its unit. */
  display(): string;
  /** Calls back with what the send key types. @returns a function that ends it */
  onSend(listener: (text: string) => void): () => void;
}

export type CaliperUnit = 'mm' | 'in';

const MM_PER_INCH = 25.4;
/** Resolution of the simulated scale, mm. */
const STEP = 0.01;
const MOST = 150;

/** A simulated caliper: jaws that are set by hand, a zero key, millimetres or inches, a send key. */
export class SimulatedCaliper implements Caliper {
  private jaws = 0;
  private zeroAt = 0;
  private unit: CaliperUnit = 'mm';
  private readonly listeners = new Set<(text: string) => void>();

  /** Opens the jaws, mm; they end at 0 and 150. */
  open(mm: number): void {
    this.jaws = Math.min(MOST, Math.max(0, Math.round(mm / STEP) * STEP));
  }

  /** From here on the display counts from where the jaws stand now. */
  zero(): void {
    this.zeroAt = this.jaws;
  }

  setUnit(unit: CaliperUnit): void {
    this.unit = unit;
  }

  display(): string {
    const mm = this.jaws - this.zeroAt;
    return this.unit === 'mm' ? mm.toFixed(2) : `${(mm / MM_PER_INCH).toFixed(4)} in`;
  }

  onSend(listener: (text: string) => void): () => void {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  }

  /** The send key. */
  send(): void {
    for (const listener of this.listeners) listener(this.display());
  }
}
