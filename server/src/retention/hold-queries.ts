import type { HoldView, HoldWish } from '@umber/contract/retention';
import { many, maybe, one, type Database } from '../database/database.js';

/** All holds as this person sees them, those that are on first. */
export const holds = (db: Database, personId: number) =>
  many<HoldView>(
    db,
    `select h.id, h.name, h.reason, s.name as supplier, h.first_day::text as first, h.last_day::text as last, h.of_documents as "ofDocuments", p.name as "placedBy", h.placed_at as "placedAt",
       case when h.released_at is null then (select count(distinct x.document_id)::int from held_originals x where x.hold_id = h.id)
         else (select count(*)::int from hold_documents x where x.hold_id = h.id) end as documents,
       case when h.release_asked_by is not null then json_build_object('by', a.name, 'isMine', h.release_asked_by = $1, 'at', h.release_asked_at, 'reason', h.release_reason) end as release,
       case when h.released_by is not null then json_build_object('by', r.name, 'at', h.released_at) end as released
     from holds h join people p on p.id = h.placed_by left join suppliers s on s.id = h.supplier_id left join people a on a.id = h.release_asked_by left join people r on r.id = h.released_by
     order by h.released_at is not null, h.id desc limit 200`,
    [personId],
  );

type NewHold = Omit<HoldWish, 'search' | 'without' | 'documents'> & { ofDocuments: boolean };
export const insertHold = async (
  db: Database,
  personId: number,
  { name, reason, ofDocuments, supplier, first, last }: NewHold,
): Promise<number> =>
  (
    await one<{ id: number }>(
      db,
      'insert into holds (name, reason, of_documents, supplier_id, first_day, last_day, placed_by) values ($1, $2, $3, $4, $5, $6, $7) returning id',
      [name, reason, ofDocuments, supplier, first, last, personId],
    )
  ).id;
/** Names documents that are there and whose originals are; how many these were. */
export const insertHeld = async (db: Database, holdId: number, documents: readonly number[]): Promise<number> =>
  (
    await db.query(
      'insert into hold_documents (hold_id, document_id) select $1, d.id from documents d where d.id = any($2) and d.deletion_id is null',
      [holdId, documents],
    )
  ).rowCount ?? 0;
export const heldDocuments = async (db: Database, holdId: number): Promise<number[]> =>
  (await many<{ id: number }>(db, 'select document_id as id from hold_documents where hold_id = $1 order by 1', [holdId])).map(
    ({ id }) => id,
  );

export const isSupplier = async (db: Database, id: number): Promise<boolean> =>
  (await maybe(db, 'select 1 from suppliers where id = $1', [id])) !== null;

/** A hold, locked. */
export const lockHold = (db: Database, id: number) =>
  maybe<{ name: string; askedBy: number | null; reason: string | null; isOver: boolean }>(
    db,
    'select name, release_asked_by as "askedBy", release_reason as reason, released_at is not null as "isOver" from holds where id = $1 for update',
    [id],
  );
export const askRelease = (db: Database, id: number, personId: number, reason: string) =>
  db.query('update holds set release_asked_by = $2, release_asked_at = now(), release_reason = $3 where id = $1', [id, personId, reason]);
export const release = (db: Database, id: number, personId: number) =>
  db.query('update holds set released_by = $2, released_at = now() where id = $1', [id, personId]);
export const forgetRelease = (db: Database, id: number) =>
  db.query('update holds set release_asked_by = null, release_asked_at = null, release_reason = null where id = $1', [id]);
