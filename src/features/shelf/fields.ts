import { SEAT_LABEL } from '@/core/document/labels';
import { NUT_STYLES, SEATS, THREAD_MATERIALS } from '@/core/document/vocabulary';
import type { CatalogueItem, Column } from '@/core/parts/catalogue';
import { OTHER_KINDS, type OtherKind } from '@/core/parts/other';
import { BOLT_CLASSES, NUT_CLASSES_SAID } from '@/core/thread/classes';

export type Kind = CatalogueItem['kind'];

export const KIND_LABEL: Readonly<Record<Kind, string>> = {
  spacer: 'Spacers and adapters',
  bolt: 'Bolts',
  stud: 'Pressed studs',
  conversion: 'Two-ended studs',
  nut: 'Nuts',
  other: 'Rings, sockets, locker and more',
};
export const KINDS = Object.keys(KIND_LABEL) as Kind[];

export interface PartField {
  readonly column: Column;
  readonly label: string;
  readonly unit?: string;
  readonly hint?: string;
  readonly options?: readonly { readonly value: string; readonly label: string }[];
}

const words = (all: readonly string[]) => all.map((value) => ({ value, label: value }));
const unknownFirst = (all: readonly string[]) =>
  all.map((value) => ({ value, label: value === 'unknown' ? 'not known' : value }));

const NAMED: readonly PartField[] = [
  { column: 'name', label: 'Name' },
  { column: 'count', label: 'In hand' },
  { column: 'bin', label: 'Bin' },
  { column: 'code', label: 'Code' },
  { column: 'least', label: 'Least stock' },
];
const SEAT: PartField = {
  column: 'seat',
  label: 'Seat',
  options: SEATS.map((value) => ({ value, label: SEAT_LABEL[value] })),
};
const CLASS: PartField = { column: 'class', label: 'Class', options: unknownFirst(BOLT_CLASSES) };
const THREAD: PartField = { column: 'thread', label: 'Thread', hint: 'M14x1.5' };
const THREADED: PartField = { column: 'thread_length', label: 'Full thread', unit: 'mm' };
const NOSE: PartField = { column: 'nose', label: 'Pilot nose', unit: 'mm', hint: '0 for a plain end' };
const TORQUE: readonly PartField[] = [
  { column: 'torque', label: 'Torque of its leaflet' },
  { column: 'torque_source', label: 'Leaflet' },
];

const PLATE: readonly PartField[] = [
  {
    column: 'spacer_kind',
    label: 'What it is',
    options: [
      { value: 'plain', label: 'Plain spacer' },
      { value: 'lipped', label: 'Spacer with a lip' },
      { value: 'adapter', label: 'Bolt-on adapter' },
    ],
  },
  { column: 'thickness', label: 'Thickness', unit: 'mm' },
  { column: 'lugs', label: 'Lugs' },
  { column: 'bolt_circle', label: 'Bolt circles', hint: '112, or 100 / 112' },
  { column: 'bore', label: 'Bore', unit: 'mm' },
];
const LIP: readonly PartField[] = [
  { column: 'lip_diameter', label: 'Lip diameter', unit: 'mm' },
  { column: 'lip_height', label: 'Lip height', unit: 'mm' },
  { column: 'lip_root', label: 'Lip root radius', unit: 'mm', hint: 'the rounding where lip meets face' },
];
const ADAPTER: readonly PartField[] = [
  { column: 'web', label: 'Web under its nuts', unit: 'mm' },
  { column: 'nut_height', label: 'Nut height', unit: 'mm' },
  { column: 'nut_thread', label: 'Thread in its nuts', unit: 'mm' },
  { column: 'nut_class', label: 'Nut class', options: unknownFirst(NUT_CLASSES_SAID) },
  { column: 'nut_contact', label: 'Bearing of its nuts', unit: 'mm' },
  { column: 'stud_thread', label: 'Thread of its studs' },
  { column: 'stud_protrusion', label: 'Its studs stand out', unit: 'mm' },
  THREADED,
  NOSE,
  CLASS,
  { column: 'wheel_bolt_circle', label: 'Circle of the wheel', unit: 'mm' },
  { column: 'wheel_lugs', label: 'Studs for the wheel', hint: 'empty where they are as many as its bolt holes' },
  { column: 'recess', label: 'Recess for the spigot', unit: 'mm' },
  ...TORQUE,
];

