import { FIRST_SHOWN, MOST_WRONG, OF_THE_LAST, switchesOff } from '@umber/core/approval';
import { audit } from '../audit/queries.js';
import type { Database } from '../database/database.js';
import { supplierView } from '../suppliers/queries.js';
import { bumpSupplier, insertChange, writeField } from '../suppliers/record-queries.js';
import { decideRun, lastResults, straightLimit, writeResult } from './straight-queries.js';

/** Whether a document that may go straight through is shown to a person all the same; decided once, the first of a supplier always. */
export async function isSample(db: Database, documentId: number, supplierId: number): Promise<boolean> {
  const limit = await straightLimit(db, supplierId);
  return limit === null || decideRun(db, documentId, supplierId, limit.every, limit.runs < FIRST_SHOWN);
}

/** Writes down what a person found of a document that went straight through or was shown as a sample. Too many wrong ones switch it off. */
export async function foundStraight(db: Database, documentId: number, personId: number, result: 'right' | 'wrong'): Promise<void> {
  const supplierId = await writeResult(db, documentId, personId, result);
  if (supplierId === null || result === 'right') return;
  const limit = await straightLimit(db, supplierId);
  if (limit === null || !switchesOff(await lastResults(db, supplierId, OF_THE_LAST))) return;
  await writeField(db, supplierId, 'straightLimit', null);
  await bumpSupplier(db, supplierId);
  const changes = [{ field: 'straightLimit', before: limit.limit, after: null, value: null }] as const;
  const reason = `Switched off by itself: ${MOST_WRONG} of the last ${OF_THE_LAST} that people looked at were wrong`;
  await insertChange(db, { supplierId, changes, reason, by: personId, takesTwo: false });
  await audit(db, personId, {
    code: 'supplier-changed',
    supplier: (await supplierView(db, supplierId))?.name ?? '',
    id: supplierId,
    state: 'done',
    changes: changes.map(({ field, before, after }) => ({ field, before, after })),
  });
}
