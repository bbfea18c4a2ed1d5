import type { HolderView, NoteView } from '@umber/contract/around';
import type { Place } from '@umber/core/geometry';
import { jsonOf, many, type Database } from '../database/database.js';

export const insertNote = (db: Database, documentId: number, personId: number, text: string, at: Place | null) =>
  db.query('insert into notes (document_id, person_id, text, page, box) values ($1, $2, $3, $4, $5)', [
    documentId,
    personId,
    text,
    at?.page ?? null,
    jsonOf(at?.box),
  ]);

export const notesOf = (db: Database, documentId: number) =>
  many<NoteView>(
    db,
    `select n.id, n.at, p.name as by, n.text, case when n.page is null then null else json_build_object('page', n.page, 'box', n.box) end as place
     from notes n join people p on p.id = n.person_id where n.document_id = $1 order by n.id desc`,
    [documentId],
  );

export const setTags = (db: Database, documentId: number, tags: readonly string[]) =>
  db.query('update documents set tags = $2, version = version + 1 where id = $1', [documentId, tags]);

export const setHanded = (db: Database, documentId: number, to: number | null, by: number) =>
  db.query(
    'update documents set handed_to = $2, handed_by = case when $2::bigint is null then null else $3::bigint end, version = version + 1 where id = $1',
    [documentId, to, by],
  );

/** Seconds after which somebody who no longer says so is not at a document any more. */
const GONE_AFTER = 45;

/** Who is at a document, who came first. */
export const holdersOf = (db: Database, documentId: number) =>
  many<HolderView>(
    db,
    `select h.person_id as "personId", p.name, h.since, h.holds from holders h join people p on p.id = h.person_id
     where h.document_id = $1 and h.seen_at > now() - interval '${GONE_AFTER} seconds' order by h.since, h.person_id`,
    [documentId],
  );

/** Says that a person is at a document, and drops those who are gone. */
export const beThere = async (db: Database, documentId: number, personId: number) => {
  // Those who come in the same moment come one after the other.
  await db.query("select pg_advisory_xact_lock(hashtext('holders'), $1::int)", [documentId]);
  await db.query(`delete from holders where document_id = $1 and seen_at <= now() - interval '${GONE_AFTER} seconds'`, [documentId]);
  await db.query(
    `insert into holders (document_id, person_id, holds) values ($1, $2, not exists (select 1 from holders where document_id = $1 and holds))
     on conflict (document_id, person_id) do update set seen_at = now(), holds = holders.holds or not exists (select 1 from holders x where x.document_id = $1 and x.holds)`,
    [documentId, personId],
  );
};

/** Lets one person have the document, and nobody else. */
export const takeOver = (db: Database, documentId: number, personId: number) =>
  db.query('update holders set holds = person_id = $2 where document_id = $1', [documentId, personId]);

export const leave = (db: Database, documentId: number, personId: number) =>
  db.query('delete from holders where document_id = $1 and person_id = $2', [documentId, personId]);

/** Parked documents whose day has come, with what they are reopened as. */
export const restedOut = async (db: Database, today: string) =>
  (
    await many<{ id: number }>(db, "select id from documents where tray = 'parked' and rests_until <= $1 order by id limit 200", [today])
  ).map(({ id }) => id);

export const setRestsUntil = (db: Database, documentId: number, day: string | null) =>
  db.query('update documents set rests_until = $2 where id = $1', [documentId, day]);

/** What a resting document waits for by itself. */
export const setWaitsFor = (db: Database, documentId: number, what: 'receipt') =>
  db.query('update documents set waits_for = $2 where id = $1', [documentId, what]);

/** Parked documents of a supplier that wait for goods to come; 0: of all. */
export const waitingForReceipt = async (db: Database, supplierId: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      "select id from documents where tray = 'parked' and waits_for = 'receipt' and ($1::bigint = 0 or supplier_id = $1) order by id",
      [supplierId],
    )
  ).map(({ id }) => id);
