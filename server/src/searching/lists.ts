import { MOST_HANDED, type HandedList, type HandedListView, type HandingList } from '@umber/contract/searching';
import type { Person } from '@umber/contract/people';
import { MAY } from '@umber/core/permissions';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database, type Pool } from '../database/database.js';
import { record } from '../documents/change-queries.js';
import { peopleWith } from '../people/queries.js';
import { archiveIds, listHits } from './archive.js';
import { handedIds, insertList, listOpenFor } from './list-queries.js';

/** @throws ApiError where there is no such list, or it is neither from nor for this person, or no longer open. */
export async function openList(db: Database, id: number, personId: number, today: string): Promise<HandedListView> {
  const list = await listOpenFor(db, id, personId, today);
  if (!list) throw new ApiError('no-such-thing', 'This list is not open for you: it may have been closed, or its day is over.');
  return { ...list, hits: await listHits(db, await handedIds(db, id)) };
}

/** Hands what a search finds now to a colleague; each document's trail says so. @throws ApiError where nobody reads lists by that id, or too much or nothing is meant. */
export async function handList(pool: Pool, wish: HandingList, person: Person, today: string): Promise<HandedList> {
  const reader = (await peopleWith(pool, MAY.handLists)).find(({ id }) => id === wish.to && id !== person.id);
  if (!reader) throw new ApiError('no-such-thing', 'Choose a colleague to hand it to.');
  if (wish.openUntil !== null && wish.openUntil < today)
    throw new ApiError('incomplete', 'The last day is over already. Choose a later one.');
  const without = new Set(wish.without);
  const found = await archiveIds(pool, { ...wish.search, after: 0 }, MOST_HANDED + without.size + 1);
  const ids = found.filter((id) => !without.has(id));
  if (ids.length === 0) throw new ApiError('incomplete', 'Nothing is found: there is nothing to hand on.');
  if (ids.length > MOST_HANDED) throw new ApiError('too-large', `A list has at most ${MOST_HANDED} documents. Narrow the search.`);
  if (wish.seen !== null && wish.seen !== found.length)
    throw new ApiError('stale', `${found.length} are found by now, not ${wish.seen}. Look once more, then hand it on.`);
  return inTransaction(pool, async (db) => {
    const id = await insertList(db, { whatFor: wish.whatFor, by: person.id, to: reader.id, openUntil: wish.openUntil }, ids);
    for (const document of ids) await record(db, document, person.id, { code: 'listed', to: reader.name, text: wish.whatFor });
    const list = await listOpenFor(db, id, person.id, today);
    if (!list) throw new Error('a list that was just made is gone');
    return list;
  });
}
