import { type Step, step } from './step';

/**
 * Arch work, only when the chalk says so: its own sub-procedure, both sides. Body work: the customer agrees in
 * writing, and local rules on wheel cover and structure come first. Common practice, no source.
 * @param trimMm how much of the lip has to go at its worst, mm; above 0
 */
export function archCard(trimMm: number): Step[] {
  return [
    step(
      'arch.agreed',
      'Customer has agreed in writing; local rules on wheel cover and structure allow it.',
      true,
      'Body work: local rules on wheel cover and structure come first.',
    ),
    step('arch.photo', 'Paint photographed first, so that old scratches stay old.', true),
    step('arch.liner', 'Liner out: screws of two sizes, push pins, wheel-speed sensor unplugged. Expect grit.'),
    step('arch.behind', 'Looked behind the cut line: no pipe, wiring, alarm part or bumper mount.', true),
    step('arch.mask', 'Paint masked.'),
    step(
      'arch.cut',
      `Lip cut in short sections, about every 100 mm, ${trimMm} mm at the most, never past the visible edge.`,
      true,
      'Sparks and grit: eyes, gloves, nothing that burns near.',
    ),
    step(
      'arch.grind',
      'Ground smooth, disc moving so that paint does not blister; 100-grit until a bare hand runs along it safely.',
    ),
    step('arch.template', 'Liner trimmed to a template, kept for the other side.'),
    step('arch.seal', 'Degreased, gap sealed against water and grit, bare metal painted.', true),
    step('arch.back', 'Wheel-speed sensor and liner refitted.', true),
    step('arch.chalk', 'Chalk test again, both sides: no chalk on the tyre.', true),
  ];
}
