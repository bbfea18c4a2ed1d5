import { MOST_HANDED, type HandedList, type HandedListView, type HandingList } from '@umber/contract/searching';
import type { Person } from '@umber/contract/people';
import { MAY } from '@umber/core/permissions';
import { ApiError } from '../api-error.js';
import { inTransaction, many, maybe, one, type Database, type Pool } from '../database/database.js';
import { record } from '../documents/change-queries.js';
import { peopleWith } from '../people/queries.js';
import { archiveIds, listHits } from './archive.js';

const LIST = `select l.id, l.what_for as "whatFor", b.name as by, t.name as "to", l.handed_by = $1 as "isMine", l.handed_at as "handedAt", l.open_until as "openUntil",
    (select count(*)::int from handed_documents x where x.list_id = l.id) as documents
  from handed_lists l join people b on b.id = l.handed_by join people t on t.id = l.handed_to
  where $1 in (l.handed_by, l.handed_to) and l.closed_at is null and (l.open_until is null or l.open_until >= $2)`;

/** Lists that are open, handed to this person or by them, the newest first. */
export const openLists = (db: Database, personId: number, today: string) =>
  many<HandedList>(db, `${LIST} order by l.id desc limit 100`, [personId, today]);

/** @throws ApiError where there is no such list, or it is neither from nor for this person, or no longer open. */
export async function openList(db: Database, id: number, personId: number, today: string): Promise<HandedListView> {
  const list = await maybe<HandedList>(db, `${LIST} and l.id = $3`, [personId, today, id]);
  if (!list) throw new ApiError('no-such-thing', 'This list is not open for you: it may have been closed, or its day is over.');
  const documents = await many<{ id: number }>(db, 'select document_id as id from handed_documents where list_id = $1 order by position', [
    id,
  ]);
  return {
    ...list,
    hits: await listHits(
      db,
      documents.map(({ id: document }) => document),
    ),
  };
}

/** Hands what a search finds now to a colleague; each document's trail says so. @throws ApiError where nobody reads lists by that id, or too much or nothing is meant. */
export async function handList(pool: Pool, wish: HandingList, person: Person, today: string): Promise<HandedList> {
  const reader = (await peopleWith(pool, MAY.handLists)).find(({ id }) => id === wish.to && id !== person.id);
  if (!reader) throw new ApiError('no-such-thing', 'Choose a colleague to hand it to.');
  if (wish.openUntil !== null && wish.openUntil < today)
    throw new ApiError('incomplete', 'The last day is over already. Choose a later one.');
  const without = new Set(wish.without);
  const ids = (await archiveIds(pool, { ...wish.search, after: 0 }, MOST_HANDED + without.size + 1)).filter((id) => !without.has(id));
  if (ids.length === 0) throw new ApiError('incomplete', 'Nothing is found: there is nothing to hand on.');
  if (ids.length > MOST_HANDED) throw new ApiError('too-large', `A list has at most ${MOST_HANDED} documents. Narrow the search.`);
  return inTransaction(pool, async (db) => {
    const { id } = await one<{ id: number }>(
      db,
      'insert into handed_lists (what_for, handed_by, handed_to, open_until) values ($1, $2, $3, $4) returning id',
      [wish.whatFor, person.id, reader.id, wish.openUntil],
    );
    await db.query(
      'insert into handed_documents (list_id, document_id, position) select $1, w.id, w.at from unnest($2::bigint[]) with ordinality as w (id, at)',
      [id, ids],
    );
    for (const document of ids) await record(db, document, person.id, { code: 'listed', to: reader.name, text: wish.whatFor });
    return one<HandedList>(db, `${LIST} and l.id = $3`, [person.id, today, id]);
  });
}

/** Closes a list: whoever handed it, or has it, may. */
export const closeList = (db: Database, id: number, personId: number) =>
  db.query('update handed_lists set closed_at = now() where id = $1 and $2 in (handed_by, handed_to) and closed_at is null', [
    id,
    personId,
  ]);
