import { countedState } from '../../document/bare';
import { roomToUse } from '../../engagement/behind';
import { boltProtrusion, boltReach, boltThreadNeeded, calibrateSeat, lengthWindow } from '../../engagement/boltStack';
import { result } from '../result';
import {
  held,
  holeOpenAt,
  infinite,
  NO_STACK,
  noseOf,
  noseOfNew,
  pmOf,
  reachesDeeper,
  type StackNumbers,
  type StackParts,
  sure,
  untouchedOf,
} from './shared';

/** Bolts in a tapped hub: those that are on the car, or new ones. */
export function boltStack({ plan, c, travel, pitch, enough }: StackParts): StackNumbers {
  if (travel === null) return NO_STACK;
  const { hub, spacer, policy, fastener } = plan;
  const s = spacer.thickness;
  const full = policy.leadPitches * pitch;
  // Nose that nobody measured is none for engagement, which is the less; what asks for the more stays unmeasured.
  const lead = full + noseOf(hub.pilotNose);
  const nosePm = pmOf(hub.pilotNose);
  const counted = hub.boltLength;
  const depth = c.tappedDepth;
  const Dt = infinite(depth);
  const depthPm = depth === null ? 0 : depth.pm;
  const sPm = s > 0 ? policy.spacerPm : 0;
  const { spacer: s0, pm: statePm } = countedState(c);
  const s0Pm = (s0 > 0 ? policy.spacerPm : 0) + statePm;
  const seat = counted === null ? null : calibrateSeat(counted.value, lead, travel.value) + s;
  const longerPm = travel.pm + (counted?.pm ?? 0) + policy.fastenerPm + sPm + nosePm;
  const open = depth === null || c.roomBehind === null || seat === null || hub.pilotNose === null;
  // A hole no wider than its thread ends the bolt’s own thread, which may begin right behind the nose of a new one.
  const hole = holeOpenAt(plan, c, travel);
  const past = hole === true ? Number.POSITIVE_INFINITY : noseOfNew(fastener);
  const room = c.roomBehind === null ? 0 : roomToUse(c.roomBehind, pitch, policy.behindReserve);
  const clear = open || hole === null ? null : seat + Dt + Math.min(room, past);
  const common = {
    ...NO_STACK,
    untouched: depth === null ? null : untouchedOf(plan, c, travel, Dt, counted),
    atMost: depth === null,
    mate: depth,
    window:
      counted === null || seat === null
        ? null
        : lengthWindow({
            zero: seat + full + noseOfNew(fastener),
            keep: counted.value + s - s0 + noseOfNew(fastener) - noseOf(hub.pilotNose),
            mate: Dt,
            enough,
            clear,
            pm: longerPm,
            clearPm: depthPm,
          }),
    bearing: seat,
  };
  if (fastener.kind !== 'bolt') {
    const pm = travel.pm + sPm;
    return {
      ...common,
      ...held(result(travel.value - s, travel.pm, sPm), depth),
      further: result(s0 - s, s === s0 ? statePm : sPm + s0Pm),
      deeper: reachesDeeper(plan, c),
      threadNeeded:
        hub.pilotNose === null ? null : result(Math.max(0, travel.value + lead - s), travel.pm, sPm, nosePm),
      behind:
        depth === null || hub.pilotNose === null ? null : result(travel.value + lead - s - Dt, pm, depthPm, nosePm),
    };
  }
  if (counted === null || seat === null) return common;
  const rss = Math.hypot(travel.pm, counted.pm, policy.fastenerPm, sPm, nosePm);
  const noseUnknown = hub.pilotNose === null;
  return {
    ...common,
    ...held(sure(boltReach(fastener.length, seat, full + noseOfNew(fastener)), longerPm, rss), depth),
    threadNeeded: noseUnknown ? null : sure(boltThreadNeeded(fastener.length, seat), longerPm, rss),
    further: result(fastener.length - s - (counted.value - s0), counted.pm, policy.fastenerPm, sPm, s0Pm),
    behind:
      depth === null || noseUnknown
        ? null
        : sure(boltProtrusion(fastener.length, seat, Dt), longerPm + depthPm, Math.hypot(rss, depthPm)),
  };
}
