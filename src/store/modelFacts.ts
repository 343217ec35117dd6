import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import type { FitmentRow } from '@/core/document/fitmentRow';
import { type ModelFactRow, modelFact, vehicle } from './carSchema';
import type { Executor } from './connection';
import { recordEvent } from './events';

const AT_ONCE = 500;

/**
 * Takes what another shop's cars had. Of the same thing on the same axle of the same model only what this file says
 * stands from now on.
 * @returns how many were there before and do not stand any more
 */
export async function takeModelFacts(
  tx: Executor,
  rows: readonly FitmentRow[],
  source: string,
  by: string,
  at: Date,
): Promise<number> {
  let gone = 0;
  const keys = new Map(rows.map((r) => [`${r.model.toLowerCase()}/${r.axle}/${r.what}`, r]));
  for (const { model, axle, what } of keys.values()) {
    const old = await tx
      .update(modelFact)
      .set({ withdrawnAt: at })
      .where(
        and(
          sql`lower(${modelFact.model}) = lower(${model})`,
          eq(modelFact.axle, axle),
          eq(modelFact.what, what),
          isNull(modelFact.withdrawnAt),
        ),
      )
      .returning({ id: modelFact.id });
    gone += old.length;
  }
  const all = rows.map((r) => ({ ...r, id: newId(), source, by, at }));
  for (let i = 0; i < all.length; i += AT_ONCE) await tx.insert(modelFact).values(all.slice(i, i + AT_ONCE));
  await recordEvent(tx, { kind: 'model-facts.taken', detail: { source, rows: rows.length, gone }, by, at });
  return gone;
}

/** What stands of a model, whatever the case of its name. */
export const factsOfModel = (db: Executor, model: string): Promise<ModelFactRow[]> =>
  db
    .select()
    .from(modelFact)
    .where(and(sql`lower(${modelFact.model}) = lower(trim(${model}))`, isNull(modelFact.withdrawnAt)))
    .orderBy(asc(modelFact.id));

/** How much stands that came from other shops: lines and models. */
export async function factsThere(db: Executor): Promise<{ lines: number; models: number }> {
  const [row] = await db
    .select({ lines: sql<number>`count(*)::int`, models: sql<number>`count(distinct lower(${modelFact.model}))::int` })
    .from(modelFact)
    .where(isNull(modelFact.withdrawnAt));
  return row ?? { lines: 0, models: 0 };
}

/** Names of all models that were taken in here, one spelling each. */
export async function modelNames(db: Executor): Promise<string[]> {
  const rows = await db
    .select({ name: sql<string>`min(trim(${vehicle.name}))` })
    .from(vehicle)
    .groupBy(sql`lower(trim(${vehicle.name}))`)
    .orderBy(sql`1`);
  return rows.map((r) => r.name).filter((n) => n !== '');
}
