import { z } from 'zod';
import { InputError } from '../errors';
import { parseThread } from '../thread/designation';
import { policySchema } from './policySchema';
import { AXLES, CORNERS, FORMAT, SEATS, SPACER_KINDS, USES, WISHES } from './vocabulary';

export type { Axle, Corner, Seat, Use, Wish } from './vocabulary';

const mm = (max: number) => z.number().min(0).max(max);
const measured = (max: number) =>
  z.strictObject({ value: mm(max), pm: z.number().min(0).max(max) }).nullable();

export const threadText = z.string().superRefine((text, ctx) => {
  try {
    parseThread('Thread', text);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    ctx.addIssue({ code: 'custom', message: error.message });
  }
});

export const hubSchema = z.strictObject({
  lugs: z.int().min(3).max(12),
  boltCircle: z.number().min(60).max(300),
  thread: threadText,
  fastening: z.enum(['bolt', 'stud']),
  /** Seat of the bolts or nuts that are on the car now. */
  seat: z.enum(SEATS),
  /** What the internal thread that carries the wheel is cut in: the hub for bolts, the nut for studs. */
  threadMaterial: z.enum(['steel', 'aluminium', 'unknown']),
  nutStyle: z.enum(['open', 'closed', 'unknown']),
  torque: z.strictObject({ value: z.number().min(20).max(800), source: z.string().trim().min(1) }).nullable(),
  lockingFastener: z.boolean(),
  spigotDiameter: measured(200),
  /** Length under the seat of the stock bolt. */
  stockBoltLength: measured(150),
  /** Full thread in the nut. */
  nutThread: measured(80),
  /** Blind depth of a closed nut from its first full thread. */
  nutBlindDepth: measured(80),
});

export const wheelSchema = z.strictObject({
  name: z.string().min(1),
  tyre: z.string(),
  offset: z.number().min(-150).max(150).nullable(),
  seat: z.enum(SEATS),
  bore: measured(200),
});

export const cornerSchema = z.strictObject({
  corner: z.enum(CORNERS),
  turns: measured(40),
  studProtrusion: measured(150),
  /** Thickness of the disc's hat between hub face and wheel; drawn, never judged alone. */
  rotorHat: measured(60),
  tappedDepth: measured(100),
  roomBehind: measured(100),
  spigotHeight: measured(60),
  chamferDepth: measured(40),
  gap: z.strictObject({ value: z.number().min(-100).max(200), pm: z.number().min(0).max(50) }).nullable(),
  loadedClearance: measured(200),
});

export const spacerSchema = z.strictObject({
  kind: z.enum(SPACER_KINDS),
  thickness: mm(100),
  /** What carries the wheel's position: the hub spigot (or the spacer's lip), or the cone or ball seats. */
  centring: z.enum(['hub', 'seats']),
  bore: mm(200).nullable(),
  lipDiameter: mm(200).nullable(),
  lipHeight: mm(60).nullable(),
  lipRoot: mm(20).nullable(),
  /** The bore goes right through, so a tall hub spigot may stand inside it. */
  openThrough: z.boolean(),
});

export const fastenerSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('stock') }),
  z.strictObject({ kind: z.literal('bolt'), length: mm(150), seat: z.enum(SEATS) }),
  z.strictObject({ kind: z.literal('stud'), protrusion: mm(150) }),
]);

export const planSchema = z
  .strictObject({
    format: z.literal(FORMAT),
    title: z.string().min(1),
    axle: z.enum(AXLES),
    wish: z.enum(WISHES),
    use: z.enum(USES),
    hub: hubSchema,
    wheel: wheelSchema,
    corners: z.array(cornerSchema).min(1).max(2),
    spacer: spacerSchema,
    fastener: fastenerSchema,
    leadSignOff: z.strictObject({ by: z.string().trim().min(1), reason: z.string().trim().min(1) }).nullable(),
    policy: policySchema,
  })
  .superRefine((plan, ctx) => {
    const wrong = { bolt: 'stud', stud: 'bolt', stock: null }[plan.fastener.kind];
    if (wrong !== null && plan.hub.fastening === wrong) {
      ctx.addIssue({ code: 'custom', path: ['fastener', 'kind'], message: `The hub takes ${wrong}s, not ${plan.fastener.kind}s.` });
    }
    plan.corners.forEach((c, i) => {
      if (!c.corner.startsWith(plan.axle)) {
        ctx.addIssue({ code: 'custom', path: ['corners', i, 'corner'], message: `${c.corner} is not on the ${plan.axle} axle.` });
      }
    });
  });

export type Plan = z.infer<typeof planSchema>;
export type PlanCorner = z.infer<typeof cornerSchema>;
export type Hub = z.infer<typeof hubSchema>;
export type Spacer = z.infer<typeof spacerSchema>;
export type Fastener = z.infer<typeof fastenerSchema>;
export type Measured = { readonly value: number; readonly pm: number } | null;

export interface PlanIssue {
  readonly path: string;
  readonly message: string;
}

/** Validates a document from outside. Never throws: bad documents come back as a list of {path, message}. */
export function readPlan(input: unknown): { plan: Plan } | { issues: readonly PlanIssue[] } {
  const result = planSchema.safeParse(input);
  if (result.success) return { plan: result.data };
  return { issues: result.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })) };
}
