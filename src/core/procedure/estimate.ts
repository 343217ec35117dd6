import { cornersOf } from '../document/axles';
import type { Plan } from '../document/document';
import { jobCard } from './card';
import { jobKind } from './jobKind';
import { kitList } from './kitList';
import type { Phase, Step } from './step';

/** Stages of a job whose work an estimate holds, in order. */
export const ESTIMATED = ['take-in', 'measure', 'choose', 'stage', 'fit', 'torque'] as const;
export type Estimated = (typeof ESTIMATED)[number];

/** What a visit's time is compared by: work of one kind takes alike. */
export const WORK_KINDS = ['wheel-change', 'plate', 'nuts', 'conversion', 'adapter', 'open'] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

export const WORK_LABEL: Readonly<Record<WorkKind, string>> = {
  'wheel-change': 'Wheel change',
  plate: 'Spacer on bolts',
  nuts: 'Spacer on studs and nuts',
  conversion: 'Stud conversion',
  adapter: 'Bolt-on adapter',
  open: 'Nothing chosen yet',
};

export interface EstimateLine {
  readonly name: string;
  /** Minutes of one, and how many there are. */
  readonly minutes: number;
  readonly times: number;
  /** When in the visit: before the studs cure, or after. */
  readonly when: 'before' | 'after';
  /** Done once for all axles of a visit. */
  readonly once?: true;
  /** Done away from the car. */
  readonly desk?: true;
}

export interface Estimate {
  readonly kind: WorkKind;
  readonly lines: readonly EstimateLine[];
  /** Minutes of work before the locker cures, and after it; all of it is before where nothing cures. */
  readonly before: number;
  readonly after: number;
  /** Whether studs go in with locker, so that the wheel waits for its cure. */
  readonly cures: boolean;
  /** No plan yet: the work is taken as a plate on both corners, and may be another. */
  readonly guessed: boolean;
}

/** Minutes of what no card holds. Common practice, no source. */
const TAKE_IN = 10;
const READING = 0.7;
const READINGS_OF_A_CORNER = 16;
const CHOOSE = 8;
const KIT_LINE = 0.5;
const DRIVE = 7;
const SIGN = 5;
/** A lug in its round: to the figure, and once more; snug and lower of a wheel. */
const LUG = 0.5;
const SNUG_AND_LOWER = 1.5;
/** A corner of which nothing is chosen yet: off, cleaned, plate on, wheel on, torqued. */
const CORNER_NOT_CHOSEN = 30;

const PHASE_NAME: Readonly<Record<Phase, string>> = {
  ground: 'On the ground: photos, crack loose',
  up: 'Up: stand, wheel off, faces clean',
  arch: 'Arch work',
  hub: 'At the hub: spacer, studs, adapter',
  on: 'Wheel on',
  down: 'Down: chalk, look along the arch, caps',
};

/** What kind of work a plan is. */
export function workKind(plan: Plan): WorkKind {
  const kind = jobKind(plan);
  if (kind !== 'slip-on') return kind;
  return plan.spacer.thickness > 0 ? 'plate' : 'wheel-change';
}

const line = (name: string, minutes: number, times: number, when: 'before' | 'after' = 'before'): EstimateLine => ({
  name,
  minutes,
  times,
  when,
});

const sumOf = (lines: readonly EstimateLine[], when: 'before' | 'after'): number =>
  lines.filter((l) => l.when === when).reduce((sum, l) => sum + l.minutes * l.times, 0);

/**
 * How long one axle's job usually takes from the stage it stands in: the steps of its own card, its readings, kit and
 * torque rounds. Common practice, no source; a shop's own history corrects it (`calendar/history`).
 * @param plan null where nothing is chosen yet
 * @param from stage the job stands in; what is behind it is not counted again
 * @returns minutes; the lines sum to `before + after`
 */
