import { refusalOf } from '../api-error.js';
import { log } from '../log.js';
import type { Services } from '../services.js';
import { waitingForReceipt } from '../documents/around-queries.js';
import { onDocument } from '../documents/lifecycle.js';
import { liveExceptions } from '../documents/queries.js';
import { wantsReceipt } from '@umber/core/matching';
import { doneMatching, matchAskedAt } from '../waiting/queries.js';
import { matchAgain, matchDocument } from './match.js';
import { onTheirWay, waitingAtMatch } from './queries.js';

/**
 * Something that a supplier's documents are held against has changed: a receipt, an order, what is on file of him. What waits at Match is matched
 * again and goes on where it now fits; what was on its way to the books and no longer fits comes back. 0: everything of all suppliers.
 */
export async function matchWaiting(services: Services, supplierId: number): Promise<void> {
  const askedAt = await matchAskedAt(services.pool, supplierId);
  for (const id of await waitingAtMatch(services.pool, supplierId))
    await each(id, () => onDocument(services.pool, id, null, ['match'], (db) => matchDocument(services, db, id, 'match', null)));
  for (const id of await onTheirWay(services.pool, supplierId))
    await each(id, () =>
      onDocument(services.pool, id, null, ['sign-off', 'post'], (db) => matchAgain(services, db, id, 'match-again', null)),
    );
  for (const id of await waitingForReceipt(services.pool, supplierId)) await each(id, () => takeUpWhereItCame(services, id));
  if (askedAt !== null) await doneMatching(services.pool, supplierId, askedAt);
}

/** What rests until goods come is taken up once they have; until then it is left as it rests. */
class StillToCome extends Error {}
async function takeUpWhereItCame(services: Services, id: number): Promise<void> {
  try {
    await onDocument(services.pool, id, null, ['parked'], async (db) => {
      await matchDocument(services, db, id, 'reopen', null);
      if ((await liveExceptions(db, id)).some(({ facts, acceptedReason }) => acceptedReason === null && wantsReceipt(facts)))
        throw new StillToCome();
    });
  } catch (error) {
    if (!(error instanceof StillToCome)) throw error;
  }
}

/** One that cannot be matched, as without an exchange rate, or that moved on meanwhile, keeps no other from it. */
async function each(id: number, work: () => Promise<unknown>): Promise<void> {
  const refused = await refusalOf(work);
  if (refused) log.info({ document: id, code: refused.code }, 'a document that waits was looked at again and stays');
}
