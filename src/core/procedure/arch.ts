import { type CornerStep, type Step, step } from './step';

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

/** Title, tool and usual minutes of each step, by its key. Common practice, no source. */
const DETAIL: Readonly<Record<string, readonly [title: string, tool: string | null, minutes: number]>> = {
  'arch.agreed': ['Agreed in writing', null, 2],
  'arch.photo': ['Old scratches', 'camera', 2],
  'arch.liner': ['Liner out', 'screwdrivers, clip tool', 10],
  'arch.behind': ['Look behind the line', 'lamp, mirror', 3],
  'arch.mask': ['Mask the paint', 'masking tape', 5],
  'arch.cut': ['Cut in short sections', 'cutting disc', 20],
  'arch.grind': ['Grind smooth', 'grinder, 100-grit', 15],
  'arch.template': ['Liner to a template', 'card, knife', 10],
  'arch.seal': ['Seal and paint', 'foam or membrane, rust paint', 20],
  'arch.back': ['Sensor and liner back', 'screwdrivers', 10],
  'arch.chalk': ['Chalk test again', 'chalk', 5],
};

/**
 * Arch work at a corner, between the stand and the hub, where the plan trims a lip; its last step leads back to the
 * readings, because before and after are two states of the corner. @param trimMm how much of the lip goes at the most,
 * mm
 */
export function archPart(trimMm: number): CornerStep[] {
  const steps = archCard(trimMm).map(({ key, text, hold, caution }): CornerStep => {
    const [title, tool, minutes] = DETAIL[key] ?? [text, null, 5];
    return {
      name: key.replace('.', '-'),
      phase: 'arch',
      shows: 'arch',
      title,
      tool,
      minutes,
      text,
      hold,
      ...(caution === null ? {} : { caution }),
      ...(key === 'arch.photo' ? { photo: 'before' as const } : {}),
    };
  });
  return [
    ...steps,
    {
      name: 'arch-anew',
      phase: 'arch',
      shows: 'arch',
      title: 'Measured anew',
      text: 'The arch work noted under Measure, and gap, clearance and lip of this corner read again: what was read before is the old state.',
      tool: 'tape',
      minutes: 5,
      hold: true,
    },
  ];
}
