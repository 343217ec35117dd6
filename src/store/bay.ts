import { asc, eq } from 'drizzle-orm';
import type { Corner } from '@/core/document/vocabulary';
import type { BayDetail, BayEntry } from '@/core/procedure/bay';
import { bayEntry } from './baySchema';
import type { Executor } from './connection';

export interface StoredBayEntry extends BayEntry {
  readonly personId: string | null;
}

/** What happened at the car under a plan, in order. */
export async function bayLog(db: Executor, planId: string): Promise<StoredBayEntry[]> {
  const rows = await db
    .select()
    .from(bayEntry)
    .where(eq(bayEntry.planId, planId))
    .orderBy(asc(bayEntry.at), asc(bayEntry.id));
  return rows.map(({ id, corner, detail, by, personId, at }) => ({
    id,
    corner,
    detail,
    by,
    personId,
    at: at.getTime(),
  }));
}

export interface NewBayEntry {
  /** Made by who sends it, so that one whose answer was lost counts once. */
  readonly id: string;
  readonly jobId: string;
  readonly planId: string;
  readonly corner: Corner | null;
  readonly detail: BayDetail;
}

/** Adds an entry; one that is there already stays as it is. @returns whether it is new */
export async function addBayEntry(tx: Executor, e: NewBayEntry, by: string, at: Date): Promise<boolean> {
  const added = await tx
    .insert(bayEntry)
    .values({ ...e, kind: e.detail.kind, by, at })
    .onConflictDoNothing({ target: bayEntry.id })
    .returning({ id: bayEntry.id });
  return added.length > 0;
}
