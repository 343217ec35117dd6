import { adapterEnds } from './adapterEnds';
import { adapterNutBelow } from './adapterNutBelow';
import { adapterPocket } from './adapterPocket';
import { adapterProof } from './adapterProof';
import { adapterRecess } from './adapterRecess';
import { adapterTorque } from './adapterTorque';
import { boltBehind } from './boltBehind';
import { centringLipBore } from './centringLipBore';
import { centringLipHeight } from './centringLipHeight';
import { centringLipRoot } from './centringLipRoot';
import { centringLipReach } from './centringLipReach';
import { centringOverSpigot } from './centringOverSpigot';
import { centringSeats } from './centringSeats';
import { centringSpigot } from './centringSpigot';
import { centringWheel } from './centringWheel';
import { circleMatch } from './circleMatch';
import { clearanceChalk } from './clearanceChalk';
import { clearanceFinger } from './clearanceFinger';
import { clearanceInner } from './clearanceInner';
import { clearanceLoaded } from './clearanceLoaded';
import { clearanceRib } from './clearanceRib';
import { clearanceTrim } from './clearanceTrim';
import { engagementCrossCheck } from './engagementCrossCheck';
import { engagementHubEnd } from './engagementHubEnd';
import { engagementLocking } from './engagementLocking';
import { engagementMaterial } from './engagementMaterial';
import { engagementMinimum } from './engagementMinimum';
import { engagementNeverDrive } from './engagementNeverDrive';
import { engagementStrengthKnown } from './engagementStrengthKnown';
import { engagementTravel } from './engagementTravel';
import { fastenerMix } from './fastenerMix';
import { fastenerNose } from './fastenerNose';
import { fastenerThread } from './fastenerThread';
import type { Finding } from './finding';
import { jointBearingMoment } from './jointBearingMoment';
import { jointCondition } from './jointCondition';
import { jointFailsFirst } from './jointFailsFirst';
import { jointNeed } from './jointNeed';
import { jointProof } from './jointProof';
import { nutBottom } from './nutBottom';
import { nutShank } from './nutShank';
import { readingContradiction } from './readingContradiction';
import { readingError } from './readingError';
import type { DecidedBy, Rule } from './rule';
import { Say, type Wording } from './say';
import { seatMatch } from './seatMatch';
import { seatSocket } from './seatSocket';
import { spacerKind } from './spacerKind';
import { stanceFlush } from './stanceFlush';
import { stanceGap } from './stanceGap';
import { stancePlanned } from './stancePlanned';
import { stanceSettled } from './stanceSettled';
import { studBehind } from './studBehind';
import { threadMatch } from './threadMatch';
import { torqueSource } from './torqueSource';
import { torqueUsual } from './torqueUsual';
import { useCompetition } from './useCompetition';

/**
 * Every rule, in the order in which equal findings are told. Rulebook, search sets, sentences, figures put in and what waits
 * for a reading are all derived from this list: a new rule is a file, its test, and a line here.
 */
const LIST = [
  spacerKind,
  engagementMinimum,
  engagementCrossCheck,
  engagementStrengthKnown,
  engagementNeverDrive,
  engagementHubEnd,
  engagementLocking,
  engagementMaterial,
  engagementTravel,
  readingContradiction,
  readingError,
  threadMatch,
  circleMatch,
  boltBehind,
  studBehind,
  nutBottom,
  nutShank,
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

export type RuleId = (typeof LIST)[number]['id'];

/** A rule whose own cases are not looked at. */
export type AnyRule = Rule<RuleId>;

// Each rule is asked only for sentences of its own findings, so its own cases come back to it.
export const RULES = LIST as unknown as readonly AnyRule[];

/**
 * Version of the rules as a whole: one more whenever a rule is added, or judges a plan otherwise than before. Kept with
 * every evaluation, so that a record says by which rules it was judged.
 */
export const RULES_VERSION = 7;

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
    return 'A figure here is no number, so nothing is known of it. Type or measure it again.';
  return ruleOf(f.rule).sentence(f, new Say(f, w));
}
