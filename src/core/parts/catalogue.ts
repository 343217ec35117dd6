import { plainSpacer } from '../document/blank';
import type { Adapter, Hub, Nut, Spacer } from '../document/document';
import { NUT_STYLES, SEATS, THREAD_MATERIALS } from '../document/vocabulary';
import { InputError } from '../errors';
import { moreThanThere, threadRoom } from '../figures/ownThread';
import { BOLT_CLASSES, NUT_CLASSES_SAID } from '../thread/classes';
import { parseThread, sameThread } from '../thread/designation';
import { parseNumber } from '../units/number';
import { parseLength, parseTorque } from '../units/parse';
import type { LooseFastener, Part } from '../whatif/search/types';
import { ABOUT_COLUMNS, type PartAbout, readAbout } from './about';
import { OTHER_COLUMNS, type OtherPart, readOther } from './other';

interface Common {
  readonly name: string;
  readonly count: number;
  readonly bin: string;
  readonly about?: PartAbout;
}

/** A row of the shelf or of a catalogue file: a part with what decides whether it goes on a car. */
export type CatalogueItem =
  | (Common & { readonly kind: 'spacer'; readonly spacer: Spacer })
  | (Common & {
      readonly kind: 'bolt' | 'stud' | 'conversion';
      readonly thread: string;
      readonly fastener: LooseFastener;
    })
  | (Common & { readonly kind: 'nut'; readonly nut: Nut })
  | (Common & { readonly kind: 'other'; readonly other: OtherPart });

export const PART_KINDS = ['spacer', 'bolt', 'stud', 'conversion', 'nut', 'other'] as const;

/** Columns of the file, in order. Which of them a row needs depends on its kind; lengths may be typed as anywhere. */
export const CATALOGUE_COLUMNS = [
  'kind',
  'name',
  'count',
  'bin',
  'lugs',
  'bolt_circle',
  'thickness',
  'spacer_kind',
  'bore',
  'lip_diameter',
  'lip_height',
  'lip_root',
  'open_through',
  'thread',
  'length',
  'seat',
  'class',
  'style',
  'thread_length',
  'blind_depth',
  'cap_open',
  'shank_reach',
  'shank_length',
  'shank_diameter',
  'material',
  'tensile',
  'short_end',
  'outer_thread',
  'seats_at',
  'nose',
  'web',
  'nut_height',
  'nut_thread',
  'nut_class',
  'nut_contact',
  'stud_thread',
  'stud_protrusion',
  'wheel_bolt_circle',
  'wheel_lugs',
  'recess',
  'torque',
  'torque_source',
  ...ABOUT_COLUMNS,
  ...OTHER_COLUMNS,
] as const;
export type Column = (typeof CATALOGUE_COLUMNS)[number];
export type CatalogueRow = Readonly<Partial<Record<Column, string>>>;

export interface RowIssue {
  /** Line of the file, the heading being line 1. */
  readonly line: number;
  readonly message: string;
}

/** Reads one part. @throws InputError that names the column, what stands in it and what would do */
export function readRow(row: CatalogueRow): CatalogueItem {
  // Of a socket or a key these are the part itself.
  const about = readAbout((row.kind ?? '').trim() === 'other' ? { ...row, socket: '', outside: '', key: '' } : row);
  return about === undefined ? readPart(row) : { ...readPart(row), about };
}

