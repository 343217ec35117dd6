import { countedState } from '../../document/bare';
import { lengthWindow } from '../../engagement/boltStack';
import { bottomGap, nutReach, studThreadNeeded } from '../../engagement/nutStack';
import { hubEndEngagement, hubEndProtrusion, outerTip } from '../../engagement/twoEnded';
import { type Result, result } from '../result';
import {
  chosenNut,
  closedClear,
  held,
  infinite,
  mateOfNut,
  NO_STACK,
  noseOfNew,
  type StackNumbers,
  type StackParts,
  sure,
} from './shared';

/** Two-ended conversion studs in a hub that took bolts. x from the hub face. */
export function conversionStack({ plan, c, pitch, outer, enough }: StackParts): StackNumbers {
  const { hub, spacer, policy, fastener } = plan;
  if (fastener.kind !== 'conversion') return NO_STACK;
  const depth = c.tappedDepth;
  const hubLead = policy.leadPitches * pitch;
  const ofHub = (value: number): Result => (depth === null ? null : result(value, depth.pm, policy.fastenerPm));
  const hubEngagement = ofHub(hubEndEngagement(fastener.shortEnd, hubLead, infinite(depth)));
  const behind = ofHub(hubEndProtrusion(fastener.shortEnd, infinite(depth)));
  // A wheel’s pad that was not measured moves the nut by nobody knows how much.
  if (depth === null || c.rotorHat === null || hub.nutGrip === null || countedState(c).lacks !== null)
    return { ...NO_STACK, hubEngagement, behind };
  const lead = policy.leadPitches * outer.thread.pitch + noseOfNew(fastener);
  const nut = chosenNut(plan);
  const nutStart = c.rotorHat.value + spacer.thickness + hub.nutGrip.value + countedState(c).grip;
  // The grip is measured with the nut that goes on, so its shank is in it already.
  const tip = outerTip(fastener.length, fastener.shortEnd, depth.value, fastener.seatsAt);
  const inside = fastener.length - tip;
  const sPm = spacer.thickness > 0 ? policy.spacerPm : 0;
  const runOut = fastener.seatsAt === 'run-out' ? depth.pm : 0;
  const pm = c.rotorHat.pm + hub.nutGrip.pm + sPm + policy.fastenerPm + runOut;
  const rss = Math.hypot(c.rotorHat.pm, hub.nutGrip.pm, sPm, policy.fastenerPm, runOut);
  const blind = nut.style === 'closed' ? nut.blindDepth : null;
  const clear = closedClear(plan, nut, nutStart, outer.thread.pitch, noseOfNew(fastener));
  const Ln = nut.threadLength;
  return {
    ...NO_STACK,
    hubEngagement,
    behind,
    ...(Ln === null ? {} : held(sure(nutReach({ nutStart, studTip: tip, nose: lead }), pm, rss), mateOfNut(nut))),
    threadNeeded: sure(studThreadNeeded(tip, nutStart), pm, rss),
    overhang: Ln === null ? null : sure(tip - nutStart - Ln, pm, rss),
    bottomGap: blind === null ? null : sure(bottomGap(nutStart, blind, tip), pm + nut.pm, Math.hypot(rss, nut.pm)),
    window:
      Ln === null
        ? null
        : lengthWindow({
            zero: inside + nutStart + lead,
            keep: inside + nutStart + Math.max(enough.target, Ln) + lead,
            mate: Ln,
            enough,
            clear: clear === null ? null : inside + clear,
            pm,
            clearPm: nut.pm,
          }),
    bearing: nutStart,
  };
}
