import { z } from 'zod';
import { tryInput } from '../errors';
import { THREAD_CONDITIONS } from '../joint/friction';
import { BOLT_CLASSES } from '../thread/classes';
import { parseThread } from '../thread/designation';
import { policySchema } from './policySchema';
import { upgradePlan } from './upgrade';
import {
  AXLES,
  CHALK_LOADS,
  CORNERS,
  FORMAT,
  NUT_STYLES,
  SEATS,
  SPACER_KINDS,
  THREAD_MATERIALS,
  USES,
  WISHES,
} from './vocabulary';

export type { Axle, Corner, Seat, Use, Wish } from './vocabulary';

const mm = (max: number) => z.number().min(0).max(max);

/** A reading with its ±, or null: nobody measured it. */
const measured = (max: number, min = 0) =>
  z
    .strictObject({ value: z.number().min(min).max(max), pm: z.number().min(0).max(max) })
    .nullable()
    .describe('value with ± in the same unit; null is unmeasured');

/** A reading that a plate changes: what was on the hub while it was taken. */
const onCar = (max: number, min = 0) =>
  z
    .strictObject({
      value: z.number().min(min).max(max),
      pm: z.number().min(0).max(max),
      plate: mm(100).optional().describe('plate that was on while it was read, mm; left out, nothing was on'),
    })
    .nullable()
    .describe('value with ± in the same unit, and the plate that was on; null is unmeasured');

/** Checked beside the schema, so that the schema itself can be written down as JSON Schema. */
export const threadText = z.string().max(40).refine(isThread, { error: threadProblem });

function isThread(text: string): boolean {
  return threadMessage(text) === undefined;
}

function threadProblem(issue: { readonly input: unknown }): string {
  return threadMessage(String(issue.input)) ?? '';
}

function threadMessage(text: string): string | undefined {
  return tryInput(() => parseThread('Thread', text)).error;
}

const torqueSchema = z
  .strictObject({ value: z.number().min(20).max(800).describe('N·m'), source: z.string().trim().min(1) })
  .nullable();

export const hubSchema = z.strictObject({
  lugs: z.int().min(3).max(12),
  boltCircle: z.number().min(60).max(300),
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
    .describe('property class of the stock bolts or studs; unknown is never assumed to be any'),
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
  stockBoltLength: measured(150).describe('length under the seat'),
  stockBoltOverall: measured(200).default(null).describe('head and all; longer than under the seat'),
  stockBoltThread: measured(150).default(null).describe('length of full thread on the bolt'),
  stockStudThread: measured(150).default(null).describe('length of full thread on the stock studs, from the tip'),
  nutThread: measured(80),
  nutBlindDepth: measured(80),
  nutGrip: measured(80, -40).describe(
    'wheel pad to a nut’s first full thread; needed where bolts are replaced by studs',
  ),
});

export const wheelSchema = z.strictObject({
  name: z.string().min(1),
  tyre: z.string(),
  offset: z.number().min(-150).max(150).nullable(),
  seat: z.enum(SEATS),
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
  hours: z.array(z.number().min(0).max(12)).max(24).describe('clock positions where chalk came off; none is clear'),
});

export const cornerSchema = z.strictObject({
  corner: z.enum(CORNERS),
  turns: onCar(40).describe(
    'full turns from first catch to seated: travel, of which the mate’s own thread holds its length at most',
  ),
  studProtrusion: onCar(150).describe('from the disc, or from the plate that was on'),
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
  archHeight: measured(800).describe('arch edge above the hub’s axis'),
  innerClearance: onCar(200, -60).describe('wheel to strut or caliper now; negative touches'),
  settled: z.boolean().nullable().default(null).describe('rolled forward and back before the gap was taken'),
  camber: measured(15, -15).default(null).describe('degrees, negative leans the top inward'),
  lipDepth: measured(80).default(null).describe('depth of the arch’s steel lip'),
  rimProtector: z.boolean().nullable().default(null).describe('the tyre has a rib that stands out past its sidewall'),
  fingerPasses: z.boolean().nullable().default(null).describe('a finger passes between sidewall and lip'),
  chalk: z.array(chalkSchema).max(40).default([]).describe('chalk tests, in the order they were made'),
});

