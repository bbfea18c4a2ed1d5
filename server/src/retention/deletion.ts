import { access } from 'node:fs/promises';
import type { DeletionAgreement, DeletionWish } from '@umber/contract/retention';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { folderFault } from '../archive/write-whole.js';
import { inTransaction, troubleOf, type Pool } from '../database/database.js';
import { folderInReach } from '../intake/reach.js';
import { removeKept } from '../keeping/kept-folder.js';
import { log } from '../log.js';
import type { Services } from '../services.js';
import {
  answerDeletion,
  arrivalsToDelete,
  deleteOriginals,
  endDeletion,
  forgetKeptFiles,
  insertDeletion,
  keptFilesOf,
  lockDeletion,
  noteFault,
} from './deletion-queries.js';
import { listChosen } from './queries.js';

/**
 * Asks for the originals to be deleted that were to be kept until a day that is over; nothing goes before somebody else agrees.
 * @throws ApiError where the day is not over, or nothing is left that no hold keeps and nobody asked for yet.
 */
export async function askForDeletion(pool: Pool, wish: DeletionWish, person: Person, today: string): Promise<number> {
  if (wish.until >= today) throw new ApiError('incomplete', 'What is kept until then is still to be kept. Choose a day that is over.');
  return inTransaction(pool, async (db) => {
    const id = await insertDeletion(db, person.id, wish);
    const originals = await listChosen(db, id, wish.until, wish.kinds);
    if (originals === 0)
      throw new ApiError(
        'incomplete',
        'There is nothing to delete: what was kept until then is on hold, or its deletion has been asked for already.',
      );
    await audit(db, person.id, { code: 'deletion-asked', deletion: id, until: wish.until, originals, reason: wish.reason });
    return id;
  });
}

/** Agrees to what somebody else asked: it is deleted from now on. @throws ApiError where it is answered, this person asked, or other originals were seen. */
export async function agreeToDeletion(services: Services, id: number, seen: DeletionAgreement, person: Person): Promise<void> {
  await inTransaction(services.pool, async (db) => {
    const deletion = await lockDeletion(db, id);
    if (!deletion) throw new ApiError('no-such-thing');
    if (deletion.isAnswered) throw new ApiError('stale', 'This has been answered already. Reload to see what happened.');
    if (deletion.askedBy === person.id) throw new ApiError('own-work', 'You asked for this deletion, so another controller must agree.');
    if (deletion.originals !== seen.originals)
      throw new ApiError('stale', 'These are not the originals that you saw. Look at the list once more.');
    await answerDeletion(db, id, person.id, true, null);
    await audit(db, person.id, { code: 'deletion-answered', deletion: id, agreed: true, reason: null });
  });
  await services.enqueue('delete-originals', id);
}

/** Leaves everything where it is: whoever asked takes it back, or somebody else says no. @throws ApiError where it is answered. */
export const leaveOriginals = (pool: Pool, id: number, reason: string, person: Person): Promise<void> =>
  inTransaction(pool, async (db) => {
    const deletion = await lockDeletion(db, id);
    if (!deletion) throw new ApiError('no-such-thing');
    if (deletion.isAnswered) throw new ApiError('stale', 'This has been answered already. Reload to see what happened.');
    await answerDeletion(db, id, person.id, false, reason);
    await audit(db, person.id, { code: 'deletion-answered', deletion: id, agreed: false, reason });
  });

/** Originals that are fetched at a time. */
const AT_ONCE = 100;

/**
 * Deletes what two people agreed to, one original at a time; what may not go is left and said. An original whose file in a folder cannot be taken away
 * stays whole and is tried again. Safe to run twice and to lose half-way.
 */
export async function carryOutDeletion(services: Services, id: number): Promise<void> {
  let fault: string | null = null;
  let after = 0;
  for (;;) {
    const arrivals = await arrivalsToDelete(services.pool, id, after, AT_ONCE);
    if (arrivals.length === 0) break;
    for (const arrival of arrivals)
      try {
        await deleteOne(services, id, arrival);
      } catch (error) {
        if (troubleOf(error) !== null) throw error;
        log.warn({ deletion: id, arrival, error }, 'an original could not be deleted');
        fault ??= folderFault(error);
      }
    after = arrivals[arrivals.length - 1];
  }
  if (fault === null) await endDeletion(services.pool, id);
  else await noteFault(services.pool, id, fault);
}

const deleteOne = (services: Services, id: number, arrival: number): Promise<void> =>
  inTransaction(services.pool, async (db) => {
    if ((await deleteOriginals(db, id, arrival)) !== 'deleted') return;
    for (const kept of await keptFilesOf(db, arrival)) {
      const folder = await folderInReach(kept.folder, services.reach);
      // Where the folder is not there at all, its files may be elsewhere.
      await access(folder);
      await removeKept(folder, kept.path);
    }
    await forgetKeptFiles(db, arrival);
  });
