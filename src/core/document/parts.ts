import { z } from 'zod';
import { THREAD_CONDITIONS } from '../joint/friction';
import { BOLT_CLASSES, NUT_CLASSES_SAID } from '../thread/classes';
import { mm, threadText, torqueSchema } from './fields';
import { NUT_STYLES, SEATS, SPACER_KINDS, THREAD_MATERIALS } from './vocabulary';

/** The parts of a choice: plate or adapter, nuts, bolts, studs, the locking piece. */
const adapterSchema = z.strictObject({
  web: mm(60).nullable().describe('under the adapter’s nut'),
  nutHeight: mm(60).nullable(),
  nutThread: mm(60).nullable().describe('full thread in the adapter’s nut'),
  nutClass: z.enum(NUT_CLASSES_SAID).describe('class marked on the adapter’s nuts'),
  nutContact: mm(60).nullable().describe('mean diameter on which they bear on the web'),
  studThread: threadText.describe('thread of the adapter’s own studs'),
  studClass: z.enum(BOLT_CLASSES).default('unknown').describe('property class of the adapter’s own studs'),
  studProtrusion: mm(150).nullable(),
  studNose: mm(30).nullable().describe('smooth pilot nose on the adapter’s own studs; a plain end is 0'),
  studThreadLength: mm(150).nullable().describe('full thread of the adapter’s own studs, from the tip, nose included'),
  boltCircle: z.number().min(60).max(300).nullable(),
  lugs: z.int().min(3).max(12).nullable().default(null).describe('studs that it carries for the wheel'),
  condition: z.enum(THREAD_CONDITIONS).describe('how its nuts go on the factory studs'),
  recess: mm(80).nullable().describe('recess for the hub spigot, where the bore does not go through'),
  torque: torqueSchema,
});

export const spacerSchema = z.strictObject({
  kind: z.enum(SPACER_KINDS),
  thickness: mm(100),
  lugs: z.int().min(3).max(12).nullable().describe('bolt holes of the spacer'),
  boltCircles: z
    .array(z.number().min(60).max(300))
    .max(6)
    .nullable()
    .describe('bolt circles that it is drilled for; an adapter’s inner ones'),
  centring: z.enum(['hub', 'seats']).describe('what carries the wheel’s position'),
  bore: mm(200).nullable(),
  lipDiameter: mm(200).nullable(),
  lipHeight: mm(60).nullable(),
  lipRoot: mm(20).nullable(),
  openThrough: z.boolean().describe('a tall hub spigot may stand inside the bore'),
  adapter: adapterSchema.nullable(),
});

export const nutSchema = z.strictObject({
  thread: threadText,
  style: z.enum(NUT_STYLES),
  seat: z.enum(SEATS),
  threadLength: mm(80).nullable(),
  blindDepth: mm(80).nullable(),
  capOpen: z
    .boolean()
    .nullable()
    .default(null)
    .describe(
      'closed nut: its cap is wider than the thread, so that a stud runs on past the thread; null is not known',
    ),
  shankReach: z
    .number()
    .min(-40)
    .max(40)
    .nullable()
    .describe(
      'how much deeper than the counted nut its first full thread sits, seated; negative further out, null is unmeasured',
    ),
  shankLength: mm(40),
  shankDiameter: mm(60).nullable().describe('outside diameter of the shank; asked where there is one'),
  material: z.enum(THREAD_MATERIALS),
  class: z.enum(NUT_CLASSES_SAID).describe('class marked on it'),
  tensile: z.number().min(100).max(1500).nullable().describe('tensile strength of the nut, MPa'),
});

/** Nobody may take a new fastener to be threaded all the way: null cannot pass. */
const ownThread = mm(150)
  .nullable()
  .default(null)
  .describe('full thread, from the tip to the plain shank, nose included');

/** A smooth nose guides and holds nothing, so nobody may take a new fastener to have none. */
const pilotNose = mm(30).nullable().describe('smooth pilot nose at the tip; a plain end is 0, null is unmeasured');

export const fastenerSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('original') }).describe('the vehicle maker’s part, as recorded for this car'),
  z.strictObject({ kind: z.literal('present') }).describe('the very part that is on the car now, with its own figures'),
  z.strictObject({ kind: z.literal('nuts'), nut: nutSchema }),
  z.strictObject({
    kind: z.literal('bolt'),
    length: mm(150),
    threadLength: ownThread,
    nose: pilotNose,
    seat: z.enum(SEATS),
    class: z.enum(BOLT_CLASSES),
  }),
  z.strictObject({
    kind: z.literal('stud'),
    protrusion: mm(150),
    threadLength: ownThread,
    nose: pilotNose,
    class: z.enum(BOLT_CLASSES),
    nut: nutSchema.nullable(),
  }),
  z.strictObject({
    kind: z.literal('conversion'),
    length: mm(200),
    shortEnd: mm(60),
    threadLength: ownThread.describe('full thread of the outer end, from the tip, nose included'),
    nose: pilotNose,
    hubThread: threadText,
    outerThread: threadText,
    seatsAt: z.enum(['shoulder', 'run-out']),
    torque: torqueSchema.describe('torque of the nuts on the outer thread, with a source of its own'),
    class: z.enum(BOLT_CLASSES),
    nut: nutSchema,
  }),
]);

/** The locking piece of what goes in: none, alike, or reaching less far by so much. Counts are never taken on it. */
export const lockingSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('unknown') }),
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({
      kind: z.literal('piece'),
      shorter: z.number().min(-30).max(30),
      seat: z.enum(SEATS).optional().describe('its seat where it is not that of the others'),
    }),
  ])
  .describe('locking piece of new hardware; that of what is on the car is a reading of the hub');

export type Spacer = z.infer<typeof spacerSchema>;
export type Adapter = z.infer<typeof adapterSchema>;
export type Nut = z.infer<typeof nutSchema>;
export type Fastener = z.infer<typeof fastenerSchema>;
export type Locking = z.infer<typeof lockingSchema>;
