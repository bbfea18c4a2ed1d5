import { resetDocument } from '../documents/change-queries.js';
import { inTransaction } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { moveTo } from '../documents/lifecycle.js';
import { failedDocuments, restoreArrival } from '../intake/queries.js';

/** Tries again what failed of an arrival: taking it apart, or reading its files. @throws ApiError where nothing failed. */
export async function tryAgain(services: Services, arrivalId: number): Promise<void> {
  if (await restoreArrival(services.pool, arrivalId)) {
    await services.enqueue('unpack-arrival', arrivalId);
    return;
  }
  const documents = await inTransaction(services.pool, async (db) => {
    const failed = await failedDocuments(db, arrivalId);
    for (const id of failed) {
      await resetDocument(db, id);
      await moveTo(db, id, 'read-again', 'arriving', null);
    }
    return failed;
  });
  if (documents.length === 0) throw new ApiError('bad-request', 'Nothing of this arrival failed, so there is nothing to try again.');
  for (const id of documents) await services.enqueue('read-document', id);
}
