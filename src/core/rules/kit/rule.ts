import type { Plan } from '../../document/document';
import type { PolicyRule } from '../../document/policy';
import type { QuantityId } from '../../document/quantities';
import type { Numbers } from '../../figures/numbers';
import type { Case, Finding } from './finding';
import type { Say } from './say';
import type { SourceId } from './sources';

/** A plan with its figures: all that a rule may look at. */
export interface Judged {
  readonly plan: Plan;
  readonly n: Numbers;
}

/** What settles a rule: another length, another fastener, another spacer, or nothing but the car. */
export type DecidedBy = 'length' | 'fastener' | 'spacer' | 'car';

/** What was chosen and not measured, as far as a finding was made with it. */
export type Chosen =
  | 'spacer'
  | 'fastener'
  | 'threadLength'
  | 'lipRoot'
  | 'bore'
  | 'lip'
  | 'reserve'
  | 'camber'
  | 'torque';

/** One rule, whole: what it says, where it comes from, how it judges, and its sentences. */
export interface Rule<Id extends string = string, C extends Case = Case> {
  readonly id: Id;
  readonly title: string;
  readonly statement: string;
  readonly formula: string;
  readonly sources: readonly SourceId[];
  /** Policy values that it judges by. */
  readonly policy: readonly PolicyRule['id'][];
  /** Schools of installers that differ on it, and the default with its reason. Empty where they agree. */
  readonly schools: string;
  /** Readings that it looks at, in the order of its formula. */
  readonly needs: readonly QuantityId[];
  /** The same for one finding, where not every finding of the rule looks at all of them. */
  needsFor?(f: Finding<C>): readonly QuantityId[];
  /** What was chosen that it looks at, and the same for one finding. */
  readonly chosen: readonly Chosen[];
  chosenFor?(f: Finding<C>): readonly Chosen[];
  readonly decidedBy: DecidedBy;
  /** Judges a plan; what does not apply says nothing. */
  judge(plan: Judged, out: Finding[]): void;
  /** One sentence for one finding of this rule. */
  sentence(f: Finding<C>, s: Say): string;
}

/** What most rules leave out. */
export const PLAIN = { sources: ['common'], policy: [], schools: '', needs: [], chosen: [] } as const;
