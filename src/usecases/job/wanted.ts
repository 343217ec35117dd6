import { cornersOf } from '@/core/document/axles';
import { isOpenSize, plainSpacer } from '@/core/document/blank';
import type { Corner, JobType } from '@/core/document/document';
import { type Quantity, quantitiesFor } from '@/core/document/quantities';
import { ADDS_NOTHING, type SpacerKind } from '@/core/document/vocabulary';
import type { JobWhole } from '@/store/jobs';
import type { ChoiceDraft } from '@/store/schema';
import { countedReadings, FIRST_CHOICE, hubOf, wheelsThatGo } from './jobPlan';

/** A usual size of each kind, mm: what is asked for a spacer whose size is open. Common practice, no source. */
const USUAL_SIZE: Readonly<Record<SpacerKind, number>> = { plain: 3, lipped: 15, universal: 5, adapter: 25 };

/**
 * What is measured for before anybody chose: where the work puts a spacer on, the thinnest common one, so that what it
 * needs is asked for.
 */
export const measuredFor = ({ job }: JobWhole): ChoiceDraft => {
  const { draft } = job;
  if (draft && isOpenSize(draft.spacer))
    return { ...draft, spacer: { ...draft.spacer, thickness: USUAL_SIZE[draft.spacer.kind] } };
  if (draft) return draft;
  const adds = !ADDS_NOTHING.has(job.wish as JobType) && job.wish !== 'conversion';
  return adds ? { ...FIRST_CHOICE, spacer: plainSpacer(USUAL_SIZE.plain) } : FIRST_CHOICE;
};

export interface Missing {
  readonly quantity: Quantity;
  readonly corner: Corner | null;
  /** The wheel it belongs to, where it belongs to one. */
  readonly wheel: { readonly id: string; readonly mark: string } | null;
}

/** What is measured on this car for this wish, in the order of the trade. */
export function wantedReadings(whole: JobWhole): Quantity[] {
  const hub = hubOf(whole);
  const wish = whole.job.wish as JobType;
  const all = quantitiesFor({ fastening: hub.fastening, nutStyle: hub.nutStyle as 'open' }, wish);
  // A count says nothing of the locking piece, so that is held beside the others once.
  const asked = hub.lockingFastener && ADDS_NOTHING.has(wish);
  return all.map((q) => (asked && q.id === 'lockingShorter' ? { ...q, optional: false } : q));
}

/** Readings that were never taken and block a decision, corner by corner in the order of the trade. */
export function missingReadings(whole: JobWhole): Missing[] {
  const taken = new Set(countedReadings(whole).map((r) => `${r.corner ?? ''}/${r.quantity}`));
  const corners = cornersOf(whole.job.axle);
  // Where the tip stands against the nut's end stands in for its thread.
  const through = corners.some((c) => taken.has(`${c}/standThrough`));
  const atAxle = (quantity: Quantity): Missing[] => {
    if (quantity.id === 'nutThread' && through) return [];
    const places = quantity.scope === 'axle' ? [null] : corners;
    return places
      .filter((c) => !taken.has(`${c ?? ''}/${quantity.id}`) && !taken.has(`/${quantity.id}`))
      .map((corner) => ({ quantity, corner, wheel: null }));
  };
  const atWheels = (quantity: Quantity): Missing[] =>
    wheelsThatGo(whole)
      .filter((w) => !w.readings.some((r) => r.quantity === quantity.id))
      .map((w) => ({ quantity, corner: null, wheel: { id: w.id, mark: w.mark } }));
  return wantedReadings(whole)
    .filter((q) => !q.optional)
    .flatMap((q) => (q.scope === 'wheel' ? atWheels(q) : atAxle(q)));
}
