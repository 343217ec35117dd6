import { adapterReach } from '../../engagement/adapter';
import { bottomGap, calibrateGrip, nutReach, studThreadNeeded } from '../../engagement/nutStack';
import { result } from '../result';
import { chosenNut, held, mateOfNut, NO_STACK, noseOf, plus, pmOf, type StackNumbers, type StackParts } from './shared';

/**
 * Bolt-on adapter: adapter nut on the factory stud, then a nut, present or other, on the adapter's stud. x from the
 * disc. A nose that nobody measured is taken as none here; the rule on it holds the plan back.
 */
export function adapterStack({ plan, c, travel, pitch, outer }: StackParts): StackNumbers {
  const { spacer, hub, policy } = plan;
  const a = spacer.adapter;
  if (a === null) return NO_STACK;
  const Z = c.studProtrusion;
  const hubLead = policy.leadPitches * pitch + noseOf(hub.pilotNose);
  const nosePm = pmOf(hub.pilotNose);
  const hubEngagement =
    Z === null || a.web === null || a.nutThread === null
      ? null
      : held(result(adapterReach(Z.value, a.web, hubLead), Z.pm, policy.spacerPm, nosePm), {
          value: a.nutThread,
          pm: 0,
        }).engagement;
  const tip = a.studProtrusion;
  if (Z === null || travel === null || tip === null) return { ...NO_STACK, hubEngagement };
  const nut = chosenNut(plan);
  const q = calibrateGrip(Z.value, hubLead, travel.value) - nut.reach;
  const lead = policy.leadPitches * outer.thread.pitch + (a.studNose ?? 0);
  const blind = nut.style === 'closed' ? nut.blindDepth : null;
  const pm = [travel.pm, Z.pm, policy.fastenerPm, nosePm] as const;
  return {
    ...NO_STACK,
    hubEngagement,
    ...held(result(nutReach({ nutStart: q, studTip: tip, nose: lead }), ...pm), mateOfNut(nut)),
    atMost: nut.threadLength === null,
    threadNeeded: result(studThreadNeeded(tip, q), ...pm),
    overhang: nut.threadLength === null ? null : result(tip - q - nut.threadLength, ...pm),
    bottomGap: blind === null ? null : plus(result(bottomGap(q, blind, tip), ...pm), nut.pm),
    bearing: spacer.thickness + q,
  };
}
