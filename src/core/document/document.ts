import { z } from 'zod';
import { THREAD_CONDITIONS } from '../joint/friction';
import { BOLT_CLASSES, NUT_CLASSES_SAID } from '../thread/classes';
import { measured, mm, threadText, torqueSchema } from './fields';
import { ownFastenersSchema } from './ownFasteners';
import { fastenerSchema, lockingSchema, nutSchema, spacerSchema } from './parts';
import { policySchema } from './policySchema';
import { onCar, setupSchema } from './setup';
import { upgradePlan } from './upgrade';
import {
  AXLES,
  CHALK_LOADS,
  CHALK_PLACES,
  CORNERS,
  FORMAT,
  HARDWARE_ON,
  JOB_TYPES,
  NUT_STYLES,
  SEATS,
  THREAD_MATERIALS,
  USES,
  WHEEL_SEATS,
} from './vocabulary';

export { threadText } from './fields';
export * from './parts';
export type { OtherWheel, Setup, TrialPart } from './setup';
export type { Axle, Corner, JobType, Seat, Use } from './vocabulary';

export const hubSchema = z.strictObject({
  lugs: z.int().min(3).max(12).nullable().describe('null where nobody counted'),
  boltCircle: z.number().min(60).max(300).nullable(),
  thread: threadText,
  fastening: z.enum(['bolt', 'stud']),
  seat: z.enum(SEATS).describe('seat of the bolts or nuts that are on the car now'),
  threadMaterial: z
    .enum(THREAD_MATERIALS)
    .describe('what the internal thread is cut in: the hub for bolts, the nut for studs'),
  nutStyle: z.enum(NUT_STYLES),
  torque: torqueSchema,
  lockingFastener: z.boolean(),
  fastenerClass: z
    .enum(BOLT_CLASSES)
    .describe('property class of the bolts or studs that are on it; unknown is never assumed to be any'),
  internalTensile: z
    .number()
    .min(100)
    .max(1500)
    .nullable()
    .describe('tensile strength of the internal thread’s material, MPa'),
  contactDiameter: mm(60).nullable().describe('mean diameter on which the seat bears'),
  condition: z.enum(THREAD_CONDITIONS),
  wheelLoad: z.number().min(500).max(30000).nullable().describe('N'),
  socketOutside: mm(60).nullable().describe('outside diameter of the socket, or of the key for spline drive'),
  spigotDiameter: measured(200),
  boltLength: measured(150).describe('length under the seat'),
  boltOverall: measured(200).default(null).describe('head and all; longer than under the seat'),
  boltThread: measured(150).default(null).describe('length of full thread on the bolt'),
  studThread: measured(150).default(null).describe('length of full thread on the studs that are on it, from the tip'),
  nutThread: measured(80),
  nutBlindDepth: measured(80),
  holeOpen: z
    .boolean()
    .nullable()
    .default(null)
    .describe('a loose bolt runs on past the hub’s thread: the hole is open there or wider than the thread'),
  capOpen: z
    .boolean()
    .nullable()
    .default(null)
    .describe('a loose stud runs on past the thread of the present closed nut: its cap is wider than the thread'),
  nutGrip: measured(80, -40).describe(
    'wheel pad to a nut’s first full thread, with the nut that will be used; needed where bolts are replaced by studs',
  ),
  nutHeight: measured(80).describe('outside height of the nut that is on it; no less than its thread is long'),
  nutClass: z.enum(NUT_CLASSES_SAID).describe('class marked on the nuts that are on it'),
  hardware: z
    .enum(HARDWARE_ON)
    .describe('whose bolts, or studs and nuts, are on the car: the original ones, others, or not known'),
  original: z
    .strictObject({
      length: measured(150).describe('bolt under its seat, or stud from the disc'),
      threadLength: measured(150).describe('full thread, from the tip'),
      nose: measured(30),
      seat: z.enum(SEATS),
      class: z.enum(BOLT_CLASSES),
      nut: nutSchema.nullable().describe('nut of the original studs; null for bolts, or where none was recorded'),
    })
    .nullable()
    .describe('the vehicle maker’s bolt or stud as recorded for this car, where others are on it'),
  lockingShorter: measured(30, -30).describe(
    'how much less far the locking piece that is on it reaches than the others; negative further',
  ),
  pilotNose: measured(30).describe(
    'smooth pilot nose on the bolts or studs that are on it, which holds nothing; a plain end is 0',
  ),
});