const adapterSchema = z.strictObject({
  web: mm(60).describe('under the adapter’s nut'),
  nutHeight: mm(60),
  nutThread: mm(60).describe('full thread in the adapter’s nut'),
  studThread: threadText.describe('thread of the adapter’s own studs'),
  studClass: z.enum(BOLT_CLASSES).default('unknown').describe('property class of the adapter’s own studs'),
  studProtrusion: mm(150),
  boltCircle: z.number().min(60).max(300),
  recess: mm(80).nullable().describe('recess for the hub spigot, where the bore does not go through'),
  torque: torqueSchema,
});

export const spacerSchema = z.strictObject({
  kind: z.enum(SPACER_KINDS),
  thickness: mm(100),
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
  shankReach: mm(40).describe('how much deeper than the stock nut its first full thread sits'),
  shankLength: mm(40),
  material: z.enum(THREAD_MATERIALS),
  tensile: z.number().min(100).max(1500).nullable().describe('tensile strength of the nut, MPa'),
});

/** Nobody may take a new fastener to be threaded all the way: null cannot pass. */
const ownThread = mm(150).nullable().default(null).describe('full thread, from the tip to the plain shank');

export const fastenerSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('stock') }),
  z.strictObject({ kind: z.literal('nuts'), nut: nutSchema }),
  z.strictObject({
    kind: z.literal('bolt'),
    length: mm(150),
    threadLength: ownThread,
    seat: z.enum(SEATS),
    class: z.enum(BOLT_CLASSES),
  }),
  z.strictObject({
    kind: z.literal('stud'),
    protrusion: mm(150),
    threadLength: ownThread,
    class: z.enum(BOLT_CLASSES),
    nut: nutSchema.nullable(),
  }),
  z.strictObject({
    kind: z.literal('conversion'),
    length: mm(200),
    shortEnd: mm(60),
    threadLength: ownThread.describe('full thread of the outer end, from the tip'),
    hubThread: threadText,
    outerThread: threadText,
    seatsAt: z.enum(['shoulder', 'run-out']),
    class: z.enum(BOLT_CLASSES),
    nut: nutSchema,
  }),
]);

export const planSchema = z
  .strictObject({
    format: z.literal(FORMAT),
    title: z.string().min(1),
    axle: z.enum(AXLES),
    wish: z.enum(WISHES),
    use: z.enum(USES),
    camberChange: z.number().min(-5).max(5).describe('degrees more negative than when measured'),
    hub: hubSchema,
    wheel: wheelSchema,
    corners: z.array(cornerSchema).min(1).max(2),
    spacer: spacerSchema,
    fastener: fastenerSchema,
    leadSignOff: z.strictObject({ by: z.string().trim().min(1), reason: z.string().trim().min(1) }).nullable(),
    policy: policySchema,
  })
  .superRefine((plan, ctx) => {
    const issue = (path: (string | number)[], message: string) => ctx.addIssue({ code: 'custom', path, message });
    const onlyFor = { bolt: 'bolt', conversion: 'bolt', stud: 'stud', nuts: 'stud', stock: null }[plan.fastener.kind];
    if (onlyFor !== null && plan.hub.fastening !== onlyFor)
      issue(
        ['fastener', 'kind'],
        `A ${plan.hub.fastening} hub does not take “${plan.fastener.kind}”. “${onlyFor}” hubs do.`,
      );
    if ((plan.spacer.kind === 'adapter') !== (plan.spacer.adapter !== null))
      issue(['spacer', 'adapter'], 'An adapter, and only an adapter, says what it is.');
    if (plan.spacer.kind === 'adapter' && plan.hub.fastening === 'bolt')
      issue(['spacer', 'kind'], 'A bolt-on adapter goes on factory studs; this hub takes bolts.');
    if (plan.spacer.kind === 'adapter' && plan.fastener.kind !== 'stock')
      issue(['fastener', 'kind'], 'On an adapter the factory nuts go on: “stock” will do.');
    const seen = new Set<string>();
    plan.corners.forEach((c, i) => {
      if (!c.corner.startsWith(plan.axle))
        issue(['corners', i, 'corner'], `${c.corner} is not on the ${plan.axle} axle.`);
      if (seen.has(c.corner)) issue(['corners', i, 'corner'], `${c.corner} stands in the plan twice.`);
      seen.add(c.corner);
    });
  });

export type Plan = z.infer<typeof planSchema>;
export type PlanCorner = z.infer<typeof cornerSchema>;
export type Hub = z.infer<typeof hubSchema>;
export type Spacer = z.infer<typeof spacerSchema>;
export type Adapter = z.infer<typeof adapterSchema>;
export type Nut = z.infer<typeof nutSchema>;
export type Fastener = z.infer<typeof fastenerSchema>;
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
