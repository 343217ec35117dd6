import type { Fastener } from '@/core/document/document';
import { type QuantityId, quantity } from '@/core/document/quantities';
import { readingText } from '@/core/document/readingText';
import type { Corner } from '@/core/document/vocabulary';
import { hourText } from '@/core/stance/clock';
import { formatLength, type UnitSystem } from '@/core/units/format';
import type { JobWhole } from '@/store/jobs';
import { isFigure } from '../job/jobPlan';
import { beforeCut, isOldState } from './archCuts';

/** What was read of an arch before arch work was done there, a line each. */
export function oldStateLines(whole: JobWhole, corner: Corner, units: UnitSystem): string[] {
  const readings = whole.readings
    .filter((r) => r.corner === corner && isFigure(r) && isOldState(whole, r))
    .map((r) => {
      const q = quantity(r.quantity as QuantityId);
      const hour = r.hour === null ? '' : ` at ${r.hour} o’clock`;
      return `${q.label}${hour}: ${q.kind === 'yes-no' ? (r.value >= 0.5 ? 'yes' : 'no') : readingText(q, r.value, units)}`;
    });
  const chalk = whole.chalk
    .filter((t) => t.corner === corner && beforeCut(whole, t))
    .map(
      (t) =>
        `Chalk with a ${formatLength(t.trialMm, units)} trial: ${t.hours.length === 0 ? 'clean' : `off at ${t.hours.map(hourText).join(', ')}`}`,
    );
  return [...readings, ...chalk];
}

/** What held the wheel over a trial plate, “on 60.0 mm bolts, ”; empty where nobody said. */
export function heldText(f: Fastener | null, units: UnitSystem): string {
  if (f === null) return '';
  if (f.kind === 'bolt') return `on ${formatLength(f.length, units)} bolts, `;
  if (f.kind === 'stud') return `on ${formatLength(f.protrusion, units)} studs, `;
  return 'on what was on it, ';
}
