import type { Plan } from '../../document/document';
import { lockingOf } from '../../document/hardware';
import { SEAT_LABEL, seatInSentence } from '../../document/labels';
import type { Seat } from '../../document/vocabulary';
import { fastenerSeat, stays } from '../../figures/counts';
import { matchSeats } from '../../seat/seats';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Seats extends Case {
  readonly is: 'both' | 'wheel' | 'fastener' | 'locking' | 'locking-unknown';
  readonly own: Seat;
  readonly wheel: Seat;
}

/** Seat of the locking piece that goes in, where it was said to be another one; null where it is as the others. */
const ownLockingSeat = (plan: Plan): Seat | null =>
  lockingOf(plan).is === 'piece' && plan.locking.kind === 'piece' && !stays(plan) ? (plan.locking.seat ?? null) : null;

/** Seat of the fastener against the seat in the wheel. */
export const seatMatch: Rule<'seat.match', Seats> = {
  ...PLAIN,
  id: 'seat.match',
  title: 'Seats',
  statement: 'Seat of the fastener, and of its locking piece, equals seat of the wheel.',
  formula: 'seat(fastener) = seat(wheel)',
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const own = fastenerSeat(plan);
    const wheel = plan.wheel.seat;
    const match = matchSeats(own, wheel);
    const open = wheel === 'unknown' ? 'wheel' : 'fastener';
    const which: Seats = { is: match === 'unknown' ? open : 'both', own, wheel };
    const level = { unknown: 'unmeasured', match: 'pass', mismatch: 'stop' } as const;
    out.push(finding({ rule: 'seat.match', level: level[match], case: which }));
    const piece = ownLockingSeat(plan);
    if (piece === null || piece === own) return;
    // A keyed piece sits in the same hole as its neighbours.
    const fits = matchSeats(piece, wheel);
    const its: Seats = { is: piece === 'unknown' ? 'locking-unknown' : 'locking', own: piece, wheel };
    if (wheel !== 'unknown') out.push(finding({ rule: 'seat.match', level: level[fits], case: its }));
  },
  sentence(f, s) {
    const { is, own, wheel } = f.case;
    if (is === 'locking-unknown')
      return 'Needs the seat of the locking piece: it goes into the same hole as the others.';
    if (is === 'locking')
      return s.stop
        ? `The locking piece has a ${seatInSentence(own)} seat, the wheel ${seatInSentence(wheel)}: it bears on a line and comes loose.`
        : `The locking piece: ${seatInSentence(own)} in ${seatInSentence(wheel)}.`;
    if (is !== 'both') return `Seat of the ${is} is not known. Look before anything is torqued.`;
    return s.stop
      ? `${SEAT_LABEL[own]} fastener in a ${seatInSentence(wheel)} wheel: it bears on a line and comes loose.`
      : `${SEAT_LABEL[own]} in ${seatInSentence(wheel)}.`;
  },
};
