import { z } from 'zod';
import { InputError, tryInput } from '@/core/errors';
import { SEATS, USES, WISHES } from '@/core/document/vocabulary';
import { BOLT_CLASSES } from '@/core/thread/classes';
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

function wholeLugs(text: string): number {
  const n = parseNumber(text);
  if (n === null || !Number.isInteger(n) || n < 3 || n > 12) {
    throw new InputError('Lug count', text.trim(), 'is not a lug count.', 'A whole number from 3 to 12 will do.');
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

export const hubForm = z.object({
  lugs: typed(wholeLugs),
  boltCircle: typed((t) => parseLength('Bolt circle', t, { min: 60, max: 300 }).value),
  thread: typed((t) => {
    parseThread('Thread', t);
    return t.trim();
  }),
  fastening: z.enum(['bolt', 'stud']),
  seat: z.enum(SEATS),
  threadMaterial: z.enum(['steel', 'aluminium', 'unknown']),
  nutStyle: z.enum(['open', 'closed', 'unknown']),
  torque: typed((t) => parseTorque('Torque', t, { min: 20, max: 800 }).value),
  torqueSource: words(
    'Torque source',
    'Say where the figure came from: handbook page, door plate, supplier’s leaflet.',
    120,
  ),
  locking: z.enum(['yes', 'no']).transform((v) => v === 'yes'),
  fastenerClass: z.enum(BOLT_CLASSES),
  tensile: typed(tensileMpa),
});

export const wheelSetForm = z.object({
  setName: words('Wheel set', 'A short name will do, such as “summer 17”.'),
  tyre: words('Tyre', 'Type what stands on its sidewall, such as 225/45R17.', 40),
  offset: typed(offsetMm),
  wheelSeat: z.enum(SEATS),
});

export const vehicleForm = z.object({
  name: words('Vehicle', 'Make and model as you would say it.'),
  plate: words('Plate', 'Plate or a tag that finds the car again.', 20),
  notes: z.string().max(2000, 'Notes are longer than 2000 characters. Shorten them.'),
  front: hubForm,
  rear: hubForm,
  wheelSet: wheelSetForm,
});

export const jobForm = z.object({
  axle: z.enum(['front', 'rear', 'both']),
  wheelSetId: z.string().min(1, 'Choose a wheel set.'),
  wish: z.enum(WISHES),
  use: z.enum(USES),
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
};

export const EMPTY_VEHICLE: VehicleTyped = {
  name: '',
  plate: '',
  notes: '',
  front: EMPTY_HUB,
  rear: EMPTY_HUB,
  wheelSet: { setName: '', tyre: '', offset: '', wheelSeat: 'unknown' },
};
