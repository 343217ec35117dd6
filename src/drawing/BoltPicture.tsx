import { useId } from 'react';
import type { Seat } from '@/core/document/vocabulary';
import { seatInWheel } from '@/core/seat/seats';
import { Dimension } from './StackSection';
import { written as n } from './written';

/** Which of a bolt's lengths is meant. */
export type BoltLength = 'under' | 'overall' | 'thread';

/** Sizes of the picture, mm; it shows what is meant and is not drawn to the bolt at hand. */
const BOLT = { thread: 26, shank: 38, radius: 6.5, collar: 10.5, hex: 8, head: 11 };
const BALL = 14;

/** How far the seat reaches from where it starts at the shank to the collar, mm. */
export function seatReach(seat: Seat): number {
  const rise = BOLT.collar - BOLT.radius;
  if (seatInWheel(seat) === 'cone60') return rise / Math.tan(Math.PI / 6);
  if (seat === 'cone90') return rise;
  if (seat.startsWith('ball')) return Math.sqrt(BALL ** 2 - BOLT.radius ** 2) - Math.sqrt(BALL ** 2 - BOLT.collar ** 2);
  return 0;
}

/** From the tip to the top of the head, mm. */
const overall = (seat: Seat): number => BOLT.shank + seatReach(seat) + BOLT.head;

/** Outline of the bolt with its axis on y = 0, tip at x = 0. */
export function boltPath(seat: Seat): string {
  const { shank, radius: r, collar, hex } = BOLT;
  const at = shank + seatReach(seat);
  const seatTo = seat.startsWith('ball') ? `A${BALL} ${BALL} 0 0 0 ` : 'L';
  return `M0 ${-r + 1.5}L1.5 ${-r}H${shank}${seatTo}${n(at)} ${-collar}H${n(at + 2)}V${-hex}H${n(overall(seat))}V${hex}H${n(at + 2)}V${collar}H${n(at)}${seatTo}${shank} ${r}H1.5L0 ${r - 1.5}Z`;
}

/**
 * What is measured on a bolt: under the seat (from where cone or ball starts, flat from the face), overall, its thread.
 */
export function BoltPicture({ seat, onPick }: { seat: Seat; onPick: (length: BoltLength) => void }) {
  const id = useId().replace(/:/g, '');
  const end = overall(seat);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing whose dimensions can be pressed is no set of form fields
    <svg
      viewBox={`-2 -21 ${n(end + 5)} 44`}
      role="group"
      aria-labelledby={id}
      className="w-full max-w-[340px] overflow-visible"
      data-testid="bolt-picture"
    >
      <title id={id}>
        Lengths of a bolt: under the seat from where cone or ball starts, or from the flat face; overall with the head;
        its thread
      </title>
      <path
        d={boltPath(seat)}
        fill="var(--brass)"
        stroke="var(--ink)"
        strokeWidth="1.2"
        vectorEffect="non-scaling-stroke"
        strokeDasharray={seat === 'unknown' ? '4 3' : undefined}
      />
      <path d={threads()} fill="none" stroke="var(--ink-soft)" strokeWidth="0.8" vectorEffect="non-scaling-stroke" />
      <path
        d={`M-2 0H${n(end + 2)}`}
        stroke="var(--ink-soft)"
        strokeWidth="0.8"
        strokeDasharray="9 3 2 3"
        vectorEffect="non-scaling-stroke"
      />
      <Dimension x0={0} x1={BOLT.thread} y={-15} half={BOLT.radius} text="thread" onPick={() => onPick('thread')} />
      <Dimension
        x0={0}
        x1={BOLT.shank}
        y={14}
        half={BOLT.radius}
        text="under the seat"
        onPick={() => onPick('under')}
      />
      <Dimension x0={0} x1={end} y={20} half={BOLT.collar} text="overall" onPick={() => onPick('overall')} />
    </svg>
  );
}

/** Crests of the thread as slanted strokes. */
function threads(): string {
  let d = '';
  for (let x = 2.5; x < BOLT.thread; x += 2) d += `M${x} ${-BOLT.radius}L${x + 1} ${BOLT.radius}`;
  return d;
}
