import type { Corner } from '@/core/document/document';
import type { QuantityId } from '@/core/document/quantities';
import type { JobWhole } from '@/store/jobs';

/** What arch work makes anew: read before it, it is the old state and never averaged with the new one. */
const OF_ARCH: ReadonlySet<string> = new Set<QuantityId>([
  'gap',
  'archHeight',
  'loadedClearance',
  'lipDepth',
  'fingerPasses',
  'gapPer10',
]);

/** When the arch of a corner was cut; null where nobody did. */
export const cutAt = ({ archCuts }: Pick<JobWhole['job'], 'archCuts'>, corner: string | null): Date | null => {
  const cut = archCuts[corner as Corner];
  return cut ? new Date(cut.at) : null;
};

/** Read of an arch before its arch work was done; the other side's readings stay. */
export const isOldState = (
  whole: JobWhole,
  r: { readonly quantity: string; readonly corner: string | null; readonly at: Date },
): boolean => {
  const cut = cutAt(whole.job, r.corner);
  return cut !== null && r.at <= cut && OF_ARCH.has(r.quantity);
};

/** Whether a chalk test was made before the arch of its corner was cut. */
export const beforeCut = (whole: JobWhole, t: JobWhole['chalk'][number]): boolean => {
  const cut = cutAt(whole.job, t.corner);
  return cut !== null && t.at <= cut;
};

/** Chalk tests that speak of the arches as they are now. */
export const countedChalk = (whole: JobWhole): JobWhole['chalk'] => whole.chalk.filter((t) => !beforeCut(whole, t));

/**
 * Corners that were chalked before their arch was cut and not since: the chalk is repeated before the job is signed
 * off.
 */
export const chalkAgain = (whole: JobWhole): readonly Corner[] => {
  const since = new Set(countedChalk(whole).map((t) => t.corner));
  const before = whole.chalk.filter((t) => beforeCut(whole, t) && !since.has(t.corner));
  return [...new Set(before.map((t) => t.corner))];
};
