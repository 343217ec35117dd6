import { z } from 'zod';
import { OWN_LOCKING } from '@/core/document/ownFasteners';
import { isSource } from '@/core/document/source';
import {
  AXLES,
  CORNERS,
  HARDWARE_ON,
  JOB_TYPES,
  SEATS,
  type Seat,
  SPACER_KINDS,
  THREAD_MATERIALS,
  USES,
  WHEEL_SEATS,
} from '@/core/document/vocabulary';
import { InputError, tryInput } from '@/core/errors';
import { parseDrilling } from '@/core/parts/drilling';
import { carriedSchema } from '@/core/quick/carried';
import { matchSeats } from '@/core/seat/seats';
import { BOLT_CLASSES, NUT_CLASSES_SAID } from '@/core/thread/classes';
import { parseThread } from '@/core/thread/designation';
import { parseNumber } from '@/core/units/number';
import { parseLength, parseTorque } from '@/core/units/parse';

// Pages run no code made from text: the checks are read, not compiled.
z.config({ jitless: true });

/** One schema for the form and the server: texts as typed go in, core units come out, sentences land on fields. */
function typed<T>(parse: (text: string) => T) {
  return z.string().transform((text, ctx) => {
    const read = tryInput(() => parse(text));
    if (read.error === undefined) return read.value;
    ctx.addIssue({ code: 'custom', message: read.error });
    return z.NEVER;
  });
}

const words = (field: string, wouldDo: string, most = 80) =>
  z
    .string()
    .trim()
    .min(1, `${field} is empty. ${wouldDo}`)
    .max(most, `${field} is longer than ${most} characters. Shorten it.`);

function wholeLugs(text: string): number | null {
  if (text.trim() === '') return null;
  const n = parseNumber(text);
  if (n === null || !Number.isInteger(n) || n < 3 || n > 12) {
    throw new InputError(
      'Lug count',
      text.trim(),
      'is not a lug count.',
      'Enter a whole number from 3 to 12, or leave it empty.',
    );
  }
  return n;
}

function offsetMm(text: string): number | null {
  if (text.trim() === '') return null;
  return parseLength('Offset', text.replace(/^\s*et\s*/i, ''), { min: -150, max: 150 }).value;
}

/** Tensile strength of hub or nut where a leaflet states it; empty stays unknown. */
function tensileMpa(text: string): number | null {
  if (text.trim() === '') return null;
  const n = parseNumber(text.replace(/\s*(mpa|n\/mm²?2?)$/i, ''));
  if (n === null || n < 100 || n > 1500)
    throw new InputError(
      'Tensile strength',
      text.trim(),
      'is not a strength of steel or aluminium.',
      'Leave it empty, or type 100 to 1500 MPa.',
    );
  return n;
}

/** Text, or nothing where none was typed. */
const maybe =
  <T>(parse: (text: string) => T) =>
  (text: string): T | null =>
    text.trim() === '' ? null : parse(text);

/** A wheel has one bolt circle. */
function oneCircle(text: string): { lugs: number; boltCircle: number } {
  const { lugs, circles } = parseDrilling('Bolt circle of the wheels', text);
  const [boltCircle] = circles;
  if (boltCircle === undefined || circles.length > 1)
    throw new InputError('Bolt circle of the wheels', text.trim(), 'names more than one circle.', 'Enter one: 5x112.');
  return { lugs, boltCircle };
}

const hubFields = z.object({
  lugs: typed(wholeLugs),
  boltCircle: typed(maybe((t) => parseLength('Bolt circle', t, { min: 60, max: 300 }).value)),
  thread: typed((t) => {
    parseThread('Thread', t);
    return t.trim();
  }),
  fastening: z.enum(['bolt', 'stud']),
  seat: z.enum(SEATS),
  threadMaterial: z.enum(['steel', 'aluminium', 'unknown']),
  nutStyle: z.enum(['open', 'closed', 'unknown']),
  torque: typed(maybe((t) => parseTorque('Torque', t, { min: 20, max: 800 }).value)),
  torqueSource: z.string().trim().max(120, 'Torque source is longer than 120 characters. Shorten it.'),
  locking: z.enum(['yes', 'no']).transform((v) => v === 'yes'),
  fastenerClass: z.enum(BOLT_CLASSES),
  tensile: typed(tensileMpa),
  nutClass: z.enum(NUT_CLASSES_SAID),
  hardware: z.enum(HARDWARE_ON),
  /** Plate that was found between hub and wheel; empty is nothing. */
  found: typed((t) => (t.trim() === '' ? 0 : parseLength('Spacer on it', t, { min: 0, max: 100 }).value)),
});

/**
 * A figure says where it came from; without a figure nothing is asked. Said at once, also where another field is wrong.
 */
export const hubForm = hubFields.refine((hub) => typeof hub.torque !== 'number' || isSource(String(hub.torqueSource)), {
  path: ['torqueSource'],
  message:
    'Torque source: enter where the figure comes from, such as a handbook page, the door plate, a supplier’s leaflet.',
  when: ({ value }) => value !== null && typeof value === 'object',
});

