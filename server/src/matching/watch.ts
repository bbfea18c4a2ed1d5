import { refusalOf } from '../api-error.js';
import { log } from '../log.js';
import type { Services } from '../services.js';
import { onDocument } from '../documents/lifecycle.js';
import { doneMatching, matchAskedAt } from '../orders/queries.js';
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
  if (askedAt !== null) await doneMatching(services.pool, supplierId, askedAt);
}

/** One that cannot be matched, as without an exchange rate, or that moved on meanwhile, keeps no other from it. */
async function each(id: number, work: () => Promise<unknown>): Promise<void> {
  const refused = await refusalOf(work);
  if (refused) log.info({ document: id, code: refused.code }, 'a document that waits was looked at again and stays');
}
