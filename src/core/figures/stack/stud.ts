import { countedState } from '../../document/bare';
import { lengthWindow } from '../../engagement/boltStack';
import { bottomGap, calibrateGrip, nutReach, studThreadNeeded } from '../../engagement/nutStack';
import {
  chosenNut,
  closedClear,
  type Found,
  held,
  mateOfNut,
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

/**
 * Studs pressed into the hub: those that are on the car or longer ones, under their own nuts or others. x from the
 * disc's face.
 */
export function studStack({ plan, c, travel, pitch, enough }: StackParts): StackNumbers {
  if (travel === null) return NO_STACK;
  const { hub, spacer, policy, fastener } = plan;
  const s = spacer.thickness;
  const full = policy.leadPitches * pitch;
  const lead = full + noseOf(hub.pilotNose);
  const nosePm = pmOf(hub.pilotNose);
  const noseUnknown = hub.pilotNose === null;
  const isLonger = fastener.kind === 'stud';
  const Z0 = c.studProtrusion;
  const untouched = hub.nutThread === null ? null : untouchedOf(plan, c, travel, hub.nutThread.value, c.studProtrusion);
  // Only differences of protrusion enter while the stud stays, so the figure is needed once it changes.
  if (isLonger && Z0 === null) return { ...NO_STACK, untouched };
  const z0 = Z0 === null ? travel.value + lead : Z0.value;
  const nut = chosenNut(plan);
  const Ln = nut.threadLength ?? Number.POSITIVE_INFINITY;
  const nutStart = s + calibrateGrip(z0, lead, travel.value) - nut.reach;
  const tip = isLonger ? fastener.protrusion : z0;
  const sPm = s > 0 ? policy.spacerPm : 0;
  const zPm = Z0 === null ? 0 : Z0.pm;
  const longerPm = travel.pm + sPm + zPm + policy.fastenerPm + nosePm;
  const pm = isLonger ? longerPm : travel.pm + sPm;
  const rss = isLonger ? Math.hypot(travel.pm, sPm, zPm, policy.fastenerPm, nosePm) : Math.hypot(travel.pm, sPm);
  // While the stud stays, only what stands past its full thread knows of the nose.
  const tipPm = isLonger ? 0 : nosePm;
  const nose = isLonger ? full + noseOfNew(fastener) : lead;
  const blind = nut.style === 'closed' ? nut.blindDepth : null;
  const withNut = (value: number): Found => sure(value, pm + tipPm + nut.pm, Math.hypot(rss, tipPm, nut.pm));
  const stays = !isLonger && reachesDeeper(plan, c);
  return {
    ...NO_STACK,
    untouched,
    ...held(sure(nutReach({ nutStart, studTip: tip, nose }), pm, rss), mateOfNut(nut)),
    atMost: nut.threadLength === null,
    deeper: stays,
    threadNeeded:
      (isLonger || stays) && !noseUnknown
        ? sure(studThreadNeeded(tip, nutStart), pm + tipPm, Math.hypot(rss, tipPm))
        : null,
    overhang: nut.threadLength === null ? null : withNut(tip - nutStart - nut.threadLength),
    bottomGap: blind === null || noseUnknown ? null : withNut(bottomGap(nutStart, blind, tip)),
    window:
      Z0 === null
        ? null
        : lengthWindow({
            zero: nutStart + full + (isLonger ? noseOfNew(fastener) : 0),
            keep: z0 + s - countedState(c).spacer + (isLonger ? noseOfNew(fastener) - noseOf(hub.pilotNose) : 0),
            mate: Ln,
            enough,
            clear:
              nut.style !== 'open' && noseUnknown ? null : closedClear(plan, nut, nutStart, pitch, noseOfNew(fastener)),
            pm: longerPm,
            clearPm: nut.pm,
          }),
    bearing: Z0 === null ? null : nutStart,
  };
}
