import { requirePositive } from '../errors';

/**
 * Settling by surface, mm. VDI 2230 table for ordinary roughness (from memory): threads, under the head, each further
 * interface.
 */
export const SETTLING_MM = { threads: 0.003, head: 0.003, interface: 0.002 } as const;

/** Total settling of a joint with a number of inner interfaces, mm. */
export const settlingAmount = (interfaces: number): number =>
  SETTLING_MM.threads + SETTLING_MM.head + interfaces * SETTLING_MM.interface;

/** Elastic moduli, MPa (handbook values, from memory). */
export const MODULUS = { steel: 205_000, aluminium: 70_000 } as const;

/** Compliance of a prismatic part, mm/N: δ = l/(E·A). */
export function compliance(length: number, modulus: number, area: number): number {
  requirePositive('Length', length);
  requirePositive('Modulus', modulus);
  requirePositive('Area', area);
  return length / (modulus * area);
}

/**
 * The most clamp that settling can cost, N: the clamped parts are taken as rigid, so that only the fastener gives.
 * Needs no guess about how wide the clamped sleeve is, and is never below the loss with elastic parts.
 * @param grip length between the bearing faces without the spacer, mm; spacer mm; fastenerArea stress area, mm²
 * @param interfaces inner interfaces without the spacer: hub–disc and disc–wheel make two
 */
export function settlingLossRigid(grip: number, spacer: number, fastenerArea: number, interfaces = 2): number {
  return settlingAmount(interfaces + (spacer > 0 ? 1 : 0)) / compliance(grip + spacer, MODULUS.steel, fastenerArea);
}

export interface SettlingInput {
  /** Grip length without the spacer, mm. */
  readonly grip: number;
  /** Spacer thickness, mm; 0 for none. */
  readonly spacer: number;
  /** Stress area of the fastener and area of the clamped sleeve, mm². */
  readonly fastenerArea: number;
  readonly clampedArea: number;
  readonly wheelModulus: number;
  readonly spacerModulus: number;
  /** Inner interfaces without the spacer: hub–disc and disc–wheel make two. */
  readonly interfaces: number;
}

export interface SettlingLoss {
  /** Clamp lost, N. */
  readonly loss: number;
  readonly settling: number;
  readonly compliance: number;
}

/**
 * Clamp lost to settling, N: ΔF = f_z/(δs + δp). A spacer adds an interface, which loses more, and lengthens the
 * grip, which makes the same settling cost less. Source: VDI 2230 (from memory).
 */
export function settlingLoss(j: SettlingInput): SettlingLoss {
  const settling = settlingAmount(j.interfaces + (j.spacer > 0 ? 1 : 0));
  const fastener = compliance(j.grip + j.spacer, MODULUS.steel, j.fastenerArea);
  const clamped =
    compliance(j.grip, j.wheelModulus, j.clampedArea) +
    (j.spacer > 0 ? compliance(j.spacer, j.spacerModulus, j.clampedArea) : 0);
  return { loss: settling / (fastener + clamped), settling, compliance: fastener + clamped };
}
