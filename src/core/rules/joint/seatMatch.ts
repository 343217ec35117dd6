import { SEAT_LABEL, seatInSentence } from '../../document/labels';
import type { Seat } from '../../document/vocabulary';
import { fastenerSeat } from '../../figures/counts';
import { matchSeats } from '../../seat/seats';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Seats extends Case {
  readonly is: 'both' | 'wheel' | 'fastener';
  readonly own: Seat;
  readonly wheel: Seat;
}

/** Seat of the fastener against the seat in the wheel. */
export const seatMatch: Rule<'seat.match', Seats> = {
  ...PLAIN,
  id: 'seat.match',
  title: 'Seats',
  statement: 'Seat of the fastener equals seat of the wheel.',
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
  },
  sentence(f, s) {
    const { is, own, wheel } = f.case;
    if (is !== 'both') return `Seat of the ${is} is not known. Look before anything is torqued.`;
    return s.stop
      ? `${SEAT_LABEL[own]} fastener in a ${seatInSentence(wheel)} wheel: it bears on a line and comes loose.`
      : `${SEAT_LABEL[own]} in ${seatInSentence(wheel)}.`;
  },
};
