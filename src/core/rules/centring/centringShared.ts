import { diametralClearance, type Fit, judgeFit } from '../../centring/fits';
import type { Measured, Plan } from '../../document/document';
import type { RuleId } from '../ids';
import type { Case, Finding, Level } from '../kit/finding';
import { finding } from '../kit/make';

/** Which fit it is: a bore on the hub spigot, or a lip in the bore of a wheel by its name, empty for the whole set. */
export interface FitCase extends Case {
  readonly is: 'hub' | 'wheel';
  readonly name: string;
}

/** Something stands on the hub that a wheel is centred by, or that it goes over. */
export const hasPlate = (plan: Plan): boolean => plan.spacer.kind !== 'universal' && plan.spacer.thickness !== 0;

/** The hub carries the wheel’s position through a plate of this kind. */
export const hubCentred = (plan: Plan): boolean => hasPlate(plan) && plan.spacer.centring === 'hub';

/** A lipped spacer, or an adapter with its own lip, that the hub centres. */
export const lipped = (plan: Plan): boolean => hubCentred(plan) && plan.spacer.kind !== 'plain';

/**
 * Something of the spacer stands in the wheel's bore, whatever is said to centre the wheel: an adapter without a lip
 * has none to judge.
 */
export const hasLip = (plan: Plan): boolean => {
  const { kind, lipDiameter, lipHeight, lipRoot } = plan.spacer;
  if (!hasPlate(plan) || kind === 'plain') return false;
  return lipped(plan) || kind === 'lipped' || lipDiameter !== null || lipHeight !== null || lipRoot !== null;
};

export interface FitParts {
  readonly rule: RuleId;
  readonly plan: Plan;
  readonly which: FitCase;
  readonly bore: Measured;
  readonly spigot: Measured;
}

/** Diametral clearance of a bore on a spigot; a marked size carries no error of its own here. */
export function closeFit({ rule, plan, which, bore, spigot }: FitParts): Finding {
  if (bore === null || spigot === null) return finding({ rule, level: 'unmeasured', case: which, unit: 'mm' });
  const { boreClearanceGood: good, boreClearanceMost: most } = plan.policy;
  const value = diametralClearance(bore.value, spigot.value);
  const pm = bore.pm + spigot.pm;
  const fit = judgeFit(value, good, most);
  const [limit, margin] = limitOf(fit, value, good, most);
  // A fit that the measuring error could turn into no centring at all is not passed.
  const unsure = fit === 'good' && value + pm > most + 1e-9;
  // Too tight by no more than the error of measuring: whether it slides on is tried by hand.
  const barely = fit === 'too-tight' && value + pm >= -1e-9;
  const level = levelOfFit(fit, unsure, barely);
  return finding({
    rule,
    level,
    case: which,
    value,
    limit,
    margin,
    pm,
    rss: pm,
    unit: 'mm',
    uncertain: unsure || barely,
  });
}

function limitOf(fit: Fit, value: number, good: number, most: number): readonly [limit: number, margin: number] {
  if (fit === 'too-tight') return [0, value];
  return fit === 'not-centred' ? [most, most - value] : [good, good - value];
}

function levelOfFit(fit: Fit, unsure: boolean, barely: boolean): Level {
  if (fit === 'good') return unsure ? 'caution' : 'pass';
  return fit === 'loose' || barely ? 'caution' : 'stop';
}