const wheelSetFields = z.object({
  setName: words('Wheel set', 'Enter a short name, such as “summer 17”.'),
  tyre: z.string().trim().max(40, 'Tyre is longer than 40 characters. Shorten it.'),
  offset: typed(offsetMm),
  wheelSeat: z.enum(WHEEL_SEATS),
  drilling: typed((t) => (t.trim() === '' ? null : oneCircle(t))),
  /** Not here yet: looked at, and never on the car. */
  planned: z.enum(['yes', 'no']).transform((v) => v === 'yes'),
  /** Bolts or nuts that go on with these wheels and no others. */
  own: z
    .object({
      piece: z.enum(['bolt', 'nut']),
      locking: z.enum(OWN_LOCKING),
      key: z.string().trim().max(60, 'Key is longer than 60 characters. Shorten it.'),
      socket: typed(maybe((t) => parseLength('Socket', t, { min: 8, max: 60 }).value)),
      seat: z.enum(SEATS),
      finish: z.string().trim().max(40, 'Finish is longer than 40 characters. Shorten it.'),
      material: z.enum(THREAD_MATERIALS),
    })
    .nullable(),
  rear: z
    .object({
      tyre: z.string().trim().max(40, 'Tyre is longer than 40 characters. Shorten it.'),
      offset: typed(offsetMm),
      wheelSeat: z.enum(WHEEL_SEATS),
      drilling: typed((t) => (t.trim() === '' ? null : oneCircle(t))),
    })
    .nullable(),
});

/** Seats of a wheel and of its own bolts or nuts go together. */
const seatsMeet = (wheel: Seat, own: Seat): boolean => matchSeats(own, wheel) !== 'mismatch';

export const wheelSetForm = wheelSetFields.refine(
  ({ own, wheelSeat, rear }) =>
    own === null || (seatsMeet(wheelSeat, own.seat) && (rear === null || seatsMeet(rear.wheelSeat, own.seat))),
  {
    path: ['own', 'seat'],
    message: 'Their own bolts or nuts have another seat than the wheels: do not combine. Look at both once more.',
    when: ({ value }) => value !== null && typeof value === 'object',
  },
);

export const vehicleForm = z.object({
  name: z.string().trim().max(80, 'Vehicle is longer than 80 characters. Shorten it.'),
  plate: words('Plate', 'Plate or a tag that finds the car again.', 20),
  notes: z.string().max(2000, 'Notes are longer than 2000 characters. Shorten them.'),
  front: hubForm,
  rear: hubForm,
  /** The right side, where left and right are held differently; front and rear are the left ones then. */
  frontRight: hubForm.nullable().default(null),
  rearRight: hubForm.nullable().default(null),
  wheelSet: wheelSetForm,
});

export const jobForm = z.object({
  axle: z.enum([...AXLES, 'both']),
  /** Studs come out again, and the hub takes bolts as it did before. */
  studsOut: z.boolean().optional(),
  wheelSetId: z.string().min(1, 'Choose a wheel set.'),
  wish: z.enum(JOB_TYPES),
  use: z.enum(USES),
  planned: z
    .strictObject({
      kind: z.enum(SPACER_KINDS),
      /** Empty is not decided yet. */
      size: typed(maybe((t) => parseLength('Rough size', t, { min: 1, max: 100 }).value)),
    })
    .optional(),
  callId: z.string().min(1).max(80).optional(),
  carried: z.strictObject({ figures: carriedSchema, corner: z.enum(CORNERS) }).optional(),
});

export type VehicleTyped = z.input<typeof vehicleForm>;
export type VehicleParsed = z.output<typeof vehicleForm>;
export type HubTyped = z.input<typeof hubForm>;

export const EMPTY_HUB: HubTyped = {
  lugs: '',
  boltCircle: '',
  thread: '',
  fastening: 'bolt',
  seat: 'unknown',
  threadMaterial: 'unknown',
  nutStyle: 'unknown',
  torque: '',
  torqueSource: '',
  locking: 'no',
  fastenerClass: 'unknown',
  tensile: '',
  nutClass: 'unknown',
  hardware: 'unknown',
  found: '',
};

export const EMPTY_OWN: NonNullable<z.input<typeof wheelSetForm>['own']> = {
  piece: 'bolt',
  locking: 'plain',
  key: '',
  socket: '',
  seat: 'unknown',
  finish: '',
  material: 'unknown',
};

export const EMPTY_SET: z.input<typeof wheelSetForm> = {
  setName: '',
  tyre: '',
  offset: '',
  wheelSeat: 'unknown',
  drilling: '',
  planned: 'no',
  own: null,
  rear: null,
};

export const EMPTY_VEHICLE: VehicleTyped = {
  name: '',
  plate: '',
  notes: '',
  front: EMPTY_HUB,
  rear: EMPTY_HUB,
  frontRight: null,
  rearRight: null,
  wheelSet: { ...EMPTY_SET, setName: 'original wheels' },
};
