import type { DeletionView, DeletionWish } from '@umber/contract/retention';
import { many, maybe, one, type Database } from '../database/database.js';

const DELETION = `select d.id, case when d.agreed is null then 'asked' when not d.agreed then 'left' when d.done_at is null then 'under-way' else 'done' end as state,
    d.until::text as until, d.kinds, d.reason, p.name as "askedBy", d.asked_by = $1 as "isMine", d.asked_at as "askedAt", d.fault,
    case when d.answered_by is not null then json_build_object('by', b.name, 'at', d.answered_at, 'reason', d.answer_reason) end as answer, n.originals, n.deleted, n."keptBack",
    (select count(*)::int from deletion_arrivals x join documents o on o.arrival_id = x.arrival_id where x.deletion_id = d.id) as documents
  from deletions d join people p on p.id = d.asked_by left join people b on b.id = d.answered_by,
    lateral (select count(*)::int as originals, (count(*) filter (where x.outcome = 'deleted'))::int as deleted, (count(*) filter (where x.outcome <> 'deleted'))::int as "keptBack"
      from deletion_arrivals x where x.deletion_id = d.id) n`;

/** Deletions as this person sees them, the newest first. */
export const deletions = (db: Database, personId: number) => many<DeletionView>(db, `${DELETION} order by d.id desc limit 100`, [personId]);
export const deletionById = (db: Database, id: number, personId: number) =>
  maybe<DeletionView>(db, `${DELETION} where d.id = $2`, [personId, id]);

export const insertDeletion = async (db: Database, personId: number, { until, kinds, reason }: DeletionWish): Promise<number> =>
  (
    await one<{ id: number }>(db, 'insert into deletions (until, kinds, reason, asked_by) values ($1, $2, $3, $4) returning id', [
      until,
      kinds,
      reason,
      personId,
    ])
  ).id;

/** A deletion, locked, with how many originals it has. */
export const lockDeletion = (db: Database, id: number) =>
  maybe<{ askedBy: number; isAnswered: boolean; originals: number }>(
    db,
    `select asked_by as "askedBy", answered_at is not null as "isAnswered", (select count(*)::int from deletion_arrivals where deletion_id = id) as originals
     from deletions where id = $1 for update`,
    [id],
  );
/** What was left is done with at once. */
export const answerDeletion = (db: Database, id: number, personId: number, agreed: boolean, reason: string | null) =>
  db.query(
    'update deletions set answered_by = $2, answered_at = now(), agreed = $3, answer_reason = $4, done_at = case when $3 then null else now() end where id = $1',
    [id, personId, agreed, reason],
  );

/** Those that two people agreed to and that are not done. */
export const deletionsToDo = async (db: Database): Promise<number[]> =>
  (await many<{ id: number }>(db, 'select id from deletions where done_at is null and agreed order by id')).map(({ id }) => id);
/** Originals of it that are not settled, those behind one of them. */
export const arrivalsToDelete = async (db: Database, id: number, after: number, most: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      'select x.arrival_id as id from deletion_arrivals x join deletions d on d.id = x.deletion_id where x.deletion_id = $1 and x.outcome is null and d.agreed and x.arrival_id > $2 order by x.arrival_id limit $3',
      [id, after, most],
    )
  ).map(({ id: arrival }) => arrival);

/** The database looks once more whether it may, and does it; see `delete_originals` in migration 0051. */
export const deleteOriginals = async (db: Database, id: number, arrivalId: number): Promise<string | null> =>
  (await one<{ outcome: string | null }>(db, 'select delete_originals($1, $2) as outcome', [id, arrivalId])).outcome;

/** Files in folders that an arrival's documents are kept as, or were before another folder was set. */
export const keptFilesOf = (db: Database, arrivalId: number) =>
  many<{ folder: string; path: string }>(
    db,
    `select k.folder, k.path from documents d join (
       select document_id, folder, path from kept_files where path is not null and folder is not null union select document_id, folder, path from earlier_kept_files) k
       on k.document_id = d.id where d.arrival_id = $1 order by 1, 2`,
    [arrivalId],
  );
export const forgetKeptFiles = async (db: Database, arrivalId: number): Promise<void> => {
  for (const table of ['kept_files', 'earlier_kept_files'])
    await db.query(`delete from ${table} k using documents d where d.id = k.document_id and d.arrival_id = $1`, [arrivalId]);
};

export const noteFault = (db: Database, id: number, fault: string | null) =>
  db.query('update deletions set fault = $2 where id = $1 and done_at is null', [id, fault]);
export const endDeletion = (db: Database, id: number) =>
  db.query(
    'update deletions set done_at = now(), fault = null where id = $1 and agreed and done_at is null and not exists (select from deletion_arrivals x where x.deletion_id = id and x.outcome is null)',
    [id],
  );
