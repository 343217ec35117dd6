import { CORNER_LABEL } from '@/core/document/labels';
import { quantity, type QuantityId } from '@/core/document/quantities';
import { readingText } from '@/core/document/readingText';
import type { Fastener } from '@/core/document/document';
import type { Corner } from '@/core/document/vocabulary';
import { hourText } from '@/core/stance/clock';
import { formatLength, type UnitSystem } from '@/core/units/format';
import type { JobWhole } from '@/store/jobs';
import { isFigure, isOldState } from './jobPlan';

/** What was read of the arches before arch work was done, a line each. */
export function oldStateLines(whole: JobWhole, units: UnitSystem): string[] {
  const { archDoneAt } = whole.job;
  if (archDoneAt === null) return [];
  const readings = whole.readings
    .filter((r) => isFigure(r) && isOldState(whole, r))
    .map((r) => {
      const q = quantity(r.quantity as QuantityId);
      const hour = r.hour === null ? '' : ` at ${r.hour} o’clock`;
      return `${q.label}${hour}, ${CORNER_LABEL[r.corner as Corner]}: ${q.kind === 'yes-no' ? (r.value >= 0.5 ? 'yes' : 'no') : readingText(q, r.value, units)}`;
    });
  const chalk = whole.chalk
    .filter((t) => t.at <= archDoneAt)
    .map(
      (t) =>
        `Chalk with a ${formatLength(t.trialMm, units)} trial, ${CORNER_LABEL[t.corner]}: ${t.hours.length === 0 ? 'clean' : `off at ${t.hours.map(hourText).join(', ')}`}`,
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