export const wheelSchema = z.strictObject({
  name: z.string().min(1),
  tyre: z.string(),
  offset: z.number().min(-150).max(150).nullable(),
  seat: z.enum(WHEEL_SEATS),
  lugs: z.int().min(3).max(12).nullable().describe('lug holes of the wheels'),
  boltCircle: z.number().min(60).max(300).nullable().describe('bolt circle of the wheels'),
  own: ownFastenersSchema
    .optional()
    .describe('bolts or nuts that belong to these wheels and go on with them; left out where they have none'),
  bore: measured(200),
  boreRecess: measured(80).describe('depth of the wheel’s bore for a spacer’s lip'),
  padThickness: measured(80).describe('depth of the lug hole from the pad to the seat'),
  each: z
    .array(
      z.strictObject({
        name: z.string().min(1),
        corner: z.enum(CORNERS).nullable().default(null).describe('where it hangs now'),
        pocketDepth: measured(80),
        lugHole: measured(80),
        bore: measured(200).default(null),
        ringBore: measured(200).default(null).describe('inside of its spigot ring, where it wears one'),
        boreRecess: measured(80).default(null),
        chamferDepth: measured(40).default(null),
        padThickness: measured(80).default(null),
      }),
    )
    .max(8)
    .describe('every wheel that can go on this axle; a figure taken from one of them is wanted from all'),
});

/** A chalk test at a corner: what hung there, how it was loaded, where chalk came off on the tyre. */
export const chalkSchema = z.strictObject({
  trial: mm(100).describe('thickness of the trial spacer, mm'),
  load: z.enum(CHALK_LOADS),
  across: z.enum(CHALK_PLACES).nullable().default(null).describe('where across the tyre it came off'),
  hours: z.array(z.number().min(0).max(12)).max(24).describe('clock positions where chalk came off; none is clear'),
});

export const cornerSchema = z.strictObject({
  corner: z.enum(CORNERS),
  turns: onCar(40).describe(
    'full turns from first catch to seated: travel, of which the mate’s own thread holds its length at most',
  ),
  studProtrusion: onCar(150).describe('from the disc, or from the spacer that was on'),
  standThrough: measured(80, -80)
    .default(null)
    .describe('stud tip beyond the outer end of the present nut, seated as counted; negative inside'),
  visibleThread: onCar(80).default(null).describe('thread that shows through the wheel before the nut goes on'),
  capDab: z
    .strictObject({ untouched: z.boolean(), on: setupSchema.optional() })
    .nullable()
    .default(null)
    .describe('dab of grease in the cap of a closed nut, looked at after it was seated, and what was on'),
  slidesOn: z.boolean().nullable().default(null).describe('the spacer slides on by hand and does not rock'),
  rotorHat: measured(60).describe('drawn, never judged alone'),
  tappedDepth: measured(100),
  roomBehind: measured(100),
  spigotHeight: measured(60),
  chamferDepth: measured(40),
  gap: onCar(200, -100),
  loadedClearance: onCar(200),
  clock: z
    .array(z.strictObject({ hour: z.int().min(1).max(12), clearance: onCar(200), trim: mm(40) }))
    .max(12)
    .describe('loaded clearance by clock position; with loadedClearance the tighter of the two decides'),
  gapPer10: measured(20, -20)
    .default(null)
    .describe('how much the gap grows for 10 mm that the car sits lower; negative where it shrinks'),
  archHeight: measured(800).describe('arch edge above the hub’s axis'),
  innerClearance: onCar(200, -60).describe('wheel to strut or caliper now; negative touches'),
  settled: z.boolean().nullable().default(null).describe('rolled forward and back before the gap was taken'),
  camber: measured(15, -15).default(null).describe('degrees, negative leans the top inward'),
  lipDepth: measured(80).default(null).describe('depth of the arch’s steel lip'),
  rimProtector: z.boolean().nullable().default(null).describe('the tyre has a rib that stands out past its sidewall'),
  fingerPasses: z.boolean().nullable().default(null).describe('a finger passes between sidewall and lip'),
  chalk: z.array(chalkSchema).max(40).default([]).describe('chalk tests, in the order they were made'),
});