const OF_KIND: Readonly<Record<Exclude<Kind, 'spacer' | 'other'>, readonly PartField[]>> = {
  bolt: [THREAD, { column: 'length', label: 'Length under the seat', unit: 'mm' }, THREADED, NOSE, SEAT, CLASS],
  stud: [THREAD, { column: 'length', label: 'Stands out of the disc', unit: 'mm' }, THREADED, NOSE, CLASS],
  conversion: [
    { ...THREAD, label: 'Thread in the hub' },
    { column: 'outer_thread', label: 'Thread outside', hint: 'M12x1.5' },
    { column: 'length', label: 'Whole length', unit: 'mm' },
    { column: 'short_end', label: 'Short end, in the hub', unit: 'mm' },
    THREADED,
    NOSE,
    { column: 'seats_at', label: 'Stops at', options: words(['shoulder', 'run-out']) },
    CLASS,
    ...TORQUE,
  ],
  nut: [
    THREAD,
    { column: 'style', label: 'Style', options: words(NUT_STYLES) },
    SEAT,
    { column: 'thread_length', label: 'Thread in it', unit: 'mm' },
    { column: 'blind_depth', label: 'Depth of its cap', unit: 'mm' },
    {
      column: 'cap_open',
      label: 'Past its thread, closed',
      options: [
        { value: '', label: 'not looked at' },
        { value: 'yes', label: 'a loose stud runs on' },
        { value: 'no', label: 'the thread ends it' },
      ],
    },
    { column: 'shank_reach', label: 'Thread begins deeper by', unit: 'mm', hint: 'a shank nut’s thread in its shank' },
    { column: 'shank_length', label: 'Shank length', unit: 'mm' },
    { column: 'shank_diameter', label: 'Shank diameter', unit: 'mm' },
    { column: 'material', label: 'Material', options: unknownFirst(THREAD_MATERIALS) },
    { column: 'nut_class', label: 'Class', options: unknownFirst(NUT_CLASSES_SAID) },
  ],
};

const BESIDE: readonly PartField[] = [
  { column: 'finish', label: 'Finish' },
  { column: 'colour', label: 'Colour' },
  { column: 'socket', label: 'Socket', unit: 'mm' },
  { column: 'outside', label: 'Socket outside', unit: 'mm' },
  { column: 'key', label: 'Key pattern' },
  { column: 'pack', label: 'In a pack' },
  { column: 'grams', label: 'Weight', unit: 'g' },
  { column: 'alloy', label: 'Alloy' },
  { column: 'tried', label: 'Tried on' },
];

const PRY: PartField = { column: 'pry', label: 'Pry slots' };

export interface FieldGroup {
  readonly title: string;
  readonly fields: readonly PartField[];
}

const WHAT: PartField = {
  column: 'what',
  label: 'What it is',
  options: [
    { value: 'ring', label: 'Centring ring' },
    { value: 'socket', label: 'Socket' },
    { value: 'key', label: 'Locking key' },
    { value: 'locker', label: 'Thread locker' },
    { value: 'consumable', label: 'Consumable' },
  ],
};
const OF_OTHER: Readonly<Record<OtherKind, readonly PartField[]>> = {
  ring: [
    { column: 'ring_inside', label: 'Inside', unit: 'mm' },
    { column: 'ring_outside', label: 'Outside', unit: 'mm' },
  ],
  socket: [
    { column: 'socket', label: 'Across flats', unit: 'mm' },
    { column: 'outside', label: 'Socket outside', unit: 'mm' },
  ],
  key: [{ column: 'key', label: 'Key pattern' }],
  locker: [
    { column: 'grade', label: 'Grade', options: words(['low', 'medium', 'high']) },
    { column: 'cure_hours', label: 'Cures in', unit: 'h' },
  ],
  consumable: [{ column: 'dry_minutes', label: 'Dries in', unit: 'min' }],
};
const NOT_BESIDE_OTHER: readonly Column[] = ['socket', 'outside', 'key', 'pry'];

/**
 * The fields that a part of a kind has, in groups; a plate asks for its lip and an adapter for its joint only where it
 * has one.
 */
export function fieldsOf(kind: Kind, spacerKind: string, what = 'ring'): readonly FieldGroup[] {
  const named = { title: 'On the shelf', fields: NAMED };
  if (kind === 'other') {
    const own = OTHER_KINDS.find((o) => o === what) ?? 'ring';
    const beside = BESIDE.filter((f) => !NOT_BESIDE_OTHER.includes(f.column));
    return [
      named,
      { title: 'Part', fields: [WHAT, ...OF_OTHER[own]] },
      { title: 'Beside its figures', fields: beside },
    ];
  }
  const plate: FieldGroup[] = [
    { title: 'Spacer', fields: PLATE },
    ...(spacerKind === 'lipped' || spacerKind === 'adapter' ? [{ title: 'Lip', fields: LIP }] : []),
    ...(spacerKind === 'adapter' ? [{ title: 'Adapter', fields: ADAPTER }] : []),
  ];
  const own = kind === 'spacer' ? plate : [{ title: 'Part', fields: OF_KIND[kind] }];
  const beside = kind === 'spacer' ? [...BESIDE, PRY] : BESIDE;
  return [named, ...own, { title: 'Beside its figures', fields: beside }];
}

/** What a new part begins with; nothing that is a figure is guessed. */
export const emptyRow = (kind: Kind): Partial<Record<Column, string>> => ({
  kind,
  name: '',
  count: '0',
  ...(kind === 'spacer' ? { spacer_kind: 'plain' } : {}),
  ...(kind === 'bolt' ? { seat: 'unknown', class: 'unknown' } : {}),
  ...(kind === 'stud' ? { class: 'unknown' } : {}),
  ...(kind === 'conversion' ? { seats_at: 'shoulder', class: 'unknown' } : {}),
  ...(kind === 'other' ? { what: 'ring', grade: 'medium' } : {}),
  ...(kind === 'nut' ? { style: 'open', seat: 'unknown', material: 'unknown', nut_class: 'unknown' } : {}),
});
