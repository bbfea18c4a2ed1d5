import type { EInvoiceView } from '@umber/contract/e-invoices';
import { check, type Finding } from '@umber/core/e-invoices';
import type { SchemaFault } from '@umber/core/reading';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { heldData } from './queries.js';

/** The data of a document that is an electronic invoice, and what its rules find. @throws ApiError where it is none. */
export async function eInvoiceView(db: Database, id: number): Promise<EInvoiceView> {
  const held = await heldData(db, id);
  if (!held?.data?.invoice) throw new ApiError('no-such-thing', 'This document is no electronic invoice.');
  const { invoice, schema = [] } = held.data;
  return { invoice, findings: [...check(invoice), ...schema.map(findingOf)], isMade: held.isMade ?? false };
}

const RULES: Readonly<Record<SchemaFault['code'], string>> = { 'not-expected': 'UT-11', missing: 'UT-12', value: 'UT-13' };
/** What a schema found is shown, and asks nothing: what matters of it breaks a rule as well. */
const findingOf = ({ code, line, element, wanted }: SchemaFault): Finding => ({
  rule: RULES[code],
  level: 'warning',
  place: { term: 'BG-2' },
  found: `${element ?? 'the file'}${line === null ? '' : ` (line ${line} of the file)`}`,
  wanted,
});
