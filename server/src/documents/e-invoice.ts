import type { EInvoiceView } from '@umber/contract/e-invoices';
import { check } from '@umber/core/e-invoices';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { heldData } from './queries.js';

/** The data of a document that is an electronic invoice, and what its rules find. @throws ApiError where it is none. */
export async function eInvoiceView(db: Database, id: number): Promise<EInvoiceView> {
  const held = await heldData(db, id);
  if (!held?.data?.invoice) throw new ApiError('no-such-thing', 'This document is no electronic invoice.');
  const { invoice } = held.data;
  return { invoice, findings: check(invoice), isMade: held.isMade ?? false };
}
