import { eachWheel } from '../../document/wheels';
import { socketRoom } from '../../seat/seats';
import { type OfWheelCase, ofWheel, type WheelBlank, wheelBlank } from '../kit/cases';
import { judgeWheels } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** The socket, or the spline-drive key, in the lug hole of every wheel. */
export const seatSocket: Rule<'seat.socket', OfWheelCase | WheelBlank> = {
  ...PLAIN,
  id: 'seat.socket',
  title: 'Socket in the lug hole',
  statement: 'Lug hole is larger than the socket, or the spline-drive key, all over; else another socket is taken.',
  formula: 'hole − socket ≥ 1 mm',
  policy: ['socketRoom'],
  needs: ['lugHole'],
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const socket = plan.hub.socketOutside;
    if (socket === null || plan.wheel.each.length === 0) return;
    const wheels = eachWheel(plan.wheel, 'lugHole');
    const limit = plan.policy.socketRoom;
    const value = (hole: number): number => socketRoom(hole, socket);
    const found = judgeWheels({ rule: 'seat.socket', limit, wheels, of: ofWheel, blank: wheelBlank, value });
    // A socket belongs to the hand, not to the joint: one that does not enter asks for another and never stops it.
    const stands = found.level === 'stop' || found.level === 'unmeasured';
    out.push(stands ? { ...found, level: 'caution' } : found);
  },
  sentence(f, s) {
    if (f.case.is === 'wheel-blank') return `Needs the lug hole of ${f.case.name}, to know whether the socket enters.`;
    return (f.margin ?? 0) < 0
      ? `Only ${s.value('down')} between socket and lug hole of ${f.case.name}; ${s.limit('up')} is the least. A slimmer socket, or a spline-drive key.`
      : `${s.value('down')} between socket and lug hole of ${f.case.name}.${s.error}`;
  },
};