function readPart(row: CatalogueRow): CatalogueItem {
  const kind = choice(row, 'kind', PART_KINDS);
  const common = { name: words(row, 'name'), count: whole(row, 'count', 0, 100000), bin: (row.bin ?? '').trim() };
  if (kind === 'other') return { ...common, kind, other: readOther(row) };
  if (kind === 'spacer') {
    const spacerKind = choice(row, 'spacer_kind', ['plain', 'lipped', 'adapter'] as const);
    const lipped = spacerKind !== 'plain';
    const lugs = whole(row, 'lugs', 3, 12);
    const boltCircles = circles(row);
    const spacer: Spacer = {
      ...plainSpacer(thicknessOf(row)),
      lugs,
      boltCircles,
      kind: spacerKind,
      bore: lipped ? mm(row, 'bore', 30, 200) : optional(row, 'bore', 30, 200),
      lipDiameter: lipped ? mm(row, 'lip_diameter', 30, 200) : null,
      lipHeight: optional(row, 'lip_height', 0, 60),
      lipRoot: lipped ? mm(row, 'lip_root', 0, 20) : null,
      openThrough: (row.open_through ?? '').trim().toLowerCase() === 'yes',
      adapter: spacerKind === 'adapter' ? readAdapter(row) : null,
    };
    return { ...common, kind, spacer };
  }
  const thread = words(row, 'thread');
  parseThread('thread', thread);
  if (kind === 'nut') {
    const style = choice(row, 'style', NUT_STYLES);
    const nut: Nut = {
      thread,
      style,
      seat: choice(row, 'seat', SEATS),
      threadLength: optional(row, 'thread_length', 1, 80),
      blindDepth: optional(row, 'blind_depth', 1, 80),
      capOpen: yesNo(row, 'cap_open'),
      shankReach: optional(row, 'shank_reach', -40, 40),
      shankLength: optional(row, 'shank_length', 0, 40) ?? 0,
      shankDiameter: optional(row, 'shank_diameter', 1, 60),
      material: choice(row, 'material', THREAD_MATERIALS, 'unknown'),
      class: choice(row, 'nut_class', NUT_CLASSES_SAID, 'unknown'),
      tensile: strength(row),
    };
    return { ...common, kind, nut };
  }
  const boltClass = choice(row, 'class', BOLT_CLASSES, 'unknown');
  const length = mm(row, 'length', 10, 150);
  if (kind === 'conversion') {
    const outer = words(row, 'outer_thread');
    parseThread('outer_thread', outer);
    const stud: LooseFastener = {
      kind,
      length,
      threadLength: optional(row, 'thread_length', 1, 150),
      nose: optional(row, 'nose', 0, 30),
      shortEnd: mm(row, 'short_end', 1, 60),
      hubThread: thread,
      outerThread: outer,
      seatsAt: choice(row, 'seats_at', ['shoulder', 'run-out'] as const),
      torque: torqueOf(row),
      class: boltClass,
    };
    return { ...common, kind, thread, fastener: checkedThread(stud) };
  }
  const threadLength = optional(row, 'thread_length', 1, 150);
  const nose = optional(row, 'nose', 0, 30);
  const fastener: LooseFastener =
    kind === 'bolt'
      ? { kind, length, threadLength, nose, seat: choice(row, 'seat', SEATS), class: boltClass }
      : { kind, protrusion: length, threadLength, nose, class: boltClass };
  return { ...common, kind, thread, fastener: checkedThread(fastener) };
}

/** A part is not threaded further than it is long. */
function checkedThread(f: LooseFastener): LooseFastener {
  if (moreThanThere(f))
    throw new InputError(
      'thread_length',
      String(f.threadLength),
      'is more than the part is long.',
      `Enter ${threadRoom(f)} at most, or leave it empty.`,
    );
  return f;
}

/** A yes or no; left empty, nobody said. @throws InputError */
function yesNo(row: CatalogueRow, column: Column): boolean | null {
  return (row[column] ?? '').trim() === '' ? null : choice(row, column, ['yes', 'no'] as const) === 'yes';
}

/** An adapter's own figures; its torque is a figure with its source, or it stays unknown. */
function readAdapter(row: CatalogueRow): Adapter {
  const studThread = words(row, 'stud_thread');
  parseThread('stud_thread', studThread);
  return {
    web: mm(row, 'web', 0, 60),
    nutHeight: mm(row, 'nut_height', 0, 60),
    nutThread: mm(row, 'nut_thread', 0, 60),
    nutClass: choice(row, 'nut_class', NUT_CLASSES_SAID, 'unknown'),
    nutContact: optional(row, 'nut_contact', 5, 60),
    condition: 'dry',
    studThread,
    studClass: choice(row, 'class', BOLT_CLASSES, 'unknown'),
    studProtrusion: mm(row, 'stud_protrusion', 0, 150),
    studNose: optional(row, 'nose', 0, 30),
    studThreadLength: optional(row, 'thread_length', 1, 150),
    boltCircle: mm(row, 'wheel_bolt_circle', 60, 300),
    lugs: row.wheel_lugs?.trim() ? whole(row, 'wheel_lugs', 3, 12) : null,
    recess: optional(row, 'recess', 0, 80),
    torque: torqueOf(row),
  };
}

function torqueOf(row: CatalogueRow): Hub['torque'] {
  const text = (row.torque ?? '').trim();
  if (text === '') return null;
  return { value: parseTorque('torque', text, { min: 20, max: 800 }).value, source: words(row, 'torque_source') };
}

/** Bolt circles that a plate is drilled for, one or several: `112` or `100 / 112`. */
const circles = (row: CatalogueRow): number[] =>
  (row.bolt_circle ?? '').split('/').map((text) => parseLength('bolt_circle', text, { min: 60, max: 300 }).value);

function words(row: CatalogueRow, column: Column): string {
  const text = (row[column] ?? '').trim();
  if (text === '') throw new InputError(column, '', 'is empty.', 'Every part needs it.');
  return text;
}

