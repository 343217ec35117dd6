import { desc } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { DEFAULT_POLICY, POLICY_RULES, type Policy } from '@/core/document/policy';
import type { Db, Executor } from './connection';
import { ChangedMeanwhileError } from './errors';
import { recordEvent } from './events';
import { type PolicyRow, policyVersion } from './schema';

const kept = new Map<string, Policy>();

/**
 * A stored set as a policy; a value that was added since takes its default. Kept, because judgements are kept by it.
 */
export function policyOf(row: PolicyRow): Policy {
  const known = kept.get(row.id);
  if (known) return known;
  const figures = Object.fromEntries(POLICY_RULES.map((r) => [r.id, row.figures[r.id] ?? r.default]));
  const policy = Object.freeze({
    ...DEFAULT_POLICY,
    ...figures,
    governing: Object.freeze([...row.governing]) as Policy['governing'],
    version: `${DEFAULT_POLICY.version}/${row.seq}`,
  });
  kept.set(row.id, policy);
  return policy;
}

/** Every set that the shop chose, the latest first. */
export const policyHistory = (db: Executor): Promise<PolicyRow[]> =>
  db.select().from(policyVersion).orderBy(desc(policyVersion.seq));

/** The set in force: the latest that the shop chose, else what Vectis ships with. */
export async function currentPolicy(db: Executor): Promise<Policy> {
  const [row] = await db.select().from(policyVersion).orderBy(desc(policyVersion.seq)).limit(1);
  return row ? policyOf(row) : DEFAULT_POLICY;
}

export interface PolicyInput {
  /** Number of sets that the screen shows; another one saved in between refuses. */
  readonly after: number;
  readonly governing: Policy['governing'];
  readonly figures: Readonly<Record<string, number>>;
  readonly why: string;
}

/** Adds a set. @throws ChangedMeanwhileError when another was saved since */
export async function addPolicy(db: Db, input: PolicyInput, by: string, at: Date): Promise<void> {
  await db.transaction(async (tx) => {
    const [last] = await tx.select().from(policyVersion).orderBy(desc(policyVersion.seq)).limit(1);
    const seq = last?.seq ?? 0;
    if (seq !== input.after) throw new ChangedMeanwhileError('These settings');
    const { governing, figures, why } = input;
    await tx
      .insert(policyVersion)
      .values({ id: newId(), seq: seq + 1, governing: [...governing], figures, why, by, at });
    await recordEvent(tx, { kind: 'policy.changed', detail: { seq: seq + 1, governing, figures, why }, by, at });
  });
}
