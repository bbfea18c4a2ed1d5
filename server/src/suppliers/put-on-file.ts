import { knowsCoding } from '../coding/queries.js';
import type { NewSupplier, SupplierView } from '@umber/contract/suppliers';
import type { Person } from '@umber/contract/people';
import { draftSupplier, type DraftedSupplier } from '@umber/core/suppliers';
import { isViolation, type Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { confirmWaiting, insertSupplier, shownSeller, supplierLike, supplierView } from './queries.js';

/** A supplier's record as far as this document shows it. */
export async function supplierDraft(db: Database, documentId: number): Promise<DraftedSupplier> {
  const shown = await shownSeller(db, documentId);
  if (!shown) throw new ApiError('no-such-document');
  return draftSupplier({ ...shown, mailDomain: shown.sender?.split('@')[1] ?? null });
}

/** Puts a supplier on file. It can be chosen at once; nothing is posted to it until somebody else has confirmed it. */
export async function putOnFile(services: Services, person: Person, supplier: NewSupplier): Promise<SupplierView> {
  if (!(await knowsCoding(services.pool, supplier.account, supplier.costCentre)))
    throw new ApiError('no-such-thing', 'There is no such account or cost centre.');
  const twin = await supplierLike(services.pool, supplier);
  if (twin) throw new ApiError('already-there', `${twin.name} is on file with this ${twin.same} already. Choose it instead.`);
  try {
    return await known(services.pool, await insertSupplier(services.pool, supplier, person.id));
  } catch (error) {
    if (isViolation(error, 'suppliers_tax_id')) throw new ApiError('already-there');
    throw error;
  }
}

/** Confirms a supplier that somebody else put on file. */
export async function confirmSupplier(services: Services, person: Person, id: number): Promise<SupplierView> {
  const supplier = await known(services.pool, id);
  if (supplier.waitsSince?.byId === person.id)
    throw new ApiError('own-work', 'You put this supplier on file, so someone else must confirm it.');
  await confirmWaiting(services.pool, id, person.id);
  return known(services.pool, id);
}

async function known(db: Database, id: number): Promise<SupplierView> {
  const supplier = await supplierView(db, id);
  if (!supplier) throw new ApiError('no-such-thing', 'There is no such supplier.');
  return supplier;
}
