import { many, maybe, type Database } from '../database/database.js';

/** Notes that what waits of a supplier must be matched again; 0: of all. */
export const askToMatch = (db: Database, supplierId: number) =>
  db.query('insert into match_requests (supplier_id) values ($1) on conflict (supplier_id) do update set asked_at = clock_timestamp()', [
    supplierId,
  ]);

/** Suppliers whose waiting documents must be matched again. */
export const matchRequests = async (db: Database): Promise<number[]> =>
  (await many<{ id: number }>(db, 'select supplier_id as id from match_requests order by asked_at')).map(({ id }) => id);

/** When that was asked for last; null where it is done. */
export const matchAskedAt = async (db: Database, supplierId: number) =>
  (await maybe<{ at: string }>(db, 'select asked_at::text as at from match_requests where supplier_id = $1', [supplierId]))?.at ?? null;

/** Forgets that it was asked for, unless it was asked for again meanwhile. */
export const doneMatching = (db: Database, supplierId: number, askedAt: string) =>
  db.query('delete from match_requests where supplier_id = $1 and asked_at <= $2', [supplierId, askedAt]);
