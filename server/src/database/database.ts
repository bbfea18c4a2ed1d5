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

/** Who waits for the answers of a pool: people at their screens, jobs in the background, or a step at the start that takes as long as it takes. */
export type PoolUse = 'people' | 'jobs' | 'upkeep';

/** How long a statement, a lock and a transaction that does nothing may take, in milliseconds; 0 for no limit. */
const LIMITS: Readonly<Record<PoolUse, { readonly statement: number; readonly lock: number; readonly idle: number }>> = {
  people: { statement: 15_000, lock: 5000, idle: 30_000 },
  jobs: { statement: 300_000, lock: 30_000, idle: 120_000 },
  upkeep: { statement: 0, lock: 0, idle: 0 },
};
/** Milliseconds after which a request for a connection is refused rather than waited for. */
const NO_CONNECTION = 8000;

/** Opens a pool of connections to the database at this URL. */
export function openPool(url: string, max = 10, use: PoolUse = 'people'): Pool {
  const { statement, lock, idle } = LIMITS[use];
  const timeouts = `-c statement_timeout=${statement} -c lock_timeout=${lock} -c idle_in_transaction_session_timeout=${idle}`;
  const pool = new pg.Pool({
    connectionString: url,
    max,
    options: `${SHORT_QUERIES} ${timeouts}`,
    types,
    connectionTimeoutMillis: use === 'people' ? NO_CONNECTION : 0,
  });
  // A connection that breaks while idle is replaced at its next use; one that breaks in use fails the query that uses it. Without
  // a listener of its own, either would end the process.
  pool.on('error', noted('an idle database connection broke'));
  pool.on('connect', (client) => client.on('error', noted('a database connection broke in use')));
  return pool;
}

/** Times that a transaction is run that meets another one. */
const MOST_TRIES = 3;

/**
 * Runs `work` in one transaction: committed when it returns, rolled back when it throws. Where the connection is lost before the commit was
 * sent, or two transactions waited for one another, nothing of it holds and it is run again: `work` changes nothing but the database.
 */
export async function inTransaction<T>(pool: Pool, work: (database: Database) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    const client = await pool.connect();
    let broken: Error | undefined;
    let committing = false;
    try {
      await client.query('begin');
      const result = await work(client);
      committing = true;
      await client.query('commit');
      return result;
    } catch (error) {
      await client.query('rollback').catch((failure: Error) => (broken = failure));
      if (committing || !isPassing(error) || tries >= (isLost(error) ? triesOf(pool) : MOST_TRIES)) throw error;
    } finally {
      client.release(broken);
    }
  }
}

/** How the JSON columns of a query's rows are checked, by name: a column that is not what it should be is an error, never shown. */
type Checks<R> = { readonly [C in keyof R]?: (value: unknown) => boolean };

/**
 * How often to try where connections are lost: each that the pool holds may be one of those, which it finds out only when they are used; after
 * them comes a new one.
 */
const triesOf = (pool: Pool): number => pool.options.max + 1;

/** Asks; where a connection of a pool is lost, a query that only reads is asked again on another. */
async function asked<R extends pg.QueryResultRow>(database: Database, text: string, values: unknown[]): Promise<pg.QueryResult<R>> {
  for (let tries = 1; ; tries++)
    try {
      return await database.query<R>(text, values);
    } catch (error) {
      if (!(database instanceof pg.Pool) || !/^\s*select\b/i.test(text) || !isLost(error) || tries >= triesOf(database)) throw error;
    }
}

/** All rows of a query. @throws Error where a JSON column is not as `checks` want it. */
export async function many<R extends pg.QueryResultRow>(
  database: Database,
  text: string,
  values: unknown[] = [],
  checks: Checks<R> = {},
): Promise<R[]> {
  const { rows } = await asked<R>(database, text, values);
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

/** What is wrong with the database itself, and not with what was asked of it. */
export type DatabaseTrouble = 'away' | 'busy' | 'full';

const TROUBLES: readonly (readonly [DatabaseTrouble, RegExp])[] = [
  ['full', /^(53100|53200|ENOSPC)$/],
  ['busy', /^(57014|55P03|40P01|40001|53300)$/],
  ['away', /^(08...|57P0[1-5]|ECONN(REFUSED|RESET|ABORTED)|EPIPE|ETIMEDOUT|ENOTFOUND|XX000|25P03)$/],
];

/** What trouble of the database an error tells of; null for any other error. */
export function troubleOf(error: unknown): DatabaseTrouble | null {
  const { code, message = '', errors } = (error ?? {}) as { code?: string; message?: string; errors?: unknown[] };
  if (Array.isArray(errors) && errors.length > 0) return troubleOf(errors[0]);
  const known = TROUBLES.find(([, codes]) => code !== undefined && codes.test(code));
  if (known) return known[0];
  if (/no space left on device|could not extend file/i.test(message)) return 'full';
  return /connection terminated|client has encountered a connection error|timeout exceeded when trying to connect|not queryable/i.test(
    message,
  )
    ? 'away'
    : null;
}

const codeOf = (error: unknown): string | undefined => ((error ?? {}) as { code?: string }).code;

/** Whether a connection that was there is lost, where a new one may still be had: not a database that refuses them or does not answer. */
const isLost = (error: unknown): boolean =>
  troubleOf(error) === 'away' &&
  !/^(ECONNREFUSED|ETIMEDOUT|ENOTFOUND)$/.test(codeOf(error) ?? '') &&
  !/timeout exceeded/.test(String(error));

/** Whether the same is likely to succeed at once when it is tried again: a lost connection, two transactions that met. */
const isPassing = (error: unknown): boolean => isLost(error) || codeOf(error) === '40P01' || codeOf(error) === '40001';
