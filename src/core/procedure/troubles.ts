import type { Plan } from '../document/document';

/** What goes wrong at a corner. Each says what to do next, holds back what it must, and stands on the record. */
export const TROUBLE_KINDS = [
  'crossed',
  'key-gone',
  'snapped',
  'spinning',
  'seized',
  'bottoms',
  'rocks',
  'proud',
] as const;
export type TroubleKind = (typeof TROUBLE_KINDS)[number];

/** How a trouble was ended. */
export interface Settling {
  readonly id: string;
  readonly label: string;
}

export interface Trouble {
  readonly kind: TroubleKind;
  readonly title: string;
  /** What to do now, in order. */
  readonly next: readonly string[];
  /** The corner’s wheel is not torqued and the job not signed while it is open; else it only stands on the record. */
  readonly blocks: boolean;
  readonly settles: readonly Settling[];
}

/** Troubles and their ways out. Common practice, no source. */
export const TROUBLES: readonly Trouble[] = [
  {
    kind: 'crossed',
    title: 'A thread crossed',
    next: [
      'Stop. Back it out by hand; no tool.',
      'A steel nut may have taken the stud with it: look at both threads. An aluminium nut gives itself up and saves the stud.',
      'Crossed fasteners are replaced, both halves where both are marked. No thread chaser on a thread that is torn.',
    ],
    blocks: true,
    settles: [
      { id: 'replaced', label: 'Fastener and mate replaced' },
      { id: 'one-replaced', label: 'Fastener replaced; mate runs free by hand its whole length' },
    ],
  },
  {
    kind: 'key-gone',
    title: 'Key lost or broken',
    next: [
      'Never drive a socket over a locking piece that has to go on again.',
      'Ask who has the key: glovebox card, boot, the car’s page. The set’s maker has it by its pattern.',
      'Without a key the locking pieces come off destroyed and plain ones go in: a kit of its own.',
    ],
    blocks: true,
    settles: [
      { id: 'key-found', label: 'Key found or replaced' },
      { id: 'plain', label: 'Locking pieces off, plain ones of the same kind go in' },
    ],
  },
  {
    kind: 'snapped',
    title: 'A bolt or stud snapped',
    next: [
      'The wheel does not go on with one missing.',
      'What is left comes out; the thread it was in is cleaned and tried by hand.',
      'Its neighbours carried more than theirs: they are replaced with it.',
    ],
    blocks: true,
    settles: [{ id: 'replaced', label: 'It and its neighbours replaced, threads tried by hand' }],
  },
  {
    kind: 'spinning',
    title: 'A stud spins in the hub',
    next: [
      'Its knurl, or the locker on its hub end, holds nothing: no torque on it means anything.',
      'A pressed stud that spins is replaced, and the hole looked at. A two-ended one comes out, is cleaned and goes in anew with locker, torque and cure.',
    ],
    blocks: true,
    settles: [
      { id: 'replaced', label: 'Stud replaced' },
      { id: 'anew', label: 'In anew: cleaned, locker, torqued, cured' },
    ],
  },
  {
    kind: 'seized',
    title: 'Something is seized',
    next: [
      'Penetrating fluid, kept off the brakes, and time on the clock. Heat only away from bearings, seals and tyres.',
      'A spacer: its pry slots, two sides in turn. Never a hammer on a wheel.',
      'Once off, its thread is looked at before it goes anywhere again.',
    ],
    blocks: false,
    settles: [
      { id: 'off', label: 'Came off; thread looked at and sound' },
      { id: 'replaced', label: 'Came off; replaced' },
    ],
  },
  {
    kind: 'bottoms',
    title: 'A nut bottoms',
    next: [
      'The wrench clicks and the wheel is loose: take it off and measure stud and cap.',
      'Open nuts, deeper caps, or another stud. The plan is evaluated with what is measured.',
    ],
    blocks: true,
    settles: [{ id: 'other', label: 'Other nuts or studs in, checked on the bench' }],
  },
  {
    kind: 'rocks',
    title: 'The spacer rocks',
    next: [
      'Off again: rust, paint, a disc screw, or a lip root taller than the wheel’s chamfer. A slip of paper finds the side.',
      'Clean, or a spacer with a lower lip. Nothing is pulled flat with the nuts.',
    ],
    blocks: true,
    settles: [
      { id: 'clean', label: 'Cleaned; sits flat, paper finds no gap' },
      { id: 'other', label: 'Another spacer, checked on the bench' },
    ],
  },
  {
    kind: 'proud',
    title: 'The wheel stands proud',
    next: [
      'It does not sit on what is behind it: stud ends in shallow pockets, a lip in the bore, a pin or weight in the way.',
      'Off again and find it. Each wheel has pockets of its own: measure this one.',
    ],
    blocks: true,
    settles: [
      { id: 'clear', label: 'Cause taken away; sits flat all round' },
      { id: 'other', label: 'Other parts, checked on the bench' },
    ],
  },
];

/**
 * Whether a trouble may stay as it is by a lead’s word: only one that does not hold the wheel. A crossed, snapped or
 * spinning fastener, a nut that bottoms and a plate that rocks are put right, whoever says what. Common practice, no
 * source.
 */
export const mayStay = ({ blocks }: Trouble): boolean => !blocks;

/** The trouble of a kind. */
export const trouble = (kind: TroubleKind): Trouble => TROUBLES.find((t) => t.kind === kind) as Trouble;

/** What can go wrong with these parts: without a plate none rocks, without a cap none bottoms. */
export const troublesOf = (plan: Plan): readonly Trouble[] =>
  TROUBLES.filter(
    (t) =>
      (t.kind !== 'rocks' || plan.spacer.thickness > 0) &&
      (t.kind !== 'spinning' || plan.hub.fastening === 'stud' || plan.fastener.kind === 'conversion'),
  );

/** What was done another way than the card says; recorded with its consequence, not refused. */
export const DEVIATION_KINDS = [
  'studs-impact',
  'grease-face',
  'nuts-locker',
  'thread-greased',
  'hub-pedal',
  'other',
] as const;
export type DeviationKind = (typeof DEVIATION_KINDS)[number];

export interface Deviation {
  readonly kind: DeviationKind;
  readonly title: string;
  readonly consequence: string;
}

/** Common practice, no source. */
export const DEVIATIONS: readonly Deviation[] = [
  {
    kind: 'studs-impact',
    title: 'Hub studs driven home by impact, no figure',
    consequence: 'How tight they are is not known: check them for turning at every wheel change. Not advised.',
  },
  {
    kind: 'grease-face',
    title: 'Grease on a mating face',
    consequence:
      'The joint holds by friction between its faces: it carries less. Faces clean and dry at the next visit.',
  },
  {
    kind: 'nuts-locker',
    title: 'Locker under the nuts',
    consequence:
      'Locker is a friction of its own, between dry and greased: the same torque clamps harder than dry. The figure stays as it is.',
  },
  {
    kind: 'thread-greased',
    title: 'Grease or oil on the threads',
    consequence: 'The same torque clamps much harder than dry. The figure stays as it is; the clamp is not known.',
  },
  {
    kind: 'hub-pedal',
    title: 'Hub held another way than by its brake',
    consequence: 'Said so that the next fitter knows: other work in the visit ruled the usual way out.',
  },
  { kind: 'other', title: 'Something else', consequence: 'As it was written down.' },
];

/** The deviation of a kind. */
export const deviation = (kind: DeviationKind): Deviation => DEVIATIONS.find((d) => d.kind === kind) as Deviation;
