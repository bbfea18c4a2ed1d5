import { MOST_HELD, type HoldWish } from '@umber/contract/retention';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { inTransaction, type Database, type Pool } from '../database/database.js';
import { record } from '../documents/change-queries.js';
import { archiveIds } from '../searching/archive.js';
import { askRelease, forgetRelease, heldDocuments, insertHeld, insertHold, isSupplier, lockHold, release } from './hold-queries.js';

/** Places a hold; it is on at once. @throws ApiError where nothing is meant, too much is named, or a document named is gone. */
export async function placeHold(pool: Pool, { search, ...wish }: HoldWish, person: Person): Promise<void> {
  const found = search === null ? [] : await archiveIds(pool, { ...search, after: 0 }, MOST_HELD + wish.without.length + 1);
  const named = [...new Set([...wish.documents, ...found.filter((id) => !wish.without.includes(id))])];
  const ofDocuments = named.length > 0 || search !== null;
  const fits = wish.supplier !== null || wish.first !== null || wish.last !== null;
  if (ofDocuments === fits)
    throw new ApiError('incomplete', 'Say what must not go: what a search found, or a supplier, or days, or a supplier’s of some days.');
  if (ofDocuments && named.length === 0) throw new ApiError('incomplete', 'Nothing is found: there is nothing to hold.');
  if (named.length > MOST_HELD)
    throw new ApiError('too-large', `One hold names at most ${MOST_HELD} documents. Narrow the search, or hold by supplier and days.`);
  if (wish.first !== null && wish.last !== null && wish.first > wish.last)
    throw new ApiError('incomplete', 'The first day is after the last. Change one of them.');
  if (wish.supplier !== null && !(await isSupplier(pool, wish.supplier))) throw new ApiError('no-such-thing', 'There is no such supplier.');
  await inTransaction(pool, async (db) => {
    const id = await insertHold(db, person.id, { ...wish, ofDocuments });
    if ((await insertHeld(db, id, named)) < named.length)
      throw new ApiError(
        'no-such-document',
        'The original of one of these documents is deleted already, or there is no such document. Leave it out.',
      );
    for (const document of named) await record(db, document, person.id, { code: 'put-on-hold', hold: wish.name, reason: wish.reason });
    await audit(db, person.id, { code: 'hold-placed', hold: wish.name, reason: wish.reason });
  });
}

/** Asks for a hold to end. @throws ApiError where it has, or that is asked already. */
export const askForRelease = (pool: Pool, id: number, reason: string, person: Person): Promise<void> =>
  inTransaction(pool, async (db) => {
    const hold = await openHold(db, id);
    if (hold.askedBy !== null) throw new ApiError('already-there', 'It has been asked for already, and waits for a second person.');
    await askRelease(db, id, person.id, reason);
    await audit(db, person.id, { code: 'hold-release-asked', hold: hold.name, reason });
  });

/** Ends a hold as somebody else asked, or leaves it on. @throws ApiError where nobody asked, or this person did. */
export const answerRelease = (pool: Pool, id: number, released: boolean, person: Person): Promise<void> =>
  inTransaction(pool, async (db) => {
    const { name, askedBy, reason } = await openHold(db, id);
    if (askedBy === null || reason === null) throw new ApiError('stale', 'Nobody asks for this hold to end. Reload to see what happened.');
    if (released && askedBy === person.id)
      throw new ApiError('own-work', 'You asked for this hold to end, so another controller must agree.');
    await audit(db, person.id, { code: released ? 'hold-released' : 'hold-stays', hold: name, reason });
    if (!released) return void (await forgetRelease(db, id));
    await release(db, id, person.id);
    for (const document of await heldDocuments(db, id)) await record(db, document, person.id, { code: 'hold-over', hold: name, reason });
  });

async function openHold(db: Database, id: number) {
  const hold = await lockHold(db, id);
  if (!hold) throw new ApiError('no-such-thing');
  if (hold.isOver) throw new ApiError('stale', 'This hold has ended. Reload to see what happened.');
  return hold;
}