export const planSchema = z
  .strictObject({
    format: z.literal(FORMAT),
    title: z.string().min(1),
    axle: z.enum(AXLES),
    jobType: z.enum(JOB_TYPES),
    use: z.enum(USES),
    camberChange: z.number().min(-5).max(5).describe('degrees more negative than when measured'),
    lowerBy: z.number().min(-100).max(100).describe('mm that the car will sit lower than when measured'),
    planned: z
      .strictObject({ tyre: z.string().min(1).max(40).nullable(), offset: z.number().min(-150).max(150).nullable() })
      .refine((p) => p.tyre !== null || p.offset !== null, 'A planned tyre, a planned offset, or both.')
      .nullable()
      .describe(
        'tyre and offset that are looked at instead of what was measured; a tyre alone goes on these very wheels, an offset alone is another wheel with the same tyre',
      ),
    trim: mm(40).describe('lip that will be trimmed off all round before the spacer goes on; 0 is none'),
    trimRight: mm(40)
      .nullable()
      .default(null)
      .describe('lip that will be trimmed off at the right-hand corner, where that differs from the left'),
    rightSpacer: mm(100).nullable().describe('thickness of the right-hand spacer where it differs from the left'),
    hub: hubSchema,
    wheel: wheelSchema,
    also: z
      .array(wheelSchema)
      .min(1)
      .max(4)
      .optional()
      .describe('other wheel sets of the car that are prepared in the same job; left out where there are none'),
    corners: z.array(cornerSchema).min(1).max(2),
    spacer: spacerSchema,
    fastener: fastenerSchema,
    locking: lockingSchema,
    finish: z
      .string()
      .trim()
      .min(1)
      .max(40)
      .optional()
      .describe('finish and colour of the bolts or nuts that go on; left out where nobody minds'),
    leadSignOff: z.strictObject({ by: z.string().trim().min(1), reason: z.string().trim().min(1) }).nullable(),
    policy: policySchema,
  })
  .superRefine((plan, ctx) => {
    const issue = (path: (string | number)[], message: string) => ctx.addIssue({ code: 'custom', path, message });
    const onlyFor = { bolt: 'bolt', conversion: 'bolt', stud: 'stud', nuts: 'stud', original: null, present: null }[
      plan.fastener.kind
    ];
    if (onlyFor !== null && plan.hub.fastening !== onlyFor)
      issue(
        ['fastener', 'kind'],
        `A ${plan.hub.fastening} hub does not take “${plan.fastener.kind}”. “${onlyFor}” hubs do.`,
      );
    if ((plan.spacer.kind === 'adapter') !== (plan.spacer.adapter !== null))
      issue(['spacer', 'adapter'], 'An adapter, and only an adapter, says what it is.');
    if (plan.spacer.kind === 'adapter' && plan.hub.fastening === 'bolt')
      issue(['spacer', 'kind'], 'A bolt-on adapter goes on factory studs; this hub takes bolts.');
    if (plan.spacer.kind === 'adapter' && plan.fastener.kind !== 'present' && plan.fastener.kind !== 'nuts')
      issue(
        ['fastener', 'kind'],
        'An adapter brings its own studs: nuts go on them, those that are on the car (“present”) or others (“nuts”).',
      );
    const seen = new Set<string>();
    plan.corners.forEach((c, i) => {
      if (!c.corner.startsWith(plan.axle))
        issue(['corners', i, 'corner'], `${c.corner} is not on the axle of this plan, “${plan.axle}”.`);
      if (seen.has(c.corner)) issue(['corners', i, 'corner'], `${c.corner} stands in the plan twice.`);
      seen.add(c.corner);
    });
  });

export type Plan = z.infer<typeof planSchema>;
export type PlanCorner = z.infer<typeof cornerSchema>;
export type Hub = z.infer<typeof hubSchema>;
export type ChalkTest = z.infer<typeof chalkSchema>;
export type WheelEach = Plan['wheel']['each'][number];
export type Measured = { readonly value: number; readonly pm: number } | null;

export interface PlanIssue {
  readonly path: string;
  readonly message: string;
}

/**
 * Validates a document from outside; an older version is upgraded first. Never throws: a bad document comes back
 * as a list of {path, message}.
 */
export function readPlan(input: unknown): { plan: Plan } | { issues: readonly PlanIssue[] } {
  const result = planSchema.safeParse(upgradePlan(input));
  if (result.success) return { plan: result.data };
  return { issues: result.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })) };
}