export function estimate(plan: Plan | null, from: Estimated, corners = 2): Estimate {
  const lines = [...beforeTheCard(plan, from, corners), ...(plan ? cardLines(plan, from) : notChosen(corners))];
  const last = lines.some((l) => l.when === 'after') ? 'after' : 'before';
  const all = [
    ...lines,
    { ...line('Test drive', DRIVE, 1, last), once: true as const },
    { ...line('Record, sign-off', SIGN, 1, last), desk: true as const },
  ].filter((l) => l.times > 0);
  return {
    kind: plan ? workKind(plan) : 'open',
    ...summed(all),
    cures: plan?.fastener.kind === 'conversion' && from !== 'torque',
    guessed: plan === null,
  };
}

const summed = (lines: readonly EstimateLine[]): Pick<Estimate, 'lines' | 'before' | 'after'> => ({
  lines,
  before: sumOf(lines, 'before'),
  after: sumOf(lines, 'after'),
});

/**
 * The axles of one visit: what is done once for all of them (taking the car in, the test drive) is counted at the first
 * that has it. Common practice, no source.
 * @param axles each as if it came alone
 */
export function together(axles: readonly Estimate[]): Estimate[] {
  const counted = new Set<string>();
  return axles.map((a) => {
    const lines = a.lines.filter((l) => !(l.once && counted.has(l.name)));
    for (const l of lines) if (l.once) counted.add(l.name);
    return { ...a, ...summed(lines) };
  });
}

/** Minutes of an estimate that are spent at the car. */
export const atTheCar = ({ lines }: Pick<Estimate, 'lines'>): number =>
  lines.filter((l) => !l.desk).reduce((sum, l) => sum + l.minutes * l.times, 0);

function beforeTheCard(plan: Plan | null, from: Estimated, corners: number): EstimateLine[] {
  const still = (stage: Estimated): number => (ESTIMATED.indexOf(from) <= ESTIMATED.indexOf(stage) ? 1 : 0);
  const kit = plan === null ? 8 : kitList(plan).length;
  return [
    { ...line('Take in', TAKE_IN, still('take-in')), once: true },
    line('Readings, corner by corner', READING * READINGS_OF_A_CORNER, still('measure') * corners),
    { ...line('Choose', CHOOSE, still('choose')), desk: true },
    { ...line('Lines of the kit', KIT_LINE, still('stage') * kit), desk: true },
  ];
}

const notChosen = (corners: number): EstimateLine[] => [line('A corner, not chosen yet', CORNER_NOT_CHOSEN, corners)];

function cardLines(plan: Plan, from: Estimated): EstimateLine[] {
  const cures = plan.fastener.kind === 'conversion';
  const corners = cornersOf(plan.axle);
  const lugs = (plan.hub.lugs ?? 5) * corners.length;
  const late: ReadonlySet<Phase> = new Set<Phase>(cures ? ['on', 'down'] : []);
  const steps = from === 'torque' ? [] : jobCard(plan);
  const phases = new Map<Phase, Step[]>();
  for (const s of steps) if (s.card) phases.set(s.card.phase, [...(phases.get(s.card.phase) ?? []), s]);
  const card = [...phases].map(([phase, of]) =>
    line(PHASE_NAME[phase], minutesOf(of) / corners.length, corners.length, late.has(phase) ? 'after' : 'before'),
  );
  const first = from === 'torque' ? 0 : lugs * 2;
  const wheel = cures ? 'after' : 'before';
  return [
    ...card,
    ...(cures ? [line('Studs in the hub, torqued twice round', LUG, first)] : []),
    ...(plan.spacer.adapter ? [line('Adapter nuts, torqued twice round', LUG, first)] : []),
    line('Snug in the air, lower', SNUG_AND_LOWER, corners.length, wheel),
    line('Wheel, torqued and verified, lug by lug', LUG, lugs * 2, wheel),
  ];
}

/** Rounds of studs and adapters are counted lug by lug beside the card. */
const minutesOf = (steps: readonly Step[]): number =>
  steps.reduce((sum, s) => sum + (s.card?.round ? 0 : (s.card?.minutes ?? 0)), 0);
