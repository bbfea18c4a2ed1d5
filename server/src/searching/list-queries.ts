import type { ArchiveSearch, HandedList, KeepSearch, KeptSearch } from '@umber/contract/searching';
import { jsonOf, many, maybe, one, type Database } from '../database/database.js';

const LIST = `select l.id, l.what_for as "whatFor", b.name as by, t.name as "to", l.handed_by = $1 as "isMine", l.handed_at as "handedAt", l.open_until as "openUntil",
    (select count(*)::int from handed_documents x where x.list_id = l.id) as documents
  from handed_lists l join people b on b.id = l.handed_by join people t on t.id = l.handed_to
  where $1 in (l.handed_by, l.handed_to) and l.closed_at is null and (l.open_until is null or l.open_until >= $2)`;

/** Lists that are open, handed to this person or by them, the newest first. */
export const openLists = (db: Database, personId: number, today: string) =>
  many<HandedList>(db, `${LIST} order by l.id desc limit 100`, [personId, today]);
export const listOpenFor = (db: Database, id: number, personId: number, today: string) =>
  maybe<HandedList>(db, `${LIST} and l.id = $3`, [personId, today, id]);

export const handedIds = async (db: Database, listId: number): Promise<number[]> =>
  (await many<{ id: number }>(db, 'select document_id as id from handed_documents where list_id = $1 order by position', [listId])).map(
    ({ id }) => id,
  );

export const insertList = async (
  db: Database,
  { whatFor, by, to, openUntil }: { whatFor: string; by: number; to: number; openUntil: string | null },
  documents: readonly number[],
): Promise<number> => {
  const { id } = await one<{ id: number }>(
    db,
    'insert into handed_lists (what_for, handed_by, handed_to, open_until) values ($1, $2, $3, $4) returning id',
    [whatFor, by, to, openUntil],
  );
  await db.query(
    'insert into handed_documents (list_id, document_id, position) select $1, w.id, w.at from unnest($2::bigint[]) with ordinality as w (id, at)',
    [id, documents],
  );
  return id;
};

/** Closes a list: whoever handed it, or has it, may. */
export const closeList = (db: Database, id: number, personId: number) =>
  db.query('update handed_lists set closed_at = now() where id = $1 and $2 in (handed_by, handed_to) and closed_at is null', [
    id,
    personId,
  ]);

/** A search that is kept, and the newest document that this person has seen of it. */
export type KeptRow = Pick<KeptSearch, 'id' | 'name' | 'shared' | 'by' | 'isMine'> & { search: ArchiveSearch; newest: number };
const KEPT = 'k.removed_at is null and (k.shared or k.made_by = $1)';

/** Searches of this person, then those that others share. */
export const keptRows = (db: Database, personId: number) =>
  many<KeptRow>(
    db,
    `select k.id, k.name, k.shared, p.name as by, k.made_by = $1 as "isMine", k.search, coalesce(l.newest, 0) as newest
     from kept_searches k join people p on p.id = k.made_by left join search_looks l on l.search_id = k.id and l.person_id = $1
     where ${KEPT} order by k.made_by <> $1, lower(k.name) limit 60`,
    [personId],
  );
export const keptFor = async (db: Database, id: number, personId: number): Promise<ArchiveSearch | null> =>
  (await maybe<{ search: ArchiveSearch }>(db, `select k.search from kept_searches k where k.id = $2 and ${KEPT}`, [personId, id]))
    ?.search ?? null;

/** Keeps a search in place of the one of this person that has its name. */
export const insertKept = async (db: Database, { name, search, shared }: KeepSearch, personId: number): Promise<number> =>
  (
    await one<{ id: number }>(
      db,
      `insert into kept_searches (name, search, shared, made_by) values ($1, $2, $3, $4)
       on conflict (made_by, lower(name)) where removed_at is null do update set name = excluded.name, search = excluded.search, shared = excluded.shared returning id`,
      [name, jsonOf(search), shared, personId],
    )
  ).id;

export const noteSeen = (db: Database, searchId: number, personId: number, newest: number) =>
  db.query(
    'insert into search_looks (search_id, person_id, newest) values ($1, $2, $3) on conflict (search_id, person_id) do update set newest = greatest(search_looks.newest, excluded.newest)',
    [searchId, personId, newest],
  );

/** @returns whether this person had made it. */
export const removeKept = async (db: Database, id: number, personId: number): Promise<boolean> =>
  (await db.query('update kept_searches set removed_at = now() where id = $1 and made_by = $2 and removed_at is null', [id, personId]))
    .rowCount !== 0;
