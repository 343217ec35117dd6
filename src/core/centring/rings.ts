import { diametralClearance, judgeFit } from './fits';

/** A spigot ring: outside fits the wheel bore, inside fits the hub spigot. mm. */
export interface Ring {
  readonly id: string;
  readonly outside: number;
  readonly inside: number;
  /** Axial height of the ring. */
  readonly height: number;
}

/**
 * Rings that fill a wheel bore that is too large, best first: good fits on both sides before loose ones, then by
 * the sum of their play. A ring that is too tight or too loose on either side, or taller than the spigot, is left
 * out. Common practice, no source.
 */
export function chooseRings(
  rings: readonly Ring[],
  spigot: number,
  spigotHeight: number,
  wheelBore: number,
  good: number,
  most: number,
): Ring[] {
  const play = (r: Ring) => [diametralClearance(r.inside, spigot), diametralClearance(wheelBore, r.outside)] as const;
  const loose = (r: Ring) => play(r).filter((c) => judgeFit(c, good, most) === 'loose').length;
  return rings
    .filter(
      (r) => r.height <= spigotHeight && play(r).every((c) => ['good', 'loose'].includes(judgeFit(c, good, most))),
    )
    .sort((a, b) => loose(a) - loose(b) || play(a)[0] + play(a)[1] - play(b)[0] - play(b)[1]);
}
