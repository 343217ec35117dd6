import type { JobWhole } from '@/usecases/shown';
import 'server-only';
import { renderToBuffer } from '@react-pdf/renderer';
import { format } from 'date-fns';
import { CORNER_LABEL } from '@/core/document/labels';
import { plateName } from '@/core/document/plateName';
import type { UnitSystem } from '@/core/units/format';
import { type RecordedAxle, recordedVisit } from '@/usecases/record/recordedVisit';
import { photoBytes } from '@/usecases/vehicle/remarks';
import { readingLines } from '../ReadingsTable';
import { type SheetModel, setAt, sheetModel } from './model';
import { RecordPdf } from './RecordPdf';

const readingRows = (whole: JobWhole, units: UnitSystem): SheetModel['readings'] =>
  readingLines(whole, units).map((l) => [
    `${l.label}, ${l.where}`,
    `${l.value}${l.pm === '' ? '' : ` ± ${l.pm}`}`,
    `${l.typed}, ${l.method}, ${l.by}, ${format(l.at, 'd MMM HH:mm')}`,
  ]);

/** An axle of a visit as the page is set from it. */
function sheetOf({ whole, revision, remarks }: RecordedAxle, units: UnitSystem): SheetModel | null {
  if (!whole.plan) return null;
  return sheetModel(whole, whole.plan, {
    units,
    revision,
    readings: readingRows(whole, units),
    photos: remarks.photos.map((p) => ({
      hash: p.hash,
      caption: [p.corner ? CORNER_LABEL[p.corner] : 'the car', p.state, p.caption].filter(Boolean).join(', '),
    })),
  });
}

/**
 * The record of a visit as a PDF: one page for each axle that has a plan, with the appendix where it is asked for.
 * @returns null where no axle of the visit has a plan yet @throws NotFoundError
 */
export async function renderRecord(
  jobId: string,
  { units, appendix, revision }: { units: UnitSystem; appendix: boolean; revision: number | null },
): Promise<{ pdf: Buffer; name: string } | null> {
  const visit = await recordedVisit(jobId, revision);
  const sheets = visit.flatMap((axle) => sheetOf(axle, units) ?? []);
  if (sheets.length === 0) return null;
  const images = new Map<string, Buffer>();
  for (const hash of new Set(sheets.flatMap((s) => s.photos.map((p) => p.hash)))) {
    const bytes = await photoBytes(hash);
    if (bytes) images.set(hash, Buffer.from(bytes));
  }
  const pdf = await renderToBuffer(
    <RecordPdf sheets={sheets} images={images} units={units} appendix={appendix} printed={setAt(new Date())} />,
  );
  const plate = plateName(visit[0]?.whole.vehicle.plate ?? 'car');
  return { pdf, name: `record-${plate}.pdf` };
}
