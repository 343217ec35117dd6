import 'server-only';
import { POLICY_RULES, type Policy, policyChanges, SCHOOLS, type School } from '@/core/document/policy';
import { InputError } from '@/core/errors';
import { parseNumber } from '@/core/units/number';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { addPolicy, currentPolicy, policyHistory, policyOf } from '@/store/policy';
import { leadOnly } from '../roles';
import type { Actor } from '../session';

export interface PolicyEntry {
  readonly seq: number;
  readonly policy: Policy;
  readonly why: string;
  readonly by: string;
  readonly at: Date;
}

export interface ShopPolicy {
  readonly current: Policy;
  /** How many sets the shop has chosen. */
  readonly seq: number;
  /** The latest first. */
  readonly history: readonly PolicyEntry[];
}

/** Thresholds and schools in force, with every set before them. */
export async function shopPolicy(): Promise<ShopPolicy> {
  const { db } = await theStore();
  const history = (await policyHistory(db)).map((row) => ({
    seq: row.seq,
    policy: policyOf(row),
    why: row.why,
    by: row.by,
    at: row.at,
  }));
  return { current: await currentPolicy(db), seq: history[0]?.seq ?? 0, history };
}

/** Thresholds and schools in force. */
export const shopPolicyNow = async (): Promise<Policy> => currentPolicy((await theStore()).db);

export interface TypedPolicy {
  readonly after: number;
  readonly governing: readonly string[];
  /** As typed, by id; left out, as it is. */
  readonly typed: Readonly<Record<string, string>>;
  readonly why: string;
}

/** A threshold as typed, inside its range: nobody sets one to the dangerous side of it. @throws InputError */
function figureOf(rule: (typeof POLICY_RULES)[number], text: string): number {
  const n = parseNumber(text.trim());
  if (n === null)
    throw new InputError(
      rule.statement,
      text.trim(),
      'is not a figure.',
      `Enter ${rule.min} to ${rule.max} ${rule.unit}.`,
    );
  if (n < rule.min || n > rule.max)
    throw new InputError(
      rule.statement,
      text.trim(),
      'is outside what any shop may choose.',
      `Enter ${rule.min} to ${rule.max} ${rule.unit}.`,
    );
  return n;
}

/**
 * Keeps another set of thresholds and schools. Plans that were frozen keep theirs.
 * @throws InputError, RefusedError, ChangedMeanwhileError
 */
export async function savePolicy(input: TypedPolicy, { name: by, personId }: Actor): Promise<void> {
  const { db } = await theStore();
  await leadOnly('policy', personId);
  const now = await currentPolicy(db);
  const governing = SCHOOLS.filter((s): s is School => input.governing.includes(s));
  if (governing.length === 0) throw new RefusedError('Choose at least one rule of thumb.');
  const figures = Object.fromEntries(
    POLICY_RULES.map((r) => [
      r.id,
      input.typed[r.id] === undefined ? now[r.id] : figureOf(r, input.typed[r.id] as string),
    ]),
  );
  if (figures.spigotGood !== undefined && figures.spigotLeast !== undefined && figures.spigotGood < figures.spigotLeast)
    throw new RefusedError('Hub spigot: what is good is no less than what is the least.');
  if ((figures.boreClearanceGood ?? 0) > (figures.boreClearanceMost ?? 1))
    throw new RefusedError('Clearance of a bore: good ends no later than not centred begins.');
  const next = { ...now, ...figures, governing } as Policy;
  const sameSchools = now.governing.join() === governing.join();
  if (sameSchools && policyChanges(now, next).length === 0) throw new RefusedError('Nothing was changed.');
  const why = input.why.trim();
  if (why === '' || why.length > 300)
    throw new InputError(
      'Why',
      why.slice(0, 40),
      why === '' ? 'is empty.' : 'is longer than 300 characters.',
      'Write a sentence: it is shown beside every plan that uses these settings.',
    );
  await addPolicy(db, { after: input.after, governing, figures, why }, by, new Date());
}
