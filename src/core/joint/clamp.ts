import { requirePositive } from '../errors';
import type { Thread } from '../thread/designation';
import { basicProfile, stressArea } from '../thread/profile';
import { type Band, FRICTION, type ThreadCondition, TOOL_SCATTER, type Tool } from './friction';

/** Where the fastener bears. Diameters and radii in mm, angles in degrees. */
export type Bearing =
  | { readonly kind: 'flat'; readonly meanDiameter: number }
  | { readonly kind: 'cone'; readonly includedAngle: number; readonly meanDiameter: number }
  | { readonly kind: 'ball'; readonly radius: number; readonly contactDiameter: number };

/**
 * Lever of the bearing friction, mm per unit of friction.
 *   flat: Dm/2;  cone of included angle θ: Dm/(2·sin(θ/2));  ball R touching on Dc: Dc/(2·√(1 − (Dc/2R)²))
 * The seat's normal force is F/cos α with α between normal and axis: α = 90° − θ/2 on a cone, sin α = Dc/2R on a
 * ball. A 60° cone therefore takes twice the bearing torque of a flat seat on the same diameter.
 * Source: equilibrium of a frictional wedge; flat term as in VDI 2230 (from memory).
 */
export function bearingLever(b: Bearing): number {
  switch (b.kind) {
    case 'flat':
      requirePositive('Bearing diameter', b.meanDiameter);
      return b.meanDiameter / 2;
    case 'cone':
      requirePositive('Bearing diameter', b.meanDiameter);
      requirePositive('Cone angle', b.includedAngle);
      return b.meanDiameter / (2 * Math.sin((b.includedAngle * Math.PI) / 360));
    case 'ball': {
      requirePositive('Contact diameter', b.contactDiameter);
      const share = b.contactDiameter / (2 * b.radius);
      if (!(share < 1))
        throw new RangeError(`A ball of radius ${b.radius} mm cannot touch on a ${b.contactDiameter} mm circle.`);
      return b.contactDiameter / (2 * Math.sqrt(1 - share * share));
    }
  }
}

/**
 * Torque per clamp force, mm: T/F = P/2π + µt·d2/(2·cos 30°) + µb·lever.
 * Source: VDI 2230 with the bearing term of the seat (from memory).
 */
export function torquePerForce(thread: Thread, bearing: Bearing, muThread: number, muBearing: number): number {
  const { d2 } = basicProfile(thread);
  return (
    thread.pitch / (2 * Math.PI) + (muThread * d2) / (2 * Math.cos(Math.PI / 6)) + muBearing * bearingLever(bearing)
  );
}

/** Clamp force (N) of a torque (N·m) at given frictions. */
export const clampForce = (
  torque: number,
  thread: Thread,
  bearing: Bearing,
  muThread: number,
  muBearing: number,
): number => (torque * 1000) / torquePerForce(thread, bearing, muThread, muBearing);

/** Torque (N·m) that gives a clamp force (N) at given frictions; the inverse of `clampForce`. */
export const torqueFor = (
  force: number,
  thread: Thread,
  bearing: Bearing,
  muThread: number,
  muBearing: number,
): number => (force * torquePerForce(thread, bearing, muThread, muBearing)) / 1000;

/**
 * Clamp band of a torque, N: lowest with most friction and a tool that reads high, highest with least friction
 * and a tool that reads low.
 */
export function clampBand(
  torque: number,
  thread: Thread,
  bearing: Bearing,
  condition: ThreadCondition,
  tool: Tool,
): Band {
  const mu = FRICTION[condition];
  const scatter = TOOL_SCATTER[tool];
  return {
    low: clampForce(torque * (1 - scatter), thread, bearing, mu.high, mu.high),
    high: clampForce(torque * (1 + scatter), thread, bearing, mu.low, mu.low),
  };
}

/** Share of the proof load: F/(Sp·As). Above 1 the fastener is past its proof load. */
export const proofShare = (force: number, thread: Thread, proofStress: number): number =>
  force / (proofStress * stressArea(thread));
