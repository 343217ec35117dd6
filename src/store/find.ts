import { type SQL, sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';

/**
 * Whether a text column is one of these, as one parameter: a list of hundreds would be built, sent and planned one by
 * one.
 */
export const among = (column: AnyPgColumn, ids: readonly string[]): SQL =>
  sql`${column} = any(${sql.param([...ids])}::text[])`;

/**
 * What is typed to find something, as a pattern: its words in their order, signs that mean something to a pattern as
 * they are.
 */
export const like = (typed: string): string =>
  `%${typed
    .trim()
    .slice(0, 60)
    .replace(/[\\%_]/g, (c) => `\\${c}`)
    .split(/\s+/)
    .join('%')}%`;
