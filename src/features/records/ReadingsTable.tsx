import { format } from 'date-fns';
import type { Corner } from '@/core/document/document';
import { CHALK_LOAD_LABEL, CORNER_LABEL } from '@/core/document/labels';
import { QUANTITY_IDS, type QuantityId, quantity, UNSEEN } from '@/core/document/quantities';
import { pmText, readingText } from '@/core/document/readingText';
import { hourText } from '@/core/stance/clock';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { wheelName, wheelsThatGo } from '@/usecases/job/jobPlan';
import type { JobWhole } from '@/usecases/shown';
import { countedChalk, isOldState } from '@/usecases/survey/archCuts';
import { ReadingRows } from './SheetRows';

interface Line {
  readonly id: string;
  readonly order: string;
  readonly label: string;
  readonly where: string;
  readonly value: string;
  readonly pm: string;
  readonly typed: string;
  readonly method: string;
  readonly by: string;
  readonly at: Date;
}

/** Every reading that counts, of corners, axle and wheels, with its ±, method, person and time; chalk tests last. */
export function ReadingsTable({ whole, units }: { whole: JobWhole; units: UnitSystem }) {
  const rows = readingLines(whole, units);
  if (rows.length === 0) return <p className="text-soft">No readings were taken.</p>;
  return (
    <table className="w-full text-[14px]">
      <thead>
        <tr className="border-b border-line text-left text-[13px] text-soft">
          <th scope="col" className="font-normal">
            Reading
          </th>
          <th scope="col" className="font-normal">
            Where
          </th>
          <th scope="col" className="text-right font-normal">
            Value
          </th>
          <th scope="col" className="pl-3 text-right font-normal">
            ±
          </th>
          <th scope="col" className="pl-4 font-normal">
            As typed, method, who, when
          </th>
        </tr>
      </thead>
      <tbody>
        <ReadingRows
          rows={rows.map((r) => [
            r.id,
            r.label,
            r.where,
            r.value,
            r.pm,
            r.typed,
            `${r.method}, ${r.by}, ${format(r.at, 'd MMM HH:mm')}`,
          ])}
        />
      </tbody>
    </table>
  );
}

/** Every reading that counts, worded, in the order of corners, axle, wheels and chalk. */
export const readingLines = (whole: JobWhole, units: UnitSystem): Line[] =>
  [...cornerLines(whole, units), ...wheelLines(whole, units), ...chalkLines(whole, units)].sort((a, b) =>
    a.order < b.order ? -1 : 1,
  );

const rankOf = (id: string): number => QUANTITY_IDS.indexOf(id as QuantityId) + 10;

function line(
  r: { id: string; quantity: string; value: number; pm: number; typed: string; method: string; by: string; at: Date },
  units: UnitSystem,
): Omit<Line, 'order' | 'where'> {
  const q = quantity(r.quantity as QuantityId);
  return {
    id: r.id,
    label: q.label,
    value: r.method === UNSEEN.id ? 'unmeasured' : readingText(q, r.value, units),
    pm: r.method === UNSEEN.id || q.kind === 'yes-no' ? '' : pmText(q, r.pm, units),
    typed: r.typed,
    method: q.methods.find((m) => m.id === r.method)?.label ?? r.method,
    by: r.by,
    at: r.at,
  };
}

const cornerLines = (whole: JobWhole, units: UnitSystem): Line[] =>
  whole.readings.map((r) => {
    const l = line(r, units);
    return {
      ...l,
      label: `${l.label}${r.hour ? `, ${r.hour} o’clock` : ''}${isOldState(whole, r) ? ', before arch work' : ''}`,
      order: `${r.corner ?? 's'}/${rankOf(r.quantity)}/${r.id}`,
      where: r.corner ? CORNER_LABEL[r.corner as Corner] : 'axle',
    };
  });

const wheelLines = (whole: JobWhole, units: UnitSystem): Line[] =>
  wheelsThatGo(whole).flatMap((w) =>
    w.readings.map((r) => ({
      ...line(r, units),
      order: `w/${w.mark}/${rankOf(r.quantity)}/${r.id}`,
      where: wheelName(w.mark),
    })),
  );

const chalkLines = (whole: JobWhole, units: UnitSystem): Line[] =>
  whole.chalk.map((t) => ({
    id: t.id,
    order: `x/${t.corner}/${t.id}`,
    label: `Chalk test, ${formatLength(t.trialMm, units)} trial${countedChalk(whole).includes(t) ? '' : ', before arch work'}`,
    where: CORNER_LABEL[t.corner],
    value: t.hours.length > 0 ? 'chalk off' : 'clean',
    pm: '',
    typed: t.hours.length > 0 ? `at ${t.hours.map(hourText).join(', ')}` : 'no marks',
    method: CHALK_LOAD_LABEL[t.load].toLowerCase(),
    by: t.by,
    at: t.at,
  }));
