import { requirePositive } from '../errors';

/**
 * Clamp that each fastener needs so that friction between the faces carries braking and cornering shear, N:
 *   F_need = (µ_road·W·k) / (µ_joint·n)
 * @param wheelLoad W, N
 * @param k safety on the load, 1.5 by default
 * An estimate: it leaves out the seats' own share and any shock load. Source: common practice, no source.
 */
export function neededClamp(
  wheelLoad: number,
  roadFriction: number,
  k: number,
  jointFriction: number,
  lugs: number,
): number {
  requirePositive('Wheel load', wheelLoad);
  requirePositive('Joint friction', jointFriction);
  requirePositive('Lug count', lugs);
  return (roadFriction * wheelLoad * k) / (jointFriction * lugs);
}
