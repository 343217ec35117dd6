interface Read {
  readonly value: number;
  readonly pm: number;
}

/**
 * Thread of an open nut by where the stud's tip stands against its outer end, seated as it was counted, mm:
 *   Ln = N·P − max(0, through − n + 1 P)
 * What stands through holds nothing, and the nut's outer chamfer is taken as one pitch. Where the tip stays inside, the
 * nut has at least what the count travels. The stud's nose is off the tip; one that nobody measured is none, which
 * makes the thread the less. Worked example: ten turns of 1.5 mm and 2 mm through, plain end: 15 − 3.5 = 11.5 mm.
 * @param through tip beyond the nut's outer end, mm; negative inside
 * Source: geometry.
 */
export function threadByStandThrough({
  turns,
  through,
  nose,
  pitch,
}: {
  readonly turns: Read;
  readonly through: Read;
  readonly nose: Read | null;
  readonly pitch: number;
}): { value: number; pm: number } {
  const past = Math.max(0, through.value - (nose?.value ?? 0) + pitch);
  return {
    value: Math.max(0, turns.value * pitch - past),
    pm: turns.pm * pitch + through.pm + (nose?.pm ?? 0),
  };
}
