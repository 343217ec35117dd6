import { bare } from '../document/bare';
import type { Corner, Plan } from '../document/document';
import { CORNER_LABEL, seatInSentence } from '../document/labels';
import { STAYS_PUT } from '../document/vocabulary';
import { clearanceReserve, computeNumbers } from '../figures/numbers';
import { matchSeats } from '../seat/seats';
import { formatLength, formatTurns, type UnitSystem } from '../units/format';
import { noPlate } from './swap';

/** Thinnest spacer that is sold, mm. Common practice, no source. */
export const THINNEST = 3;

/** Something that was taken in or measured and rules a spacer out, or these parts, before anything is chosen. */
export type RuledOut =
  | {
      readonly is: 'thread';
      readonly corner: Corner;
      readonly turns: number;
      readonly left: number;
      readonly pitch: number;
    }
  | { readonly is: 'clearance'; readonly corner: Corner; readonly clearance: number; readonly reserve: number }
  | { readonly is: 'seat' }
  | { readonly is: 'drilling' };

/**
 * What the car as it was measured rules out, errors on the side of the fitter: only what no better reading would mend.
 * For a job that adds a spacer, threads that leave less than the thinnest on what is on the car, and arches that leave
 * less than that under load; for every job, seats and drillings that do not go together.
 */
export function ruledOut(asRead: Plan): RuledOut[] {
  const plan = bare({
    ...asRead,
    spacer: noPlate(asRead.hub),
    fastener: { kind: 'present' },
    rightSpacer: null,
    trim: 0,
    trimRight: null,
  });
  const { hub, wheel } = plan;
  const out: RuledOut[] = [];
  if (matchSeats(hub.seat, wheel.seat) === 'mismatch') out.push({ is: 'seat' });
  const lugs = hub.lugs !== null && wheel.lugs !== null && hub.lugs !== wheel.lugs;
  const circles = hub.boltCircle !== null && wheel.boltCircle !== null && hub.boltCircle !== wheel.boltCircle;
  if (lugs || circles) out.push({ is: 'drilling' });
  if (STAYS_PUT.has(plan.jobType)) return out;
  const n = computeNumbers(plan);
  const told = new Set<string>();
  for (const c of n.corners) {
    const left = c.slipOnLimit;
    if (left !== null && c.travel !== null && left.value + left.pm < THINNEST - 1e-9 && !told.has('thread')) {
      told.add('thread');
      const { corner } = c;
      const { pitch } = n.thread;
      out.push({ is: 'thread', corner, turns: c.travel.value / pitch, left: left.value, pitch });
    }
    const room = c.clearanceLimit;
    if (room !== null && room.value + room.pm < THINNEST - 1e-9 && !told.has('clearance')) {
      told.add('clearance');
      const reserve = clearanceReserve(plan);
      out.push({ is: 'clearance', corner: c.corner, clearance: room.value + reserve, reserve });
    }
  }
  return out;
}

/** One sentence for it, with what would help. */
export function ruledOutSentence(r: RuledOut, plan: Plan, units: UnitSystem): string {
  const loose = plan.hub.fastening === 'bolt' ? 'bolts' : 'studs';
  switch (r.is) {
    case 'thread': {
      const turns = formatTurns(r.turns, 'nearest');
      const leaves = r.left <= 0 ? 'leave none' : `leave ${formatLength(r.left, units, 'down')}`;
      return `No spacer goes on the ${loose} that are on: ${turns} at the ${CORNER_LABEL[r.corner]} ${leaves}. Longer ${loose} would carry one.`;
    }
    case 'clearance':
      return `No spacer fits this arch as it is: ${formatLength(r.clearance, units, 'down')} under load at the ${CORNER_LABEL[r.corner]}, and ${formatLength(r.reserve, units, 'up')} stay free. A trimmed lip or another tyre would make room.`;
    case 'seat':
      return `The ${plan.hub.fastening === 'bolt' ? 'bolts' : 'nuts'} on the car have a ${seatInSentence(plan.hub.seat)} seat, the wheels ${seatInSentence(plan.wheel.seat)}: do not combine. These wheels need fasteners of their own seat.`;
    case 'drilling':
      return `The wheels are drilled ${drilled(plan.wheel)}, the hub ${drilled(plan.hub)}: these wheels go on with an adapter only.`;
  }
}

const drilled = ({ lugs, boltCircle }: { readonly lugs: number | null; readonly boltCircle: number | null }): string =>
  `${lugs ?? '?'} × ${boltCircle ?? '?'}`;
