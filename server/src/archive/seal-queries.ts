import { many, maybe, type Database } from '../database/database.js';

/** What is sealed: rows that are added and never changed. */
export const SEALED = ['trail', 'journal', 'audit'] as const;
export type Sealed = (typeof SEALED)[number];

/**
 * The rows of a day (UTC), in the order in which they were added, each as one text that has all it says. Columns that a later version adds
 * are no part of it: a head stays what it was.
 */
const ROWS: Readonly<Record<Sealed, string>> = {
  trail: `select id, json_build_array(id, document_id, ${'MOMENT'}, person_id, act_name, act, sentence, before, after)::text as line from trail t`,
  audit: `select id, json_build_array(id, ${'MOMENT'}, person_id, act)::text as line from audit t`,
  journal: `select id, json_build_array(id, number, kind, posted_on, period, description, document_id, receipt_id, currency, exchange_rate::text, posted_by, ${'MOMENT'},
      (select json_agg(json_build_array(l.position, l.account, l.cost_centre, l.supplier_id, l.text, l.debit::text, l.credit::text) order by l.position) from journal_lines l where l.entry_id = t.id),
      (select json_build_array(a.account, a.source, a.confirmed_by) from entry_accounts a where a.entry_id = t.id))::text as line from journal_entries t`,
};
const TIME: Readonly<Record<Sealed, string>> = { trail: 't.at', audit: 't.at', journal: 't.posted_at' };
const rowsOf = (kind: Sealed) => ROWS[kind].replace('MOMENT', `to_char(${TIME[kind]} at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.US')`);

/** Rows of a day behind one of them, up to another, each as one text. */
export const sealedRows = (db: Database, kind: Sealed, day: string, after: number, upTo: number, most: number) =>
  many<{ id: number; line: string }>(
    db,
    `${rowsOf(kind)} where ${TIME[kind]} >= $1::date::timestamp at time zone 'utc' and ${TIME[kind]} < ($1::date + 1)::timestamp at time zone 'utc' and id > $2 and id <= $3 order by id limit $4`,
    [day, after, upTo, most],
  );

export interface Seal {
  readonly kind: Sealed;
  readonly day: string;
  readonly rows: number;
  readonly previous: Buffer;
  readonly head: Buffer;
}

export const sealsOf = (db: Database, kind: Sealed) =>
  many<Seal>(db, 'select kind, day, rows, previous, head from seals where kind = $1 order by day', [kind]);

export const lastSeal = (db: Database, kind: Sealed) =>
  maybe<Seal>(db, 'select kind, day, rows, previous, head from seals where kind = $1 order by day desc limit 1', [kind]);

/** Days that have ended, an hour ago at least, that have rows and no seal: what was begun before midnight is in them by then. */
export const unsealedDays = async (db: Database, kind: Sealed) =>
  (
    await many<{ day: string }>(
      db,
      `select distinct (${TIME[kind]} at time zone 'utc')::date as day from ${kind === 'journal' ? 'journal_entries' : kind} t
       where ${TIME[kind]} >= coalesce((select max(day) + 1 from seals where kind = $1), '-infinity'::date)::timestamp at time zone 'utc'
         and ${TIME[kind]} < date_trunc('day', now() at time zone 'utc' - interval '1 hour') at time zone 'utc' order by 1`,
      [kind],
    )
  ).map(({ day }) => day);

export const insertSeal = (db: Database, { kind, day, rows, previous, head }: Seal) =>
  db.query('insert into seals (kind, day, rows, previous, head) values ($1, $2, $3, $4, $5) on conflict do nothing', [
    kind,
    day,
    rows,
    previous,
    head,
  ]);

/** Rows of today that have been there long enough for none before them to be still on its way: up to which id, 0 for none. */
export const settledToday = async (db: Database, kind: Sealed) =>
  (
    await maybe<{ id: number }>(
      db,
      `select coalesce(max(id), 0) as id from ${kind === 'journal' ? 'journal_entries' : kind} t where ${TIME[kind]} < now() - interval '10 minutes'
         and ${TIME[kind]} >= date_trunc('day', now() at time zone 'utc') at time zone 'utc'`,
    )
  )?.id ?? 0;
