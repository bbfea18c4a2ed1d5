import { knowsCoding } from '../coding/queries.js';
import { TWIN_SIGNS, type NewSupplier, type SupplierView } from '@umber/contract/suppliers';
import type { Person } from '@umber/contract/people';
import { draftSupplier, twinSigns, type DraftedSupplier, type KnownSupplier } from '@umber/core/suppliers';
import { audit } from '../audit/queries.js';
import { inTransaction, isViolation, type Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { lookAgain } from '../waiting/look-again.js';
import { askToMatch } from '../waiting/queries.js';
import type { Services } from '../services.js';
import { confirmWaiting, insertSupplier, likeSuppliers, shownSeller, supplierView } from './queries.js';

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
  for (const other of await likeSuppliers(services.pool, supplier)) refuseTwin(supplier, other);
  try {
    const id = await inTransaction(services.pool, async (db) => {
      const added = await insertSupplier(db, supplier, person.id);
      await audit(db, person.id, { code: 'supplier-added', supplier: supplier.name, id: added, another: supplier.another });
      return added;
    });
    return await known(services.pool, id);
  } catch (error) {
    if (isViolation(error, 'suppliers_tax_id')) throw new ApiError('already-there');
    throw error;
  }
}

/** One tax id or account is one firm's. What else two have in common is asked about. @throws ApiError */
function refuseTwin(supplier: NewSupplier, other: KnownSupplier): void {
  const signs = twinSigns(supplier, other);
  const proof = signs.find((sign) => sign === 'tax-id' || sign === 'account');
  if (proof) throw new ApiError('already-there', `${other.name} is on file with this ${TWIN_SIGNS[proof]} already. Choose it instead.`);
  if (signs.length > 0 && !supplier.another)
    throw new ApiError(
      'like-another',
      `${other.name} is on file and has the same ${signs.map((sign) => TWIN_SIGNS[sign]).join(' and the same ')}. Choose it, or say that this is another firm.`,
    );
}

/** Confirms a supplier that somebody else put on file. */
export async function confirmSupplier(services: Services, person: Person, id: number): Promise<SupplierView> {
  const supplier = await known(services.pool, id);
  if (supplier.waitsSince?.byId === person.id)
    throw new ApiError('own-work', 'You put this supplier on file, so someone else must confirm it.');
  await inTransaction(services.pool, async (db) => {
    if (await confirmWaiting(db, id, person.id)) {
      await askToMatch(db, 0);
      await audit(db, person.id, { code: 'supplier-confirmed', supplier: supplier.name, id });
    }
  });
  await lookAgain(services, 0);
  return known(services.pool, id);
}

async function known(db: Database, id: number): Promise<SupplierView> {
  const supplier = await supplierView(db, id);
  if (!supplier) throw new ApiError('no-such-thing', 'There is no such supplier.');
  return supplier;
}
