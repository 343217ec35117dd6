import { SEAT_LABEL } from '@/core/document/labels';
import { SEATS, type Seat } from '@/core/document/vocabulary';
import type { ThreadMaterial } from '@/core/engagement/schools';
import { THREAD_CONDITIONS, type ThreadCondition, TOOLS, type Tool } from '@/core/joint/friction';
import { clampAnswer } from '@/core/quick/clamp';
import { endsAnswer, pocketAnswer } from '@/core/quick/ends';
import { flushAnswer } from '@/core/quick/flush';
import { lengthAnswer } from '@/core/quick/length';
import { plateAnswer } from '@/core/quick/plate';
import { BOLT_CLASSES, type BoltClass } from '@/core/thread/classes';
import { length, material, oneOf, PLATE_ON, type Question, readingsOf, sizesOf, THREAD, TURNS } from './asks';

/** What can be asked without a car, in the order of the trade. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'plate',
    tab: 'Largest spacer',
    title: 'How thick a spacer do these fasteners carry?',
    asks: [
      THREAD,
      { ...TURNS, needed: true },
      oneOf('fastening', 'Held by', [
        { value: 'stud', label: 'Studs and nuts' },
        { value: 'bolt', label: 'Bolts' },
      ]),
      PLATE_ON,
      length('mate', 'Thread in nut or hub', { min: 1, max: 80 }, { hint: 'It holds no more than that.' }),
      material('Nut or hub made of'),
    ],
    answer: (v, policy, units) =>
      plateAnswer(
        {
          thread: v.word('thread'),
          fastening: v.word('fastening') === 'bolt' ? 'bolt' : 'stud',
          turns: v.num('turns') ?? 0,
          plateOn: v.num('plateOn') ?? 0,
          mate: v.num('mate'),
          material: v.word('material') as ThreadMaterial,
        },
        policy,
        sizesOf(units),
        units,
      ),
    carry: (v, typed) => ({
      hub: {
        thread: v.word('thread'),
        fastening: v.word('fastening') === 'bolt' ? 'bolt' : 'stud',
        threadMaterial: v.word('material') as ThreadMaterial,
      },
      readings: readingsOf(typed, [
        ['turns', 'turns', 'count', true],
        ['mate', v.word('fastening') === 'bolt' ? 'tappedDepth' : 'nutThread', 'caliper'],
      ]),
      plate: null,
    }),
  },
  {
    id: 'length',
    tab: 'Bolt length',
    title: 'How long a bolt for this spacer?',
    asks: [
      THREAD,
      length('plate', 'Spacer to go on', { min: 0, max: 100 }, { needed: true }),
      length('counted', 'Bolt that is in, under the seat', { min: 10, max: 150 }),
      TURNS,
      PLATE_ON,
      length('depth', 'Tapped depth of the hub', { min: 1, max: 100 }),
      length('behind', 'Room behind its thread', { min: 0, max: 100 }),
      material('Hub made of'),
    ],
    answer: (v, policy, units) =>
      lengthAnswer(
        {
          thread: v.word('thread'),
          plate: v.num('plate') ?? 0,
          plateOn: v.num('plateOn') ?? 0,
          counted: v.num('counted'),
          turns: v.num('turns'),
          depth: v.num('depth'),
          behind: v.num('behind'),
          material: v.word('material') as ThreadMaterial,
        },
        policy,
        units,
      ),
    carry: (v, typed) => ({
      hub: { thread: v.word('thread'), fastening: 'bolt', threadMaterial: v.word('material') as ThreadMaterial },
      readings: readingsOf(typed, [
        ['turns', 'turns', 'count', true],
        ['counted', 'boltLength', 'caliper'],
        ['depth', 'tappedDepth', 'caliper'],
        ['behind', 'roomBehind', 'caliper'],
      ]),
      plate: v.num('plate'),
    }),
  },
  {
    id: 'pocket',
    tab: 'Adapter pockets',
    title: 'How deep a pocket over this adapter?',
    asks: [
      length('protrusion', 'Factory stud, from the disc', { min: 1, max: 150 }, { needed: true, hint: 'The longest.' }),
      length('adapter', 'Adapter', { min: 1, max: 100 }, { needed: true }),
      { ...THREAD, needed: false },
      length('web', 'Web under its nut', { min: 0, max: 60 }),
      length('nutThread', 'Thread in its nut', { min: 1, max: 60 }),
    ],
    answer: (v, policy, units) =>
      pocketAnswer(
        {
          protrusion: v.num('protrusion') ?? 0,
          adapter: v.num('adapter') ?? 0,
          web: v.num('web'),
          nutThread: v.num('nutThread'),
          thread: v.word('thread') === '' ? null : v.word('thread'),
        },
        policy,
        units,
      ),
    carry: (v, typed) => ({
      hub: { ...(v.word('thread') === '' ? {} : { thread: v.word('thread') }), fastening: 'stud' },
      readings: readingsOf(typed, [['protrusion', 'studProtrusion', 'caliper']]),
      plate: v.num('adapter'),
    }),
  },
  {
    id: 'ends',
    tab: 'Two-ended stud',
    title: 'What does each end of this stud hold?',
    asks: [
      { ...THREAD, id: 'hubThread', label: 'Hub end' },
      { ...THREAD, id: 'thread', label: 'Outer end' },
      length('overall', 'Stud, overall', { min: 20, max: 200 }, { needed: true }),
      length('shortEnd', 'Short end', { min: 1, max: 60 }, { needed: true }),
      length('depth', 'Tapped depth of the hub', { min: 1, max: 100 }, { needed: true }),
      oneOf('seatsAt', 'Seats at the hub by its', [
        { value: 'shoulder', label: 'Shoulder' },
        { value: 'run-out', label: 'Thread run-out' },
      ]),
      length('hat', 'Disc hat', { min: 0, max: 60 }, { needed: true }),
      length(
        'grip',
        'Nut grip',
        { min: -40, max: 80 },
        { needed: true, hint: 'Wheel pad to the nut’s first full thread.' },
      ),
      length('plate', 'Spacer', { min: 0, max: 100 }, { hint: 'Empty: none.' }),
      length('nutThread', 'Thread in the nut', { min: 1, max: 80 }),
      length('nose', 'Pilot nose', { min: 0, max: 30 }, { hint: 'Empty: plain end.' }),
      material('Hub made of'),
    ],
    answer: (v, policy, units) =>
      endsAnswer(
        {
          hubThread: v.word('hubThread'),
          outerThread: v.word('thread'),
          overall: v.num('overall') ?? 0,
          shortEnd: v.num('shortEnd') ?? 0,
          depth: v.num('depth') ?? 0,
          seatsAt: v.word('seatsAt') === 'run-out' ? 'run-out' : 'shoulder',
          hat: v.num('hat') ?? 0,
          plate: v.num('plate') ?? 0,
          grip: v.num('grip') ?? 0,
          nutThread: v.num('nutThread'),
          nose: v.num('nose') ?? 0,
          material: v.word('material') as ThreadMaterial,
        },
        policy,
        units,
      ),
    carry: (v, typed) => ({
      hub: { thread: v.word('hubThread'), fastening: 'bolt', threadMaterial: v.word('material') as ThreadMaterial },
      readings: readingsOf(typed, [
        ['depth', 'tappedDepth', 'caliper'],
        ['hat', 'rotorHat', 'caliper'],
        ['grip', 'nutGrip', 'caliper'],
      ]),
      plate: v.num('plate') ?? 0,
      stud: {
        overall: v.num('overall') ?? 0,
        shortEnd: v.num('shortEnd') ?? 0,
        outerThread: v.word('thread'),
        seatsAt: v.word('seatsAt') === 'run-out' ? 'run-out' : 'shoulder',
        nose: v.num('nose'),
        nutThread: v.num('nutThread'),
      },
    }),
  },
  {
    id: 'flush',
    tab: 'Flush',
    title: 'Which spacer stands the tyre flush?',
    asks: [
      length(
        'gap',
        'Gap, arch edge to tyre',
        { min: -100, max: 200 },
        { needed: true, hint: 'Negative: it stands out.' },
      ),
      PLATE_ON,
      {
        id: 'camber',
        kind: 'angle',
        label: 'Camber change',
        hint: 'Degrees more negative than now.',
        range: { min: -5, max: 5 },
      },
      length('height', 'Arch edge above the hub', { min: 100, max: 800 }),
      length('offset', 'Offset ET', { min: -150, max: 150 }),
      length('loaded', 'Tightest loaded clearance', { min: 0, max: 200 }),
    ],
    answer: (v, policy, units) =>
      flushAnswer(
        {
          gap: v.num('gap') ?? 0,
          plateOn: v.num('plateOn') ?? 0,
          moreCamber: v.num('camber'),
          height: v.num('height'),
          offset: v.num('offset'),
          loaded: v.num('loaded'),
        },
        policy,
        sizesOf(units),
        units,
      ),
    carry: (v, typed) => ({
      hub: {},
      ...((typed.offset ?? '').trim() === '' ? {} : { offset: (typed.offset as string).trim() }),
      readings: readingsOf(typed, [
        ['gap', 'gap', 'tape', true],
        ['height', 'archHeight', 'tape'],
        ['loaded', 'loadedClearance', 'tape', true],
      ]),
      plate: null,
      ...(v.num('camber') === null ? {} : { camberChange: v.num('camber') as number }),
    }),
  },
  {
    id: 'clamp',
    tab: 'Torque and clamp',
    title: 'What does this torque clamp?',
    asks: [
      THREAD,
      {
        id: 'torque',
        kind: 'torque',
        label: 'Torque',
        hint: '120, 90 lbf·ft, 12 kgf·m.',
        range: { min: 1, max: 800 },
        needed: true,
      },
      oneOf(
        'seat',
        'Seat',
        SEATS.map((s) => ({ value: s, label: SEAT_LABEL[s] })),
      ),
      length('contact', 'It bears on, across', { min: 5, max: 60 }),
      oneOf(
        'condition',
        'Threads',
        THREAD_CONDITIONS.map((c) => ({
          value: c,
          label: { dry: 'Clean and dry', greased: 'Greased', locker: 'Wet with locker', unknown: 'Not known' }[c],
        })),
      ),
      oneOf(
        'class',
        'Class',
        BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c })),
      ),
      oneOf(
        'tool',
        'Tool',
        TOOLS.map((t) => ({ value: t, label: t === 'click' ? 'Torque wrench' : 'Impact wrench' })),
      ),
    ],
    answer: (v, _, units) =>
      clampAnswer(
        {
          thread: v.word('thread'),
          torque: v.num('torque') ?? 0,
          seat: v.word('seat') as Seat,
          contact: v.num('contact'),
          condition: v.word('condition') as ThreadCondition,
          class: v.word('class') as BoltClass,
          tool: v.word('tool') as Tool,
        },
        units,
      ),
    carry: (v, typed) => ({
      hub: { thread: v.word('thread'), torque: (typed.torque ?? '').trim() },
      readings: readingsOf(typed, [['contact', 'contactDiameter', 'caliper']]),
      plate: null,
    }),
  },
];
