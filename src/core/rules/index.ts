import { adapterEnds } from './adapter/adapterEnds';
import { adapterNutBelow } from './adapter/adapterNutBelow';
import { adapterPocket } from './adapter/adapterPocket';
import { adapterProof } from './adapter/adapterProof';
import { adapterRecess } from './adapter/adapterRecess';
import { adapterTorque } from './adapter/adapterTorque';
import { spacerKind } from './adapter/spacerKind';
import { boltBehind } from './bolt-and-stud/boltBehind';
import { fastenerMix } from './bolt-and-stud/fastenerMix';
import { fastenerNose } from './bolt-and-stud/fastenerNose';
import { fastenerThread } from './bolt-and-stud/fastenerThread';
import { lockingEnds } from './bolt-and-stud/lockingEnds';
import { seatSocket } from './bolt-and-stud/seatSocket';
import { studBehind } from './bolt-and-stud/studBehind';
import { threadMatch } from './bolt-and-stud/threadMatch';
import { centringLipBore } from './centring/centringLipBore';
import { centringLipHeight } from './centring/centringLipHeight';
import { centringLipReach } from './centring/centringLipReach';
import { centringLipRoot } from './centring/centringLipRoot';
import { centringOverSpigot } from './centring/centringOverSpigot';
import { centringSeats } from './centring/centringSeats';
import { centringSpigot } from './centring/centringSpigot';
import { centringWheel } from './centring/centringWheel';
import { circleMatch } from './centring/circleMatch';
import { clearanceChalk } from './clearance/clearanceChalk';
import { clearanceFinger } from './clearance/clearanceFinger';
import { clearanceInner } from './clearance/clearanceInner';
import { clearanceLoaded } from './clearance/clearanceLoaded';
import { clearanceRib } from './clearance/clearanceRib';
import { clearanceTrim } from './clearance/clearanceTrim';
import { engagementCrossCheck } from './engagement/engagementCrossCheck';
import { engagementHubEnd } from './engagement/engagementHubEnd';
import { engagementLocking } from './engagement/engagementLocking';
import { engagementMaterial } from './engagement/engagementMaterial';
import { engagementMinimum } from './engagement/engagementMinimum';
import { engagementNeverDrive } from './engagement/engagementNeverDrive';
import { engagementStrengthKnown } from './engagement/engagementStrengthKnown';
import { engagementTravel } from './engagement/engagementTravel';
import type { RuleId } from './ids';
import { jointBearingMoment } from './joint/jointBearingMoment';
import { jointCondition } from './joint/jointCondition';
import { jointFailsFirst } from './joint/jointFailsFirst';
import { jointNeed } from './joint/jointNeed';
import { jointProof } from './joint/jointProof';
import { seatMatch } from './joint/seatMatch';
import { useCompetition } from './joint/useCompetition';
import type { Finding } from './kit/finding';
import type { DecidedBy, Rule } from './kit/rule';
import { Say, type Wording } from './kit/say';
import { nutBottom } from './nut/nutBottom';
import { nutShank } from './nut/nutShank';
import { nutStart } from './nut/nutStart';
import { threadRunsOn } from './nut/threadRunsOn';
import { readingContradiction } from './reading/readingContradiction';
import { readingCorners } from './reading/readingCorners';
import { readingError } from './reading/readingError';
import { readingSetup } from './reading/readingSetup';
import { stanceFlush } from './stance/stanceFlush';
import { stanceGap } from './stance/stanceGap';
import { stancePlanned } from './stance/stancePlanned';
import { stanceSettled } from './stance/stanceSettled';
import { torqueSource } from './torque/torqueSource';
import { torqueUsual } from './torque/torqueUsual';

/**
 * Every rule, in the order in which equal findings are told. Rulebook, search sets, sentences, figures put in and what
 * waits for a reading are all derived from this list: a new rule is a file, its test, its name in `ids.ts` and a line
 * here.
 */
const LIST = [
  spacerKind,
  engagementMinimum,
  engagementCrossCheck,
  engagementStrengthKnown,
  engagementNeverDrive,
  engagementHubEnd,
  engagementLocking,
  lockingEnds,
  engagementMaterial,
  engagementTravel,
  readingContradiction,
  readingError,
  readingCorners,
  readingSetup,
  threadMatch,
  circleMatch,
  boltBehind,
  studBehind,
  nutBottom,
  threadRunsOn,
  nutShank,
  nutStart,
  fastenerNose,
  fastenerThread,
  fastenerMix,
  seatMatch,
  seatSocket,
  centringLipBore,
  centringSeats,
  centringSpigot,
  centringLipRoot,
  centringLipHeight,
  centringLipReach,
  centringOverSpigot,
  centringWheel,
  adapterNutBelow,
  adapterPocket,
  adapterRecess,
  adapterEnds,
  adapterTorque,
  adapterProof,
  clearanceLoaded,
  stanceGap,
  clearanceInner,
  stanceFlush,
  stancePlanned,
  useCompetition,
  stanceSettled,
  clearanceFinger,
  clearanceRib,
  clearanceChalk,
  clearanceTrim,
  torqueSource,
  torqueUsual,
  jointCondition,
  jointProof,
  jointFailsFirst,
  jointNeed,
  jointBearingMoment,
] as const;

type Listed = (typeof LIST)[number]['id'];
/** Each name has its rule, and each rule its name: what is missing on either side is an error here. */
const COMPLETE: [RuleId, Listed] extends [Listed, RuleId] ? true : never = true;
void COMPLETE;

/** A rule whose own cases are not looked at. */
export type AnyRule = Rule<RuleId>;

// Each rule is asked only for sentences of its own findings, so its own cases come back to it.
export const RULES = LIST as unknown as readonly AnyRule[];

/**
 * Version of the rules as a whole: one more whenever a rule is added, or judges a plan otherwise than before. Kept with
 * every evaluation, so that a record says by which rules it was judged.
 */
export const RULES_VERSION = 12;

const BY_ID = new Map(RULES.map((r) => [r.id, r]));

/** The rule with this id. */
export const ruleOf = (id: RuleId): AnyRule => BY_ID.get(id) as AnyRule;

/** Ids of the rules that another length, fastener or spacer settles. */
export const decidedBy = (what: DecidedBy): ReadonlySet<RuleId> =>
  new Set(RULES.filter((r) => r.decidedBy === what).map((r) => r.id));

const noNumber = (x: number | null): boolean => x !== null && !Number.isFinite(x);

/**
 * One sentence for one finding, in metric or imperial. The interface, the record and the API all take their words from
 * here. Figures are rounded so that they never look safer than they are.
 */
export function sentence(f: Finding, w: Wording): string {
  if (noNumber(f.value) || noNumber(f.limit) || noNumber(f.margin))
    return 'A figure here is not a number. Enter or measure it again.';
  return ruleOf(f.rule).sentence(f, new Say(f, w));
}
