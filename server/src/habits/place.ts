import { ApiError } from '../api-error.js';
import { inTransaction } from '../database/database.js';
import type { Services } from '../services.js';
import { supplierView } from '../suppliers/queries.js';
import { keepVersion } from './learn.js';
import { insertOwner, lockOwners, ownerOfSupplier, setOwnersSupplier } from './queries.js';

/** The habits of a supplier on file, of whom nothing need be learned yet. @throws ApiError where there is no such supplier. */
export const habitsOfSupplier = ({ pool }: Services, supplierId: number): Promise<number> =>
  inTransaction(pool, async (db) => {
    const supplier = await supplierView(db, supplierId);
    if (!supplier) throw new ApiError('no-such-thing', 'There is no such supplier.');
    await lockOwners(db);
    const known = await ownerOfSupplier(db, supplierId);
    if (known) return known.id;
    const id = await insertOwner(db);
    await setOwnersSupplier(db, id, supplierId);
    const { name, taxId, iban } = supplier;
    const marks = { names: [name], taxIds: taxId === null ? [] : [taxId], ibans: iban === null ? [] : [iban] };
    await keepVersion(db, { id, version: 0 }, { marks, kept: [] }, { documentId: null, personId: null });
    return id;
  });
