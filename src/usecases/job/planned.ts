import 'server-only';
import { plainSpacer } from '@/core/document/blank';
import type { JobType, SpacerKind, Use } from '@/core/document/vocabulary';
import { recordEvent } from '@/store/events';
import { saveDraft } from '@/store/jobs';
import { advance } from './advance';
import { FIRST_CHOICE } from './jobPlan';

export interface Planned {
  readonly wish: JobType;
  readonly use: Use;
  /** Kind of spacer, where one is planned; null leaves what is on the bench. */
  readonly kind: SpacerKind | null;
}

/**
 * Changes what a job is about: what is asked, in Measure and on the bench, follows. What was chosen stays on the bench,
 * as the kind that is planned now; a plan in force does not fit any more and is approved again.
 */
export function changePlanned(jobId: string, { wish, use, kind }: Planned, by: string): Promise<void> {
  return advance({ jobId, event: 'change-plan', by }, async (tx, { job }, at) => {
    const before = { wish: job.wish, use: job.use, kind: job.draft?.spacer.kind ?? null };
    const { spacer, ...rest } = job.draft ?? { ...FIRST_CHOICE, spacer: plainSpacer(0) };
    if (kind !== null && kind !== spacer.kind) {
      const other = { ...spacer, kind, ...(kind === 'adapter' ? {} : { adapter: null }) };
      await saveDraft(tx, jobId, job.version, { ...rest, spacer: other }, at);
    }
    await recordEvent(tx, { jobId, kind: 'job.planned', detail: { before, wish, use, kind }, by, at });
    return { value: undefined, set: { wish, use } };
  });
}
