import { seatCentres } from '../../seat/seats';
import type { Case, Level } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { hasPlate } from './centringShared';

interface SeatsCase extends Case {
  readonly is: 'unknown' | 'centres' | 'does-not';
}

const LEVEL: Readonly<Record<SeatsCase['is'], Level>> = {
  unknown: 'unmeasured',
  centres: 'caution',
  'does-not': 'stop',
};

/** A wheel that only its seats centre. */
export const centringSeats: Rule<'centring.seats', SeatsCase> = {
  ...PLAIN,
  id: 'centring.seats',
  title: 'Centred by its seats',
  statement: 'Only cone or ball seats can centre a wheel; best is hub and seats both.',
  formula: 'seat is cone or ball',
  schools: 'Some hold that seats centre as well as a spigot, others want both. Default: seats alone are a caution.',
  decidedBy: 'spacer',
  judge({ plan }, out) {
    if (!hasPlate(plan) || plan.spacer.centring !== 'seats') return;
    const { seat } = plan.wheel;
    const known = seatCentres(seat) ? 'centres' : 'does-not';
    const is = seat === 'unknown' ? 'unknown' : known;
    out.push(finding({ rule: 'centring.seats', level: LEVEL[is], case: { is } }));
  },
  sentence(f) {
    if (f.case.is === 'unknown') return 'Seat of the wheel is not known, so nothing is known to centre it.';
    return f.case.is === 'does-not'
      ? 'Flat seats do not centre a wheel. It needs the hub spigot or a lipped spacer.'
      : 'Only the seats centre this wheel. Hanger pin, snug in star order in the air, and expect vibration to be felt.';
  },
};
