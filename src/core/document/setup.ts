import { z } from 'zod';
import { measured, mm } from './fields';
import { SEATS, WHEEL_SEATS } from './vocabulary';

/** A wheel of another set that was on while something was read: its seat, pad, tyre and offset tell what it changes. */
export const otherWheelSchema = z.strictObject({
  name: z.string().min(1),
  seat: z.enum(WHEEL_SEATS),
  pad: measured(80).describe('depth of its lug hole from pad to seat'),
  tyre: z.string(),
  offset: z.number().min(-150).max(150).nullable(),
});

/** A part that was turned in by hand to be counted, and is not the one that is on the car. */
export const trialPartSchema = z.strictObject({
  seat: z.enum(SEATS),
  length: measured(150).describe('bolt under its seat; null for a nut on the studs that are on the car'),
  nose: measured(30).describe('smooth pilot nose of a bolt; a plain end is 0'),
});

/**
 * What was on a corner while it was read. A count proves this state only: this spacer or a thicker one, this seat, this
 * wheel’s pad, these very parts.
 */
export const setupSchema = z
  .strictObject({
    spacer: mm(100).nullable().describe('between hub and wheel, mm; 0 is nothing, null is not known'),
    fastener: z
      .union([z.enum(['present', 'unknown']), trialPartSchema])
      .default('present')
      .describe('the fasteners that are on the car, or a part that was tried by hand'),
    wheel: z
      .union([z.enum(['chosen', 'unknown']), otherWheelSchema])
      .default('chosen')
      .describe('a wheel of the set that is chosen, or of another'),
  })
  .describe('what was on while it was read');

export type Setup = z.infer<typeof setupSchema>;
export type TrialPart = z.infer<typeof trialPartSchema>;
export type OtherWheel = z.infer<typeof otherWheelSchema>;

/**
 * A reading that depends on what was on the corner. Left out, nothing was between, on the present fasteners and a
 * chosen wheel.
 */
export const onCar = (max: number, min = 0) =>
  z
    .strictObject({
      value: z.number().min(min).max(max),
      pm: z.number().min(0).max(max),
      on: setupSchema
        .optional()
        .describe('left out: nothing between hub and wheel, the present fasteners, a chosen wheel'),
    })
    .nullable()
    .describe('value with ± in the same unit, and what was on; null is unmeasured');

/** A reading as the sums use it. */
export interface OnCar {
  readonly value: number;
  readonly pm: number;
  readonly on?: Setup | undefined;
}

/** Nothing between hub and wheel, on the present fasteners and a chosen wheel. */
export const BARE_HUB: Setup = { spacer: 0, fastener: 'present', wheel: 'chosen' };

/** What was on while something was read. */
export const setupOf = (m: OnCar): Setup => m.on ?? BARE_HUB;

/** Thickness that was between hub and wheel, mm; null where nobody knows. */
export const spacerOn = (m: OnCar | null): number | null => (m === null || m.on === undefined ? 0 : m.on.spacer);