function choice<T extends string>(row: CatalogueRow, column: Column, allowed: readonly T[], empty?: T): T {
  const text = (row[column] ?? '').trim();
  if (text === '' && empty !== undefined) return empty;
  if ((allowed as readonly string[]).includes(text)) return text as T;
  throw new InputError(column, text, 'is not known.', `Use one of ${allowed.join(', ')}.`);
}

/** A comma before three digits may part thousands: 1,000 is not read as one. */
const THOUSANDS = /^\s*\d{1,3},\d{3}\s*(?:mm)?\s*$/i;

function mm(row: CatalogueRow, column: Column, min: number, max: number): number {
  const text = row[column] ?? '';
  if (THOUSANDS.test(text))
    throw new InputError(
      column,
      text.trim(),
      'may be a thousand or one.',
      'Write it with a point, such as 1.0 or 1000.',
    );
  return parseLength(column, text, { min, max }).value;
}

/** Inch sizes of plates; one of them without a unit is hardly millimetres. */
const INCH_SIZES: readonly number[] = [0.125, 0.25, 0.5, 0.75, 1, 1.25, 1.5];

/** A plate of 1.25 without a unit is asked about: such a plate is sold in inches, and in millimetres it is a shim. */
function thicknessOf(row: CatalogueRow): number {
  const value = mm(row, 'thickness', 0, 100);
  const text = (row.thickness ?? '').trim();
  if (/[a-z"″”]/i.test(text) || !INCH_SIZES.includes(value)) return value;
  throw new InputError('thickness', text, 'may be inches or millimetres.', `Write ${text}in or ${text}mm.`);
}

const optional = (row: CatalogueRow, column: Column, min: number, max: number): number | null =>
  (row[column] ?? '').trim() === '' ? null : mm(row, column, min, max);

function whole(row: CatalogueRow, column: Column, min: number, max: number): number {
  const text = (row[column] ?? '').trim();
  const n = parseNumber(text);
  if (n === null || !Number.isInteger(n) || n < min || n > max)
    throw new InputError(column, text, 'is not a whole number.', `Enter ${min} to ${max}.`);
  return n;
}

function strength(row: CatalogueRow): number | null {
  const text = (row.tensile ?? '').trim();
  if (text === '') return null;
  const n = parseNumber(text);
  if (n === null || n < 100 || n > 1500)
    throw new InputError('tensile', text, 'is not a strength in MPa.', 'Enter 100 to 1500, or leave it empty.');
  return n;
}

/** A bolt, a stud or a conversion stud. */
export const isFastener = (
  item: CatalogueItem,
): item is Extract<CatalogueItem, { kind: 'bolt' | 'stud' | 'conversion' }> =>
  item.kind === 'bolt' || item.kind === 'stud' || item.kind === 'conversion';

export interface Shelf {
  readonly spacers: readonly Part<Spacer>[];
  readonly fasteners: readonly Part<LooseFastener>[];
  readonly nuts: readonly Part<Nut>[];
}

/** What of a shelf can go on a hub at all: its lugs and bolt circle, its thread. The search judges the rest. */
export function shelfFor(
  hub: Pick<Hub, 'lugs' | 'boltCircle' | 'thread' | 'fastening'>,
  parts: readonly { readonly id: string; readonly item: CatalogueItem }[],
): Shelf {
  const own = parseThread('Thread', hub.thread);
  const { lugs, boltCircle } = hub;
  const goes = (text: string): boolean => sameThread(parseThread('thread', text), own);
  // On a bolt hub nuts go on the outer ends of conversion studs.
  const outer = parts.flatMap(({ item }) =>
    item.kind === 'conversion' && item.fastener.kind === 'conversion' && goes(item.thread)
      ? [parseThread('thread', item.fastener.outerThread)]
      : [],
  );
  return {
    spacers: parts.flatMap(({ id, item }) =>
      item.kind === 'spacer' &&
      lugs !== null &&
      boltCircle !== null &&
      item.spacer.lugs === lugs &&
      (item.spacer.boltCircles ?? []).some((circle) => Math.abs(circle - boltCircle) < 0.05)
        ? [{ id, part: item.spacer, count: item.count }]
        : [],
    ),
    fasteners: parts.flatMap(({ id, item }) =>
      isFastener(item) && (item.kind === 'conversion' ? 'bolt' : item.kind) === hub.fastening && goes(item.thread)
        ? [{ id, part: item.fastener, count: item.count }]
        : [],
    ),
    nuts: parts.flatMap(({ id, item }) =>
      item.kind === 'nut' &&
      (hub.fastening === 'stud'
        ? goes(item.nut.thread)
        : outer.some((t) => sameThread(parseThread('thread', item.nut.thread), t)))
        ? [{ id, part: item.nut, count: item.count }]
        : [],
    ),
  };
}
