import { record, resetDocument } from '../documents/change-queries.js';
import { linesFitNet, totalsFit } from '@umber/core/arithmetic';
import { isForTheBooks } from '@umber/core/documents';
import { type Finishing, type Versioned } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import type { Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { matchDocument } from '../matching/match.js';
import type { Services } from '../services.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import { ownFields } from '../own-fields/queries.js';
import { missingOwn } from './own-values.js';
import { amountsOf, countOpenDoubts, lineAmounts, markChecked, ownValuesOf } from './queries.js';

/** Ends the check: what the books need must be there and add up; then the document is matched. */
export function finishCheck(services: Services, id: number, person: Person, { version, keys }: Finishing): Promise<void> {
  return onDocument(services.pool, id, version, 'check', async (db) => {
    const open = await countOpenDoubts(db, id);
    if (open > 0)
      throw new ApiError(
        'open-doubts',
        open === 1 ? 'One doubt is still open. Settle it first.' : `${open} doubts are still open. Settle them first.`,
      );
    await assertComplete(db, id);
    await markChecked(db, id, person.id, keys ?? null);
    await record(db, id, person.id, { code: 'checked' });
    await matchDocument(services, db, id, 'check', person.id);
  });
}

/** Reads a document anew; what a person said of it is in its trail, and gone from it. */
export async function readAgain(services: Services, id: number, person: Person, { version }: Versioned): Promise<void> {
  await onDocument(services.pool, id, version, 'read-again', async (db) => {
    await resetDocument(db, id);
    await moveTo(db, id, 'read-again', 'arriving', person.id);
  });
  await services.enqueue('read-document', id);
}

async function assertComplete(db: Database, id: number): Promise<void> {
  const amounts = await amountsOf(db, id);
  if (!amounts) throw new ApiError('no-such-document');
  if (!isForTheBooks(amounts.kind))
    throw new ApiError('incomplete', 'Only invoices and credit notes can be booked. Say what this is, or turn it away.');
  const missing: string[] = [
    amounts.invoiceNumber === null ? 'invoice number' : null,
    amounts.issueDate === null ? 'issue date' : null,
    amounts.currency === null ? 'currency' : null,
    amounts.gross === null ? 'total' : null,
  ].filter((name) => name !== null);
  const own = await ownValuesOf(db, id);
  missing.push(...missingOwn(await ownFields(db), own.head, own.lines));
  if (missing.length > 0)
    throw new ApiError('incomplete', `The ${missing.join(' and the ')} is missing. Point at it on the page or type it.`);
  const { net, tax, gross } = amounts;
  if (net !== null && gross !== null && !totalsFit(net, tax, gross)) {
    throw new ApiError('incomplete', `Net ${net} and tax ${tax ?? '0.00'} do not make the total ${gross}. Correct the one that is wrong.`);
  }
  const lines = await lineAmounts(db, id);
  if (lines.length === 0) throw new ApiError('incomplete', 'There are no lines. Add at least one with its amount.');
  if (!linesFitNet(lines, net ?? gross, amounts.discount, amounts.carriage))
    throw new ApiError('incomplete', 'The lines do not sum to the net total. Correct, add or remove a line.');
}
