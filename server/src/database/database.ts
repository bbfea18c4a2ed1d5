import { noted } from '../log.js';
import pg from 'pg';

/** Values come as what the rows' types say: decimals stay exact strings, days `YYYY-MM-DD`, moments are ISO 8601 in UTC. */
const PARSERS: Readonly<Record<number, (text: string) => unknown>> = {
  [pg.types.builtins.DATE]: (text) => text,
  [pg.types.builtins.INT8]: Number,
  [pg.types.builtins.TIMESTAMPTZ]: (text) => new Date(text).toISOString(),
};
const types = {
  getTypeParser: (type: number, format?: 'text' | 'binary') =>
    (format === 'binary' ? undefined : PARSERS[type]) ?? (pg.types.getTypeParser(type, format as 'text') as (text: string) => unknown),
};

export type Pool = pg.Pool;
/** What a query needs: the pool, or the connection of a transaction. */
export interface Database {
  query<R extends pg.QueryResultRow>(text: string, values?: unknown[]): Promise<pg.QueryResult<R>>;
}

/**
 * Queries of screens are short: compiling them or spreading them over processes takes longer than they do; and a row found by an index
 * costs little more than the next one of its table, as on any disk without moving parts.
 */
const SHORT_QUERIES = '-c jit=off -c max_parallel_workers_per_gather=0 -c random_page_cost=1.1';

/** Opens a pool of connections to the database at this URL. */
export function openPool(url: string, max = 10): Pool {
  const pool = new pg.Pool({ connectionString: url, max, options: SHORT_QUERIES, types });
  // A connection that breaks while idle is replaced at its next use; one that breaks in use fails the query that uses it. Without
  // a listener of its own, either would end the process.
  pool.on('error', noted('an idle database connection broke'));
  pool.on('connect', (client) => client.on('error', noted('a database connection broke in use')));
  return pool;
}

/** Runs `work` in one transaction: committed when it returns, rolled back when it throws. */
export async function inTransaction<T>(pool: Pool, work: (database: Database) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch((failure: Error) => (broken = failure));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** How the JSON columns of a query's rows are checked, by name: a column that is not what it should be is an error, never shown. */
type Checks<R> = { readonly [C in keyof R]?: (value: unknown) => boolean };

/** All rows of a query. @throws Error where a JSON column is not as `checks` want it. */
export async function many<R extends pg.QueryResultRow>(
  database: Database,
  text: string,
  values: unknown[] = [],
  checks: Checks<R> = {},
): Promise<R[]> {
  const { rows } = await database.query<R>(text, values);
  for (const [column, check] of Object.entries(checks) as [string, (value: unknown) => boolean][])
    for (const row of rows)
      if (!check(row[column])) throw new Error(`the column ${column} holds what this version does not know: ${text.slice(0, 80)}`);
  return rows;
}

/** The row of a query that may find none: null then. @throws Error where it finds several, which such a query cannot. */
export async function maybe<R extends pg.QueryResultRow>(
  database: Database,
  text: string,
  values: unknown[] = [],
  checks: Checks<R> = {},
): Promise<R | null> {
  const found = await many<R>(database, text, values, checks);
  if (found.length > 1) throw new Error(`a query for one row found ${found.length}: ${text.slice(0, 80)}`);
  return found[0] ?? null;
}

/** The row of a query that always finds one, as an insert that returns does. @throws Error where it does not. */
export async function one<R extends pg.QueryResultRow>(database: Database, text: string, values: unknown[] = []): Promise<R> {
  const found = await maybe<R>(database, text, values);
  if (found === null) throw new Error(`a query that must find a row found none: ${text.slice(0, 80)}`);
  return found;
}

/** Whether an error is PostgreSQL's, of this SQLSTATE or by this constraint. */
export function isViolation(error: unknown, name: string): boolean {
  const known = error as { code?: string; constraint?: string };
  return known.code === name || known.constraint === name;
}

/** Whether the database answers at all. @throws what the driver says where it does not. */
export const isAnswering = async (database: Database): Promise<boolean> => (await maybe(database, 'select 1 as answers')) !== null;

/** What a person searches for as a pattern of SQL's `like`: its signs mean themselves. */
export const likeText = (text: string): string => text.replace(/[%_\\]/g, '\\$&');

/** A value as a parameter for a JSON column. */
export const jsonOf = (value: unknown): string | null => (value === null || value === undefined ? null : JSON.stringify(value));
