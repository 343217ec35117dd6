import type { Stage } from '@/store/schema';
import { stageName } from './stages';

/** Everything that can be done to a job. Whatever is not in the table below cannot. */
export const JOB_EVENTS = [
  'start-measuring',
  'change-plan',
  'go-choose',
  'keep-draft',
  'measure',
  'compare-gap',
  'arch-work',
  'take-forward',
  'take-readings-in',
  'tick',
  'bay',
  'drive',
  'finish-kit',
  'finish-fit',
  'torque-adapter',
  'torque-wheel',
  'sign-off',
  'recheck',
  'recheck-link',
  'recheck-moved',
  'recheck-done',
  'revise',
  'plan-b',
  'take-plan-b',
  'hold',
  'take-up',
] as const;
export type JobEvent = (typeof JOB_EVENTS)[number];

type To = Readonly<Partial<Record<Stage, Stage>>>;

const OPEN = ['take-in', 'measure', 'choose', 'stage', 'fit', 'torque'] as const;
const stay = (...stages: readonly Stage[]): To => Object.fromEntries(stages.map((s) => [s, s]));
const all = (from: readonly Stage[], to: Stage): To => Object.fromEntries(from.map((s) => [s, to]));

/**
 * Where each event takes a job from each stage; left out, it is refused there. A signed job (recheck) takes its recheck
 * and nothing else, a closed one nothing: its record does not change.
 */
export const TRANSITIONS: Readonly<Record<JobEvent, To>> = {
  'start-measuring': { 'take-in': 'measure' },
  'change-plan': stay(...OPEN),
  'go-choose': { 'take-in': 'choose', measure: 'choose', choose: 'choose' },
  'keep-draft': stay(...OPEN),
  measure: stay(...OPEN),
  'compare-gap': stay(...OPEN, 'recheck'),
  'arch-work': stay(...OPEN),
  'take-forward': all(OPEN, 'stage'),
  'take-readings-in': stay('stage', 'fit', 'torque'),
  tick: stay('stage', 'fit', 'torque'),
  bay: stay('stage', 'fit', 'torque'),
  drive: stay('fit', 'torque', 'recheck'),
  'finish-kit': { stage: 'fit' },
  'finish-fit': { fit: 'torque' },
  'torque-adapter': stay('fit', 'torque'),
  // Each wheel as soon as its own corner is through; the others may still be on the stand.
  'torque-wheel': stay('fit', 'torque'),
  'sign-off': { torque: 'recheck' },
  recheck: stay('recheck'),
  'recheck-link': stay('recheck'),
  'recheck-moved': { recheck: 'torque' },
  'recheck-done': { recheck: 'closed' },
  // A correction stands beside what was signed, and starts from it.
  revise: { recheck: 'torque', closed: 'torque' },
  'plan-b': stay('choose', 'stage', 'fit', 'torque'),
  'take-plan-b': { stage: 'stage', fit: 'stage', torque: 'stage' },
  hold: stay(...OPEN),
  'take-up': stay(...OPEN),
};

/** What each event is, as the subject of a refusal, and what would do instead. */
const WORDS: Readonly<Record<JobEvent, readonly [what: string, instead: string]>> = {
  'start-measuring': ['Measuring is begun', 'It is under way already.'],
  'change-plan': ['What is planned is changed', 'Open a new job for new work.'],
  'go-choose': ['The bench is gone on to', 'It stands past it already.'],
  'keep-draft': ['A choice on the bench is kept', 'Open a new job for new work.'],
  measure: ['A reading is kept', 'Open a new job for new work.'],
  'compare-gap': ['A gap after the work is saved', 'Open a new job for new work.'],
  'arch-work': ['Arch work is noted', 'Open a new job for new work.'],
  'take-forward': ['A choice is taken forward', 'Open a new job for new work.'],
  'take-readings-in': ['New readings are taken into a plan', 'Take a choice forward first.'],
  tick: ['A step is ticked', 'Reload the page to see where it stands.'],
  bay: ['What happens at the car is noted', 'Take a choice forward first.'],
  drive: ['A test drive is noted', 'It comes after the wheels are on.'],
  'finish-kit': ['The kit is completed', 'Reload the page to see where it stands.'],
  'finish-fit': ['The job card is completed', 'Reload the page to see where it stands.'],
  'torque-adapter': ['The adapter’s torque is entered', 'It is entered while fitting.'],
  'torque-wheel': ['Torque is entered', 'It is entered once the kit list is through.'],
  'sign-off': ['A job is signed off', 'It is signed once every wheel is through its verify pass.'],
  recheck: ['A recheck is entered', 'A recheck begins after the sign-off.'],
  'recheck-link': ['A recheck is through', 'A recheck begins after the sign-off.'],
  'recheck-moved': ['A recheck sends a job back', 'A recheck begins after the sign-off.'],
  'recheck-done': ['A recheck closes a job', 'A recheck begins after the sign-off.'],
  'plan-b': ['A plan B is set ready', 'Measure first.'],
  'take-plan-b': ['Plan B is changed to', 'Take a choice forward first.'],
  hold: ['A job is put on hold', 'It is fitted already.'],
  'take-up': ['A job is resumed', 'It is fitted already.'],
  revise: ['A record is corrected', 'This one is not signed yet: change it as it is.'],
};

/** Why an event cannot happen in a stage, as a sentence; null where the table allows it. */
export function refusalOf(event: JobEvent, stage: Stage): string | null {
  if (TRANSITIONS[event][stage] !== undefined) return null;
  if (stage === 'closed') return 'This job is closed and its record does not change. Open a new job for new work.';
  if (stage === 'recheck')
    return 'This job is signed off and its record does not change. Only its recheck can be entered; open a new job for new work.';
  const [what, instead] = WORDS[event];
  const where = Object.keys(TRANSITIONS[event]).map((s) => `“${stageName(s as Stage)}”`);
  return `${what} in ${where.length > 3 ? 'an open job' : where.join(' or ')}; this job stands in “${stageName(stage)}”. ${instead}`;
}
