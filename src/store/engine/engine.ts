import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import type * as schema from '../schema';

/** What every engine answers a statement with. */
interface Answer<T> {
  readonly rows: T[];
}
interface Answers extends PgQueryResultHKT {
  type: Answer<this['row']>;
}

/** The database, whichever engine is behind it. */
export type Db = PgDatabase<Answers, typeof schema>;
/** What repositories take: the database or a transaction on it. */
export type Executor = Pick<Db, 'select' | 'insert' | 'update' | 'query'>;

/**
 * What a database in the folder lets a backup do: bring everything to its files, and hold still while they are copied.
 */
export interface Held {
  checkpoint(): Promise<void>;
  still<T>(work: () => Promise<T>): Promise<T>;
}

/**
 * A database that Vectis works on: the one inside the data folder, or a PostgreSQL server. Nothing outside `store`
 * knows which.
 */
export interface Engine {
  /** Inside the folder, for one process; or on a server, for several. */
  readonly kind: 'folder' | 'server';
  readonly db: Db;
  /** The files of a database in the folder; null where a server has them. */
  readonly held: Held | null;
  /** Brings the tables to what this program knows. */
  migrate(): Promise<void>;
  /** What is done at start: no other process starts meanwhile. */
  alone<T>(work: () => Promise<T>): Promise<T>;
  /** What one process at a time does beside the work. @returns undefined where another one is at it */
  onlyHere<T>(what: string, work: () => Promise<T>): Promise<T | undefined>;
  /** From here on an answer to a write means that it is on the disk. */
  acknowledge(): Promise<void>;
  close(): Promise<void>;
}

/**
 * The database server does not answer. What was sent was not stored, or nobody can tell whether it was; the same may be
 * sent again.
 */
export class DatabaseAwayError extends Error {
  constructor(where: string, cause: unknown) {
    super(`The database server at ${where} does not answer. What you typed is still here, and is sent again.`, {
      cause,
    });
    this.name = 'DatabaseAwayError';
  }
}

/**
 * What is to be said where a failure, or what caused it, is a server that is away; null for any other. By its name:
 * pages and the start of the program are bundled apart.
 */
export function databaseAway(error: unknown): string | null {
  for (let e = error as { name?: string; message?: string; cause?: unknown } | undefined; e; e = e.cause as typeof e)
    if (e.name === 'DatabaseAwayError') return e.message ?? '';
  return null;
}
